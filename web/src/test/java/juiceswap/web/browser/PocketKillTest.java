package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.nio.file.Files;
import java.nio.file.Path;
import juiceswap.web.TestDatabase;
import org.junit.jupiter.api.Test;
import org.springframework.util.FileSystemUtils;

/** The server is dead, and the phone's browser was closed and opened again: the page is there, and so is what was done. */
class PocketKillTest {

    @Test
    void thePageOpensWithTheServerDeadAndTheBrowserRestarted() throws Exception {
        Path keeps = Files.createTempDirectory("phone");
        String database = TestDatabase.create();
        int port = ServerProcess.freePort();
        ServerProcess server = ServerProcess.start(database, port);
        String address = "http://127.0.0.1:" + port;
        try (Browsers browsers = new Browsers()) {
            try (BrowserContext phone = browsers.phone(keeps)) {
                Page page = phone.pages().get(0);
                new Person(page, address).enter("ines");
                page.waitForFunction("() => document.documentElement.dataset.pocket === 'ready'");
            }
            server.kill();
            try (BrowserContext phone = browsers.phone(keeps)) {
                Page page = phone.pages().get(0);
                page.navigate(address + "/pocket");
                page.locator("[data-do=begin]").click();
                assertThat(page.locator("body")).hasAttribute("data-phase", "step");
                page.locator(".pocket-bar [data-do=done]").click();
                assertThat(page.locator("body")).hasAttribute("data-unsent", "2");
            }
            try (BrowserContext phone = browsers.phone(keeps)) {
                Page page = phone.pages().get(0);
                page.navigate(address + "/pocket");
                assertThat(page.locator("body")).hasAttribute("data-unsent", "2");
                assertThat(page.locator("body")).hasAttribute("data-state", "offline");
                server = ServerProcess.start(database, port);
                page.evaluate("dispatchEvent(new Event('online'))");
                page.waitForFunction(
                        "() => document.body.dataset.unsent === '0' && document.body.dataset.state === 'online'");
                page.navigate(address + "/swap");
                assertThat(page.locator("main")).hasAttribute("data-seen", "2");
            }
        } finally {
            server.kill();
            FileSystemUtils.deleteRecursively(keeps);
        }
    }
}
