package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Action;
import juiceswap.web.security.Guests;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Two people with two browsers: whose move is next, and what happens when the connection, or one of them, is lost. */
class TwoPeopleTest extends OutageJourney {
    @Autowired
    private Guests guests;

    private Person inesStarts() {
        return startsOutage(1280, 800);
    }

    private static void stand(Person person, String place) {
        person.press(person.page.locator(".crew button[value=" + place + "]"));
        assertThat(person.page.locator(".crew button[value=" + place + "]")).hasAttribute("aria-pressed", "true");
    }

    private Person joJoins(Person ines) {
        String code = ines.page.locator(".join .code").textContent();
        Person jo = person(390, 844);
        jo.go("/join");
        jo.page.locator("[name=name]").fill("Jo");
        jo.page.locator("[name=code]").fill("ZZZ ZZZ");
        jo.press(jo.page.getByRole(AriaRole.BUTTON).getByText("I can help"));
        assertThat(jo.page.locator(".problem")).containsText("No outage that goes on has this code.");
        assertThat(jo.page.locator("[name=name]")).hasValue("Jo");
        jo.page.locator("[name=code]").fill(code.toLowerCase(java.util.Locale.ROOT));
        jo.press(jo.page.getByRole(AriaRole.BUTTON).getByText("I can help"));
        assertThat(jo.page.locator("main.swap")).isVisible();
        return jo;
    }

    /** Both do whatever their own page asks until the sequence has reached its goal. */
    private List<String> together(List<Person> people, String goal) {
        List<String> done = new ArrayList<>();
        for (int rounds = 0; rounds < 90; rounds++) {
            boolean acted = false;
            for (Person person : people) {
                awaitCurrent(person);
                assertThat((int) person.page.evaluate("document.documentElement.scrollWidth - innerWidth"))
                        .as(person.title() + " is too wide")
                        .isLessThanOrEqualTo(0);
                if (person.title().equals(goal)) {
                    return done;
                }
                if (person.page
                                .locator(".reading [data-key=done], form[action='/swap/walk-round'] [data-key=done]")
                                .count()
                        > 0) {
                    done.add(person == people.get(0) ? "outside: " + person.title() : "inside: " + person.title());
                    person.confirm();
                    acted = true;
                }
            }
            assertThat(acted)
                    .as("nobody is stuck: " + people.get(0).title() + " / "
                            + people.get(1).title() + " after " + done)
                    .isTrue();
        }
        throw new AssertionError("no end: " + done);
    }

    private void awaitCurrent(Person person) {
        assertThat(person.page.locator("main"))
                .hasAttribute("data-seen", String.valueOf(standing().sequence()));
    }

    @ParameterizedTest
    @CsvSource({"saltmarsh-cottage,1280,800,true", "tarn-edge-workshop,390,844,false", "weavers-loft,1280,800,true"})
    void outAndBackTogether(String household, int width, int height, boolean andBack) throws IOException {
        household(household);
        Person ines = startsOutage(width, height);
        Person jo = joJoins(ines);
        stand(ines, "generator");
        stand(jo, "panel");
        List<String> out = together(List.of(ines, jo), ON_GENERATOR);
        assertThat(out.stream().filter(step -> step.startsWith("outside"))).hasSizeGreaterThan(5);
        assertThat(out.stream().filter(step -> step.startsWith("inside"))).hasSizeGreaterThan(4);
        assertThat(out).contains("outside: Start the engine");
        if (!andBack) {
            return;
        }
        goBack(ines);
        List<String> back = together(List.of(ines, jo), ON_UTILITY);
        assertThat(back).contains("outside: Stop the engine");
        ines.go("/swap");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page).hasURL(Pattern.compile(".*/afterwards/\\d+$"));
        jo.go("/swap");
        assertThat(jo.page.locator("main h1")).hasText("This outage is over");
        jo.go("/house");
        assertThat(jo.page.locator("main")).containsText("Not open to you");
    }

    @Test
    void whoWaitsSeesForWhatAndIsToldWithinASecond() {
        Person ines = inesStarts();
        advance(ines, Action.START_ENGINE);
        Person bram = person(390, 844).enter("bram");
        stand(ines, "generator");
        stand(bram, "panel");
        bram.follow("Wait for Ines: Start the engine", bram::confirm);
        assertThat(bram.page.locator("main")).containsText("Then you: Turn the generator input ON");
        ines.confirm();
        long confirmed = System.nanoTime();
        assertThat(bram.page.locator("main h1")).hasText("Turn the generator input ON");
        assertThat((System.nanoTime() - confirmed) / 1e9)
                .as("seconds, with leeway for a busy machine")
                .isLessThan(3);
        bram.confirm();
        assertThat(bram.title()).isEqualTo("Wait for Ines: Let the engine warm up");
        assertThat(bram.page.locator("[role=timer]")).hasText(Pattern.compile("[0-4]:\\d\\d"));
        bram.press(bram.page.locator(".crew button[name=name]"));
        // nobody is waited for any more: the step is Bram's own
        assertThat(bram.page.locator("main h1")).hasText("Let the engine warm up");
    }

    @Test
    void whatIsConfirmedWithoutAConnectionIsSentAfterwards() {
        Person ines = inesStarts();
        BrowserContext connection = ines.page.context();
        int seen = ines.seen();
        connection.setOffline(true);
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("[data-unsent]")).containsText("Not sent yet: “It works”.");
        assertThat(standing().sequence()).isEqualTo(seen);
        connection.setOffline(false);
        assertThat(ines.page.locator("main")).hasAttribute("data-seen", String.valueOf(seen + 1));
        assertThat(ines.page.locator("[data-unsent]")).isHidden();
        assertThat(ines.title()).isEqualTo("Unplug TVs and computers");
    }

    @Test
    void whatSomebodyElseDidMeanwhileIsReportedAsNotTaken() {
        Person ines = inesStarts();
        BrowserContext connection = ines.page.context();
        connection.setOffline(true);
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("[data-unsent]")).isVisible();
        swap.confirm(account("bram"), 1, Action.CHECK_CO_ALARM, null, Map.of());
        connection.setOffline(false);
        assertThat(ines.page.locator(".notice[role=alert]"))
                .containsText("Not taken: CO alarm tested. Bram has since confirmed: CO alarm tested.");
        assertThat(standing().sequence()).isEqualTo(2);
    }

    /** On Now as on Swap: nobody whose press comes too late is left without a word. */
    @Test
    void whoIsTooLateOnNowIsToldWhatHappened() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        Person bram = person(390, 844).enter("bram");
        bram.go("/now");
        assertThat(bram.page.locator("main")).isVisible();
        assertThat(movedOnNow(bram)).contains("Ines was faster");
        db.execute("update outage set ended_at = greatest(now(), started_at) where ended_at is null");
        assertThat(movedOnNow(bram)).contains("This outage has been ended by somebody else.");
    }

    /** What the answer says to somebody who says to have turned off what an old page shows. */
    private String movedOnNow(Person person) {
        String csrf = person.page.locator("[name=_csrf]").first().getAttribute("value");
        return person.page
                .request()
                .post(
                        address() + "/now/switch",
                        RequestOptions.create()
                                .setForm(FormData.create()
                                        .set("_csrf", csrf)
                                        .set("seen", 0)
                                        .set("off", "router")))
                .text();
    }

    @Test
    void aCodeIsWorthNothingAfterTooManyTriesOrWhenItWasRenewed() {
        inesStarts();
        long outage = swap.current(account("ines")).orElseThrow().id();
        String old = guests.code(outage);
        assertThat(guests.code(outage)).isEqualTo(old).hasSize(6);
        assertThat(guests.join(old, "Ines", false, "here").refused()).isEqualTo(Guests.Refused.NAME_TAKEN);
        guests.renewCode(outage);
        for (int tries = 0; tries < 10; tries++) {
            assertThat(guests.join(old, "Mo", false, "there").refused()).isEqualTo(Guests.Refused.WRONG_CODE);
        }
        String fresh = guests.code(outage);
        assertThat(guests.join(fresh, "Mo", false, "there").refused()).isEqualTo(Guests.Refused.TOO_MANY_TRIES);
        assertThat(guests.join(fresh, "Mo", false, "elsewhere").guest().outageId())
                .isEqualTo(outage);
    }

    @Test
    void aTimerRunsOnTheServersClockAndRings() {
        Person ines = inesStarts();
        ines.page.clock().install();
        advance(ines, Action.WARM_UP);
        assertThat(ines.page.locator("[role=timer]")).hasText(Pattern.compile("4:[3-5]\\d|5:00"));
        ines.press(ines.page.getByText("Ring when time is up"));
        // a page that is read anew in this very moment counts from then on, since the server's clock has not moved
        for (int tries = 0; tries < 3 && ines.page.locator("html[data-rang]").count() == 0; tries++) {
            ines.page.clock().fastForward("05:01");
            ines.page.waitForTimeout(500);
        }
        assertThat(ines.page.locator("html")).hasAttribute("data-rang", "Let the engine warm up");
    }

    @Test
    void aTouchedPartSaysWhatItIsWhatWouldHappenAndTakesTheTruth() {
        Person ines = inesStarts();
        advance(ines, Action.PICK_UP);
        ines.press(ines.page.locator(".scene-drawing a[aria-label^='main']"));
        ines.press(ines.page.getByText("Turn the main breaker ON: why not now?"));
        Locator card = ines.page.locator("#asked");
        assertThat(card).containsText("It can’t be done as things stand.");
        assertThat(card).containsText("a line worker on a wire believed dead would be killed");
        assertThat(card).containsText("It would make live: the utility’s wires.");
        assertThat(ines.page.locator(".scene-drawing .wire.danger").first()).isAttached();
        // it stays although somebody else goes on
        swap.open(account("bram"), standing().sequence(), "fridge");
        assertThat(ines.page.locator("main"))
                .hasAttribute("data-seen", String.valueOf(standing().sequence()));
        assertThat(card).isVisible();
        ines.go("/swap?part=input");
        ines.press(ines.page.locator("#asked button[name=input][value=off]"));
        assertThat(ines.page.locator("#asked")).hasCount(0);
        assertThat(standing().state().inputOn()).isFalse();
        // what was not asked for stays as it was
        assertThat(standing().state().done().has(juiceswap.core.changeover.Check.CHECK_CO_ALARM))
                .isTrue();
    }

    @Test
    void theWayBackIsOfferedOnlyWhenTheStreetHasHeld() {
        Person ines = inesStarts();
        advance(ines, null);
        ines.page.locator("input[value=message]").check();
        ines.press(ines.page.getByText("Utility power is back"));
        assertThat(ines.page.locator("main")).containsText("message of the utility, said by Ines, since");
        assertThat(ines.page.getByText("Go back to the utility")).hasCount(0);
        assertThat(ines.page.locator("[role=timer]")).hasText(Pattern.compile("9:[3-5]\\d|10:00"));
        ines.press(ines.page.getByText("It went out again"));
        assertThat(ines.page.getByText("Utility power is back")).isVisible();
        assertThat(standing().state().utilityLive()).isFalse();
    }

    @Test
    void theSensorIsTheSurestSign() {
        db.execute(
                "insert into street_sensor (household_id, live, since) select id, false, {0} from household",
                org.jooq.impl.DSL.val(java.time.OffsetDateTime.ofInstant(
                        Instant.parse("2026-01-14T18:04:00Z"), java.time.ZoneOffset.UTC)));
        Person ines = inesStarts();
        advance(ines, null);
        assertThat(ines.page.locator("main")).containsText("Utility sensor: dark since");
        ines.press(ines.page.getByText("Simulated sensor"));
        ines.press(ines.page.getByText("show power"));
        assertThat(ines.page.locator("main")).containsText("utility sensor, since");
        assertThat(standing().watch().sign()).isEqualTo(juiceswap.core.outage.Sign.SENSOR);
    }

    @Test
    void whatIsFoundOnTheWalkRoundOpensItsCauses() {
        Person ines = inesStarts();
        advance(ines, Action.WALK_ROUND);
        for (Locator running :
                ines.page.locator("input[type=radio][value=running]").all()) {
            running.check();
        }
        ines.page.locator("input[name='thing.well'][value=silent]").check();
        ines.page.locator("input[name='thing.fridge'][value=tripped]").check();
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("main")).containsText("A compressor or pump may wait three to ten minutes");
        assertThat(ines.page.locator("main")).containsText("Press reset once.");
        assertThat(ines.title()).isEqualTo("Walk round the house");
        ines.press(ines.page.getByText("Finish with what does not run"));
        assertThat(ines.page.locator("main h1")).hasText("The house is on the generator");
    }

    @Test
    void whoTakesOverLooksAtEverythingFirst() {
        Person ines = inesStarts();
        advance(ines, Action.INPUT_ON);
        Person bram = person(390, 844).enter("bram");
        bram.go("/swap/hand-over");
        assertThat(bram.title()).isEqualTo("You take over");
        assertThat(bram.page.locator("main")).containsText("Ines: Plate to generator");
        bram.page.locator("select[name=plate]").selectOption("utility");
        bram.press(bram.page.getByText("I have looked: this is how it is"));
        assertThat(bram.page.locator("main h1")).hasText("Slide the plate up, over the main");
    }

    @Test
    void whatIsNotNeededHereIsRemembered() {
        Person ines = inesStarts();
        advance(ines, Action.UNPLUG_SENSITIVE);
        ines.press(ines.page.getByText("not here"));
        // nothing else has to be unplugged: the step itself is gone, in this outage and in the next
        assertThat(ines.page.locator("main h1")).not().hasText("Unplug TVs and computers");
        assertThat(standing().plan().steps()).noneMatch(step -> step.action() == Action.UNPLUG_SENSITIVE);
        db.execute("update outage set ended_at = now() where ended_at is null");
        ines.go("/now");
        ines.press(ines.page.locator("button[value=outage]"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        assertThat(standing().plan().steps()).noneMatch(step -> step.action() == Action.UNPLUG_SENSITIVE);
        advance(ines, Action.CHECK_PLACEMENT);
        assertThat(ines.page.locator(".points li").first().locator("button")).hasCount(0);
    }

    @Test
    void whatIsOpenedStaysOpenWhileOthersGoOn() {
        Person ines = startsOutage(1280, 800);
        ines.press(ines.page.getByText("Choose what shall run"));
        swap.confirm(account("bram"), 1, Action.CHECK_CO_ALARM, null, Map.of());
        assertThat(ines.page.locator("main")).hasAttribute("data-seen", "2");
        Locator range = ines.page.locator(".choices input[value=range]").first();
        assertThat(range).isVisible();
        // and while something is being chosen, the page says that it is old instead of changing under the finger
        range.check();
        swap.confirm(account("bram"), 2, Action.UNPLUG_SENSITIVE, null, Map.of());
        assertThat(ines.page.locator("[data-stale]")).isVisible();
        assertThat(range).isChecked();
    }

    @Test
    void makingSafeNeedsNoScript() {
        inesStarts();
        Person bram = new Person(browsers.pageWithoutScript(), address()).enter("bram");
        advance(bram, Action.INPUT_ON);
        bram.press(bram.page.getByText("Make safe").locator("visible=true").first());
        bram.follow("It is safe now", () -> bram.page.locator("[data-key=done]").click());
        assertThat(standing().state().engine().running()).isFalse();
    }
}
