package juiceswap.web.tls;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import org.springframework.core.Ordered;
import org.springframework.core.env.Environment;
import org.springframework.web.filter.OncePerRequestFilter;

/** Without encryption nothing of the house is said or taken: only the page that leads to where it is encrypted. */
final class PlainDoor extends OncePerRequestFilter implements Ordered {
    private final Environment environment;

    PlainDoor(Environment environment) {
        this.environment = environment;
    }

    @Override
    public int getOrder() {
        return Ordered.HIGHEST_PRECEDENCE;
    }

    /** The same machine, by the name that it was asked by, where it is encrypted. */
    static String encrypted(HttpServletRequest request, Environment environment) {
        int port = environment.getProperty(
                "local.server.port", Integer.class, environment.getProperty("server.port", Integer.class, 8443));
        return "https://" + request.getServerName() + (port == 443 ? "" : ":" + port);
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        return request.isSecure()
                || path.equals("/trust")
                || path.startsWith("/trust/")
                || path.startsWith("/assets/")
                || path.equals("/actuator/health");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getMethod().equals("GET") || request.getMethod().equals("HEAD")) {
            String query = request.getQueryString() == null ? "" : "?" + request.getQueryString();
            response.sendRedirect(
                    "/trust?to=" + URLEncoder.encode(request.getRequestURI() + query, StandardCharsets.UTF_8));
            return;
        }
        response.setStatus(HttpServletResponse.SC_FORBIDDEN);
        response.setContentType("text/plain;charset=utf-8");
        response.getWriter()
                .write(say("security.trust.nothing-is-taken-here", "address", encrypted(request, environment)));
    }
}
