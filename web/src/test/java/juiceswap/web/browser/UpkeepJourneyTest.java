package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import java.time.LocalDate;
import juiceswap.web.TravellingClock;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** A year around the outage, put through by a clock. */
@Import(TravellingClock.InPlace.class)
class UpkeepJourneyTest extends OutageJourney {
    @Autowired
    private TravellingClock clock;

    @Test
    void aYearOfTheGeneratorIsKept() {
        LocalDate spring = LocalDate.now().plusDays(2);
        clock.set(spring.atTime(10, 0));
        Person ines = person(1280, 800).enter("ines");
        ines.go("/upkeep");
        assertThat(ines.page.locator("main")).containsText("Enter the hours of the engine first");

        // a slip of the finger is said at the field, and nothing typed is lost
        ines.page.locator("input[name=hours]").fill("twelve");
        ines.page.locator("input[name=since]").fill(spring.minusDays(20).toString());
        ines.page.locator("form[action$='/upkeep/engine'] button").click();
        assertThat(ines.page.locator("input[name=hours]")).hasValue("twelve");
        assertThat(ines.page.locator("input[name=since]"))
                .hasValue(spring.minusDays(20).toString());

        ines.page.locator("input[name=hours]").fill("12");
        ines.page.locator("form[action$='/upkeep/engine'] button").click();
        assertThat(ines.page.locator("[data-task=oil-first]")).hasAttribute("data-state", "due");
        ines.page.locator("[data-task=oil-first] button").first().click();
        assertThat(ines.page.locator("[data-task=oil-first]")).hasAttribute("data-state", "ok");
        assertThat(ines.page.locator("[data-task=oil]")).hasAttribute("data-state", "ok");

        ines.page.locator("input[name=amount]").fill("5 gal");
        ines.page.locator("form[action$='/upkeep/fuel'] button").click();
        assertThat(ines.page.locator("form[action$='/fuel/gone']")).hasCount(1);
        assertThat(ines.page.locator("aside")).containsText("5 gal");
        assertThat(ines.page.locator("[data-task=fuel-age]")).hasAttribute("data-state", "ok");

        ines.page.locator("[data-task=cord] summary").click();
        ines.page.locator("[data-task=cord] form.form-grid input[name=on]").fill("yesterday");
        ines.page.locator("[data-task=cord] input[name=note]").fill("new end");
        ines.page.locator("[data-task=cord] form.form-grid button").first().click();
        assertThat(ines.page.locator("[role=alert]").first()).containsText("must be a day");
        assertThat(ines.page.locator("[data-task=cord] input[name=note]")).hasValue("new end");
        assertThat(ines.page.locator("[data-task=cord] form.form-grid input[name=on]"))
                .hasValue("yesterday");

        // a season on: what is due stands on Now
        clock.set(spring.plusDays(95).atTime(10, 0));
        ines.go("/upkeep");
        assertThat(ines.page.locator("[data-task=fuel-age]")).hasAttribute("data-state", "due");
        assertThat(ines.page.locator("[data-task=co-alarm-test]")).hasAttribute("data-state", "due");
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("are due");
        ines.go("/upkeep");
        ines.page.locator("[data-task=co-alarm-test] button").first().click();
        assertThat(ines.page.locator("[data-task=co-alarm-test]")).hasAttribute("data-state", "ok");
        ines.page.getByText("Take back").first().click();
        assertThat(ines.page.locator("[data-task=co-alarm-test]")).hasAttribute("data-state", "due");
    }
}
