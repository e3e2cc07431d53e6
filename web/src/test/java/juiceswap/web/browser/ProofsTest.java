package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.time.LocalDate;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Refusal;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.TransferDevice.BondPath;
import juiceswap.core.house.TransferDevice.Proof;
import juiceswap.web.household.DeviceTests;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A proof counts only when it was measured and kept; a danger says its name on every page. */
class ProofsTest extends OutageJourney {
    private static final String STATUS = ".notice[role=status]";

    @Autowired
    private DeviceTests tests;

    /** Two tests of the bond, answered so. */
    private static void bonding(Person person, String alone, String connected) {
        person.go("/meter/bonding");
        person.page.locator("input[name=generatorAlone][value=" + alone + "]").check();
        person.page.locator("input[name=connected][value=" + connected + "]").check();
        person.page.locator("input[name=noVolts]").check();
        person.press(person.page.locator("[data-key=done]"));
        assertThat(person.page.locator(STATUS).last()).containsText("Kept");
    }

    @Test
    void thereIsNoLabelWithoutATestAndABrokenPathKeepsTheHouseOffTheSet() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/meter/bonding");
        Locator label = ines.page.locator(".bond-label");
        assertThat(ines.page.locator("main")).containsText("Not measured.");
        assertThat(label).hasCount(0);
        bonding(ines, "silent", "silent");
        assertThat(ines.page.locator("main")).containsText("Not measured.");
        // a repair of the set does not mend a break in cord or house
        tests.setChanged(account("ines").householdId(), "repaired", "Ines", LocalDate.now());
        ines.go("/now");
        ines.press(ines.page.locator("button[value=outage]"));
        assertThat(ines.page.locator("main.swap")).containsText("measured as broken");
        assertThat(standing().plan().refused().code()).isEqualTo(Refusal.Code.BOND_PATH_BROKEN);
        // the same test passed: the way is open again, in the outage that is going on
        bonding(ines, "silent", "beeps");
        assertThat(label).containsText("FLOATING NEUTRAL");
        assertThat(standing().plan().refused()).isNull();
        assertThat(standing().changeover().setup().transfer().tested().bondPath())
                .isEqualTo(BondPath.SOUND);
        ines.press(ines.page.getByText("The generator was repaired or exchanged"));
        assertThat(ines.page.locator(STATUS).last()).containsText("made again");
        assertThat(label).hasCount(0);
    }

    @Test
    void ohmsAreNotKeptWhileTheEngineRuns() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.WARM_UP);
        ines.go("/meter/bonding");
        ines.page.locator("input[name=generatorAlone][value=beeps]").check();
        ines.page.locator("input[name=noVolts]").check();
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".problem[role=alert]")).containsText("The engine runs");
        assertThat(ines.page.locator("input[name=generatorAlone][value=beeps]")).isChecked();
        assertThat(db.fetchCount(org.jooq.impl.DSL.table("device_test"))).isZero();
    }

    /** Main and input both on: the strip says who may be hurt on every page, and the plate is faulty from then on. */
    @Test
    void bothOnIsNamedEverywhereAndThePlateCountsAsFaulty() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.PICK_UP);
        SwapState.Change found = standing().state().change();
        found.mainOn = true;
        swap.correct(account("ines"), standing().sequence(), found.state());
        for (String page : new String[] {"/now", "/swap", "/meter", "/house", "/logbook"}) {
            ines.go(page);
            Locator strip = ines.page.locator(".stop-strip").first();
            assertThat(strip).containsText("Main and generator input are both ON.");
            assertThat(strip).containsText("Call the utility at once");
            assertThat(strip).containsText("First:");
        }
        found.mainOn = false;
        swap.correct(account("ines"), standing().sequence(), found.state());
        assertThat(standing().changeover().setup().transfer().tested().proof()).isEqualTo(Proof.FAILED);
        assertThat(standing().plan().refused().code()).isEqualTo(Refusal.Code.INTERLOCK_FAULT);
        ines.go("/swap");
        assertThat(ines.page.locator(".stop-strip")).hasCount(0);
        assertThat(ines.page.locator("main.swap")).containsText("does not hold");
        assertThat(ines.page.locator("main.swap button.act.big")).hasText("Make safe");
        ines.go("/house/device");
        assertThat(ines.page.locator("main")).containsText("main and input were both found ON");
    }

    /** Another device begins unproven. */
    @Test
    void anotherHouseholdBeginsUnproven() {
        Person ines = person(1280, 800).enter("ines");
        bonding(ines, "silent", "beeps");
        assertThat(ines.page.locator(".bond-label")).hasCount(1);
        ines.go("/house/files");
        ines.press(ines.page.locator("form[action='/house/sample'] button").first());
        ines.go("/meter/bonding");
        assertThat(ines.page.locator(".bond-label")).hasCount(0);
        assertThat(ines.page.locator("main")).containsText("Not measured.");
    }

    /** What people use instead of a device can be told; it is answered, and nobody is led through it. */
    @Test
    void anArrangementIsToldAndAnswered() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/house/device?edit=device");
        ines.page.locator("select[name=kind]").selectOption("double-male-cord");
        ines.press(ines.page.locator("#device button.act"));
        Locator main = ines.page.locator("main");
        assertThat(main).containsText("A cord with two male ends");
        assertThat(main).containsText("kills whoever touches its prongs");
        assertThat(main).containsText("Tonight: Run cords");
        ines.go("/now");
        ines.press(ines.page.locator("button[value=outage]"));
        assertThat(ines.page.locator("main.swap")).containsText("kills whoever touches its prongs");
        assertThat(standing().plan().refused().code()).isEqualTo(Refusal.Code.DOUBLE_MALE_CORD);
    }

    /** What does not fit is named, with what to leave off. */
    @Test
    void aRefusalSaysWhatDoesNotFitAndWhatToLeaveOff() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/now");
        ines.page.locator("input[name=pickUp][value=range]").check();
        ines.page.locator("input[name=pickUp][value=heater]").check();
        assertThat(ines.page.locator("#ready")).containsText(Pattern.compile("Leave off .*Range.*: then it fits"));
        ines.press(ines.page.locator("button[value=outage]"));
        Locator swapPage = ines.page.locator("main.swap");
        assertThat(swapPage).containsText("No way on like this");
        assertThat(swapPage).containsText("is over");
        // and one press leaves it off
        Locator way = ines.page
                .locator("main.swap form[action='/swap/choose'] button.act")
                .first();
        assertThat(way).containsText(Pattern.compile("Leave off .*Range.*: then it fits"));
        ines.press(way);
        assertThat(ines.page.locator("main h1")).hasText("Test the carbon monoxide alarm indoors");
        assertThat(standing().changeover().wanted()).contains("fridge").doesNotContain("range");
    }
}
