package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.regex.Pattern;
import juiceswap.web.TravellingClock;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** A monitor reads while breakers are turned: what they really draw is proposed, and taken on a yes. */
@Import(TravellingClock.InPlace.class)
class LearnJourneyTest extends OutageJourney {
    private static final double REALLY = 236;

    @Autowired
    private TravellingClock clock;

    @AfterEach
    void nothingIsKeptForTheNext() {
        db.execute("delete from learned");
        db.execute("delete from drawn");
    }

    /** A reading a second: what is always on, and the fridge while it is. */
    private void read(Instant from, int seconds, boolean fridge) {
        db.execute(
                "insert into reading (household_id, at, place, source, l1n, l2n, hz, l1a, l2a)"
                        + " select h.id, {0}::timestamptz + n * interval '1 second', 'panel', 'monitor', 120, 120, 60.4,"
                        + " (310 + {1} + 4 * sin(n)) / 120, (205 + 4 * cos(n)) / 120"
                        + " from household h, generate_series(1, {2}) n",
                DSL.val(from.toString()), DSL.val(fridge ? REALLY : 0), DSL.val(seconds));
    }

    private void turn(String circuit, boolean on) {
        List<String> it = List.of(circuit);
        swap.move(account("ines"), standing().sequence(), on ? List.of() : it, on ? it : List.of());
    }

    @Test
    void whatTheFridgeReallyDrawsIsLearnedAndTaken() {
        clock.set(LocalDate.now().plusDays(1).atTime(10, 0));
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        ines.go("/meter/learned");
        assertThat(ines.page.locator("main")).containsText("No load has been learned yet");
        ines.press(ines.page.getByText("Look at the latest readings"));
        assertThat(ines.page.locator("body")).containsText("too little to learn from");

        boolean on = true;
        assertThat(standing().state().picked()).contains("fridge");
        for (int turn = 0; turn < 4; turn++) {
            read(clock.instant(), 90, on);
            clock.forward(Duration.ofSeconds(91));
            on = !on;
            turn("fridge", on);
        }
        read(clock.instant(), 90, on);
        clock.forward(Duration.ofSeconds(91));

        ines.go("/meter/learned");
        ines.press(ines.page.getByText("Look at the latest readings"));
        Locator fridge = ines.page.locator("[data-circuit=fridge]");
        assertThat(fridge).containsText("draws more than entered");
        assertThat(fridge).containsText(Pattern.compile("2[23]\\d W"));
        assertThat(fridge).containsText("entered: 180 W");
        assertThat(fridge).containsText(Pattern.compile("turned ON [23] times"));
        // a circuit that gave no evidence is not told of
        assertThat(ines.page.locator("[data-circuit=well]")).hasCount(0);
        assertThat(ines.page.locator("aside")).containsText("Kitchen fridge");
        assertThat(ines.page.locator("aside")).containsText("Not explained");

        // left as it was, and then taken after all: it is looked at again
        fridge.getByText("Leave it as it was").click();
        assertThat(fridge.locator("form")).hasCount(0);
        ines.press(ines.page.getByText("Look at the latest readings"));
        fridge.getByText("Take it").click();
        assertThat(fridge).containsText("as entered");
        double watts = Double.parseDouble(
                db.fetchValue("select file #>> '{setup,circuits,0,loads,0,runningWatts}' from household")
                        .toString());
        assertThat(watts).isBetween(REALLY - 20, REALLY + 20);
        ines.go("/house");
        ines.press(ines.page.locator("[data-key=undo]"));
        ines.go("/meter/learned");
        assertThat(fridge).containsText("draws more than entered");

        // how long the tank lasts goes by what is read, once it was read for some minutes
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("with what is on");
        read(clock.instant(), 12 * 60, on);
        clock.forward(Duration.ofMinutes(12));
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("W that are drawn on average");

        // its compressor had better not start at once again
        turn("fridge", false);
        ines.go("/now?circuit=fridge");
        assertThat(ines.page.locator("#asked")).containsText("leave it off for 5 more minutes");
    }
}
