package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.Cookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.MessageDigest;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.util.Base64;
import java.util.Set;
import java.util.regex.Pattern;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import juiceswap.web.TestDatabase;
import juiceswap.web.tls.HouseAuthority;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The same product behind its own TLS, and behind a real proxy. */
class EncryptedTest {
    private static final Pattern LOOPBACK_HOUSE = Pattern.compile("https://127\\.0\\.0\\.1:\\d+/join");

    @TempDir
    private Path directory;

    private ServerProcess server;
    private Process proxy;

    @AfterEach
    void stopEverything() throws Exception {
        if (server != null) {
            server.kill();
        }
        if (proxy != null) {
            proxy.destroy();
            proxy.waitFor();
        }
    }

    @Test
    void aPhoneThatTrustsTheHouseIsLedToItAndGoesThroughAnOutage() throws Exception {
        int port = ServerProcess.freePort();
        int plain = ServerProcess.freePort();
        server = ServerProcess.start(
                TestDatabase.create(), port, "--juice.tls.directory=" + directory, "--juice.tls.plain-port=" + plain);
        String encrypted = "https://127.0.0.1:" + port;
        HttpResponse<byte[]> authority = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + plain + "/trust/authority.crt"))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());

        // who trusts the authority, and nobody else, gets through; and is not told to insist on it for good
        HttpResponse<String> door = trusting(authority.body())
                .send(
                        HttpRequest.newBuilder(URI.create(encrypted + "/sign-in"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        assertThat(door.statusCode()).isEqualTo(200);
        assertThat(door.headers().firstValue("Strict-Transport-Security")).isEmpty();
        assertThat(door.headers().allValues("Set-Cookie")).isNotEmpty().allMatch(cookie -> cookie.contains("; Secure"));

        // what is sent without encryption is not taken, whatever it is
        HttpResponse<String> plainly = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + plain + "/sign-in"))
                                .POST(HttpRequest.BodyPublishers.ofString("username=ines&password=estuary-lantern"))
                                .header("Content-Type", "application/x-www-form-urlencoded")
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        assertThat(plainly.statusCode()).isEqualTo(403);
        assertThat(plainly.headers().allValues("Set-Cookie")).isEmpty();

        try (Browsers browsers = new Browsers()) {
            // a phone that doesn't trust it yet stays where it is told how
            Page stranger = browsers.page(390, 844);
            stranger.navigate("http://127.0.0.1:" + plain + "/swap");
            assertThat(stranger.locator("main h1")).hasText("Let this phone trust the house");
            assertThat(stranger.locator(".figure.small").first())
                    .containsText(
                            Files.readString(directory.resolve("fingerprint")).strip());
            new Looks().at(stranger, "/trust");

            // one that trusts it goes on by itself to what was asked for
            Page page = browsers.pageThatTrusts(390, 844);
            page.navigate("http://127.0.0.1:" + plain + "/swap");
            assertThat(page).hasURL(encrypted + "/sign-in");
            Person ines = new Person(page, encrypted);
            Person bram = outTogether(browsers, ines);
            OutageJourney.goBack(ines);
            ines.follow(OutageJourney.ON_UTILITY, ines::confirm);
            assertThat(bram.page.locator("main h1")).hasText(OutageJourney.ON_UTILITY);
            assertThat(browsers.errors()).isEmpty();
        }
        // and keeps the page without the server, as only an encrypted one may be kept
        pocketOpensWithTheServerDead(encrypted, authority.body(), "reached");
    }

    /** Prepares a phone's pocket at that address, ends the server, and opens it. */
    private void pocketOpensWithTheServerDead(String encrypted, byte[] authority, String phase) throws Exception {
        byte[] key = trusting(authority)
                .send(
                        HttpRequest.newBuilder(URI.create(encrypted + "/sign-in"))
                                .build(),
                        HttpResponse.BodyHandlers.discarding())
                .sslSession()
                .orElseThrow()
                .getPeerCertificates()[0]
                .getPublicKey()
                .getEncoded();
        String trusted = Base64.getEncoder()
                .encodeToString(MessageDigest.getInstance("SHA-256").digest(key));
        try (Browsers browsers = new Browsers();
                BrowserContext phone = browsers.phone(
                        directory.resolve("phone"), "--ignore-certificate-errors-spki-list=" + trusted)) {
            Page page = phone.pages().get(0);
            new Person(page, encrypted).enter("ines");
            page.waitForFunction("() => document.documentElement.dataset.pocket === 'ready'");
            server.kill();
            page.navigate(encrypted + "/pocket");
            assertThat(page.locator("nav.pocket-bar")).isVisible();
            assertThat(page.locator("body")).hasAttribute("data-state", "offline");
            assertThat(page.locator("body")).hasAttribute("data-phase", phase);
        }
    }

    @Test
    void behindAProxyThatEncryptsEverythingGoesOn() throws Exception {
        HouseAuthority authority = new HouseAuthority(directory, Clock.systemUTC());
        authority.prepare(Set.of("localhost"), Set.of("127.0.0.1"));
        int inside = ServerProcess.freePort();
        int outside = ServerProcess.freePort();
        server = ServerProcess.start(TestDatabase.create(), inside, "--juice.behind-proxy=127.0.0.1");
        startProxy(outside, inside, authority.serverFile());
        try (Browsers browsers = new Browsers()) {
            Page page = browsers.pageThatTrusts(390, 844);
            String address = "https://127.0.0.1:" + outside;
            page.navigate(address + "/swap");
            assertThat(page).hasURL(address + "/sign-in");
            Person ines = new Person(page, address);
            Person bram = beginTogether(browsers, ines);
            ines.confirm();
            // the stream comes through, and is not kept back until it is long
            assertThat(bram.page.locator("main h1")).hasText(ines.title());
            assertThat(browsers.errors()).isEmpty();
        }
        pocketOpensWithTheServerDead("https://127.0.0.1:" + outside, authority.authorityCertificate(), "step");
    }

    /** Out to the generator, with a second phone that follows. */
    private static Person outTogether(Browsers browsers, Person ines) throws Exception {
        Person bram = beginTogether(browsers, ines);
        ines.follow(OutageJourney.ON_GENERATOR, ines::confirm);
        // the stream reaches the other phone
        assertThat(bram.page.locator("main h1")).hasText(OutageJourney.ON_GENERATOR);
        return bram;
    }

    /** Signs in with a password and begins an outage; a second phone looks on. */
    private static Person beginTogether(Browsers browsers, Person ines) throws Exception {
        ines.page.locator("[name=username]").fill("ines");
        ines.page.locator("[name=password]").fill("estuary-lantern");
        ines.page
                .getByText("Sign in", new Page.GetByTextOptions().setExact(true))
                .last()
                .click();
        assertThat(ines.page.context().cookies()).hasSizeGreaterThanOrEqualTo(2);
        for (Cookie cookie : ines.page.context().cookies()) {
            assertThat(cookie.secure).as(cookie.name).isTrue();
        }
        ines.go("/swap");
        ines.page.locator("button[value=outage]").click();
        Person bram = new Person(browsers.pageThatTrusts(1280, 800), ines.address("")).enter("bram");
        bram.go("/swap");
        assertThat(ines.page.locator(".join").first().textContent()).containsPattern(LOOPBACK_HOUSE);
        return bram;
    }

    private static HttpClient trusting(byte[] authority) throws Exception {
        X509Certificate certificate = (X509Certificate) CertificateFactory.getInstance("X.509")
                .generateCertificate(new java.io.ByteArrayInputStream(authority));
        KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
        trusted.load(null);
        trusted.setCertificateEntry("house", certificate);
        TrustManagerFactory managers = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        managers.init(trusted);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, managers.getTrustManagers(), null);
        return HttpClient.newBuilder().sslContext(context).build();
    }

    /** The proxy of Debian's package, with a configuration as the README gives it. */
    private void startProxy(int outside, int inside, Path certificate) throws Exception {
        Path configuration = directory.resolve("proxy.conf");
        Files.writeString(configuration, """
                daemon off;
                error_log %1$s/error.log;
                pid %1$s/pid;
                events {}
                http {
                  access_log off;
                  client_body_temp_path %1$s/body; proxy_temp_path %1$s/proxy; fastcgi_temp_path %1$s/f;
                  uwsgi_temp_path %1$s/u; scgi_temp_path %1$s/s;
                  server {
                    listen 127.0.0.1:%2$d ssl;
                    ssl_certificate %4$s; ssl_certificate_key %4$s;
                    location / {
                      proxy_pass http://127.0.0.1:%3$d;
                      proxy_http_version 1.1;
                      proxy_buffering off;
                      proxy_read_timeout 1h;
                      proxy_set_header Connection "";
                      proxy_set_header Host $host;
                      proxy_set_header X-Forwarded-For $remote_addr;
                      proxy_set_header X-Forwarded-Proto $scheme;
                      proxy_set_header X-Forwarded-Host $host;
                      proxy_set_header X-Forwarded-Port $server_port;
                    }
                  }
                }
                """.formatted(directory, outside, inside, certificate));
        proxy = new ProcessBuilder("nginx", "-p", directory.toString(), "-c", configuration.toString())
                .redirectErrorStream(true)
                .redirectOutput(directory.resolve("proxy.log").toFile())
                .start();
        for (int i = 0; i < 100; i++) {
            try (var socket = new java.net.Socket("127.0.0.1", outside)) {
                return;
            } catch (java.io.IOException notYet) {
                Thread.sleep(100);
            }
        }
        throw new AssertionError("the proxy did not start: " + Files.readString(directory.resolve("proxy.log")));
    }
}
