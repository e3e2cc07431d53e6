package juiceswap.web.api;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets pages go before searches that take a processor for seconds: a search asks between two of its steps, and waits while
 * a page is being made. Threads have no priorities here; this comes to one.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 5)
public class PagesFirst extends OncePerRequestFilter {
    /** A server that is never without a page being made goes on with a search all the same, slowly. */
    private static final int MOST_MILLIS = 100;

    private final AtomicInteger beingMade = new AtomicInteger();

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getRequestURI().startsWith("/api/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        beingMade.incrementAndGet();
        try {
            chain.doFilter(request, response);
        } finally {
            beingMade.decrementAndGet();
        }
    }

    /** Waits while pages are being made, for a tenth of a second at most. */
    void giveWay() {
        try {
            for (int millis = 0; millis < MOST_MILLIS && beingMade.get() > 0; millis++) {
                TimeUnit.MILLISECONDS.sleep(1);
            }
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
