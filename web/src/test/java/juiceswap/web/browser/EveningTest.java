package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.outage.Event;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.web.TravellingClock;
import juiceswap.web.meter.SimulatedMonitor;
import juiceswap.web.rotate.Rotations;
import juiceswap.web.rotate.Rotations.Life;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** Days on the set, lived through by a clock that can be put forward: the plan, and everything that comes in its way. */
@Import(TravellingClock.InPlace.class)
class EveningTest extends OutageJourney {
    @Autowired
    private TravellingClock clock;

    @Autowired
    private Rotations rotations;

    @Autowired
    private SimulatedMonitor monitor;

    @BeforeEach
    void sixInTheEvening() {
        clock.set(LocalDate.now().plusDays(1).atTime(18, 0));
    }

    private Life life() {
        return rotations.life(account("ines")).orElseThrow();
    }

    /** On the set with a plan in force, and its page. */
    private Person onTheSet(int width, int height) {
        Person ines = startsOutage(width, height);
        advance(ines, null);
        ines.go("/now");
        Locator title = ines.page.locator("main h1");
        assertThat(title).not().hasText("Working out the next move");
        return ines;
    }

    private static Locator strip(Person person) {
        return person.page.locator("#feed-over .stop-strip");
    }

    /** Says that the whole move is done; before its time that is asked back. */
    private static void allDone(Person person) {
        person.press(person.page.locator("[data-key=done]"));
        if (person.page.locator("[data-before-time]").count() > 0) {
            person.press(person.page.locator("[data-before-time]"));
        }
    }

    @Test
    void anEveningIsLivedThrough() {
        Person ines = onTheSet(1280, 800);
        assertThat(life().inForce()).isNotNull();
        monitor.put(account("ines").householdId(), SimulatedMonitor.SOUND);
        Person bram = person(390, 844).enter("bram");
        bram.go("/house");

        // the kettle, now: proposed, taken, switched
        ines.go("/rotate");
        ines.press(ines.page.getByText("Kettle and toaster counter now"));
        assertThat(ines.page.locator(".proposal")).containsText("24 Kettle and toaster counter for 30 min");
        assertThat(ines.page.locator(".timeline .was").first()).isAttached();
        long before = life().inForce().id();
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator(".proposal")).hasCount(0);
        assertThat(life().inForce().id()).isGreaterThan(before);
        ines.go("/now");
        assertThat(ines.page.locator(".breakers")).containsText("24 Kettle and toaster counter");
        allDone(ines);
        assertThat(ines.page.locator(".breakers")).not().containsText("ON 24 Kettle");
        assertThat(standing().state().picked()).contains("counter");

        // read by the monitor, and the page shows it without being asked
        assertThat(ines.page.locator("#feed-loads")).containsText("Measured by the panel monitor");

        // somebody has plugged something in: more than the leg may carry, seen by everybody
        monitor.takeOut(account("ines").householdId());
        db.execute("delete from reading");
        ines.go("/meter");
        ines.page.locator("input[name=l1n]").fill("119");
        ines.page.locator("input[name=l2n]").fill("118");
        ines.page.locator("input[name=l1a]").fill("27.5");
        ines.page.locator("input[name=l2a]").fill("20");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(strip(ines)).containsText("More than may be drawn for long.");
        assertThat(strip(ines)).containsText("Turn OFF first: ");
        assertThat(strip(bram)).containsText("Turn OFF first: ");
        ines.go("/now");
        assertThat(ines.page.locator("#feed-loads")).containsText("something that nobody has told of");

        // the engine stalls: everything is opened before it runs again, and picked up in order
        ines.press(ines.page.getByText("The engine has stalled"));
        ines.press(ines.page.getByText("Too much load: it bogged down"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        assertThat(standing().state().engine()).isEqualTo(Engine.RESTING);
        assertThat(strip(bram)).hasCount(0);
        advance(ines, null);
        assertThat(standing().state().picked()).contains("fridge", "counter");
        assertThat(life().onSet()).isTrue();
    }

    @Test
    void theTankIsFilledInTimeAndTheNightIsQuiet() {
        Person ines = onTheSet(1280, 800);
        ines.go("/rotate");
        ines.press(ines.page.getByText("Fuel and rationing"));
        Locator tank = ines.page.locator("form[action='/rotate/fuel']");
        tank.locator("input[name=litres]").fill("90");
        ines.press(tank.locator("button"));
        assertThat(tank.locator(".problem")).containsText("the tank holds from 0 to 6 gal");
        assertThat(tank.locator("input[name=litres]")).hasValue("90");
        ines.page.locator("form[action='/rotate/fuel'] input[name=litres]").fill("8 l");
        ines.press(ines.page.locator("form[action='/rotate/fuel'] button"));
        assertThat(ines.page.locator(".proposal")).containsText("Fuel as found");
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator("main")).containsText("2.1 gal in the tank");
        assertThat(ines.page.locator("main")).containsText(Pattern.compile("Refuel at (6|7|8|9|10):\\d\\d.pm"));
        var refuel = life().inForce().refuels().get(0);
        assertThat(refuel.from().getHour()).isBetween(18, 22);

        // every move until then, then the refuelling itself
        while (clock.local().isBefore(refuel.from())) {
            if (!followNextMove(ines, refuel.from())) {
                clock.forward(Duration.between(clock.local(), refuel.from()).plusSeconds(30));
            }
        }
        ines.go("/now");
        assertThat(ines.page.locator("main h1")).hasText("Stop the engine, let it cool, fill it");
        RotationPlan told = life().inForce().plan();
        Set<String> after = told.on().get(told.rotation().horizon().slotAt(refuel.to()));
        ines.press(ines.page.getByText("Lead me through it"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        assertThat(standing().goal()).isEqualTo(Goal.REFUEL);
        advance(ines, null);
        // what the plan has for then, and not what was on before
        assertThat(standing().state().picked()).containsExactlyInAnyOrderElementsOf(after);
        assertThat(life().fuel().tankLitresNow()).isGreaterThan(21);
        assertThat(life().fuel().storeLitres()).isLessThan(37);

        // nobody is called out of bed
        ines.go("/rotate");
        ines.press(ines.page.getByText("Quiet night"));
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator("main")).containsText("Nobody to walk from");
        RotationPlan plan = life().inForce().plan();
        assertThat(plan.nightVisits()).isZero();

        // a move that nobody makes is planned anew, from what is true
        clock.set(clock.local().toLocalDate().plusDays(1).atTime(9, 0));
        long old = life().inForce().id();
        rotations.keepUp(account("ines").householdId());
        assertThat(life().inForce().id()).isGreaterThan(old);
        ines.go("/now");
        assertThat(ines.page.locator("main h1")).not().hasText("Working out the next move");

        // and the street is back
        ines.go("/swap");
        goBack(ines);
        advance(ines, null);
        assertThat(ines.page.locator("main h1")).hasText(ON_UTILITY);
        assertThat(standing().living().filledLitres()).isGreaterThan(10);
    }

    /** Makes the next move when it is due before {@code until}; false when none is. */
    private boolean followNextMove(Person ines, java.time.LocalDateTime until) {
        RotationPlan.Move next =
                life().progress() == null ? null : life().progress().next();
        if (next == null || !next.at().isBefore(until)) {
            return false;
        }
        if (next.at().isAfter(clock.local())) {
            clock.forward(Duration.between(clock.local(), next.at()).plusSeconds(20));
        }
        ines.go("/now");
        int seen = ines.seen();
        allDone(ines);
        assertThat(ines.page.locator("main")).not().hasAttribute("data-seen", String.valueOf(seen));
        return true;
    }

    @Test
    void breakersAreConfirmedOneByOneAndAskedAbout() {
        Person ines = onTheSet(390, 844);
        assertThat(overflow(ines.page)).isLessThanOrEqualTo(0);
        // may I switch this? not as things are, but there is a way
        ines.go("/now?circuit=range");
        Locator card = ines.page.locator("#asked");
        assertThat(card).containsText("17–19 Range");
        Locator way = card.locator("form[action='/now/switch'] button").first();
        assertThat(way).containsText("Range");
        int seen = ines.seen();
        ines.press(way);
        assertThat(ines.page.locator("main")).not().hasAttribute("data-seen", String.valueOf(seen));
        assertThat(standing().state().picked()).contains("range");
        // what was not planned is planned from: a new plan, made by nobody
        assertThat(ines.page.locator("main h1")).not().hasText("Working out the next move");
        ines.go("/now?circuit=range");
        assertThat(card).containsText("It is on.");
        ines.press(card.getByText("I measured what it draws"));
        card.locator("input[name=before]").fill("9.1");
        card.locator("input[name=after]").fill("lots");
        ines.press(card.getByText("Take it over"));
        assertThat(ines.page.locator("[role=alert].notice")).containsText("Give the leg’s amps");
        ines.press(card.getByText("I measured what it draws"));
        card.locator("input[name=before]").fill("3,1");
        card.locator("input[name=after]").fill("18.1");
        ines.press(card.getByText("Take it over"));
        assertThat(ines.page.locator("[role=status].notice:visible")).containsText("3,600 W on both legs");
        assertThat(standing().changeover().setup().circuit("range").runningWatts())
                .isEqualTo(3600);

        // a move breaker by breaker
        ines.go("/rotate");
        ines.press(ines.page.getByText("Washer now"));
        ines.press(ines.page.getByText("Take this plan"));
        ines.go("/now");
        int breakers = ines.page.locator(".breakers li").count();
        assertThat(breakers).isPositive();
        // one press each: no plan turns the move around under way, and what comes after it has no buttons before its
        // time
        for (int left = breakers; left > 0; left--) {
            assertThat(ines.page.locator(".breakers button")).hasCount(left);
            int shown = ines.seen();
            ines.press(ines.page.locator(".breakers button").first());
            assertThat(ines.page.locator("main")).not().hasAttribute("data-seen", String.valueOf(shown));
        }
        assertThat(ines.page.locator(".breakers button")).hasCount(0);
        assertThat(standing().state().picked()).contains("washer");
        // not now: nobody walks for half an hour
        ines.go("/now");
        if (ines.page.getByText("Not now: in half an hour").count() > 0) {
            ines.press(ines.page.getByText("Not now: in half an hour"));
            assertThat(ines.page.locator("main h1")).isVisible();
            var next = life().progress().next();
            assertThat(next == null || !next.at().isBefore(clock.local().plusMinutes(29)))
                    .isTrue();
        }
    }

    @Test
    void aBarIsMovedPinnedAndTakenBack() {
        Person ines = onTheSet(1280, 800);
        ines.go("/rotate");
        Locator bar = ines.page.locator(".timeline .run[data-circuit=washer]").first();
        int from = Integer.parseInt(bar.getAttribute("data-from"));
        var box = bar.boundingBox();
        ines.page.mouse().move(box.x + box.width / 2, box.y + box.height / 2);
        ines.page.mouse().down();
        ines.page.mouse().move(box.x + box.width / 2 + 90, box.y + box.height / 2);
        ines.page.mouse().up();
        assertThat(ines.page.locator(".proposal")).containsText("22b Washer on from");
        assertThat(ines.page.locator("#looked")).containsText("22b Washer");
        int moved = Integer.parseInt(ines.page
                .locator(".timeline .run.pinned[data-circuit=washer]")
                .first()
                .getAttribute("data-from"));
        assertThat(moved).isGreaterThan(from);
        // a wish that can't be read stays typed
        ines.page.locator("#looked input[name=to]").fill("noonish");
        ines.press(ines.page.locator("#looked").getByText("Keep it off"));
        assertThat(ines.page.locator("[role=alert]").first()).containsText("“noonish” is not a time of day");
        assertThat(ines.page.locator("#looked input[name=to]")).hasValue("noonish");
        assertThat(ines.page.locator("#looked .problem")).containsText("such as 17:00");
        // a second wish stands on the first one: to leave it as it was takes back both
        ines.go("/rotate");
        ines.press(ines.page.getByText("Kettle and toaster counter now"));
        assertThat(ines.page.locator(".proposal")).containsText("Kettle");
        ines.press(ines.page.getByText("Leave it as it was"));
        assertThat(ines.page.locator(".proposal")).hasCount(0);
        // why is it off? in one sentence with figures
        ines.go("/rotate?circuit=range&slot=40");
        assertThat(ines.page.locator("#looked")).containsText("off");
        ines.go("/rotate");
        ines.page.locator("form:has(input[value=away]) input[name=to]").fill("23:00");
        ines.press(ines.page.locator("form:has(input[value=away]) button"));
        assertThat(ines.page.locator(".proposal")).containsText("Nobody to walk from");
        ines.press(ines.page.getByText("Take this plan"));
        ines.press(ines.page.getByLabel(Pattern.compile("No longer: Nobody to walk")));
        assertThat(ines.page.locator(".proposal")).containsText("Without: Nobody to walk");
        ines.press(ines.page.getByText("Leave it as it was"));

        // rationing: litres that would not last without
        ines.press(ines.page.getByText("Fuel and rationing"));
        Locator ration = ines.page.locator("form[action='/rotate/ration']");
        ration.locator("input[name=litres]").fill("14 l");
        ration.locator("input[name=until]").fill("17:30");
        ines.press(ration.locator("button"));
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("The engine rests in between");
        assertThat(ines.page.locator(".timeline .still").first()).isAttached();
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator("main")).containsText("Engine off from");
        theEngineRestsAndRunsAgain(ines);
        ines.go("/rotate");

        // out: CSV, JSON, iCalendar, and an address that a calendar reads
        for (String file : List.of("plan.csv", "plan.json", "plan.ics")) {
            var answer = ines.page.request().get(address() + "/rotate/" + file);
            assertThat(answer.status()).isEqualTo(200);
            assertThat(answer.text()).contains(file.endsWith("ics") ? "BEGIN:VALARM" : "fridge");
        }
        ines.press(ines.page.getByText("Plan out"));
        ines.press(ines.page.getByText("A calendar address that follows the plan"));
        String calendar = ines.page.locator("#out code").textContent();
        var stranger = browsers.page(390, 844).request();
        assertThat(stranger.get(address() + calendar).text()).contains("BEGIN:VEVENT");
        assertThat(stranger.get(address() + calendar.replaceFirst("[0-9a-f]{4}", "0000"))
                        .status())
                .isEqualTo(404);
    }

    /** Led from Now through stopping and, when its time has come, through starting again. */
    private void theEngineRestsAndRunsAgain(Person ines) {
        Life life = life();
        RotationPlan.Move stop = life.inForce().plan().moves().stream()
                .filter(move -> move.kind() == RotationPlan.MoveKind.ENGINE_OFF)
                .findFirst()
                .orElseThrow();
        while (followNextMove(ines, stop.at())) {
            assertThat(life().progress()).isNotNull();
        }
        clock.set(stop.at().plusMinutes(1));
        ines.go("/now");
        assertThat(ines.page.locator("main h1")).hasText("Stop the engine and let it rest");
        ines.press(ines.page.getByText("Lead me through it"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        assertThat(standing().goal()).isEqualTo(Goal.MAKE_SAFE);
        advance(ines, null);
        ines.go("/now");
        assertThat(ines.page.locator("main h1")).containsText("start the engine again");
        clock.set(life().progress().next().at().plusMinutes(1));
        ines.go("/now");
        assertThat(ines.page.locator("main h1")).hasText("Start the engine again");
        ines.press(ines.page.getByText("Lead me through it"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        advance(ines, null);
        assertThat(life().onSet()).isTrue();
    }

    @Test
    void whatIsFoundIsPlannedFromAndLearned() {
        Person ines = onTheSet(1280, 800);
        swap.open(account("ines"), standing().sequence(), "freezer");
        clock.forward(Duration.ofMinutes(5));
        // what was switched otherwise is planned from first; a plan made meanwhile would take the place of what is
        // proposed
        rotations.keepUp(account("ines").householdId());
        ines.go("/rotate?circuit=freezer");
        ines.page.locator("#looked input[name=celsius]").fill("-18 C");
        ines.press(ines.page.getByText("Plan from what I found"));
        assertThat(ines.page.locator(".proposal")).containsText("5 Chest freezer, shed as found");
        clock.forward(Duration.ofHours(2));
        ines.go("/rotate?circuit=freezer");
        ines.page.locator("#looked input[name=celsius]").fill("cold");
        ines.press(ines.page.getByText("Plan from what I found"));
        assertThat(ines.page.locator("[role=alert]").first()).containsText("“cold” is not an amount in °F");
        assertThat(ines.page.locator("#looked input[name=celsius]")).hasValue("cold");
        ines.page.locator("#looked input[name=celsius]").fill("64 C");
        ines.press(ines.page.getByText("Plan from what I found"));
        assertThat(ines.page.locator("[role=alert]").first()).containsText("That is far from what it can be");
        assertThat(ines.page.locator("#looked input[name=celsius]")).hasValue("64 C");
        ines.page.locator("#looked input[name=celsius]").fill("-16 C");
        ines.press(ines.page.getByText("Plan from what I found"));
        // two of ten degrees in two hours, and what the pages took
        assertThat(ines.page.locator("#told"))
                .containsText(Pattern.compile("it holds about 10 h( 0\\d)? without power"));
        // what somebody else writes does not take it away
        swap.fuelSeen(account("bram"), standing().sequence(), 12);
        assertThat(ines.page.locator("main[data-seen='" + standing().sequence() + "']"))
                .isVisible();
        assertThat(ines.page.locator("#told .notice")).containsText("it holds about 10 h");
        assertThat(swap.current(account("ines")).orElseThrow().log())
                .anyMatch(entry -> entry.event() instanceof Event.Observed found
                        && found.circuit().equals("freezer")
                        && found.minutes() == 1440);
    }

    @Test
    void aDayIsShownBeforeThereIsAnOutageAndNeedsAreSaid() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/rotate");
        assertThat(ines.page.locator("main")).containsText("No outage: this is how a day on the generator would go");
        assertThat(ines.page.locator(".timeline").first()).isVisible();
        ines.go("/house/needs");
        ines.press(ines.page.getByText("A job once a day"));
        ines.page.locator("select[name=circuit]").selectOption("radio");
        ines.page.locator("input[name=minutes]").fill("500");
        ines.page.locator("input[name=from]").fill("17:00");
        ines.page.locator("input[name=to]").fill("18:00");
        ines.press(ines.page.getByText("Save").first());
        assertThat(ines.page.locator("main")).containsText("is longer than its hours of the day");
        assertThat(ines.page.locator("input[name=minutes]")).hasValue("500");
        ines.page.locator("input[name=minutes]").fill("50");
        ines.press(ines.page.getByText("Save").first());
        assertThat(ines.page.locator("table")).containsText("once a day for 50 min between 5:00 pm and 6:00 pm");
    }

    /** With empty cans and little in the tank Now says why so much falls short, and leads to what to give up. */
    @Test
    void fuelThatDoesNotLastIsSaidWhereTheNextMoveIs() {
        db.execute("update household set file = jsonb_set(file, '{rotation,storedLitres}', '0')");
        Person ines = onTheSet(390, 844);
        ines.go("/rotate");
        ines.press(ines.page.getByText("Fuel and rationing"));
        ines.page.locator("form[action='/rotate/fuel'] input[name=litres]").fill("6 l");
        ines.press(ines.page.locator("form[action='/rotate/fuel'] button"));
        ines.press(ines.page.getByText("Take this plan"));
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("The fuel runs out about");
        ines.press(ines.page.getByText("What to give up first"));
        assertThat(ines.page.locator("ol#fuel")).containsText("it lasts");
        assertThat(ines.page.locator("main")).containsText("Stop the engine before the fuel runs out");
        // a day takes more than what is left in the tank
        assertThat(ines.page.locator("main"))
                .containsText(Pattern.compile("a day like this takes ([2-9]|1\\d)(\\.\\d)? gal"));
    }

    private static int overflow(Page page) {
        return (int) page.evaluate("document.documentElement.scrollWidth - innerWidth");
    }

    /** Nothing was heard of somebody who works alone outside: every page of the house asks after them, until they say so. */
    @Test
    void whoIsAloneOutsideIsAskedAfter() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.START_ENGINE);
        clock.forward(Duration.ofMinutes(20));
        Person bram = person(390, 844).enter("bram");
        bram.go("/house");
        assertThat(bram.page.locator("#urgent")).isVisible();
        assertThat(bram.page.locator("#urgent")).containsText("Is Ines all right?");
        ines.go("/now");
        ines.press(ines.page.locator("#urgent form button"));
        assertThat(standing().lived().get(standing().lived().size() - 1).event())
                .isInstanceOf(juiceswap.core.outage.Event.AllRight.class);
        bram.go("/house");
        assertThat(bram.page.locator("#urgent")).isHidden();
    }
}
