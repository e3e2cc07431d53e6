package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.net.URI;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.regex.Pattern;
import juiceswap.web.TravellingClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** A year around the outage, put through by a clock. */
@Import(TravellingClock.InPlace.class)
class UpkeepJourneyTest extends OutageJourney {
    @Autowired
    private TravellingClock clock;

    @AfterEach
    void nothingIsKeptForTheNext() {
        for (String table : List.of("put_back", "upkeep_done", "upkeep_interval", "fuel_lot", "upkeep")) {
            db.execute("delete from " + table);
        }
    }

    /** The list before a storm: the nearer it is the more is pressing; what one has done the others see. */
    @Test
    void aStormIsComing() {
        Person ines = person(390, 844).enter("ines");
        ines.go("/now");
        ines.page.getByText("A storm is coming").click();
        assertThat(ines.page.locator("[data-chore=fuel]")).containsText("gal");
        assertThat(ines.page.locator("li.pressing")).hasCount(0);
        ines.page.getByText("6 hours").click();
        assertThat(ines.page.locator("li.pressing").first()).hasAttribute("data-chore", "fuel");
        ines.page.locator("[data-chore=fuel] button").click();
        assertThat(ines.page.locator("[data-chore=fuel]")).containsText("Done by Ines");
        Person bram = person(1280, 800).enter("bram");
        bram.go("/storm?hours=6");
        assertThat(bram.page.locator("[data-chore=fuel].done")).containsText("Done by Ines");
        bram.page.locator("[data-chore=fuel] button").click();
        assertThat(bram.page.locator("[data-chore=fuel].done")).hasCount(0);
        bram.page.locator("[data-chore=cord] button").click();
        bram.page.getByText("The storm is over").click();
        bram.go("/storm");
        assertThat(bram.page.locator("li.done")).hasCount(0);
    }

    /** The end of an outage leads to what is to be put back; the hours of the engine are added once, whoever says so. */
    @Test
    void afterAnOutageEverythingIsPutBack() {
        LocalDate day = LocalDate.now().plusDays(1);
        clock.set(day.atTime(10, 0));
        Person ines = person(390, 844).enter("ines");
        ines.go("/now");
        ines.page.locator("button[value=outage]").click();
        advance(ines, null);
        clock.forward(Duration.ofHours(3));
        ines.go("/swap");
        goBack(ines);
        advance(ines, null);
        ines.page.locator("form[action$='/swap/end'] button").click();
        assertThat(ines.page).hasURL(Pattern.compile(".*/afterwards/\\d+$"));
        assertThat(ines.page.locator("main h1")).hasText("After the outage");
        assertThat(ines.page.locator(".score")).containsText("The engine ran3 h");
        Locator hours = ines.page.locator("[data-thing=hours]");
        // there is nothing yet that they could be added to
        hours.getByText("Enter the hours first").click();
        ines.page.locator("input[name=hours]").fill("20");
        ines.page.locator("form[action$='/upkeep/engine'] button").click();
        ines.go("/afterwards");
        assertThat(hours).containsText("It ran 3");
        Person bram = person(1280, 800).enter("bram");
        bram.go(URI.create(ines.page.url()).getPath());
        ines.press(hours.locator("button"));
        assertThat(hours).containsText("Done by Ines");
        // the other page still offers it: that adds nothing
        bram.press(bram.page.locator("[data-thing=hours] button"));
        assertThat(bram.page.locator("[data-thing=hours]")).containsText("Done by Ines");
        bram.go("/upkeep");
        double after = Double.parseDouble(bram.page.locator("input[name=hours]").inputValue());
        assertThat(after).isBetween(23.0, 23.3);
        ines.press(ines.page.locator("[data-thing=cord] button"));
        assertThat(ines.page.locator("[data-thing].done")).hasCount(2);
        ines.go("/now");
        assertThat(ines.page.locator("[data-put-back]")).containsText("After the outage:");
        ines.page.locator("[data-put-back]").click();
        costs(ines);
        ines.press(ines.page.locator("[data-thing=hours] button"));
        assertThat(ines.page.locator("[data-thing=hours].done")).hasCount(0);
        bram.go("/upkeep");
        assertThat(Double.parseDouble(bram.page.locator("input[name=hours]").inputValue()))
                .isBetween(20.0, 20.01);
    }

    /** What it cost is added up as far as it is known; what is no amount is said at its field, with everything typed there. */
    private static void costs(Person ines) {
        ines.page.getByText("What it cost").click();
        ines.page.locator("input[name=fuelPrice]").fill("3.49");
        ines.page.locator("input[name=food]").fill("a lot");
        ines.page.locator("form[action$='/cost'] button").click();
        assertThat(ines.page.locator("form[action$='/cost'] .problem")).containsText("a lot");
        assertThat(ines.page.locator("input[name=fuelPrice]")).hasValue("3.49");
        ines.page.locator("input[name=food]").fill("1,120.50");
        ines.page.locator("form[action$='/cost'] button").click();
        assertThat(ines.page.locator(".score")).containsText("Fuel cost");
        assertThat(ines.page.locator(".score"))
                .containsText(Pattern.compile("as far as it is known1,1[23]\\d\\.\\d\\d"));
        ines.page.getByText("What it cost").click();
        assertThat(ines.page.locator("input[name=fuelPrice]")).hasValue("3.49");
        assertThat(ines.page.locator("input[name=food]")).hasValue("1120.5");
    }

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

        // what is due rings in a calendar, on its morning
        ines.page.getByText("A calendar address for reminders").click();
        String calendar = ines.page.locator("#calendar code").textContent();
        String entries =
                person(390, 844).page.request().get(ines.address(calendar)).text();
        assertThat(entries).contains("SUMMARY:Generator upkeep: Oil change");
        assertThat(entries).contains("TRIGGER:PT9H");
        assertThat(entries).contains("UID:upkeep-exercise@juice-swap");
        // a first oil change that is done is not due again
        assertThat(entries).doesNotContain("UID:upkeep-oil-first@juice-swap");

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
