package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import juiceswap.web.DatabaseLine;
import juiceswap.web.TestDatabase;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** The database is stopped in the middle of a changeover, and started again. */
@SpringBootTest(
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        properties = {
            "juice.demo=true",
            "juice.rotation.effort=instant",
            "spring.datasource.hikari.connection-timeout=700"
        })
class DatabaseAwayTest {
    private static DatabaseLine line;

    @LocalServerPort
    private int port;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) throws IOException {
        line = TestDatabase.registerByLine(properties);
    }

    @AfterAll
    static void close() throws IOException {
        line.close();
    }

    @Test
    void itIsSaidAndNothingConfirmedIsLost() throws IOException {
        String address = "http://127.0.0.1:" + port;
        try (Browsers browsers = new Browsers()) {
            Person ines = new Person(browsers.page(390, 844), address).enter("ines");
            ines.page.locator("button[value=outage]").click();
            Person bram = new Person(browsers.page(1280, 800), address).enter("bram");
            bram.go("/swap");
            ines.follow("Turn the main breaker OFF", ines::confirm);
            int seen = ines.seen();

            line.cut();
            ines.page.locator("[data-key=done]").click();
            assertThat(ines.page.locator("[data-unsent]")).containsText("Not sent yet: “It is off”.");
            Response page = bram.page.navigate(address + "/now");
            assertThat(page.status()).isEqualTo(503);
            assertThat(bram.page.locator("h1")).hasText("The records can’t be reached just now.");
            APIResponse posted = bram.page.request().post(address + "/swap/make-safe", RequestOptions.create());
            assertThat(posted.status()).isEqualTo(503);
            // the engine needs no records
            APIResponse engine = browsers.page(390, 844)
                    .request()
                    .post(
                            address + "/api/v1/voltages",
                            RequestOptions.create().setData("{}").setHeader("Content-Type", "application/json"));
            assertThat(engine.status()).isEqualTo(400);

            line.mend();
            // both go on by themselves, and what was confirmed has arrived once
            assertThat(bram.page.locator("nav.pages")).isVisible();
            assertThat(ines.page.locator("main h1")).hasText("Slide the plate up, over the main");
            ines.go("/swap");
            assertThat(ines.seen()).isEqualTo(seen + 1);
            // and live updates have come back
            bram.go("/swap");
            ines.confirm();
            assertThat(bram.page.locator("main")).hasAttribute("data-seen", String.valueOf(seen + 2));
        }
    }
}
