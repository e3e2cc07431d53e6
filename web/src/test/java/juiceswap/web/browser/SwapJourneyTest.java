package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.web.exchange.StrictJson;
import org.junit.jupiter.api.Test;

/** The real interface in a real browser: from the dark house to generator power and back. */
class SwapJourneyTest extends OutageJourney {

    private void thereAndBack(Person person, Runnable confirm) {
        List<String> out = person.follow(ON_GENERATOR, confirm);
        assertThat(out).contains("Set the bond switch to FLOATING", "Slide the plate up, over the main");
        assertThat(out.indexOf("Turn the main breaker OFF")).isLessThan(out.indexOf("Turn the generator input ON"));
        goBack(person);
        List<String> back = person.follow(ON_UTILITY, confirm);
        // one test circuit after the other is read under a load before the rest comes on
        List<String> read = back.stream()
                .filter(title -> title.endsWith("measure both legs"))
                .toList();
        assertThat(read).hasSize(2);
        assertThat(back.indexOf(read.get(1))).isLessThan(back.indexOf("Turn the branch breakers ON, one at a time"));
        assertThat(back).contains("Set the bond switch to BONDED", "Slide the plate down, off the main");
    }

    @Test
    void anEndedOutageIsInTheLogbookAndGoesOutAsTable() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        goBack(ines);
        advance(ines, null);
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page).hasURL(java.util.regex.Pattern.compile(".*/afterwards/\\d+$"));
        ines.go("/logbook");
        assertThat(ines.page.locator("tbody tr")).not().hasCount(0);
        Download csv = ines.page.waitForDownload(
                () -> ines.page.getByText("CSV").first().click());
        String text = content(csv);
        assertThat(text).startsWith("sequence,time,who,kind,what,action,circuit,l1n");
        assertThat(text).contains("measure-utility").contains("121.0").contains("utility-seen");
        Download json = ines.page.waitForDownload(
                () -> ines.page.getByText("JSON").first().click());
        assertThat(StrictJson.parse(content(json).getBytes(StandardCharsets.UTF_8))
                        .path("events")
                        .size())
                .isGreaterThan(40);
    }

    @Test
    void aWholeOutageByKeysAlone() {
        Person ines = person(1280, 800).enter("ines");
        ines.listening();
        ines.page.keyboard().press("1");
        assertThat(ines.page.locator("button[value=outage]")).isVisible();
        ines.listening();
        ines.page.keyboard().press("Enter");
        assertThat(ines.page.locator("main.swap")).isVisible();
        ines.listening();
        ines.page.keyboard().press("Enter");
        // by what it says: a plan that is ready meanwhile is an entry of the log too
        assertThat(ines.page.locator("main h1")).hasText("Unplug TVs and computers");
        ines.listening();
        ines.page.keyboard().press("Backspace");
        assertThat(ines.page.locator("main h1")).hasText("Test the carbon monoxide alarm indoors");
        thereAndBack(ines, ines::confirmByKeys);
    }

    @Test
    void aLostNeutralStopsEverywhereAndTheNearestBreakerComesFirst() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_LOADED);
        Person bram = person(1280, 800).enter("bram");
        bram.go("/house");
        ines.read(Map.of("l1n", "88", "l2n", "151"));
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".stop-strip")).containsText("The neutral is lost");
        assertThat(ines.title()).isEqualTo("Turn the generator input OFF");
        // on another page of another person, without a reload
        assertThat(bram.page.locator(".stop-strip")).containsText("First: Turn the generator input OFF");
        // it can be read again only once the breaker is OFF
        assertThat(ines.page.getByText("First turn the generator breaker OFF.")).isVisible();
        ines.confirm();
        assertThat(ines.title()).isEqualTo("Turn the breaker on the generator OFF");
        ines.press(ines.page.getByText("The reading was wrong: measure again"));
        ines.page.locator("details[open] input[name=l1n]").fill("12x");
        ines.press(ines.page.getByRole(AriaRole.BUTTON, named("Judge it")));
        assertThat(ines.page.locator("details[open] input[name=l1n]")).hasValue("12x");
        ines.confirm();
        ines.confirm();
        assertThat(ines.title()).isEqualTo("It is safe now");
        assertThat(ines.page.locator(".stop-strip")).hasCount(0);
    }

    @Test
    void aWrongFieldKeepsEverythingTyped() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_GENERATOR);
        ines.read(Map.of("l1n", "12x", "l1l2", "243"));
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".reading .problem")).hasCount(2);
        assertThat(ines.page.locator("input[name=l1n]")).hasValue("12x");
        assertThat(ines.page.locator("input[name=l1l2]")).hasValue("243");
    }

    @Test
    void whatDoesNotFitIsRefusedAndSaysWhatToTurnOff() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        ines.press(ines.page.getByRole(AriaRole.BUTTON, named("off: turn ON 17–19 Range")));
        assertThat(ines.page.locator(".notice[role=alert]")).containsText("To make room, turn OFF first:");
        // by what is on: a plan that is ready meanwhile is an entry of the log too
        assertThat(standing().state().picked()).doesNotContain("range");
        ines.press(ines.page.getByRole(AriaRole.BUTTON, named("on: turn OFF 6–8 Well pump")));
        assertThat(ines.page.getByRole(AriaRole.BUTTON, named("off: turn ON 6–8 Well pump")))
                .isVisible();
    }

    @Test
    void twoPeopleConfirmTheSameStepAndOneIsToldWhatHappened() {
        Person ines = startsOutage(1280, 800);
        Person bram = person(1280, 800).enter("bram");
        bram.hearsNothing();
        bram.go("/swap");
        int seen = bram.seen();
        ines.confirm();
        bram.press(bram.page.locator("[data-key=done]"));
        assertThat(bram.page.locator(".notice[role=alert]"))
                .containsText("Not taken: CO alarm tested. Ines has since confirmed: CO alarm tested.");
        assertThat(bram.seen()).isEqualTo(seen + 1);
        assertThat(bram.title()).isEqualTo("Unplug TVs and computers");
    }

    @Test
    void aConfirmationShowsOnTheOtherPhone() {
        Person ines = startsOutage(390, 844);
        Person bram = person(390, 844).enter("bram");
        assertThat(bram.page.locator("main h1")).hasText("Test the carbon monoxide alarm indoors");
        ines.confirm();
        assertThat(bram.page.locator("main h1")).hasText("Unplug TVs and computers");
    }

    @Test
    void itIsNotLikeThatPlansAnewFromWhatIsTrue() {
        Person ines = startsOutage(1280, 800);
        ines.press(ines.page.locator("[data-key=not-so]"));
        // what somebody else does meanwhile does not close it
        swap.confirm(account("bram"), standing().sequence(), Action.CHECK_CO_ALARM, null, Map.of());
        assertThat(ines.page.locator("main[data-seen='" + standing().sequence() + "']"))
                .isVisible();
        ines.page.locator("#not-so select[name=engine]").selectOption("ready");
        ines.page.locator("#not-so select[name=cordGenerator]").selectOption("in");
        ines.page.locator("#not-so select[name=output]").selectOption("on");
        ines.page.locator("#not-so input[value=check-oil]").check();
        ines.press(ines.page.locator("#not-so button"));
        assertThat(ines.page.locator("#not-so input[value=check-oil]")).isChecked();
        assertThat(ines.title()).isEqualTo("Turn the breaker on the generator OFF");
        ines.confirm();
        assertThat(ines.title()).isEqualTo("Stop the engine");
    }

    @Test
    void anAlarmSendsEverybodyOutFromAnyPage() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_PANEL);
        Person bram = person(390, 844).enter("bram");
        bram.go("/house");
        bram.press(bram.page.locator("button[aria-label='CO alarm or headache: everybody out']"));
        assertThat(bram.page.locator("h1")).hasText("Everybody out. Now.");
        assertThat(ines.page.locator(".stop-strip")).containsText("CO alarm: everybody out.");
        ines.go("/swap");
        assertThat(ines.page.locator("h1")).hasText("Everybody out. Now.");
        assertThat(ines.page.locator("[data-key=done]")).hasCount(0);
        ines.press(ines.page.getByText("The engine is stopped, from clean air"));
        assertThat(ines.page.getByText("The engine is stopped, from clean air")).hasCount(0);
        ines.page.locator("input[name=counted][value=Ines]").check();
        ines.press(ines.page.locator("main form button").last());
        assertThat(ines.page.getByText("Not yet counted: Bram")).isVisible();
        for (String sure : List.of("Ines", "Bram", "air", "cause")) {
            ines.page.locator("input[value=" + sure + "]").check();
        }
        ines.press(ines.page.locator("main form button").last());
        // everybody is told who has cleared it
        assertThat(bram.page.locator("#urgent")).containsText("Ines says that all is clear");
        assertThat(ines.page.locator(".stop-strip")).hasCount(0);
        assertThat(swap.current(account("ines"))
                        .orElseThrow()
                        .standing()
                        .state()
                        .engine()
                        .running())
                .isFalse();
    }

    @Test
    void refuellingStopsTheEngineAndComesBack() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        ines.press(ines.page.getByText("Refuel: engine off and cool first"));
        assertThat(ines.title()).isNotEqualTo(ON_GENERATOR);
        advance(ines, Action.REFUEL);
        assertThat(swap.current(account("ines"))
                        .orElseThrow()
                        .standing()
                        .state()
                        .engine()
                        .running())
                .isFalse();
        advance(ines, null);
        assertThat(ines.title()).isEqualTo("Refuelled, and on the generator again");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("main h1")).hasText(ON_GENERATOR);
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name).setExact(true);
    }

    private static String content(Download download) {
        try {
            return Files.readString(download.path());
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void theThemeAndMakingSafeAreAKeyAwayOnAnyPage() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_PANEL);
        ines.go("/logbook");
        for (String theme : List.of("day", "night")) {
            ines.listening();
            ines.page.keyboard().press("t");
            assertThat(ines.page.locator("html." + theme)).hasCount(1);
        }
        ines.listening();
        ines.page.keyboard().press("!");
        assertThat(ines.page.locator("main h1")).not().hasText("Logbook");
        assertThat(standing().goal()).isEqualTo(Goal.MAKE_SAFE);
    }

    /** Whether it fits, and for how long the fuel lasts, is told of what is ticked, before anything begins. */
    @Test
    void nowTellsWhetherWhatIsTickedFits() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/now");
        Locator ready = ines.page.locator("#ready");
        assertThat(ready).containsText("A full tank lasts about");
        String before = ready.textContent();
        ines.page.locator("input[name=pickUp][value=range]").check();
        ines.page.locator("input[name=pickUp][value=heater]").check();
        assertThat(ready.locator(".verdict")).containsText("can’t all");
        assertThat(ready).not().containsText(before);
        ines.page.locator("input[name=pickUp][value=range]").uncheck();
        ines.page.locator("input[name=pickUp][value=heater]").uncheck();
        assertThat(ready).containsText("A full tank lasts about");
        assertThat(ready.locator(".verdict")).containsText("its");
        // what was begun by mistake ends at once
        ines.press(ines.page.locator("button[value=outage]"));
        ines.press(ines.page.getByText("Started by mistake"));
        assertThat(ines.page.locator("main")).isVisible();
        assertThat(swap.current(account("ines"))).isEmpty();
    }
}
