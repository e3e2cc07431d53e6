package juiceswap.web.frame;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.resource.ResourceUrlProvider;

/**
 * While the database does not answer, or has no room to write, every page says so and tries again by itself. Nothing is
 * said to be written that is not; a phone keeps what it could not send.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class DatabaseAway extends OncePerRequestFilter {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseAway.class);

    /** Classes of SQLState: 08 connection, 53 insufficient resources, 57 operator intervention, 58 system error. */
    private static final Set<String> AWAY = Set.of("08", "53", "57", "58");

    private static final String DISK_FULL = "53100";

    private final ResourceUrlProvider assets;

    DatabaseAway(ResourceUrlProvider assets) {
        this.assets = assets;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (ServletException | IOException | RuntimeException failed) {
            SQLException away = away(failed);
            if (away == null || response.isCommitted()) {
                throw failed;
            }
            LOG.warn("the database is away: {}", away.getMessage());
            answer(request, response, DISK_FULL.equals(away.getSQLState()));
        }
    }

    /** What the database, or the way to it, has said; null when something else went wrong. */
    static @Nullable SQLException away(Throwable failed) {
        for (Throwable cause = failed; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql) {
                String state = sql.getSQLState();
                // the pool tells of no state when it waited in vain
                if (state == null || state.length() == 5 && AWAY.contains(state.substring(0, 2))) {
                    return sql;
                }
            }
        }
        return null;
    }

    private void answer(HttpServletRequest request, HttpServletResponse response, boolean full) throws IOException {
        response.resetBuffer();
        response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
        response.setHeader("Retry-After", "3");
        response.setHeader("Cache-Control", "no-store");
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        String what = say("frame.away.what", "full", full);
        boolean asks = request.getMethod().equals("GET");
        String then = say("frame.away.then", "asks", asks, "full", full);
        if (request.getRequestURI().startsWith("/api/")) {
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write("{\"title\":\"%s\",\"status\":503,\"detail\":\"%s %s\"}"
                            .formatted(say("frame.away.title"), what, then));
            return;
        }
        response.setContentType("text/html");
        // a form that is asked for again by itself would be sent again
        String again = asks ? "<meta http-equiv=\"refresh\" content=\"4\">" : "";
        String style = assets.getForLookupPath("/assets/app.css");
        response.getWriter().write("""
                <!DOCTYPE html>
                <html lang="en" class="night">
                <head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">%s
                <title>%s · Juice Swap</title><link rel="icon" href="data:,"><link rel="stylesheet" href="%s"></head>
                <body><main class="px-5 py-10 max-w-[36rem] mx-auto grid gap-4" role="alert">
                <h1 class="step-title">%s</h1><p>%s</p>
                <p>%s</p>
                </main></body></html>
                """.formatted(
                        again,
                        say("frame.away.title"),
                        style == null ? "/assets/app.css" : style,
                        what,
                        then,
                        say("frame.away.meanwhile")));
    }
}
