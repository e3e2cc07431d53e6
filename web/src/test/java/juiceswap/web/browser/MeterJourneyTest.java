package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Action;
import juiceswap.core.outage.Event;
import org.junit.jupiter.api.Test;

/** Three numbers become a verdict: the bond, the wiring and readings under way. */
class MeterJourneyTest extends OutageJourney {

    private Person ines() {
        return person(1280, 800).enter("ines");
    }

    @Test
    void theBondIsFoundOutAndTheMeterBeatsTheLabel() {
        Person ines = ines();
        ines.go("/meter/bonding");
        Locator judged = ines.page.locator("#judged");
        ines.page.locator("input[name=generatorAlone][value=beeps]").check();
        assertThat(judged).containsText("Two bonds. Not like this.");
        assertThat(judged).containsText("Set its bond switch to FLOATING.");
        ines.page.locator("input[name=inletAlone][value=ohms]").check();
        ines.page.locator("input[name=inletAloneOhms]").fill("some");
        ines.page.locator("[data-key=done]").click();
        assertThat(ines.page.locator(".problem")).containsText("Type the ohms that the meter shows");
        assertThat(ines.page.locator("input[name=inletAloneOhms]")).hasValue("some");
        ines.page.locator("input[name=inletAloneOhms]").fill("40");
        assertThat(judged).containsText("Doubtful: measure again");
        ines.page.locator("input[name=inletAloneOhms]").fill("0,3");
        ines.page.locator("input[name=generatorAlone][value=silent]").check();
        assertThat(judged).containsText("One bond. That is right.");
        assertThat(judged).containsText("The label on the set is wrong");
        ines.page.locator("[data-key=done]").click();
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("Kept: One bond.");
        assertThat(ines.page.locator("main")).containsText("Last measured today by Ines");
        ines.go("/house/supply");
        assertThat(ines.page.locator("main")).containsText("Bond floating");
    }

    @Test
    void theWiringShowsWhatAFaultWouldDo() {
        Person ines = ines();
        ines.go("/meter/wiring");
        Locator circuit = ines.page.locator("#circuit");
        assertThat(circuit).containsText("Sound: the neutral carries only the difference");
        assertThat(circuit).containsText("ground 0.0 A");
        ines.page.locator("input[name=openNeutral]").check();
        assertThat(circuit)
                .containsText(Pattern.compile("the two legs share 240 V by their loads: 1[3-9]\\d V and \\d+ V"));
        ines.page.locator("input[name=bondGenerator]").check();
        assertThat(circuit).containsText("the second bond hides it");
        assertThat(ines.page.locator(".wiring .danger")).hasCount(1);
        ines.page.locator("input[name=openNeutral]").uncheck();
        assertThat(circuit).containsText("Two bonds:");
    }

    @Test
    void readingsUnderWayAreJudgedWhileTypedAndAStopIsSeenByEverybody() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        Person bram = person(390, 844).enter("bram");
        bram.go("/house");
        ines.go("/meter");
        ines.page.locator("[data-key=done]").click();
        assertThat(ines.page.locator(".problem[role=alert]")).containsText("Enter at least one reading.");
        ines.page.locator("input[name=l1n]").fill("121");
        ines.page.locator("input[name=l2n]").fill("120");
        assertThat(ines.page.locator("#judged .verdict")).hasText("Good");
        assertThat(ines.page.locator("#judged")).containsText("All is well");
        ines.page.locator("[data-key=done]").click();
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("Written to the log.");
        assertThat(last()).isInstanceOf(Event.Read.class);
        // at the set, twice in the house, and under way: a curve with a dot for each
        assertThat(ines.page.locator(".trends figure").first().locator("circle"))
                .hasCount(4);
        String table = ines.page
                .waitForDownload(() -> ines.page.getByText("All readings, CSV").click())
                .suggestedFilename();
        assertThat(table).isEqualTo("readings.csv");
        ines.page.locator("input[name=l1n]").fill("88");
        ines.page.locator("input[name=l2n]").fill("151");
        assertThat(ines.page.locator("#judged")).containsText("The neutral is lost");
        ines.page.locator("[data-key=done]").click();
        assertThat(bram.page.locator(".stop-strip")).containsText("The neutral is lost");
        assertThat(last()).isInstanceOf(Event.RefusedReading.class);
        assertThat(standing().plan().steps().get(0).action()).isEqualTo(Action.INPUT_OFF);
    }

    /** What the stand-in shows of a fault is what the judgement and the ranking name. */
    @Test
    void theSimulatedMeterAgreesWithTheHouse() {
        Person ines = ines();
        for (var expected : java.util.Map.of(
                        "none",
                        "All is well",
                        "lost-neutral",
                        "The neutral is lost",
                        "tied-legs",
                        "Both legs come from one winding")
                .entrySet()) {
            ines.go("/meter/simulated?fault=" + expected.getKey());
            assertThat(ines.page.locator("#judged .likely li").first()).containsText(expected.getValue());
        }
    }

    private Event last() {
        var log = swap.current(account("ines")).orElseThrow().log();
        return log.get(log.size() - 1).event();
    }

    @Test
    void theMetersPagesPassTheAccessibilityScan() {
        Person ines = person(390, 844).enter("ines");
        List<String> violations = new ArrayList<>();
        for (String path : List.of(
                "/meter?l1n=88&l2n=151&loaded=yes",
                "/meter/wiring?asked=yes&openNeutral=yes",
                "/meter/bonding?generatorAlone=beeps")) {
            ines.go(path);
            scan(ines.page, path, violations);
            assertThat((int) ines.page.evaluate("document.documentElement.scrollWidth - innerWidth"))
                    .as(path + " is too wide")
                    .isLessThanOrEqualTo(0);
        }
        assertThat(violations).isEmpty();
    }
}
