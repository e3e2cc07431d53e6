package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import org.junit.jupiter.api.Test;

/** From a symptom to its cause, on a phone in the dark. */
class TroubleJourneyTest extends OutageJourney {
    @Test
    void anEngineThatDoesNotStartIsLedToItsCause() {
        Person bram = person(390, 844).enter("bram");
        bram.go("/trouble");
        bram.page.locator("button[value='cranks-no-start']").click();
        assertThat(bram.page.locator("main")).hasAttribute("data-check", "fuel-valve");
        bram.page.locator("[data-outcome=ok]").click();
        assertThat(bram.page.locator("main")).not().hasAttribute("data-check", "fuel-valve");
        bram.page.locator("[data-outcome=skipped]").click();
        String third = bram.page.locator("main").getAttribute("data-check");
        bram.page.reload();
        assertThat(bram.page.locator("main")).hasAttribute("data-check", third);
        bram.page.locator("[data-outcome=not]").click();
        assertThat(bram.page.locator("h1")).hasText("Found");
    }

    @Test
    void whoHasLookedAtEverythingIsToldWhomToCall() {
        Person bram = person(390, 844).enter("bram");
        bram.go("/trouble?symptom=no-volts");
        while (bram.page.locator("[data-outcome=ok]").count() > 0) {
            bram.page.locator("[data-outcome=ok]").click();
        }
        assertThat(bram.page.locator("h1")).containsText("Call a licensed electrician");
        bram.page.locator("main").getByText("One back").click();
        assertThat(bram.page.locator("[data-outcome=ok]")).isVisible();
    }

    @Test
    void whatNobodyKnowsInTheAddressIsLeftOut() {
        Person bram = person(390, 844).enter("bram");
        bram.go("/trouble?symptom=no-volts&found=cylinder.ok,nonsense,output-breaker.maybe");
        assertThat(bram.page.locator("main")).hasAttribute("data-check", "output-breaker");
    }
}
