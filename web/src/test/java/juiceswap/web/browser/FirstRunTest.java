package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.util.List;
import java.util.Map;
import juiceswap.web.TestDatabase;
import org.jooq.DSLContext;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** An empty database, no demo: the first person sets the household up. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
class FirstRunTest {
    @LocalServerPort
    private int port;

    @Autowired
    private DSLContext db;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void nobodyWasHereBefore() {
        db.execute("reset role; truncate account, household cascade; set role juice_pages");
    }

    /** What the first step that is not done yet says, on the page of the house. */
    private static Locator next(Page page) {
        return page.locator(".first-steps");
    }

    @Test
    void fromNothingToAFirstRehearsal() {
        String address = "http://127.0.0.1:" + port;
        try (Browsers browsers = new Browsers()) {
            Page page = browsers.page(1280, 800);
            page.navigate(address + "/");
            Looks looks = new Looks();
            looks.at(page, "/welcome");
            Map.of("household", "Gull Cottage", "name", "Maren", "login", "maren", "password", "long enough now")
                    .forEach((field, text) ->
                            page.locator("[name=" + field + "]").fill(text));
            page.locator("main button").click();
            looks.at(page, "/house without a house");
            Map.of("spaces", "20", "mainAmps", "100", "runningWatts", "5500", "startingWatts", "6900", "lengthM", "10")
                    .forEach((field, text) ->
                            page.locator("[name=" + field + "]").fill(text));
            page.locator("[name=awg]").selectOption("10");
            page.getByText("Draw the panel").click();
            assertThat(next(page)).containsText("First steps, 1 of 5");
            for (String path :
                    List.of("/now", "/house", "/house/loads", "/house/choose", "/house/needs", "/house/size")) {
                page.navigate(address + path);
                looks.at(page, path + " of an empty panel");
            }
            Map<Integer, String> breakers = Map.of(1, "Fridge", 3, "Hall lights", 5, "Desk", 7, "Bedroom lights");
            breakers.forEach((space, label) -> {
                page.navigate(address + "/house?space=" + space);
                page.locator("[name=label]").fill(label);
                page.locator("[name=breakerAmps]").fill("15");
                page.getByText("Put it in").click();
                assertThat(page.locator("#told .notice").first()).containsText(label + " is in the panel.");
            });
            page.navigate(address + "/house");
            assertThat(next(page)).containsText("First steps, 2 of 5: Say what is on each breaker");
            next(page).locator("a").click();
            for (String label : breakers.values()) {
                page.navigate(address + "/house/loads");
                page.locator("main a").getByText(label).first().click();
                page.locator("[name=name]").last().fill(label);
                page.locator("[name=runningWatts]").fill("150");
                page.locator("#load button.act").click();
                assertThat(page.locator("#told .notice").first()).containsText("is saved");
            }
            page.navigate(address + "/house/loads");
            next(page).locator("a").click();
            page.locator("input[aria-label='Fridge must run']").check();
            page.locator("[name=testL1]").selectOption(new SelectOption().setIndex(1));
            page.locator("[name=testL2]").selectOption(new SelectOption().setIndex(1));
            page.getByText("Save, for the next outage").click();
            assertThat(next(page)).containsText("First steps, 4 of 5");
            next(page).locator("a").click();
            page.locator("[name=generatorAlone][value=beeps]").check();
            page.locator("[name=noVolts]").check();
            page.locator("main form[method=post] button.act").first().click();
            page.navigate(address + "/now");
            assertThat(page.locator(".first-list .next")).containsText("Rehearse once");
            page.locator("button[value=rehearsal]").click();
            assertThat(page.locator("main.swap")).isVisible();
            assertThat(page.locator("nav.pages")).containsText("Rehearsal");
            assertThat(looks.problems()).isEmpty();
            assertThat(browsers.errors()).isEmpty();
        }
    }

    @Test
    void fromNothingToAHouse() {
        String address = "http://127.0.0.1:" + port;
        try (Browsers browsers = new Browsers()) {
            Page page = browsers.page(390, 844);
            page.navigate(address + "/");
            assertThat(page).hasURL(address + "/welcome");
            page.locator("[name=household]").fill("Gull Cottage");
            page.locator("[name=name]").fill("Maren");
            page.locator("[name=login]").fill("maren");
            page.locator("[name=password]").fill("short");
            page.locator("main button").click();
            assertThat(page.locator(".problem").getByText("At least 10 characters."))
                    .isVisible();
            assertThat(page.locator("[name=household]")).hasValue("Gull Cottage");
            page.locator("[name=password]").fill("long enough now");
            page.locator("main button").click();
            assertThat(page.locator("h1")).hasText("Describe the house");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Weaver’s Loft"))
                    .click();
            assertThat(page.locator("h1")).hasText("Weaver's Loft");

            // set up once only, and no way in without a password
            APIResponse again = browsers.page(390, 844).request().get(address + "/welcome");
            assertThat(again.url()).isEqualTo(address + "/sign-in");
            Page stranger = browsers.page(390, 844);
            stranger.navigate(address + "/house");
            assertThat(stranger).hasURL(address + "/sign-in");
            assertThat(stranger.getByText("Enter the demo")).hasCount(0);
            stranger.locator("[name=username]").fill("maren");
            stranger.locator("[name=password]").fill("a wrong guess");
            stranger.locator("main button").click();
            assertThat(stranger.locator(".problem")).hasText("Name or password is wrong.");
            stranger.locator("[name=username]").fill("Maren");
            stranger.locator("[name=password]").fill("long enough now");
            stranger.locator("main button").click();
            assertThat(stranger.locator("h1")).hasText("Weaver's Loft");
        }
    }
}
