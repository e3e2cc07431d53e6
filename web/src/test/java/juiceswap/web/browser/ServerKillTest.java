package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import juiceswap.web.TestDatabase;
import org.junit.jupiter.api.Test;

/** Two server processes on one database, of which one is killed in mid-sequence, as by a flat battery. */
class ServerKillTest {

    @Test
    void theOtherServerGoesOnAndNothingConfirmedIsLost() throws Exception {
        String database = TestDatabase.create();
        int port = ServerProcess.freePort();
        ServerProcess server = ServerProcess.start(database, port);
        int otherPort = ServerProcess.freePort();
        ServerProcess other = ServerProcess.start(database, otherPort);
        try (Browsers browsers = new Browsers()) {
            Person ines = new Person(browsers.page(390, 844), "http://127.0.0.1:" + port).enter("ines");
            ines.page.locator("button[value=outage]").click();
            Person bram = new Person(browsers.page(390, 844), "http://127.0.0.1:" + otherPort).enter("bram");
            bram.go("/swap");
            // what is confirmed at one server shows on the phone that asks the other
            ines.follow("Turn the main breaker OFF", ines::confirm);
            assertThat(bram.page.locator("main h1")).hasText("Turn the main breaker OFF");
            int seen = ines.seen();

            server.kill();
            ines.page.locator("[data-key=done]").click();
            assertThat(ines.page.locator("[data-unsent]")).containsText("Not sent yet: “It is off”.");
            assertThat(bram.seen()).isEqualTo(seen);
            server = ServerProcess.start(database, port);

            // sent by itself, nobody signs in again, and the other phone hears of it
            assertThat(ines.page.locator("main h1")).hasText("Slide the plate up, over the main");
            assertThat(bram.page.locator("main h1")).hasText("Slide the plate up, over the main");
            ines.go("/swap");
            assertThat(ines.seen()).isEqualTo(seen + 1);
            bram.confirm();
            assertThat(ines.page.locator("main")).hasAttribute("data-seen", String.valueOf(seen + 2));
        } finally {
            server.kill();
            other.kill();
        }
    }
}
