package juiceswap.web.security;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/** Signs somebody in who has proven who they are otherwise than by the sign-in form. */
@Component
public class Entrance {
    private final SecurityContextRepository contexts;

    Entrance(SecurityContextRepository contexts) {
        this.contexts = contexts;
    }

    /** From this answer on the browser is that person's; the session gets a new name, so that none can be foisted. */
    public void enter(Account account, HttpServletRequest request, HttpServletResponse response) {
        if (request.getSession(false) != null) {
            request.changeSessionId();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(account.signedIn());
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }
}
