package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Planner;
import juiceswap.core.household.Household;
import juiceswap.core.rehearsal.Scenario;
import juiceswap.core.rehearsal.Trouble;
import juiceswap.web.household.Households;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Rehearsing in a browser: a whole one by mouse, by keys, on a phone; a fatal mistake and going back. */
class RehearseJourneyTest extends OutageJourney {
    @Autowired
    private Households households;

    private Person begins(Person person, Trouble trouble, String way, String seed) {
        person.go("/rehearse");
        person.page.locator("input[name=way][value=" + way + "]").check();
        person.page.locator("input[name=seed]").fill(seed);
        person.page.locator("button[value='" + trouble.word() + "']").last().click();
        assertThat(person.page.locator(".rehearsing")).isVisible();
        return person;
    }

    /** What a plan says, done one after the other, each where it is done. */
    private void walksThePlan(Person person, Trouble trouble, boolean byKeys) {
        Household household = households.file(account("ines").householdId()).orElseThrow();
        Scenario scenario = Scenario.of(trouble, 7, household.setup(), household.outage());
        Changeover changeover = new Changeover(household.setup(), scenario.options());
        new Planner(changeover, scenario.goal()).plan(scenario.begins()).steps().forEach(step -> {
            Locator world = person.page.locator(".rehearsing");
            String count = world.getAttribute("data-count");
            String place = step.place().word();
            if (!place.equals(world.getAttribute("data-place"))) {
                press(person.page.locator("[data-walk=" + place + "] button"), byKeys);
                assertThat(world).not().hasAttribute("data-count", count);
                count = world.getAttribute("data-count");
            }
            String control = step.circuit() == null
                    ? "[data-act=" + step.action().word() + "] button"
                    : "[data-branch='" + step.circuit() + "'] button";
            press(person.page.locator(control).first(), byKeys);
            assertThat(world).not().hasAttribute("data-count", count);
            assertThat(person.page.locator(".stopped")).hasCount(0);
        });
    }

    private static void press(Locator button, boolean byKeys) {
        if (byKeys) {
            button.focus();
            button.press("Enter");
        } else {
            button.click();
        }
    }

    @Test
    void aWholeRehearsalByMouseHurtsNobody() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.DARK_HOUSE, "by-heart", "7");
        walksThePlan(ines, Trouble.DARK_HOUSE, false);
        ines.page.locator("form[action$='/end'] button").click();
        assertThat(ines.page.locator(".debrief.clean h1")).containsText("Nobody was hurt and nothing broke");
        assertThat(ines.page.locator(".debrief")).containsText("least possible");
        ines.go("/rehearse");
        assertThat(ines.page.locator("main")).containsText("again from");
        assertThat(ines.page.locator("[data-by-heart]")).containsText("The lights go out");
        // who knows it by heart stands where readiness is told; the logbook keeps it apart from what really happened
        ines.go("/now");
        assertThat(ines.page.locator("[data-by-heart]"))
                .containsText(Pattern.compile("By heart: Ines, (one rehearsal|\\d+ rehearsals), the last on"));
        ines.go("/logbook");
        ines.page.locator("[data-rehearsed] summary").click();
        assertThat(ines.page.locator("[data-rehearsed] li").first()).containsText("Ines, By heart: Nobody was hurt");
    }

    @Test
    void aWholeRehearsalByKeysAlone() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.WAY_BACK, "by-heart", "7");
        walksThePlan(ines, Trouble.WAY_BACK, true);
        ines.page.locator("form[action$='/end'] button").press("Enter");
        assertThat(ines.page.locator(".debrief.clean")).isVisible();
    }

    @Test
    void onAPhoneTheStandInHasWhatHangsAtThePanel() {
        Person bram = begins(person(390, 844).enter("bram"), Trouble.REFUEL, "stand-in", "7");
        assertThat(bram.page.locator("details ol li").first()).isVisible();
        walksThePlan(bram, Trouble.REFUEL, false);
        bram.page.locator("form[action$='/end'] button").click();
        assertThat(bram.page.locator(".debrief.clean")).isVisible();
    }

    @Test
    void aFatalMistakeStopsTheWorldAndCountsThoughOneGoesBack() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.BACK_AND_GONE, "by-heart", "7");
        ines.page.locator("[data-walk=generator] button").click();
        ines.page.locator("[data-act=refuel] button").click();
        assertThat(ines.page.locator(".stopped h2").first()).containsText("it burns");
        assertThat(ines.page.locator("[data-act]")).hasCount(0);
        ines.page.keyboard().press("Backspace");
        assertThat(ines.page.locator(".stopped")).hasCount(0);
        assertThat(ines.page.locator(".rehearsing")).hasAttribute("data-count", "1");
        ines.page.locator("form[action$='/end'] button").click();
        assertThat(ines.page.locator(".debrief.harm")).containsText("It still counts");
        assertThat(ines.page.locator(".debrief-table .hurt th")).hasText("Fuel poured in");
    }

    @Test
    void aHintIsGivenAndCounts() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.DARK_HOUSE, "by-heart", "7");
        assertThat(ines.page.locator(".next-step")).hasCount(0);
        ines.page.locator("form[action$='/hint'] button").click();
        assertThat(ines.page.locator(".next-step h2")).isVisible();
        ines.page.locator("form[action$='/end'] button").click();
        assertThat(ines.page.locator(".debrief.help")).containsText("One hint");
    }

    @Test
    void theMeterIsReadByTwoPointsAndJudgedAfterwards() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.ELECTRONICS, "by-heart", "7");
        ines.page.locator("[data-walk=panel] button").click();
        ines.page.locator("[data-act=measure-panel] button").click();
        // whoever is in the house sees by its lamps what the meter says
        assertThat(ines.page.locator(".world .lamp.dim, .world .lamp.bright, .world .lamp.right"))
                .hasCount(2);
        Locator face = ines.page.locator(".meter-face");
        assertThat(face.locator(".verdict")).isHidden();
        face.locator(".probe-points button").nth(0).click();
        face.locator(".probe-points button").nth(1).click();
        assertThat(face.locator("p.figure").last()).containsText("L1 – N");
        // one's own word first; the neutral is loose, so that it was wrong
        face.locator("button[value=good]").click();
        assertThat(ines.page.locator(".meter-face .verdict")).isVisible();
        assertThat(ines.page.locator(".meter-face")).containsText("You said: Good");
        ines.page.locator("form[action$='/end'] button").click();
        assertThat(ines.page.locator(".debrief-table")).containsText("Read as “Good, go on”");
    }

    @Test
    void twoPeopleOnTwoPhonesEachSeeWhatTheyWouldSee() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.DARK_HOUSE, "by-heart", "7");
        String address = ines.page.url();
        Person bram = person(390, 844).enter("bram");
        bram.go("/rehearse");
        bram.page
                .locator("[data-going-on] a[href='" + address.substring(address.indexOf("/rehearse")) + "']")
                .click();
        bram.page.locator("[data-walk=generator] button").click();
        assertThat(bram.page.locator(".rehearsing")).hasAttribute("data-place", "generator");

        // she hears that somebody is there, and stands where she stood
        assertThat(ines.page.locator(".rehearsing .chips")).containsText("with Bram");
        assertThat(ines.page.locator(".rehearsing")).hasAttribute("data-place", "indoors");
        ines.page.locator("[data-walk=panel] button").click();
        ines.page.locator("[data-act=main-off] button").click();
        assertThat(ines.page.locator(".rehearsing [role=status]")).containsText("Main");
        assertThat(bram.page.locator(".rehearsing")).hasAttribute("data-count", "3");
        // at the generator nobody sees what is done at the panel
        assertThat(bram.page.locator(".row-of-acts li")).hasCount(1);
        assertThat(bram.page.locator(".rehearsing")).hasAttribute("data-place", "generator");
        assertThat(bram.page.locator("[data-act=check-oil]")).isVisible();
        assertThat(bram.page.locator(".world .lamp")).hasCount(0);

        bram.page.locator("[data-walk=panel] button").click();
        bram.page.locator("[data-branch] button").first().click();
        assertThat(ines.page.locator(".rehearsing [role=status]")).containsText("Bram: ");
        ines.page.locator("form[action$='/end'] button").click();
        assertThat(ines.page.locator(".debrief .track .own")).hasCount(2);
        assertThat(ines.page.locator(".debrief .chips")).containsText("Bram");
    }

    @Test
    void theClockRunsWhileSomebodyThinksUntilTheyStopIt() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.DARK_HOUSE, "by-heart", "7");
        Locator face = ines.page.locator("[data-clock-face]");
        String began = face.innerText();
        assertThat(face).not().hasText(began);
        ines.page.locator("[data-running-clock]").click();
        assertThat(ines.page.locator("[data-running-clock]")).hasText("Let the clock run");
        String stopped = face.innerText();
        ines.page.waitForTimeout(2500);
        assertThat(face).hasText(stopped);
        // what was thought is part of the act: the clock goes on from there
        ines.page.locator("[data-act=check-co-alarm] button").click();
        assertThat(ines.page.locator(".rehearsing")).hasAttribute("data-count", "1");
        org.assertj.core.api.Assertions.assertThat(
                        ines.page.locator(".rehearsing").getAttribute("data-second"))
                .isGreaterThan("66000");
    }

    @Test
    void aPlugIsPulledOutByHand() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.WAY_BACK, "by-heart", "7");
        ines.page.locator("[data-walk=generator] button").click();
        Locator plug = ines.page.locator("[data-plug=cord-generator]");
        assertThat(plug).hasAttribute("data-in", "true");
        com.microsoft.playwright.options.BoundingBox at = plug.boundingBox();
        double x = at.x + at.width / 2;
        double y = at.y + at.height / 2;
        ines.page.mouse().move(x, y);
        ines.page.mouse().down();
        ines.page.mouse().move(x - 60, y + 40);
        ines.page.mouse().up();
        // out under load: it arcs, and the world stops
        assertThat(ines.page.locator(".stopped")).isVisible();
        assertThat(ines.page.locator(".rehearsing")).hasAttribute("data-count", "2");
    }

    @Test
    void whoActsOnAPageThatIsOldIsTold() {
        Person ines = begins(person(1280, 800).enter("ines"), Trouble.DARK_HOUSE, "by-heart", "7");
        String address = ines.page.url();
        Person bram = person(390, 844).enter("bram");
        bram.hearsNothing();
        bram.page.navigate(address);
        ines.page.locator("[data-act=check-co-alarm] button").click();
        assertThat(ines.page.locator(".rehearsing")).hasAttribute("data-count", "1");
        bram.page
                .locator("[data-act=walk-round] button, [data-act=unplug-sensitive] button")
                .first()
                .click();
        assertThat(bram.page.locator("#told")).containsText("Somebody else has acted here");
        assertThat(bram.page.locator(".rehearsing")).hasAttribute("data-count", "1");
    }

    @Test
    void whatCannotBeRehearsedIsSaidAndNothingBegins() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/rehearse");
        ines.page.locator("input[name=seed]").fill("seven");
        ines.page.locator("button[value='dark-house']").last().click();
        assertThat(ines.page.locator("#told")).containsText("a seed is a number");
        assertThat(ines.page.url()).endsWith("/rehearse");
    }
}
