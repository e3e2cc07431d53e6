package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.web.TravellingClock;
import juiceswap.web.rotate.Rotations;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** The second sample household lives a night on a battery station: described, asked for, taken, slept through. */
@Import(TravellingClock.InPlace.class)
class BatteryJourneyTest extends OutageJourney {
    @Autowired
    private TravellingClock clock;

    @Autowired
    private Rotations rotations;

    @BeforeEach
    void theWorkshop() throws IOException {
        household("tarn-edge-workshop");
    }

    private Rotations.Life life() {
        return rotations.life(account("ines")).orElseThrow();
    }

    @Test
    void aBatteryIsDescribed() {
        Person ines = person(390, 844).enter("ines");
        ines.go("/house/supply");
        assertThat(ines.page.locator("main")).containsText("Holds 2,400 Wh");
        ines.press(ines.page.locator("a[href='/house/battery']"));
        Locator form = ines.page.locator("#battery");
        form.locator("[name=wattHours]").fill("a lot");
        form.locator("[name=runningWatts]").fill("400");
        form.getByText("Save").click();
        assertThat(form.locator(".problem").first()).containsText("a lot");
        assertThat(form.locator("[name=runningWatts]")).hasValue("400");
        form.locator("[name=wattHours]").fill("3,000");
        form.getByText("Save").click();
        assertThat(form.locator(".problem").first()).containsText("Together they draw 430 W, more than it gives");
        form.locator("[name=runningWatts]").fill("500");
        form.locator("[name=startingWatts]").fill("1500");
        form.locator("[name=chargingWatts]").fill("900");
        form.getByText("Save").click();
        assertThat(form.locator(".problem").first()).containsText("500 W in all");
        form.locator("[name=chargingWatts]").fill("400");
        form.getByText("Save").click();
        assertThat(ines.page.locator("#told")).containsText("Saved");
        assertThat(form.locator("[name=wattHours]")).hasValue("3000");
        assertThat(form.locator("[name=carries-boiler]")).isChecked();
        form.getByText("There is none anymore").click();
        assertThat(ines.page.locator("main")).containsText("Describe one");
    }

    @Test
    void aNightOnTheBattery() {
        clock.set(LocalDate.now().plusDays(3).atTime(18, 0));
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        rotations.keepUp(account("ines").householdId());
        ines.go("/rotate");
        assertThat(ines.page.locator("main")).containsText("It holds 2,400 of 2,400 Wh: 100 %");
        assertThat(ines.page.locator(".timeline .store.charge").first()).isVisible();

        ines.press(ines.page.getByText("Let the engine rest"));
        assertThat(ines.page.locator("#told")).containsText("saved");
        assertThat(ines.page.locator(".proposal")).containsText("The engine rests on the battery");
        assertThat(ines.page.locator("main")).containsText("it carries 1 Kitchen fridge, 4 ");
        assertThat(ines.page.locator(".timeline .carried").first()).isVisible();
        // the well has water for twelve hours, and the benches only prove a supply
        assertThat(ines.page.locator("main")).not().containsText("these go without");
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator(".proposal")).hasCount(0);
        RotationPlan plan = life().lived().plan();
        RotationPlan.Move stop = first(plan, MoveKind.ENGINE_OFF);
        assertThat(plan.on().get(stop.slot())).containsExactlyInAnyOrder("fridge", "boiler");
        assertThat(stop.off()).contains("fridge");
        assertThat(stop.at().toLocalTime()).isBetween(LocalTime.of(20, 30), LocalTime.of(22, 30));

        // a display that shows less than was reckoned is planned from
        ines.page.locator("form[action$='/rotate/charge'] [name=percent]").fill("lots");
        ines.press(ines.page.locator("form[action$='/rotate/charge'] button"));
        assertThat(ines.page.locator("form[action$='/rotate/charge'] .problem")).containsText("lots");
        ines.page.locator("form[action$='/rotate/charge'] [name=percent]").fill("40");
        ines.press(ines.page.locator("form[action$='/rotate/charge'] button"));
        assertThat(ines.page.locator("main")).containsText("It holds 960 of 2,400 Wh: 40 %");
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator(".proposal")).hasCount(0);
        plan = life().lived().plan();
        assertThat(plan.on().subList(0, first(plan, MoveKind.ENGINE_OFF).slot()))
                .anyMatch(on -> on.contains("charger"));

        // the engine stops for the night, and Now tells what lives on
        swap.aim(account("ines"), standing().sequence(), juiceswap.core.changeover.Goal.MAKE_SAFE);
        advance(ines, null);
        clock.forward(Duration.ofMinutes(30));
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("It carries 1 Kitchen fridge, 4 ");
        assertThat(life().had().minutes("fridge", life().now().minusMinutes(20), life().now()))
                .isEqualTo(20);
        clock.forward(Duration.ofHours(6));
        ines.go("/now");
        assertThat(ines.page.locator("main")).containsText("10 %: too little to carry anything");
    }

    private static RotationPlan.Move first(RotationPlan plan, MoveKind kind) {
        return plan.moves().stream()
                .filter(move -> move.kind() == kind)
                .findFirst()
                .orElseThrow();
    }
}
