package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import org.junit.jupiter.api.Test;

/** From a symptom to its cause, on a phone in the dark. */
class TroubleJourneyTest extends OutageJourney {
    @Test
    void anEngineThatDoesNotStartIsLedToItsCause() {
        Person bram = person(390, 844).enter("bram");
        bram.go("/trouble");
        bram.press(bram.page.locator("button[value='cranks-no-start']"));
        assertThat(bram.page.locator("main")).hasAttribute("data-check", "fuel-valve");
        bram.press(bram.page.locator("[data-outcome=ok]"));
        assertThat(bram.page.locator("main")).not().hasAttribute("data-check", "fuel-valve");
        bram.press(bram.page.locator("[data-outcome=skipped]"));
        String third = bram.page.locator("main").getAttribute("data-check");
        bram.page.reload();
        assertThat(bram.page.locator("main")).hasAttribute("data-check", third);
        bram.press(bram.page.locator("[data-outcome=not]"));
        assertThat(bram.page.locator("h1")).hasText("Found");
    }

    @Test
    void whoHasLookedAtEverythingIsToldWhomToCall() {
        Person bram = person(390, 844).enter("bram");
        bram.go("/trouble?symptom=no-volts");
        while (bram.page.locator("[data-outcome=ok]").count() > 0) {
            bram.press(bram.page.locator("[data-outcome=ok]"));
        }
        assertThat(bram.page.locator("h1")).containsText("Call a licensed electrician");
        bram.press(bram.page.locator("main").getByText("One back"));
        assertThat(bram.page.locator("[data-outcome=ok]")).isVisible();
    }

    @Test
    void whatNobodyKnowsInTheAddressIsLeftOut() {
        Person bram = person(390, 844).enter("bram");
        bram.go("/trouble?symptom=no-volts&found=cylinder.ok,nonsense,output-breaker.maybe");
        assertThat(bram.page.locator("main")).hasAttribute("data-check", "output-breaker");
    }
}
