package juiceswap.web.api;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
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

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            try {
                getNext().invoke(request, response);
            } finally {
                boolean asksOnly =
                        request.getMethod().equals("GET") || request.getMethod().equals("HEAD");
                if (asksOnly && request.getContentLengthLong() > 0 || request.getAttribute(LISTEN_NO_LONGER) != null) {
                    request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
                }
            }
        }
    }
}
