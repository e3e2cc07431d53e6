package juiceswap.web.api;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
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
    private static final int LOOKS = 10;
    private static final int MILLIS_BETWEEN_LOOKS = 20;
    private static final String LISTEN_NO_LONGER = HangUp.class.getName();

    static void unlessAnswered(HttpServletRequest request) {
        request.setAttribute(LISTEN_NO_LONGER, true);
    }

    static void answered(HttpServletRequest request) {
        request.removeAttribute(LISTEN_NO_LONGER);
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
        private static boolean hasCome(Request request) throws IOException {
            long length = request.getContentLengthLong();
            for (int looks = 0; looks < LOOKS; looks++) {
                if (length >= 0 && request.getStream().available() >= Math.min(length, SMALL)) {
                    return length <= SMALL;
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
            try {
                getNext().invoke(request, response);
            } finally {
                boolean asksOnly =
                        request.getMethod().equals("GET") || request.getMethod().equals("HEAD");
                boolean notWanted = asksOnly && request.getContentLengthLong() > 0
                        || request.getAttribute(LISTEN_NO_LONGER) != null;
                if (notWanted && !hasCome(request)) {
                    request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
                }
            }
        }
    }
}
