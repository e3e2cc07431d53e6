package juiceswap.web.api;

import static juiceswap.web.words.Say.say;

import jakarta.annotation.PreDestroy;
import jakarta.servlet.AsyncContext;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Keeps callers of the open API from taking the machine away from the people at its pages: so many requests a second from an
 * address, so many at a time of all, fewer still at work, each body within a time. What is too much is turned away at once
 * with the time after which to ask again; the threads that are left are the pages' own.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
public class RequestLimits extends OncePerRequestFilter {
    static final int MAX_BODY_BYTES = 256 * 1024;
    private static final double REQUESTS_PER_SECOND = 100;
    private static final double BURST = 1000;
    private static final int CALLERS_REMEMBERED = 10_000;

    /** Of the server's 200 threads: who sends slowly holds one of these, and none of the pages'. */
    private static final int AT_ONCE = 32;

    /** A question takes a processor for some milliseconds; the pages' questions come between. */
    private static final int AT_WORK = 3;

    private static final long WAITS_MILLIS = 250;
    private static final Duration WHOLE_BODY_WITHIN = Duration.ofSeconds(10);
    private static final String BODY = RequestLimits.class.getName() + ".body";

    /**
     * Who asks on without heeding Retry-After is answered so much later: a refusal costs so little that it would be asked for by the
     * thousand. No thread waits for that.
     */
    private static final long LATE_MILLIS = 1000;

    private static final int MOST_LATE = 1000;

    private record Allowance(double left, long atNanos) {}

    private final Semaphore atOnce = new Semaphore(AT_ONCE);
    private final Semaphore atWork = new Semaphore(AT_WORK);
    private final Semaphore late = new Semaphore(MOST_LATE);
    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "late-refusals");
        thread.setDaemon(true);
        return thread;
    });

    /** By address: when it was turned away last. */
    private final Map<String, Long> turnedAway = remembering();

    private final Map<String, Allowance> callers = remembering();

    private static <T> Map<String, T> remembering() {
        return new LinkedHashMap<>(64, 0.75f, true) {
            private static final long serialVersionUID = 1L;

            @Override
            protected boolean removeEldestEntry(Map.Entry<String, T> eldest) {
                return size() > CALLERS_REMEMBERED;
            }
        };
    }

    /** A body that is larger than the API takes. */
    static final class TooLarge extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /** The body, at most {@link #MAX_BODY_BYTES}; on the server it has been read before anything was asked of it. */
    public static byte[] body(HttpServletRequest request) throws IOException {
        byte[] read = (byte[]) request.getAttribute(BODY);
        byte[] body = read == null ? request.getInputStream().readNBytes(MAX_BODY_BYTES + 1) : read;
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
        // whoever is turned away is not listened to any longer
        HangUp.unlessAnswered(request);
        if (foreign(request)) {
            refuse(response, HttpServletResponse.SC_FORBIDDEN, "api.foreign-origin", "api.foreign-origin.then");
        } else if (sends(request) && !plainData(request)) {
            refuse(response, HttpServletResponse.SC_UNSUPPORTED_MEDIA_TYPE, "api.json-only", "api.json-only.then");
        } else if (!take(request.getRemoteAddr(), System.nanoTime())) {
            turnAway(request, response);
        } else if (!atOnce.tryAcquire()) {
            again(response, HttpServletResponse.SC_SERVICE_UNAVAILABLE, "api.busy", "api.busy.then");
        } else {
            try {
                work(request, response, chain);
            } finally {
                atOnce.release();
            }
        }
    }

    private void work(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        byte[] body = read(request.getInputStream());
        if (body == null) {
            refuse(response, HttpServletResponse.SC_REQUEST_TIMEOUT, "api.too-slow", "api.too-slow.then");
            return;
        }
        HangUp.answered(request);
        request.setAttribute(BODY, body);
        if (!mayWork()) {
            again(response, HttpServletResponse.SC_SERVICE_UNAVAILABLE, "api.busy", "api.busy.then");
            return;
        }
        try {
            chain.doFilter(request, response);
        } finally {
            atWork.release();
        }
    }

    private boolean mayWork() {
        try {
            return atWork.tryAcquire(WAITS_MILLIS, TimeUnit.MILLISECONDS);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    /** All of it, or a byte more than is taken; null when it took too long. */
    private static byte @Nullable [] read(InputStream in) throws IOException {
        long deadline = System.nanoTime() + WHOLE_BODY_WITHIN.toNanos();
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        byte[] part = new byte[8192];
        while (body.size() <= MAX_BODY_BYTES) {
            int length = in.read(part);
            if (length < 0) {
                return body.toByteArray();
            }
            body.write(part, 0, length);
            if (System.nanoTime() > deadline) {
                return null;
            }
        }
        return body.toByteArray();
    }

    /** A page of somebody else's, in somebody's browser. */
    private static boolean foreign(HttpServletRequest request) {
        String origin = request.getHeader(HttpHeaders.ORIGIN);
        if (origin == null) {
            return false;
        }
        String own = request.getScheme() + "://" + request.getServerName();
        int port = request.getServerPort();
        boolean usual = port == (request.isSecure() ? 443 : 80);
        return !origin.equalsIgnoreCase(own + ":" + port) && !(usual && origin.equalsIgnoreCase(own));
    }

    private static boolean sends(HttpServletRequest request) {
        return !request.getMethod().equals("GET") && !request.getMethod().equals("HEAD");
    }

    /** JSON, said so or not said; or a table of readings: nothing that a form of a foreign page could send. */
    private static boolean plainData(HttpServletRequest request) {
        if (request.getContentType() == null) {
            return true;
        }
        String type = request.getContentType().toLowerCase(Locale.ROOT);
        return type.startsWith(MediaType.APPLICATION_JSON_VALUE)
                || type.startsWith("text/csv") && request.getRequestURI().equals("/api/v1/readings");
    }

    /** At once; who was told so within the last second, and asks all the same, has to wait for the answer. */
    private void turnAway(HttpServletRequest request, HttpServletResponse response) throws IOException {
        boolean heeds = !toldLately(request.getRemoteAddr(), System.nanoTime());
        if (heeds || !HangUp.allHasCome(request) || !late.tryAcquire()) {
            tooMany(response);
            return;
        }
        // nothing is left on the line that would have to be waited for
        request.getInputStream().readAllBytes();
        HangUp.answered(request);
        AsyncContext later = request.startAsync();
        later.setTimeout(0);
        clock.schedule(
                () -> {
                    try {
                        tooMany(response);
                    } catch (IOException hungUp) {
                        // nobody waits for it any more
                    } finally {
                        late.release();
                        later.complete();
                    }
                },
                LATE_MILLIS,
                TimeUnit.MILLISECONDS);
    }

    private synchronized boolean toldLately(String caller, long nowNanos) {
        Long told = turnedAway.put(caller, nowNanos);
        return told != null && nowNanos - told < TimeUnit.MILLISECONDS.toNanos(LATE_MILLIS);
    }

    private static void tooMany(HttpServletResponse response) throws IOException {
        again(response, 429, "api.too-many-requests", "api.too-many-requests.then");
    }

    @PreDestroy
    void stop() {
        clock.shutdownNow();
    }

    private static void again(HttpServletResponse response, int status, String title, String detail)
            throws IOException {
        response.setHeader(HttpHeaders.RETRY_AFTER, "1");
        refuse(response, status, title, detail);
    }

    private static void refuse(HttpServletResponse response, int status, String title, String detail)
            throws IOException {
        response.setStatus(status);
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'");
        response.setContentType("application/problem+json;charset=utf-8");
        response.getWriter()
                .write("{\"title\":\"%s\",\"status\":%d,\"detail\":\"%s\"}".formatted(say(title), status, say(detail)));
    }

    private synchronized boolean take(String caller, long nowNanos) {
        Allowance had = callers.getOrDefault(caller, new Allowance(BURST, nowNanos));
        double left = Math.min(BURST, had.left() + (nowNanos - had.atNanos()) / 1e9 * REQUESTS_PER_SECOND);
        boolean granted = left >= 1;
        callers.put(caller, new Allowance(granted ? left - 1 : left, nowNanos));
        return granted;
    }
}
