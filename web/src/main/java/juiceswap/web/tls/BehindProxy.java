package juiceswap.web.tls;

import java.util.Arrays;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * A proxy in front that encrypts: who asked, and how, is believed as it forwards it, from the addresses in {@code
 * juice.behind-proxy} alone (with commas between them). Anybody else could claim to be anybody.
 */
@Configuration
@ConditionalOnExpression("'${juice.behind-proxy:}' != ''")
class BehindProxy {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> forwarded(
            @Value("${juice.behind-proxy}") String addresses) {
        return factory -> factory.addEngineValves(valve(addresses));
    }

    static RemoteIpValve valve(String addresses) {
        RemoteIpValve valve = new RemoteIpValve();
        valve.setInternalProxies(Arrays.stream(addresses.split(","))
                .map(String::strip)
                .map(Pattern::quote)
                .collect(Collectors.joining("|")));
        valve.setRemoteIpHeader("X-Forwarded-For");
        valve.setProtocolHeader("X-Forwarded-Proto");
        valve.setHostHeader("X-Forwarded-Host");
        valve.setPortHeader("X-Forwarded-Port");
        return valve;
    }
}
