package juiceswap.web.api;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Whoever isn't signed in may send little, and few at a time: a form that comes a byte a second would else hold a thread of
 * the pages for as long as it likes. Who is signed in is not held up.
 */
@Component
@Order(SessionRepositoryFilter.DEFAULT_ORDER + 1)
class DoorLimits extends OncePerRequestFilter {
    private static final int AT_ONCE = 24;
    private static final int FROM_AN_ADDRESS = 12;
    private static final long MOST_BYTES = 16 * 1024;

    private final Map<String, Integer> inside = new HashMap<>();

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getMethod().equals("GET")
                || request.getMethod().equals("HEAD")
                || request.getRequestURI().startsWith("/api/")
                || request.getSession(false) != null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String caller = request.getRemoteAddr();
        HangUp.unlessAnswered(request);
        if (request.getContentLengthLong() > MOST_BYTES || request.getHeader("Transfer-Encoding") != null) {
            refuse(response, HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE);
            return;
        }
        if (!enter(caller)) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "1");
            refuse(response, HttpServletResponse.SC_SERVICE_UNAVAILABLE);
            return;
        }
        HangUp.answered(request);
        try {
            chain.doFilter(request, response);
        } finally {
            leave(caller);
        }
    }

    private synchronized boolean enter(String caller) {
        int all = inside.values().stream().mapToInt(Integer::intValue).sum();
        if (all >= AT_ONCE || inside.getOrDefault(caller, 0) >= FROM_AN_ADDRESS) {
            return false;
        }
        inside.merge(caller, 1, Integer::sum);
        return true;
    }

    private synchronized void leave(String caller) {
        inside.merge(caller, -1, Integer::sum);
        inside.remove(caller, 0);
    }

    private static void refuse(HttpServletResponse response, int status) throws IOException {
        response.setStatus(status);
        response.setContentType("text/plain;charset=utf-8");
        response.getWriter().write(say("api.busy.then"));
    }
}
