package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Action;
import juiceswap.web.TravellingClock;
import juiceswap.web.meter.SimulatedMonitor;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;
import org.springframework.test.context.TestPropertySource;

/** Takes the pictures of the README anew from the demo household: {@code JUICE_PICTURES=yes ./juice test}. */
@EnabledIfEnvironmentVariable(named = "JUICE_PICTURES", matches = "yes")
@Import(TravellingClock.InPlace.class)
@TestPropertySource(properties = "juice.rotation.effort=normal")
class ReadmePicturesTest extends OutageJourney {
    private static final Path PICTURES = Path.of("../docs/screenshots");

    @Autowired
    private TravellingClock clock;

    @Autowired
    private SimulatedMonitor monitor;

    private static void take(Person person, String name) throws IOException {
        person.page.waitForLoadState();
        person.page.evaluate("document.fonts.ready");
        assertThat(person.page.locator("[data-settling]")).hasCount(0);
        Path file = PICTURES.resolve(name + ".png");
        person.page.screenshot(new Page.ScreenshotOptions().setPath(file));
        assertThat(Files.size(file)).isGreaterThan(10_000);
    }

    private Person at(String path, String name) throws IOException {
        Person ines = person(1280, 800).enter("ines");
        ines.go(path);
        take(ines, name);
        return ines;
    }

    @Test
    void calm() throws IOException {
        clock.set(LocalDate.now().plusDays(1).atTime(15, 20));
        at("/now", "now");
        at("/house", "house");
        at("/house/supply", "house-supply");
        at("/meter/wiring?asked=yes&lost-neutral=yes", "meter-wiring");
        at("/meter/bonding?generatorAlone=beeps", "meter-bonding");
        Person ines = person(1280, 800).enter("ines");
        // the demo’s second outage, a day long and read every three hours
        ines.go("/logbook/2");
        take(ines, "logbook");
    }

    @Test
    void changeover() throws IOException {
        clock.set(LocalDate.now().plusDays(1).atTime(18, 4));
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.PLATE_TO_GENERATOR);
        take(ines, "swap");
        Person phone = person(390, 844).enter("bram");
        phone.go("/swap");
        take(phone, "swap-phone");
        advance(ines, Action.PICK_UP);
        take(ines, "swap-pick-up");
        advance(ines, Action.MEASURE_LOADED);
        ines.read(Map.of("l1n", "88", "l2n", "151"));
        ines.page.locator("[data-key=done]").click();
        assertThat(ines.page.locator(".stop-strip").first()).containsText("neutral");
        take(ines, "swap-stop");
        ines.page.locator("button[title^='CO alarm']").click();
        assertThat(ines.page.locator("main .alarm")).isVisible();
        take(ines, "swap-alarm");
    }

    @Test
    void pocket() throws IOException {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.PLATE_TO_GENERATOR);
        Person bram = withPocket(390, 844).enter("bram");
        bram.page.waitForFunction("() => document.documentElement.dataset.pocket === 'ready'");
        bram.go("/pocket");
        bram.page.context().setOffline(true);
        bram.go("/pocket");
        bram.page.waitForFunction("() => document.body.dataset.phase === 'step'");
        take(bram, "pocket");
        bram.page.locator(".pocket-bar [data-do=done]").click();
        bram.page.waitForFunction("() => document.body.dataset.unsent === '1'");
        var found = standing().state().change();
        found.mainOn = true;
        swap.correct(account("ines"), standing().sequence(), found.state());
        bram.page.context().setOffline(false);
        bram.page.evaluate("dispatchEvent(new Event('online'))");
        bram.page.waitForFunction("() => document.body.dataset.phase === 'stories'");
        take(bram, "pocket-stories");
    }

    @Test
    void rehearsal() throws IOException {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/rehearse");
        ines.page.locator("input[name=seed]").fill("4471");
        ines.page.locator("button[value='two-bonds']").last().click();
        for (String act : List.of(
                "[data-walk=generator]",
                "[data-act=cord-generator-in]",
                "[data-walk=inlet]",
                "[data-act=cord-house-in]",
                "[data-walk=generator]",
                "[data-act=start-engine]",
                "[data-act=warm-up]",
                "[data-act=output-on]",
                "[data-walk=panel]",
                "[data-act=branches-off]",
                "[data-act=main-off]",
                "[data-act=plate-to-generator]",
                "[data-act=input-on]",
                "[data-branch=fridge]")) {
            ines.page.locator(act + " button").click();
        }
        assertThat(ines.page.locator(".stopped")).isVisible();
        take(ines, "rehearse");
        ines.page.locator("[data-key=done]").click();
        ines.page.locator("form[action$='/end'] button").click();
        take(ines, "rehearse-debrief");
    }

    @Test
    void onTheSet() throws IOException {
        clock.set(LocalDate.now().plusDays(1).atTime(16, 10));
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        clock.forward(Duration.ofMinutes(75));
        monitor.put(account("ines").householdId(), SimulatedMonitor.SOUND);
        ines.go("/now");
        assertThat(ines.page.locator(".breakers, main h1").first()).isVisible();
        assertThat(ines.page.locator("main h1"))
                .not()
                .hasText("Working out the next move", new LocatorAssertions.HasTextOptions().setTimeout(60_000));
        assertThat(ines.page.locator("#feed-loads")).containsText("Measured by the panel monitor");
        take(ines, "now-living");
        Person phone = person(390, 844).enter("bram");
        phone.go("/now");
        take(phone, "now-phone");
        ines.go("/rotate");
        take(ines, "rotate");
        ines.go("/meter?l1n=118&l2n=119&loaded=yes");
        take(ines, "meter");
    }
}
