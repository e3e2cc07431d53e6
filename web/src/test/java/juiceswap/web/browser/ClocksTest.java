package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.List;
import java.util.TimeZone;
import juiceswap.core.changeover.Action;
import juiceswap.web.TravellingClock;
import juiceswap.web.rotate.Rotations;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** A machine whose clock is put right in mid-outage, and nights on which an hour is left out or comes twice. */
@Import(TravellingClock.InPlace.class)
class ClocksTest extends OutageJourney {
    private static final List<String> PAGES =
            List.of("/now", "/now/live", "/swap", "/meter", "/rotate", "/house", "/logbook");

    private final TimeZone before = TimeZone.getDefault();

    @Autowired
    private TravellingClock clock;

    @Autowired
    private Rotations rotations;

    @AfterEach
    void home() {
        TimeZone.setDefault(before);
    }

    private void allPagesAreThere(Person person) {
        for (String path : PAGES) {
            assertThat(person.page.request().get(address() + path).status())
                    .as(path)
                    .isEqualTo(200);
        }
    }

    private Rotations.Life life() {
        return rotations.life(account("ines")).orElseThrow();
    }

    @Test
    void theClockIsPutBackAndForth() {
        clock.set(LocalDateTime.of(2031, 1, 14, 18, 0));
        Person ines = startsOutage(390, 844);
        advance(ines, Action.PICK_UP);
        clock.forward(Duration.ofHours(-7));
        ines.go("/swap");
        ines.confirm();
        advance(ines, null);
        ines.go("/now");
        allPagesAreThere(ines);
        assertThat(life().fuel().tankLitresNow()).isGreaterThan(0);
        clock.forward(Duration.ofDays(3));
        rotations.keepUp(account("ines").householdId());
        allPagesAreThere(ines);
        assertThat(life().inForce().plan().rotation().horizon().first()).isAfter(LocalDateTime.of(2031, 1, 17, 0, 0));
        // back to before it all began, and to an end of it
        clock.forward(Duration.ofDays(-9));
        swap.makeSafe(account("ines"));
        advance(ines, null);
        swap.end(account("ines"), standing().sequence());
        assertThat(swap.current(account("ines"))).isEmpty();
        ines.go("/logbook");
        assertThat(ines.page.locator("main tbody tr").first()).containsText("Jan 14, 2031");
    }

    @Test
    void anHourComesTwice() {
        throughTheNight(LocalDateTime.of(2031, 11, 1, 23, 0), Duration.ofHours(6));
    }

    @Test
    void anHourIsLeftOut() {
        throughTheNight(LocalDateTime.of(2031, 3, 8, 23, 0), Duration.ofHours(4));
    }

    /** On the set from eleven in the evening until four in the morning by the clock on the wall. */
    private void throughTheNight(LocalDateTime evening, Duration untilFour) {
        TimeZone.setDefault(TimeZone.getTimeZone("America/Chicago"));
        clock.set(evening);
        Person ines = startsOutage(390, 844);
        advance(ines, null);
        rotations.keepUp(account("ines").householdId());
        double anHour = 0;
        for (int hour = 0; hour < untilFour.toHours(); hour++) {
            double litres = life().fuel().tankLitresNow();
            clock.forward(Duration.ofHours(1));
            rotations.keepUp(account("ines").householdId());
            allPagesAreThere(ines);
            double burnt = litres - life().fuel().tankLitresNow();
            anHour = hour == 0 ? burnt : anHour;
            // nothing is switched: the engine burns by the time that really passes, until the tank is dry
            if (life().fuel().tankLitresNow() > 0) {
                assertThat(burnt).isCloseTo(anHour, within(anHour / 30));
            }
        }
        assertThat(anHour).isPositive();
        assertThat(clock.local().toLocalTime().getHour()).isEqualTo(4);
        // the plan leads on from the wall’s clock
        assertThat(life().now()).isEqualTo(Rotations.local(clock.instant()));
        assertThat(life().progress()).isNotNull();
    }
}
