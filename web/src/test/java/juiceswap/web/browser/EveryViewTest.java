package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Action;
import juiceswap.web.meter.SimulatedMonitor;
import juiceswap.web.rotate.Rotations;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Every view in its key states: on any screen nothing is cut off or overlaps, in both themes everybody can use it. */
class EveryViewTest extends OutageJourney {
    @Autowired
    private SimulatedMonitor monitor;

    @Autowired
    private Rotations rotations;

    private Looks looks;

    private void lookAt(Person person, String... paths) {
        for (String path : paths) {
            person.go(path);
            looks.at(person.page, path);
        }
    }

    @BeforeEach
    void begin() {
        looks = new Looks();
    }

    @AfterEach
    void nothingWrong() {
        assertThat(looks.problems()).isEmpty();
    }

    @Test
    void outsideTheDoor() {
        Person stranger = person(1280, 800);
        lookAt(stranger, "/sign-in", "/join", "/come", "/come?code=NOSUCH");
        stranger.page.locator("[name=code]").fill("NOSUCH");
        stranger.page.locator("main button.act").click();
        assertThat(stranger.page.locator(".problem").first()).isVisible();
        looks.at(stranger.page, "/join refused");
        Person ines = person(1280, 800).enter("ines");
        lookAt(ines, "/there/is/nothing");
    }

    @Test
    void theHouse() {
        Person ines = person(1280, 800).enter("ines");
        lookAt(
                ines,
                "/house",
                "/house?circuit=fridge",
                "/house?settings=true",
                "/house/column",
                "/house/circuit/fridge?load=0",
                "/house/circuit/fridge?links=true",
                "/house/loads?by=room&q=pump",
                "/house/supply?edit=generator",
                "/house/supply?edit=second",
                "/house/choose",
                "/house/needs?need=1",
                "/house/size",
                "/house/cords?add=true",
                "/house/people",
                "/logbook/access",
                "/house/device?edit=device",
                "/house/files",
                "/house/brief",
                "/house/device/brief",
                "/house/battery",
                "/house/directory");
        ines.go("/house/files");
        ines.page.locator("textarea").first().fill("not,a,table");
        ines.page
                .locator("textarea")
                .first()
                .locator("xpath=ancestor::form")
                .locator("button")
                .first()
                .click();
        looks.at(ines.page, "a table that could not be read");
    }

    @Test
    void whileTheStreetIsLive() {
        Person ines = person(1280, 800).enter("ines");
        lookAt(
                ines,
                "/now",
                "/meter",
                "/meter?l1n=88&l2n=151&loaded=yes",
                "/meter?l1n=one",
                "/meter/wiring?asked=yes&lost-neutral=yes",
                "/meter/bonding?generatorAlone=beeps",
                "/rotate",
                "/logbook");
        ines.go("/logbook");
        ines.page.locator("main a[href^='/logbook/']").first().click();
        looks.at(ines.page, "an earlier outage");
    }

    @Test
    void inTroubleAndOnPaper() {
        Person ines = person(1280, 800).enter("ines");
        lookAt(
                ines,
                "/print",
                "/pocket",
                "/upkeep",
                "/upkeep/exercise",
                "/upkeep/lend",
                "/upkeep/money",
                "/meter/learned",
                "/meter/mqtt",
                "/storm?hours=6",
                "/afterwards/1",
                "/trouble",
                "/trouble?symptom=cranks-no-start&found=fuel-valve.ok",
                "/trouble?symptom=trips&found=big-load.not",
                "/trouble?symptom=no-volts&found=output-breaker.ok,outlet-reset.ok,cord-ends.ok,voltage-selector.ok");
    }

    @Test
    void inARehearsal() {
        Person ines = person(1280, 800).enter("ines");
        lookAt(ines, "/rehearse");
        ines.page.locator("button[value='plate-loose']").last().click();
        ines.page.locator("[data-walk=panel] button").click();
        ines.page.locator("[data-act=measure-panel] button").click();
        looks.at(ines.page, "a meter in a rehearsal");
        ines.page.locator("[data-act=main-on] button").click();
        looks.at(ines.page, "the world stands still");
        ines.page.locator("[data-key=done]").click();
        ines.page.locator("form[action$='/end'] button").click();
        looks.at(ines.page, "what is told of a rehearsal");
    }

    @Test
    void inTheChangeover() {
        Person ines = startsOutage(1280, 800);
        lookAt(ines, "/now", "/swap");
        advance(ines, Action.WARM_UP);
        looks.at(ines.page, "/swap warming up");
        advance(ines, Action.PLATE_TO_GENERATOR);
        lookAt(
                ines,
                "/swap",
                "/swap?why=main-on",
                "/swap?part=main&why=main-on",
                "/swap?part=branches",
                "/swap/hand-over");
        advance(ines, Action.MEASURE_LOADED);
        looks.at(ines.page, "/swap reading");
        ines.read(Map.of("l1n", "88", "l2n", "151"));
        ines.page.locator("[data-key=done]").click();
        assertThat(ines.page.locator(".stop-strip").first()).containsText("neutral");
        looks.at(ines.page, "/swap stopped");
        Person bram = person(1280, 800).enter("bram");
        bram.go("/house");
        ines.page.locator("button[title^='CO alarm']").click();
        assertThat(ines.page.locator("main .alarm")).isVisible();
        looks.at(ines.page, "/swap alarm");
        assertThat(bram.page.locator("#urgent[data-kind=alarm]")).isVisible();
        looks.at(bram.page, "an alarm over another page");
    }

    @Test
    void onTheSet() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        looks.at(ines.page, "/swap on the generator");
        rotations.keepUp(account("ines").householdId());
        monitor.put(account("ines").householdId(), SimulatedMonitor.SOUND);
        lookAt(
                ines,
                "/now",
                "/now?circuit=range",
                "/now?circuit=fridge",
                "/rotate",
                "/rotate?circuit=heater",
                "/meter");
        ines.go("/rotate");
        ines.page.getByText("Kettle and toaster counter now").click();
        assertThat(ines.page.locator(".proposal")).isVisible();
        looks.at(ines.page, "/rotate with a proposal");
    }

    /** The next thing to do is on the screen without scrolling, and so is the whole panel where there is room for it. */
    @Test
    void theNextThingIsOnTheScreen() {
        for (int[] size : new int[][] {{1280, 800}, {390, 844}}) {
            Person calm = person(size[0], size[1]).enter("ines");
            onScreen(calm, "button[value=outage]", size[1]);
            Person ines = startsOutage(size[0], size[1]);
            onScreen(ines, "[data-key=done]", size[1]);
            advance(ines, Action.MEASURE_LOADED);
            onScreen(ines, "main h1", size[1]);
            advance(ines, null);
            rotations.keepUp(account("ines").householdId());
            ines.go("/now");
            onScreen(ines, "[data-key=done]", size[1]);
            if (size[0] > 1000) {
                onScreen(ines, ".panel-map", size[1]);
            } else {
                // in the dark, with a glove: as high as a thumb
                BoundingBox breaker = ines.page
                        .locator(".panel-map a[data-circuit=fridge] rect")
                        .first()
                        .boundingBox();
                assertThat(breaker.height).isGreaterThanOrEqualTo(44);
            }
            db.execute("update outage set ended_at = greatest(now(), started_at) where ended_at is null");
        }
    }

    /** Above the bar with the pages, which a phone has at its foot. */
    private static void onScreen(Person person, String what, int height) {
        BoundingBox box = person.page.locator(what).first().boundingBox();
        BoundingBox bar = person.page.locator("nav.pages").boundingBox();
        double foot = bar.y > height / 2.0 ? bar.y : height;
        assertThat(box.y + box.height).as(what + " on " + person.page.url()).isLessThanOrEqualTo(foot);
    }

    @Test
    void withLargeText() {
        Person ines = new Person(browsers.pageWithLargeText(390, 844), address()).enter("ines");
        looks.atLargeText(ines.page, "/now, calm");
        for (String path : List.of(
                "/house",
                "/house?circuit=fridge",
                "/house/loads",
                "/house/supply",
                "/house/choose",
                "/house/needs?need=1",
                "/house/size",
                "/meter?l1n=88&l2n=151&loaded=yes",
                "/meter/wiring",
                "/meter/bonding",
                "/logbook")) {
            ines.go(path);
            looks.atLargeText(ines.page, path);
        }
        Person bram = startsOutage(1280, 800);
        for (Action until : List.of(Action.PLATE_TO_GENERATOR, Action.MEASURE_LOADED)) {
            advance(bram, until);
            ines.go("/swap");
            looks.atLargeText(ines.page, "/swap " + until);
        }
        advance(bram, null);
        rotations.keepUp(account("ines").householdId());
        for (String path : List.of("/now?circuit=range", "/rotate?circuit=heater", "/swap")) {
            ines.go(path);
            looks.atLargeText(ines.page, path);
        }
    }

    @Test
    void aGuestsPhone() {
        Person ines = startsOutage(1280, 800);
        ines.go("/swap");
        String code = ines.page.locator(".join .code").first().textContent().strip();
        looks.at(joined(code, "Tove", "I can help"), "a guest’s /swap");
        looks.at(joined(code, "Kit", "I only look on"), "a watcher’s /swap");
    }

    private Page joined(String code, String name, String how) {
        Page phone = browsers.page(390, 844);
        phone.navigate(address() + "/join");
        phone.locator("[name=code]").fill(code);
        phone.locator("[name=name]").fill(name);
        phone.getByText(how).click();
        assertThat(phone.locator("main.swap")).isVisible();
        return phone;
    }
}
