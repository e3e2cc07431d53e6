package juiceswap.web.api;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * After an answer the server reads what is left of a body, so that the answer that says "too large" arrives: a thread waits
 * for it. Who was turned away for sending slowly, or sends a body where none is asked for, would be waited for just the same;
 * there the line is closed.
 */
@Configuration
class HangUp {
    private static final int SMALL = 4096;
    private static final int LOOKS = 3;
    private static final int MILLIS_BETWEEN_LOOKS = 20;
    private static final String LISTEN_NO_LONGER = HangUp.class.getName();
    private static final String LINE = HangUp.class.getName() + ".line";

    static void unlessAnswered(HttpServletRequest request) {
        request.setAttribute(LISTEN_NO_LONGER, true);
    }

    static void answered(HttpServletRequest request) {
        request.removeAttribute(LISTEN_NO_LONGER);
    }

    /**
     * Whether the caller has hung up while their answer is being worked out. Looks at the line a few times a second at most,
     * however often it is asked; may be asked by several threads.
     */
    static BooleanSupplier gone(HttpServletRequest request) {
        return request.getAttribute(LINE) instanceof BooleanSupplier line ? line : () -> false;
    }

    /** A small body is on the line as a whole: it can be read without waiting for anybody. */
    static boolean allHasCome(HttpServletRequest request) {
        return request.getAttribute(LINE) instanceof Line line && line.allHasCome();
    }

    /** The line of one request. */
    private static final class Line implements BooleanSupplier {
        private static final long NANOS_BETWEEN_LOOKS = 200_000_000;

        private final Request request;
        private long looked = System.nanoTime();
        private boolean closed;

        Line(Request request) {
            this.request = request;
        }

        boolean allHasCome() {
            long length = request.getContentLengthLong();
            if (length < 0 || length > SMALL) {
                return false;
            }
            // at the line itself, not only at what came with the head
            request.getCoyoteRequest().action(ActionCode.AVAILABLE, true);
            return request.getCoyoteRequest().getAvailable() >= length;
        }

        /** Asked once all of the body has been read. */
        @Override
        public synchronized boolean getAsBoolean() {
            if (!closed && System.nanoTime() - looked > NANOS_BETWEEN_LOOKS) {
                looked = System.nanoTime();
                // nothing more is due on this line before the answer: what can be read is its end
                request.getCoyoteRequest().action(ActionCode.AVAILABLE, true);
                closed = request.getCoyoteRequest().getAvailable() > 0;
            }
            return closed;
        }
    }

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> hangsUp() {
        return factory -> factory.addEngineValves(new Valve());
    }

    private static final class Valve extends ValveBase {
        Valve() {
            super(true);
        }

        /** All of a body has come, or does within moments: then the line can stay open, and the answer is sure to arrive. */
        private static boolean comes(Line line) {
            for (int looks = 0; looks < LOOKS; looks++) {
                if (line.allHasCome()) {
                    return true;
                }
                try {
                    TimeUnit.MILLISECONDS.sleep(MILLIS_BETWEEN_LOOKS);
                } catch (InterruptedException interrupted) {
                    Thread.currentThread().interrupt();
                    return false;
                }
            }
            return false;
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            Line line = new Line(request);
            request.setAttribute(LINE, line);
            if (response.isError()) {
                // refused before it came to the application, which else says so: TRACE, or a line that is none
                response.setHeader("X-Content-Type-Options", "nosniff");
                response.setHeader("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'");
            }
            try {
                getNext().invoke(request, response);
            } finally {
                boolean asksOnly =
                        request.getMethod().equals("GET") || request.getMethod().equals("HEAD");
                boolean notWanted = asksOnly && request.getContentLengthLong() > 0
                        || request.getAttribute(LISTEN_NO_LONGER) != null;
                if (notWanted && !comes(line)) {
                    request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
                }
            }
        }
    }
}
