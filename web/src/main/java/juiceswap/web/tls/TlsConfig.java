package juiceswap.web.tls;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.file.Path;
import java.time.Clock;
import org.apache.catalina.connector.Connector;
import org.apache.coyote.http11.Http11NioProtocol;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.env.Environment;
import org.springframework.scheduling.annotation.Scheduled;

/** The house's own TLS while the server runs: the plain door that only leads to it, and its renewal. */
@Configuration
@ConditionalOnProperty(HomeTls.DIRECTORY)
class TlsConfig {
    private final HouseAuthority authority;
    private final String names;

    TlsConfig(
            Clock clock,
            @Value("${" + HomeTls.DIRECTORY + "}") String directory,
            @Value("${juice.tls.names:}") String names) {
        this.authority = new HouseAuthority(Path.of(directory), clock);
        this.names = names;
    }

    @Bean
    HouseAuthority houseAuthority() {
        return authority;
    }

    /** Plain HTTP, where phones begin. */
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> plainDoor(
            @Value("${juice.tls.plain-port:8080}") int port, @Value("${server.address:127.0.0.1}") String address) {
        return factory -> {
            Connector plain = new Connector();
            plain.setPort(port);
            if (plain.getProtocolHandler() instanceof Http11NioProtocol protocol) {
                try {
                    protocol.setAddress(InetAddress.getByName(address));
                } catch (UnknownHostException e) {
                    throw new IllegalArgumentException("no address: " + address, e);
                }
            }
            factory.addAdditionalConnectors(plain);
        };
    }

    @Bean
    PlainDoor plainDoorGuard(Environment environment) {
        return new PlainDoor(environment);
    }

    /** A laptop that has moved to another network, a certificate that ends: the server takes up the new one by itself. */
    @Scheduled(fixedDelayString = "PT10M", initialDelayString = "PT1M")
    void renew() {
        authority.prepare(HomeTls.names(names), HomeTls.addresses());
    }
}
