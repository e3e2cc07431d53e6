package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import juiceswap.web.TestDatabase;
import org.junit.jupiter.api.Test;

/** Two server processes on one database, of which one is killed in mid-sequence, as by a flat battery. */
class ServerKillTest {

    @Test
    void theOtherServerGoesOnAndNothingConfirmedIsLost() throws Exception {
        String database = TestDatabase.create();
        int port = freePort();
        Process server = start(database, port);
        int otherPort = freePort();
        Process other = start(database, otherPort);
        try (Browsers browsers = new Browsers()) {
            Person ines = new Person(browsers.page(390, 844), "http://127.0.0.1:" + port).enter("ines");
            ines.page.locator("button[value=outage]").click();
            Person bram = new Person(browsers.page(390, 844), "http://127.0.0.1:" + otherPort).enter("bram");
            bram.go("/swap");
            // what is confirmed at one server shows on the phone that asks the other
            ines.follow("Turn the main breaker OFF", ines::confirm);
            assertThat(bram.page.locator("main h1")).hasText("Turn the main breaker OFF");
            int seen = ines.seen();

            server.destroyForcibly().waitFor();
            ines.page.locator("[data-key=done]").click();
            assertThat(ines.page.locator("[data-unsent]")).containsText("Not sent yet: “It is off”.");
            assertThat(bram.seen()).isEqualTo(seen);
            server = start(database, port);

            // sent by itself, nobody signs in again, and the other phone hears of it
            assertThat(ines.page.locator("main h1")).hasText("Slide the plate up, over the main");
            assertThat(bram.page.locator("main h1")).hasText("Slide the plate up, over the main");
            ines.go("/swap");
            assertThat(ines.seen()).isEqualTo(seen + 1);
            bram.confirm();
            assertThat(ines.page.locator("main")).hasAttribute("data-seen", String.valueOf(seen + 2));
        } finally {
            server.destroyForcibly().waitFor();
            other.destroyForcibly().waitFor();
        }
    }

    private static Process start(String database, int port) throws Exception {
        String classPath = System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
        ProcessBuilder builder = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                classPath,
                "juiceswap.web.JuiceSwap",
                "--server.port=" + port,
                "--juice.demo=true",
                "--juice.rotation.effort=quick");
        builder.environment().put("JUICE_DB_URL", database);
        builder.environment().put("JUICE_DB_USER", TestDatabase.user());
        builder.redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD);
        Process process = builder.start();
        long deadline = System.nanoTime() + TimeUnit.MINUTES.toNanos(3);
        while (!answers(port)) {
            if (!process.isAlive() || System.nanoTime() > deadline) {
                throw new AssertionError("the server did not start");
            }
            Thread.sleep(100);
        }
        return process;
    }

    private static boolean answers(int port) {
        try {
            HttpURLConnection connection =
                    (HttpURLConnection) URI.create("http://127.0.0.1:" + port + "/actuator/health")
                            .toURL()
                            .openConnection();
            connection.setConnectTimeout(200);
            return connection.getResponseCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
