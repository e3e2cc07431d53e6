package juiceswap.web.api;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Keeps one caller of the open API from taking the machine away from everybody else. */
@Component
public class RequestLimits extends OncePerRequestFilter {
    static final int MAX_BODY_BYTES = 256 * 1024;
    private static final double REQUESTS_PER_SECOND = 100;
    private static final double BURST = 1000;
    private static final int CALLERS_REMEMBERED = 10_000;

    private record Allowance(double left, long atNanos) {}

    private final Map<String, Allowance> callers = new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Allowance> eldest) {
            return size() > CALLERS_REMEMBERED;
        }
    };

    /** A body that is larger than the API takes. */
    static final class TooLarge extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /** The body, at most {@link #MAX_BODY_BYTES}. */
    public static byte[] body(HttpServletRequest request) throws IOException {
        byte[] body = request.getInputStream().readNBytes(MAX_BODY_BYTES + 1);
        if (body.length > MAX_BODY_BYTES) {
            throw new TooLarge();
        }
        return body;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith("/api/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (take(request.getRemoteAddr(), System.nanoTime())) {
            chain.doFilter(request, response);
        } else {
            response.setStatus(429);
            response.setHeader("Retry-After", "1");
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write("{\"title\":\"%s\",\"status\":429,\"detail\":\"%s\"}"
                            .formatted(say("api.too-many-requests"), say("api.too-many-requests.then")));
        }
    }

    private synchronized boolean take(String caller, long nowNanos) {
        Allowance had = callers.getOrDefault(caller, new Allowance(BURST, nowNanos));
        double left = Math.min(BURST, had.left() + (nowNanos - had.atNanos()) / 1e9 * REQUESTS_PER_SECOND);
        boolean granted = left >= 1;
        callers.put(caller, new Allowance(granted ? left - 1 : left, nowNanos));
        return granted;
    }
}
