package juiceswap.web.tls;

import java.net.NetworkInterface;
import java.net.SocketException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.boot.context.event.ApplicationEnvironmentPreparedEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.MapPropertySource;

/**
 * With {@code juice.tls.directory} the server speaks TLS with a certificate of this house: made before the server starts, and
 * looked after by {@link Renewal} while it runs.
 */
public final class HomeTls implements ApplicationListener<ApplicationEnvironmentPreparedEvent> {
    static final String DIRECTORY = "juice.tls.directory";
    private static final String NAMES = "juice.tls.names";

    @Override
    public void onApplicationEvent(ApplicationEnvironmentPreparedEvent event) {
        ConfigurableEnvironment environment = event.getEnvironment();
        String directory = environment.getProperty(DIRECTORY, "");
        if (directory.isBlank()) {
            return;
        }
        HouseAuthority authority = new HouseAuthority(Path.of(directory), Clock.systemUTC());
        authority.prepare(names(environment.getProperty(NAMES, "")), addresses());
        // what the start prints, for comparing on the phone
        authority.writeFingerprint();
        String file = "file:" + authority.serverFile().toAbsolutePath();
        environment
                .getPropertySources()
                .addFirst(new MapPropertySource(
                        "juice.tls",
                        Map.of(
                                "spring.ssl.bundle.pem.house.keystore.certificate",
                                file,
                                "spring.ssl.bundle.pem.house.keystore.private-key",
                                file,
                                "spring.ssl.bundle.pem.house.reload-on-update",
                                "true",
                                "server.ssl.bundle",
                                "house")));
    }

    /**
     * What this machine is called in the house, lower case: its host name, the same with the endings that home networks give,
     * {@code localhost}, and what else was said.
     *
     * @param said more names, with commas between them
     */
    static Set<String> names(String said) {
        Set<String> names = new LinkedHashSet<>();
        String host = hostName();
        if (host.matches("[a-z0-9][a-z0-9-]{0,62}")) {
            names.add(host);
            names.add(host + ".local");
            names.add(host + ".lan");
            names.add(host + ".home.arpa");
        }
        names.add("localhost");
        for (String name : said.toLowerCase(Locale.ROOT).split(",")) {
            if (!name.isBlank()) {
                names.add(name.strip());
            }
        }
        return names;
    }

    private static String hostName() {
        try {
            String full = java.net.InetAddress.getLocalHost().getHostName().toLowerCase(Locale.ROOT);
            return full.split("\\.")[0];
        } catch (java.net.UnknownHostException nameless) {
            return "";
        }
    }

    /** Every address that this machine has now. */
    static Set<String> addresses() {
        Set<String> addresses = new TreeSet<>();
        try {
            NetworkInterface.networkInterfaces()
                    .flatMap(NetworkInterface::inetAddresses)
                    .map(address -> address.getHostAddress().split("%")[0])
                    .forEach(addresses::add);
        } catch (SocketException e) {
            throw new IllegalStateException("this machine's addresses can't be listed", e);
        }
        return addresses;
    }
}
