package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Goal;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.Wish;
import juiceswap.web.TravellingClock;
import juiceswap.web.rotate.Rotations;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** The flat under the roof lives an evening and a day on a battery power station alone. */
@Import(TravellingClock.InPlace.class)
class StationJourneyTest extends OutageJourney {
    @Autowired
    private TravellingClock clock;

    @Autowired
    private Rotations rotations;

    @BeforeEach
    void aStationInThePlaceOfTheGenerator() throws IOException {
        household("weavers-loft");
        db.execute("update household set file = (file #- '{setup,generator}') || {0}::jsonb", DSL.val("""
                {"supply": {"powerStation": {"output": "120", "runningWatts": 1800, "startingWatts": 3000, "wattHours": 2000,
                            "chargingWatts": 600, "outputSwitch": true, "bond": "floating"}},
                 "rotation": {"sleep": {"from": "22:30", "to": "06:30"}, "needs": [
                   {"circuit": "fridge", "kind": "keep", "keeping": "fridge"},
                   {"circuit": "boiler", "kind": "keep", "keeping": "house-warm", "holdMinutes": 360, "recoverMinutes": 180,
                    "watched": true},
                   {"circuit": "desk", "kind": "always", "priority": "comfort", "from": "08:00", "to": "22:00"},
                   {"circuit": "lamp", "kind": "always", "priority": "comfort", "from": "17:00", "to": "23:00"}]}}
                """));
    }

    private Rotations.Life life() {
        return rotations.life(account("ines")).orElseThrow();
    }

    private static double hoursOn(RotationPlan plan, String circuit) {
        return plan.on().stream().filter(on -> on.contains(circuit)).count() / 4.0;
    }

    @Test
    void anEveningANightAndADayOnABattery() {
        clock.set(LocalDate.now().plusDays(5).atTime(18, 0));
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        rotations.keepUp(account("ines").householdId());
        ines.go("/rotate");
        assertThat(ines.page.locator("main")).containsText(" of 2,000 Wh: 100 %");
        assertThat(ines.page.locator("main")).not().containsText("In the tank now");
        assertThat(ines.page.locator(".timeline .store.charge").first()).isVisible();
        RotationPlan day = life().lived().plan();
        assertThat(day.unmet()).noneMatch(one -> one.circuit().equals("fridge"));
        assertThat(life().chargeAlong(life().lived()).wattHours()).allMatch(left -> left >= 200 - 1e-6);
        assertThat(ines.page.locator("main")).containsText("% are left at ");
        // until the morning is enough: there is more for the evening
        ines.page
                .locator("form[action$='/rotate/wish']:has([value=lasts]) [name=to]")
                .fill("late");
        ines.press(ines.page.locator("form[action$='/rotate/wish']:has([value=lasts]) button"));
        assertThat(ines.page.locator("form[action$='/rotate/wish']:has([value=lasts]) .problem"))
                .containsText("late");
        ines.page
                .locator("form[action$='/rotate/wish']:has([value=lasts]) [name=to]")
                .fill("8:00");
        ines.press(ines.page.locator("form[action$='/rotate/wish']:has([value=lasts]) button"));
        assertThat(ines.page.locator(".proposal")).containsText("The battery has to last until");
        ines.press(ines.page.getByText("Leave it as it was"));
        assertThat(ines.page.locator(".proposal")).hasCount(0);

        // the display shows less than was reckoned, and it is asked when to charge
        ines.page.locator("form[action$='/rotate/charge'] [name=percent]").fill("60");
        ines.press(ines.page.locator("form[action$='/rotate/charge'] button"));
        assertThat(ines.page.locator("main"))
                .containsText(Pattern.compile("It holds 1,(200|1\\d\\d) of 2,000 Wh: (59|60) %"));
        ines.press(ines.page.getByText("When had I better charge it?"));
        assertThat(ines.page.locator("#told")).containsText("Away to be charged from ");
        assertThat(ines.page.locator(".proposal")).containsText("The battery is charged elsewhere from");
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator(".proposal")).hasCount(0);
        RotationPlan plan = life().lived().plan();
        assertThat(hoursOn(plan, "desk")).isPositive();
        Wish charging = life().lived().wishes().stream()
                .filter(wish -> wish instanceof Wish.Charging)
                .findFirst()
                .orElseThrow();

        ines.page.setViewportSize(390, 844);
        // Now says how long, and leads to the way out when it is time
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText(Pattern.compile("(59|60) %:"));
        assertThat(ines.page.getByText("Refuel")).hasCount(0);
        clock.set(charging.from().plusSeconds(30));
        rotations.keepUp(account("ines").householdId());
        ines.go("/now");
        swap.aim(account("ines"), standing().sequence(), Goal.MAKE_SAFE);
        advance(ines, null);
        LocalDateTime away = clock.local();
        clock.set(away.plusHours(2));
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("with nothing on it");
        Locator main = ines.page.locator("main");
        assertThat(main).not().containsText("The engine has stalled");
        double before = life().wattHours();
        clock.forward(Duration.ofMinutes(30));
        // what it took up elsewhere nobody can know: it is told
        assertThat(life().wattHours()).isEqualTo(before);
        // it is back: Now asks
        clock.set(charging.to().plusMinutes(30));
        ines.go("/now");
        Locator ask = ines.page.locator("[data-part=ask-charge]");
        assertThat(ask).containsText("charged elsewhere");
        ask.locator("[name=percent]").fill("95");
        ines.press(ask.locator("button"));
        assertThat(ines.page.locator("h1").first()).isVisible();
        assertThat(ines.page.url()).endsWith("/now");
        assertThat(ask).hasCount(0);
        assertThat(life().wattHours()).isEqualTo(0.95 * 2000);
    }

    /** A boiler whose thermostat has no power: nothing turns it off, so somebody looks how warm it is. */
    @Test
    void heatThatNothingTurnsOffIsWatched() {
        clock.set(LocalDate.now().plusDays(5).atTime(18, 0));
        Person ines = startsOutage(390, 844);
        advance(ines, null);
        rotations.keepUp(account("ines").householdId());
        if (!life().on().contains("boiler")) {
            ines.go("/now?circuit=boiler");
            ines.press(ines.page.locator("#asked button.big").first());
        }
        assertThat(life().on().contains("boiler")).isTrue();
        clock.forward(Duration.ofMinutes(31));
        rotations.keepUp(account("ines").householdId());
        ines.go("/now");
        Locator watch = ines.page.locator("[data-part=warmth]");
        assertThat(watch).containsText("Nothing turns it OFF by itself. How warm is it?");
        watch.locator("[name=celsius]").fill("18");
        ines.press(watch.locator("form button"));
        assertThat(watch).hasCount(0);
        assertThat(ines.page.url()).endsWith("/now");
        clock.forward(Duration.ofMinutes(30));
        rotations.keepUp(account("ines").householdId());
        ines.go("/now");
        assertThat(watch).containsText("It was 18 °C when somebody looked last.");
        watch.locator("[name=celsius]").fill("20.5");
        ines.press(watch.locator("form button"));
        assertThat(watch).containsText("warm enough. Turn it OFF.");
        assertThat(watch.getByText("Turn it OFF").last()).isVisible();
        // and the reserve is what was just seen
        assertThat(ines.page.locator(".reserves li").filter(new Locator.FilterOptions().setHasText("Boiler")))
                .containsText("6 h");
    }
}
