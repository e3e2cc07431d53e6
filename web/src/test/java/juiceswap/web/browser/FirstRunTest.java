package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import juiceswap.web.TestDatabase;
import org.junit.jupiter.api.Test;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** An empty database, no demo: the first person sets the household up. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
class FirstRunTest {
    @LocalServerPort
    private int port;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
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
