package juiceswap.web.outage;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.Set;
import juiceswap.web.outage.Helpers.Role;
import juiceswap.web.security.Account;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.authentication.logout.SecurityContextLogoutHandler;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * What somebody may send who doesn't change the house. Of who joined with the code it is asked at each of their requests: a
 * member may have taken them off, or let them only look on, since their page was drawn.
 */
@Configuration
public class RoleGate implements WebMvcConfigurer, HandlerInterceptor {
    /** Name of the request's attribute that is true for somebody who only looks on. */
    public static final String WATCHER = "watcher";

    /** All that somebody who looks on can send. */
    private static final Set<String> OPEN_TO_WATCHERS = Set.of("/swap/co-alarm", "/swap/leave", "/theme", "/sign-out");

    /** What an electrician can send; tests carry name and license. */
    private static final Set<String> OPEN_TO_ELECTRICIANS =
            Set.of("/house/device/test", "/households", "/theme", "/sign-out");

    /** What everybody does for themselves. */
    private static final String OWN = "/house/people/own/";

    private final Helpers helpers;

    RoleGate(Helpers helpers) {
        this.helpers = helpers;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).excludePathPatterns("/assets/**", "/join", "/error", "/api/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        if (request.getDispatcherType() == DispatcherType.ASYNC) {
            // the end of a stream that was let in at its beginning
            return true;
        }
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        if (signedIn == null || !(signedIn.getPrincipal() instanceof Account account)) {
            return true;
        }
        boolean sends = HttpMethod.POST.matches(request.getMethod());
        String to = request.getRequestURI();
        if (!account.guest()) {
            request.setAttribute(WATCHER, account.readsOnly());
            Set<String> open =
                    account.is(juiceswap.web.security.Role.ELECTRICIAN) ? OPEN_TO_ELECTRICIANS : OPEN_TO_WATCHERS;
            if (account.readsOnly() && sends && !to.startsWith(OWN) && !open.contains(to)) {
                response.sendError(HttpServletResponse.SC_FORBIDDEN);
                return false;
            }
            return true;
        }
        Optional<Role> role = helpers.roleOf(account);
        if (role.isEmpty()) {
            new SecurityContextLogoutHandler().logout(request, response, signedIn);
            response.sendRedirect("/join?off=yes");
            return false;
        }
        request.setAttribute(WATCHER, role.get() == Role.WATCHER);
        if (role.get() == Role.WATCHER && sends && !OPEN_TO_WATCHERS.contains(to)) {
            response.sendError(HttpServletResponse.SC_FORBIDDEN);
            return false;
        }
        return true;
    }
}
