package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Source;
import juiceswap.web.TravellingClock;
import juiceswap.web.household.Households;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** A year around the outage, put through by a clock. */
@Import(TravellingClock.InPlace.class)
class UpkeepJourneyTest extends OutageJourney {
    @Autowired
    private TravellingClock clock;

    @Autowired
    private Households households;

    @AfterEach
    void nothingIsKeptForTheNext() {
        for (String table : List.of(
                "put_back",
                "outage_cost",
                "upkeep_done",
                "upkeep_interval",
                "fuel_lot",
                "upkeep",
                "exercise_run",
                "lent",
                "quote",
                "fuel_price")) {
            db.execute("delete from " + table);
        }
    }

    /** The list before a storm: the nearer it is the more is pressing; what one has done the others see. */
    @Test
    void aStormIsComing() {
        Person ines = person(390, 844).enter("ines");
        ines.go("/now");
        ines.press(ines.page.getByText("A storm is coming"));
        assertThat(ines.page.locator("[data-chore=fuel]")).containsText("gal");
        assertThat(ines.page.locator("li.pressing")).hasCount(0);
        ines.press(ines.page.getByText("6 hours"));
        assertThat(ines.page.locator("li.pressing").first()).hasAttribute("data-chore", "fuel");
        ines.press(ines.page.locator("[data-chore=fuel] button"));
        assertThat(ines.page.locator("[data-chore=fuel]")).containsText("Done by Ines");
        Person bram = person(1280, 800).enter("bram");
        bram.go("/storm?hours=6");
        assertThat(bram.page.locator("[data-chore=fuel].done")).containsText("Done by Ines");
        bram.press(bram.page.locator("[data-chore=fuel] button"));
        assertThat(bram.page.locator("[data-chore=fuel].done")).hasCount(0);
        bram.press(bram.page.locator("[data-chore=cord] button"));
        bram.press(bram.page.getByText("The storm is over"));
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
        ines.press(ines.page.locator("button[value=outage]"));
        advance(ines, null);
        clock.forward(Duration.ofHours(3));
        ines.go("/swap");
        goBack(ines);
        advance(ines, null);
        ines.press(ines.page.locator("form[action$='/swap/end'] button"));
        assertThat(ines.page).hasURL(Pattern.compile(".*/afterwards/\\d+$"));
        assertThat(ines.page.locator("main h1")).hasText("After the outage");
        assertThat(ines.page.locator(".score")).containsText("The engine ran3 h");
        Locator hours = ines.page.locator("[data-thing=hours]");
        // there is nothing yet that they could be added to
        hours.getByText("Enter the hours first").click();
        ines.page.locator("input[name=hours]").fill("20");
        ines.press(ines.page.locator("form[action$='/upkeep/engine'] button"));
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
        ines.press(ines.page.locator("[data-put-back]"));
        costs(ines);
        ines.press(ines.page.locator("[data-thing=hours] button"));
        assertThat(ines.page.locator("[data-thing=hours].done")).hasCount(0);
        bram.go("/upkeep");
        assertThat(Double.parseDouble(bram.page.locator("input[name=hours]").inputValue()))
                .isBetween(20.0, 20.01);
    }

    /** What it cost is added up as far as it is known; what is no amount is said at its field, with everything typed there. */
    private static void costs(Person ines) {
        ines.press(ines.page.getByText("What it cost"));
        ines.page.locator("input[name=fuelPrice]").fill("3.49");
        ines.page.locator("input[name=food]").fill("a lot");
        ines.press(ines.page.locator("form[action$='/cost'] button"));
        assertThat(ines.page.locator("form[action$='/cost'] .problem")).containsText("a lot");
        assertThat(ines.page.locator("input[name=fuelPrice]")).hasValue("3.49");
        ines.page.locator("input[name=food]").fill("1,120.50");
        ines.press(ines.page.locator("form[action$='/cost'] button"));
        assertThat(ines.page.locator(".score")).containsText("Fuel cost");
        assertThat(ines.page.locator(".score"))
                .containsText(Pattern.compile("as far as it is known1,1[23]\\d\\.\\d\\d"));
        ines.press(ines.page.getByText("What it cost"));
        assertThat(ines.page.locator("input[name=fuelPrice]")).hasValue("3.49");
        assertThat(ines.page.locator("input[name=food]")).hasValue("1120.5");
    }

    private static void stepDone(Person person) {
        person.press(
                person.page.locator("form[action$='/exercise/done'] button").first());
    }

    private static void waited(Person person) {
        person.press(person.page.locator("button[name=early]"));
    }

    /** A run is led to its end; read so many hertz under its load. */
    private void run(Person person, String hertz) {
        person.go("/upkeep/exercise");
        person.press(person.page.locator("form[action$='/exercise/begin'] button"));
        for (int before = 0; before < 5; before++) {
            stepDone(person);
        }
        Locator step = person.page.locator("[data-step]");
        assertThat(step).hasAttribute("data-step", "warm-up");
        clock.forward(Duration.ofMinutes(4));
        stepDone(person);
        read(person, "122", "121", "61.8");
        person.page.locator("input[name=loadWatts]").fill("3600");
        stepDone(person);
        assertThat(step).hasAttribute("data-step", "run");
        clock.forward(Duration.ofMinutes(21));
        stepDone(person);
        read(person, "118", "119", hertz);
        stepDone(person);
        clock.forward(Duration.ofMinutes(6));
        stepDone(person);
        stepDone(person);
        assertThat(step).hasAttribute("data-step", "away");
        stepDone(person);
        assertThat(step).hasCount(0);
    }

    private static void read(Person person, String l1, String l2, String hertz) {
        person.page.locator("input[name=l1n]").fill(l1);
        person.page.locator("input[name=l2n]").fill(l2);
        person.page.locator("input[name=hz]").fill(hertz);
        stepDone(person);
    }

    @Test
    void anExerciseRunIsLedAndComparedWithTheOneBefore() {
        LocalDate day = LocalDate.now().plusDays(3);
        clock.set(day.atTime(10, 0));
        Person ines = person(390, 844).enter("ines");
        ines.go("/upkeep");
        ines.page.locator("input[name=hours]").fill("12");
        ines.press(ines.page.locator("form[action$='/upkeep/engine'] button"));
        ines.press(ines.page.locator("[data-task=exercise]").getByText("Lead me through a run"));
        ines.press(ines.page.getByText("Begin", new Page.GetByTextOptions().setExact(true)));
        Locator step = ines.page.locator("[data-step]");
        assertThat(step).hasAttribute("data-step", "place");
        stepDone(ines);
        // pressed too early: one back
        ines.press(ines.page.getByText("One step back"));
        assertThat(step).hasAttribute("data-step", "place");
        for (int before = 0; before < 4; before++) {
            stepDone(ines);
        }
        // this engine's own controls, one at a time
        assertThat(step).hasAttribute("data-step", "start");
        assertThat(ines.page.locator(".start-list [data-one]").first()).isVisible();
        stepDone(ines);
        // not before its time, unless somebody insists
        stepDone(ines);
        assertThat(ines.page.locator("[role=alert]")).containsText("Its time is not over yet");
        waited(ines);
        assertThat(step).hasAttribute("data-step", "read-unloaded");
        stepDone(ines);
        assertThat(ines.page.locator(".notice.stop")).isVisible();
        ines.page.locator("input[name=l1n]").fill("a lot");
        ines.page.locator("input[name=hz]").fill("61.8");
        stepDone(ines);
        assertThat(ines.page.locator("form .problem")).containsText("a lot");
        assertThat(ines.page.locator("input[name=hz]")).hasValue("61.8");
        // somebody else sees where it is
        Person bram = person(1280, 800).enter("bram");
        bram.go("/upkeep/exercise");
        assertThat(bram.page.locator("[data-step]")).hasAttribute("data-step", "read-unloaded");
        bram.press(bram.page.getByText("I have no meter"));
        assertThat(bram.page.locator("[data-step]")).hasAttribute("data-step", "load");
        // what the other still shows is over, and changes nothing
        stepDone(ines);
        assertThat(step).hasAttribute("data-step", "load");
        ines.press(ines.page.getByText("Give up this run"));
        assertThat(db.fetchCount(db.selectOne().from("exercise_run"))).isZero();

        run(ines, "60.2");
        assertThat(ines.page.locator("main")).containsText("It runs as it did before.");
        ines.go("/upkeep");
        assertThat(ines.page.locator("[data-task=exercise]")).hasAttribute("data-state", "ok");
        assertThat(Double.parseDouble(ines.page.locator("input[name=hours]").inputValue()))
                .isBetween(12.4, 12.7);
        clock.set(day.plusDays(31).atTime(10, 0));
        ines.go("/upkeep");
        assertThat(ines.page.locator("[data-task=exercise]")).hasAttribute("data-state", "due");
        run(ines, "58.9");
        assertThat(ines.page.locator("main")).containsText("58.9 Hz under load, and 60.2 Hz at a like load before");
        assertThat(ines.page.locator("tbody tr")).hasCount(2);
    }

    /** It floats for the house: that is asked before it goes, and again when it is back. */
    @Test
    void itIsNotLentWithoutItsQuestion() {
        db.execute("update household set file = jsonb_set(file, '{setup,generator,bond}', '\"floating\"')");
        Person ines = person(390, 844).enter("ines");
        ines.go("/upkeep");
        ines.press(ines.page.getByText("Lend the generator"));
        ines.page.locator("input[name=toWhom]").fill("Tamsin next door");
        ines.page.locator("input[name=note]").fill("Cord and two cans");
        ines.press(ines.page.getByText("It goes", new Page.GetByTextOptions().setExact(true)));
        assertThat(ines.page.locator("fieldset .problem")).containsText("neutral");
        assertThat(ines.page.locator("input[name=toWhom]")).hasValue("Tamsin next door");
        assertThat(ines.page.locator("input[name=note]")).hasValue("Cord and two cans");
        ines.page.locator("input[value=bonded-again]").check();
        ines.press(ines.page.getByText("It goes", new Page.GetByTextOptions().setExact(true)));
        assertThat(ines.page.locator("main .card").first()).containsText("Tamsin next door");
        assertThat(ines.page.locator("form[action$='/upkeep/lend']")).hasCount(0);
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("Tamsin next door has the generator");
        assertThat(db.fetchValue("select file #>> '{setup,generator,bond}' from household"))
                .isEqualTo("bonded");
        ines.go("/upkeep/lend");
        ines.press(ines.page.getByText("It is back"));
        assertThat(ines.page.locator("form[action$='/upkeep/lend']")).hasCount(1);
        // nobody has measured
        assertThat(db.fetchValue("select file #>> '{setup,generator,bond}' from household"))
                .isEqualTo("unknown");
        ines.go("/now");
        assertThat(ines.page.locator("main")).not().containsText("has the generator");
    }

    /** The other one feeds the house meanwhile, with its own watts and its own bond. */
    @Test
    void oneOfTwoIsLent() {
        db.execute("update household set file = jsonb_set(jsonb_set(file, '{supply,sets}', '2'),"
                + " '{setup,generator,bond}', '\"floating\"')");
        Person ines = person(390, 844).enter("ines");
        ines.go("/upkeep/lend");
        ines.page.locator("input[name=toWhom]").fill("Tamsin next door");
        ines.page.locator("select[name=which]").selectOption("first");
        ines.page.locator("input[value=bonded-again]").check();
        ines.press(ines.page.getByText("It goes", new Page.GetByTextOptions().setExact(true)));
        assertThat(ines.page.locator("#told")).containsText("planned with the other one alone");
        // what is away is not lent again, and the other one floats as before
        assertThat(ines.page.locator("select[name=which] option")).containsText("The second");
        assertThat(ines.page.locator("input[value=bonded-again]")).hasCount(1);
        assertThat(ines.page.locator("[data-part=one-away] p")).containsText("With one of them here");
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("Tamsin next door has one of the two generators");
        assertThat(ines.page.locator("main")).containsText("The generator is floating now.");

        ines.press(ines.page.locator("button[value=outage]"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        Source stays =
                swap.current(account("ines")).orElseThrow().household().setup().source();
        assertThat(stays.runningWatts()).isEqualTo(3400);
        assertThat(stays.bond()).isEqualTo(Bond.FLOATING);

        ines.go("/upkeep/lend");
        ines.page.locator("select[name=bond]").selectOption("floating");
        ines.press(ines.page.getByText("It is back"));
        assertThat(ines.page.locator("#told")).containsText("from the next one on it counts again");
        assertThat(households
                        .atHand(account("ines").householdId())
                        .orElseThrow()
                        .setup()
                        .source()
                        .runningWatts())
                .isEqualTo(6800);

        // what is measured now is measured of the one that has been here all along
        ines.go("/meter/bonding");
        ines.page.locator("input[name=generatorAlone][value=beeps]").check();
        ines.page.locator("input[name=noVolts]").check();
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("#told")).isVisible();
        assertThat(households
                        .file(account("ines").householdId())
                        .orElseThrow()
                        .setup()
                        .source()
                        .generators())
                .extracting(Generator::bond)
                .containsExactly(Bond.FLOATING, Bond.BONDED);
    }

    @Test
    void whatItCostsIsAddedUp() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/house/device");
        ines.press(ines.page.getByText("What it costs"));
        Locator plate = ines.page.locator("[data-kind=interlock]");
        plate.locator("summary").click();
        plate.locator("input[name=amount]").fill("plenty");
        plate.locator("input[name=note]").fill("Ferrow Electric");
        plate.locator("details button").click();
        assertThat(plate.locator(".problem")).containsText("plenty");
        assertThat(plate.locator("input[name=note]")).hasValue("Ferrow Electric");
        plate.locator("input[name=amount]").fill("640");
        plate.locator("input[name=paid]").check();
        plate.locator("details button").click();
        assertThat(plate).containsText("640.00");
        assertThat(plate).containsText("paid");
        Locator box = ines.page.locator("[data-kind=circuit-switches]");
        box.locator("summary").click();
        box.locator("input[name=amount]").fill("1,450");
        box.locator("details button").click();
        assertThat(box).containsText("1,450.00");
        assertThat(ines.page.locator("aside")).containsText("takes about");
        ines.page.locator("input[name=fuelPrice]").fill("3.60");
        ines.press(ines.page.locator("form[action$='/money/fuel'] button"));
        assertThat(ines.page.locator("input[name=fuelPrice]")).hasValue("3.60");
        assertThat(ines.page.locator("aside")).containsText(Pattern.compile("takes about [\\d.]+ gal: [\\d.]+ at"));
        // an offer is not spent
        assertThat(ines.page.locator("aside")).containsText("Spent so far: 640.00");
        box.getByText("Remove").click();
        assertThat(box).not().containsText("1,450.00");
    }

    /** Twelve months: what comes due, what is done about it, and an outage that counts as a run. */
    @Test
    void aYearIsPutThroughByAClock() throws IOException {
        LocalDate first = LocalDate.now().plusDays(4);
        clock.set(first.atTime(10, 0));
        Person ines = person(1280, 800).enter("ines");
        ines.go("/upkeep");
        ines.page.locator("input[name=hours]").fill("12");
        ines.page.locator("input[name=since]").fill(first.minusYears(1).toString());
        ines.press(ines.page.locator("form[action$='/upkeep/engine'] button"));
        Locator exercise = ines.page.locator("[data-task=exercise]");
        for (int month = 1; month <= 12; month++) {
            clock.set(first.plusDays(31L * month).atTime(10, 0));
            if (month == 6) {
                anOutage(ines);
                ines.go("/upkeep");
                assertThat(exercise).hasAttribute("data-state", "ok");
                continue;
            }
            ines.go("/upkeep");
            assertThat(exercise).hasAttribute("data-state", "due");
            if (month == 3) {
                run(ines, "60");
                ines.go("/upkeep");
            } else {
                exercise.locator("summary").click();
                exercise.locator("input[name=note]").fill("By hand, month " + month);
                exercise.locator("form.form-grid button").first().click();
            }
            assertThat(exercise).hasAttribute("data-state", "ok");
        }
        // a year on everything yearly is due, each done with one touch, one of them with a picture
        assertThat(ines.page.locator("[data-task=oil]")).hasAttribute("data-state", "due");
        Locator cord = ines.page.locator("[data-task=cord]");
        cord.locator("summary").click();
        cord.locator("input[type=file]").setInputFiles(new FilePayload("IMG_0007.JPG", "image/jpeg", picture()));
        cord.locator("form.form-grid button").first().click();
        assertThat(cord).hasAttribute("data-state", "ok");
        Locator its = ines.page.locator("a[href*='/swap/pictures/']");
        assertThat(its).hasCount(1);
        assertThat(ines.page
                        .request()
                        .get(ines.address(its.getAttribute("href")))
                        .headers())
                .containsEntry("content-type", "image/jpeg");
        assertThat(db.fetchCount(db.selectOne().from("upkeep_done").where("task = 'exercise'")))
                .isEqualTo(11);
    }

    /** Out and back, long enough to count as a run. */
    private void anOutage(Person ines) {
        ines.go("/now");
        ines.press(ines.page.locator("button[value=outage]"));
        advance(ines, null);
        clock.forward(Duration.ofHours(2));
        ines.go("/swap");
        goBack(ines);
        advance(ines, null);
        ines.press(ines.page.locator("form[action$='/swap/end'] button"));
        assertThat(ines.page).hasURL(Pattern.compile(".*/afterwards/\\d+$"));
    }

    private static byte[] picture() throws IOException {
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(60, 40, BufferedImage.TYPE_INT_RGB), "jpg", jpeg);
        return jpeg.toByteArray();
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
        ines.press(ines.page.locator("form[action$='/upkeep/engine'] button"));
        assertThat(ines.page.locator("input[name=hours]")).hasValue("twelve");
        assertThat(ines.page.locator("input[name=since]"))
                .hasValue(spring.minusDays(20).toString());

        ines.page.locator("input[name=hours]").fill("12");
        ines.press(ines.page.locator("form[action$='/upkeep/engine'] button"));
        assertThat(ines.page.locator("[data-task=oil-first]")).hasAttribute("data-state", "due");
        ines.press(ines.page.locator("[data-task=oil-first] button").first());
        assertThat(ines.page.locator("[data-task=oil-first]")).hasAttribute("data-state", "ok");
        assertThat(ines.page.locator("[data-task=oil]")).hasAttribute("data-state", "ok");

        ines.page.locator("input[name=amount]").fill("5 gal");
        ines.press(ines.page.locator("form[action$='/upkeep/fuel'] button"));
        assertThat(ines.page.locator("form[action$='/fuel/gone']")).hasCount(1);
        assertThat(ines.page.locator("aside")).containsText("5 gal");
        assertThat(ines.page.locator("[data-task=fuel-age]")).hasAttribute("data-state", "ok");

        ines.press(ines.page.locator("[data-task=cord] summary"));
        ines.page.locator("[data-task=cord] form.form-grid input[name=on]").fill("yesterday");
        ines.page.locator("[data-task=cord] input[name=note]").fill("new end");
        ines.press(ines.page.locator("[data-task=cord] form.form-grid button").first());
        assertThat(ines.page.locator("[role=alert]").first()).containsText("must be a day");
        assertThat(ines.page.locator("[data-task=cord] input[name=note]")).hasValue("new end");
        assertThat(ines.page.locator("[data-task=cord] form.form-grid input[name=on]"))
                .hasValue("yesterday");

        // what is due rings in a calendar, on its morning
        ines.press(ines.page.getByText("A calendar address for reminders"));
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
        ines.press(ines.page.locator("[data-task=co-alarm-test] button").first());
        assertThat(ines.page.locator("[data-task=co-alarm-test]")).hasAttribute("data-state", "ok");
        ines.press(ines.page.getByText("Take back").first());
        assertThat(ines.page.locator("[data-task=co-alarm-test]")).hasAttribute("data-state", "due");
    }
}
