package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Standing;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The pocket page: prepared with the server there, lived without it, and merged when it is there again. */
class PocketJourneyTest extends OutageJourney {
    /** The phone is made ready by looking at any page. */
    private Person prepared(String name) {
        Person person = withPocket(390, 844).enter(name);
        person.page.waitForFunction("() => document.documentElement.dataset.pocket === 'ready'");
        assertThat(person.page.locator("[data-ready] [data-yes]")).isVisible();
        return person;
    }

    private static void away(Person person) {
        person.page.context().setOffline(true);
    }

    private static void opensPocket(Person person) {
        person.go("/pocket");
        assertThat(person.page.locator("nav.pocket-bar")).isVisible();
    }

    private static int unsent(Page page) {
        return Integer.parseInt(page.locator("body").getAttribute("data-unsent"));
    }

    private static void press(Page page, String what) {
        press(page, page.locator("[data-do=" + what + "]").first());
    }

    /** Presses, and waits until what comes of it is kept and shown. */
    private static void press(Page page, Locator button) {
        int before = unsent(page);
        button.click();
        page.waitForFunction("before => Number(document.body.dataset.unsent) > before", before);
    }

    /** Does what the steps ask until nothing is left, or until that action comes. */
    private static void follow(Page page, String until) {
        Locator body = page.locator("body");
        while ("step".equals(body.getAttribute("data-phase"))
                && !until.equals(page.locator("main [data-action]").getAttribute("data-action"))) {
            confirm(page);
        }
    }

    /** Somebody whose phone is alone, with an outage that was begun there. */
    private Person beginsAlone(String name) {
        Person person = prepared(name);
        away(person);
        opensPocket(person);
        press(person.page, "begin");
        return person;
    }

    private static void confirm(Page page) {
        // says in which phase it is, where it is in another one
        assertThat(page.locator("body")).hasAttribute("data-phase", "step");
        for (Locator field : page.locator("#step input[type=text]").all()) {
            String name = field.getAttribute("name");
            field.fill(
                    switch (name) {
                        case "l1n" -> "121";
                        case "l2n" -> "120";
                        case "l1l2" -> "241";
                        case "hz" -> "60.4";
                        case "ng" -> "0.3";
                        default -> "";
                    });
        }
        int before = unsent(page);
        page.locator(".pocket-bar [data-do=done]").click();
        page.waitForFunction(
                "before => Number(document.body.dataset.unsent) > before"
                        + " || document.querySelector('.pocket-bar [data-do=done]').textContent === 'Yes, it is done'",
                before);
        if (unsent(page) == before) {
            page.locator(".pocket-bar [data-do=done]").click();
            page.waitForFunction("before => Number(document.body.dataset.unsent) > before", before);
        }
    }

    private static void isSent(Page page) {
        page.waitForFunction("() => document.body.dataset.state === 'online' && document.body.dataset.unsent === '0'");
    }

    /** Out and back without a server, for every way of parting a house; then everything is in the log. */
    @ParameterizedTest
    @ValueSource(strings = {"saltmarsh-cottage", "tarn-edge-workshop", "weavers-loft", "one appliance"})
    void aWholeOutageIsLivedWithoutTheServer(String house) throws IOException {
        if (house.equals("one appliance")) {
            withTransfer("{\"kind\": \"appliance\", \"neutral\": \"solid\"}");
        } else {
            household(house);
        }
        Person ines = prepared("ines");
        away(ines);
        ines.page.clock().install();
        opensPocket(ines);
        Page page = ines.page;
        assertThat(page.locator("body")).hasAttribute("data-state", "offline");
        press(page, "begin");
        follow(page, "nothing");
        assertThat(page.locator("main h1")).hasText("On the generator");
        // the phone's clock goes on, and the utility's power holds
        open(page, "More");
        press(page, page.getByText("The utility meter’s own display is lit"));
        int before = unsent(page);
        page.reload();
        assertThat(page.locator("main h1")).hasText("On the generator");
        assertThat(unsent(page)).isEqualTo(before).isGreaterThan(15);
        page.clock().fastForward("45:00");
        open(page, "More");
        press(page, page.getByText("Go back to utility power"));
        follow(page, "nothing");
        assertThat(page.locator("main h1")).hasText("Back on utility power");
        open(page, "More");
        press(page, page.getByText("End the outage"));
        assertThat(page.locator("main h1")).hasText("Is the power out?");
        before = unsent(page);
        long id = (Long) db.fetchValue("select coalesce(max(id), 0) from outage");
        page.context().setOffline(false);
        page.evaluate("dispatchEvent(new Event('online'))");
        isSent(page);
        assertThat((Long) db.fetchValue("select max(id) from outage where ended_at is not null"))
                .isGreaterThan(id);
        assertThat(db.fetchValue("select count(*) from outage_event where outage_id = (select max(id) from outage)"))
                .isEqualTo((long) before);
        assertThat(db.fetchValue("select count(*) from outage_event where kind in ('told', 'stories', 'unknown')"
                        + " and outage_id = (select max(id) from outage)"))
                .isEqualTo(0L);
    }

    /** The cottage with another device between it and the utility. */
    private void withTransfer(String transfer) throws IOException {
        household("saltmarsh-cottage");
        db.execute("update household set file = jsonb_set(file, '{setup,transfer}', {0}::jsonb)", DSL.val(transfer));
    }

    /** While the phone is offline nothing is asked of any network, and a page that nothing happens on does nothing. */
    @Test
    void nothingIsAskedAndNothingRunsAtRest() throws InterruptedException {
        Person bram = prepared("bram");
        opensPocket(bram);
        Page page = bram.page;
        away(bram);
        page.evaluate("dispatchEvent(new Event('offline'))");
        List<String> asked = new ArrayList<>();
        page.onRequest(request -> asked.add(request.url()));
        press(page, "begin");
        follow(page, "measure-generator");
        confirm(page);
        assertThat(asked).isEmpty();
        CDPSession measuring = page.context().newCDPSession(page);
        measuring.send("Performance.enable");
        double before = worked(measuring);
        Thread.sleep(5_000);
        assertThat(worked(measuring) - before)
                .as("seconds of work in five of rest")
                .isLessThan(0.25);
        assertThat(asked).isEmpty();
    }

    /** The server's state arrives in the very moment in which somebody presses: nothing is opened over what was pressed. */
    @Test
    void whatIsPressedWhileANewerStateIsOpenedStays() {
        Person bram = prepared("bram");
        opensPocket(bram);
        Page page = bram.page;
        away(bram);
        page.evaluate("dispatchEvent(new Event('offline'))");
        page.evaluate("() => { const phone = Alpine.$data(document.body);"
                + " const newer = JSON.parse(JSON.stringify(phone.kept));"
                + " return Promise.all([phone.act('begin'), phone.take(newer)]).then(() => true); }");
        assertThat(unsent(page)).isEqualTo(1);
        assertThat(page.locator("body")).hasAttribute("data-phase", "step");
        confirm(page);
        assertThat(unsent(page)).isEqualTo(2);
    }

    /** Somebody goes on while what was done without the server is on its way: that goes after it, and nothing goes twice. */
    @Test
    void whatIsPressedWhileTheRestIsSentGoesAfterIt() {
        Person bram = beginsAlone("bram");
        Page page = bram.page;
        List<Route> onItsWay = new ArrayList<>();
        page.context().route("**/pocket/merge", onItsWay::add);
        page.context().setOffline(false);
        page.evaluate("dispatchEvent(new Event('online'))");
        page.waitForCondition(() -> !onItsWay.isEmpty());
        confirm(page);
        page.context().unroute("**/pocket/merge");
        onItsWay.forEach(Route::resume);
        isSent(page);
        assertThat(onItsWay).hasSize(1);
        assertThat(standing().sequence()).isEqualTo(2);
    }

    /** Seconds that the page has worked since it was opened. */
    private static double worked(CDPSession measuring) {
        for (JsonElement metric : measuring.send("Performance.getMetrics").getAsJsonArray("metrics")) {
            if (metric.getAsJsonObject().get("name").getAsString().equals("TaskDuration")) {
                return metric.getAsJsonObject().get("value").getAsDouble();
            }
        }
        throw new AssertionError("the browser does not say how much it worked");
    }

    /** Each step is said by the phone's own voice, one that needs no network, and the screen is kept on. */
    @Test
    void stepsAreReadAloudAndTheScreenStaysOn() {
        Person bram = prepared("bram");
        Page page = bram.page;
        page.addInitScript("window.told = []; window.locks = 0;"
                + " Object.defineProperty(window, 'speechSynthesis', { value: { cancel() {}, getVoices: () => ["
                + "{ name: 'far', lang: 'en-US', localService: false }, { name: 'near', lang: 'en-US', localService: true }],"
                + " speak(said) { window.told.push((said.voice ? said.voice.name : '') + ': ' + said.text); } } });"
                + " window.SpeechSynthesisUtterance = function (text) { this.text = text; };"
                + " Object.defineProperty(navigator, 'wakeLock', { value: { request: async () => { window.locks++;"
                + " return { addEventListener() {}, release: async () => { window.locks--; } }; } } });");
        away(bram);
        opensPocket(bram);
        press(page, "begin");
        open(page, "More");
        page.getByText("Read steps aloud").click();
        page.waitForFunction("() => window.told.length > 0 && window.locks === 1");
        confirm(page);
        String title = page.locator("main h1").textContent();
        page.waitForFunction("title => window.told.some(said => said.startsWith('near: ' + title))", title);
        page.getByText("Read steps aloud").click();
        page.waitForFunction("() => window.locks === 0");
        int said = (int) page.evaluate("window.told.length");
        confirm(page);
        assertThat(page.evaluate("window.told.length")).isEqualTo(said);
    }

    /** Other circuits than planned, and a trouble to its cause, with no server. */
    @Test
    void otherCircuitsAndATroubleToItsCause() {
        Person bram = beginsAlone("bram");
        Page page = bram.page;
        open(page, "Other circuits");
        Locator wanted = page.locator("[data-do=choose] input:checked");
        assertThat(wanted.first()).isVisible();
        while (wanted.count() > 0) {
            wanted.first().uncheck();
        }
        page.locator("[data-do=choose] input[value=fridge]").check();
        press(page, page.getByText("These, and no others"));
        open(page, "It isn’t starting");
        page.locator("[data-symptom=cranks-no-start]").click();
        assertThat(page.locator("[data-check] h2")).hasText("Is the fuel valve open?");
        page.locator("[data-outcome=ok]").click();
        assertThat(page.locator("[data-check] h2")).not().hasText("Is the fuel valve open?");
        page.getByText("One back").click();
        page.locator("[data-outcome=not]").click();
        assertThat(page.locator("[data-check] h2")).hasText("The fuel valve is shut");
        press(page, page.locator("[data-do=cause-found]"));
        follow(page, "nothing");
        assertThat(page.locator("main h1")).hasText("On the generator");
        page.context().setOffline(false);
        page.evaluate("dispatchEvent(new Event('online'))");
        isSent(page);
        assertThat(standing().state().picked()).contains("fridge").doesNotContain("well", "freezer");
        bram.go("/trouble?symptom=cranks-no-start&found=fuel-valve.not");
        assertThat(bram.page.getByText("It was this once before.")).isVisible();
    }

    /** More is chosen than can be carried: one press leaves off what matters least, without the server too. */
    @Test
    void whatDoesNotFitIsLeftOff() {
        Person bram = beginsAlone("bram");
        Page page = bram.page;
        open(page, "Other circuits");
        page.locator("[data-do=choose] input[value=range]").check();
        page.locator("[data-do=choose] input[value=heater]").check();
        press(page, page.getByText("These, and no others"));
        assertThat(page.locator("main h1")).hasText("Not like this");
        Locator way = page.locator("[data-do=leave-off]").first();
        assertThat(way).containsText(Pattern.compile("Leave off .*: then it fits"));
        press(page, way);
        assertThat(page.locator("body")).hasAttribute("data-phase", "step");
    }

    private static void open(Page page, String summary) {
        Locator details =
                page.locator("details:has(summary:has-text('" + summary + "'))").last();
        if (details.getAttribute("open") == null) {
            details.locator("summary").click();
        }
    }

    /** Ines goes on at the server while Bram's phone is alone: two stories, until somebody has looked. */
    @Test
    void twoStoriesStandUntilSomebodyHasLooked() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.PLATE_TO_GENERATOR);
        Person bram = prepared("bram");
        away(bram);
        opensPocket(bram);
        assertThat(bram.page.locator("main [data-action]")).hasAttribute("data-action", "plate-to-generator");
        confirm(bram.page);
        // she finds the main on again
        Standing so = standing();
        var found = so.state().change();
        found.mainOn = true;
        swap.correct(account("ines"), so.sequence(), found.state());

        bram.page.context().setOffline(false);
        bram.page.evaluate("dispatchEvent(new Event('online'))");
        isSent(bram.page);
        assertThat(bram.page.locator("main h1")).hasText("Two phones, two stories");
        ines.go("/swap");
        assertThat(ines.page.locator("main h1")).hasText("Two phones, two stories");
        assertThat(ines.page.locator("[data-story]")).hasCount(2);
        assertThat(ines.page.locator("[data-story]").nth(1)).containsText("Bram");
        assertThat(standing().stories()).isNotNull();
        ines.go("/now");
        assertThat(ines.page.locator(".stop-strip").first()).containsText("Two phones, two stories");

        // he looks at everything, with the server dark again
        away(bram);
        for (Locator part : bram.page.locator("form[data-do=looked] fieldset").all()) {
            part.locator("label").last().click();
        }
        for (String[] seen : new String[][] {
            {"main", "off"},
            {"plate", "generator"},
            {"input", "off"},
            {"engine", "stopped"},
            {"output", "off"},
            {"cordGenerator", "out"},
            {"cordHouse", "out"},
            {"utility", "dead"},
            {"branches", "off"}
        }) {
            Locator choice =
                    bram.page.locator("form[data-do=looked] input[name=" + seen[0] + "][value=" + seen[1] + "]");
            if (choice.count() > 0) {
                choice.check();
            }
        }
        bram.page.getByText("That is what I see").click();
        bram.page.waitForFunction("() => document.body.dataset.phase !== 'stories'");
        bram.page.context().setOffline(false);
        bram.page.evaluate("dispatchEvent(new Event('online'))");
        isSent(bram.page);
        assertThat(standing().stories()).isNull();
        assertThat(standing().state().plateToGenerator()).isTrue();
    }

    /** An alarm and making safe wait for nothing, and come through whatever the phone did not know. */
    @Test
    void anAlarmWithoutAServer() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.START_ENGINE);
        Person bram = prepared("bram");
        away(bram);
        opensPocket(bram);
        advance(ines, Action.MEASURE_GENERATOR);
        press(bram.page, "alarm");
        assertThat(bram.page.locator("main h1")).hasText("Everybody out. Now.");
        assertThat(bram.page.getByText("Not sent: shout")).isVisible();
        bram.page.context().setOffline(false);
        bram.page.evaluate("dispatchEvent(new Event('online'))");
        isSent(bram.page);
        assertThat(standing().alarmed()).isTrue();
        assertThat(ines.page.locator("main h1")).hasText("Everybody out. Now.");
    }

    /** Made safe in the pocket, with a clock that is a day and a half ahead. */
    @Test
    void aWrongClockTurnsNothingRound() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.START_ENGINE);
        Person bram = prepared("bram");
        away(bram);
        bram.page.clock().install();
        opensPocket(bram);
        bram.page.clock().fastForward("36:00:00");
        press(bram.page, "make-safe");
        bram.page.context().setOffline(false);
        bram.page.evaluate("dispatchEvent(new Event('online'))");
        isSent(bram.page);
        assertThat(standing().goal()).isEqualTo(Goal.MAKE_SAFE);
        assertThat(db.fetchValue("select count(*) from outage_event where at > now() + interval '1 minute'"))
                .isEqualTo(0L);
    }

    /** A browser that has thrown everything away says so, and is made ready again by the server. */
    @Test
    void whatWasThrownAwayIsSaidSo() {
        Person bram = prepared("bram");
        opensPocket(bram);
        // nothing is on its way any more that would be kept
        isSent(bram.page);
        bram.page.evaluate("() => idbKeyval.clear()");
        away(bram);
        bram.page.reload();
        assertThat(bram.page.locator("main h1")).hasText("Nothing is kept on this phone yet");
        bram.page.context().setOffline(false);
        bram.page.evaluate("dispatchEvent(new Event('online'))");
        assertThat(bram.page.locator("main h1")).hasText("Is the power out?");
    }

    /** The core of an older version meets an entry that it does not know: it is kept, and the phone goes on. */
    @Test
    void whatANewerServerWroteIsLeftStanding() {
        Person ines = startsOutage(1280, 800);
        Person bram = prepared("bram");
        bram.page.evaluate(
                "async () => { const kept = await idbKeyval.get('pocket'); kept.outage.log.push({ kind: 'storm-named',"
                        + " payload: { name: 'Hazel' }, at: kept.taken, who: 'Ines' }); kept.newer = { thing: 1 }; await idbKeyval.set('pocket', kept); }");
        away(bram);
        opensPocket(bram);
        int before = standing().sequence();
        confirm(bram.page);
        assertThat(unsent(bram.page)).isEqualTo(1);
        assertThat(ines.seen()).isEqualTo(before);
    }

    /** Readings that stop everything, a correction, the panel asked, a stall: what happens on the way. */
    @Test
    void whatGoesWrongOnTheWay() {
        Person bram = beginsAlone("bram");
        Page page = bram.page;
        follow(page, "measure-generator");
        page.locator("#step input[name=l1n]").fill("abc");
        page.locator(".pocket-bar [data-do=done]").click();
        assertThat(page.locator("#step .problem").first()).isVisible();
        assertThat(page.locator("#step input[name=l1n]")).hasValue("abc");
        page.locator("#step input[name=l1n]").fill("187");
        page.locator("#step input[name=l2n]").fill("55");
        page.locator(".pocket-bar [data-do=done]").click();
        assertThat(page.locator("[data-stop]")).isVisible();
        follow(page, "nothing");
        assertThat(page.locator("main h1")).hasText("Made safe");
        open(page, "It isn’t like that");
        page.locator("select[name=main]").selectOption("on");
        press(page, page.getByText("So it is"));
        press(page, page.locator(".pocket-bar button:has-text('Undo')"));
        assertThat(page.locator("main h1")).hasText("Made safe");
    }

    /** One file holds everything: opened from the phone itself, with nothing else there. */
    @Test
    void theFileThatWasTakenAlong() throws IOException {
        Person bram = prepared("bram");
        var download = bram.page.waitForDownload(
                () -> bram.page.locator("a[href='/pocket/file']").click());
        Path file = Files.createTempFile("pocket", ".html");
        download.saveAs(file);
        Person alone = withPocket(390, 844);
        away(alone);
        alone.page.navigate(file.toUri().toString());
        assertThat(alone.page.locator("main h1")).hasText("Is the power out?");
        press(alone.page, "begin");
        confirm(alone.page);
        alone.page.reload();
        assertThat(alone.page.locator("body")).hasAttribute("data-unsent", "2");
        var taken = alone.page.waitForDownload(
                () -> alone.page.getByText("Save what was done here as a file").click());
        Path done = Files.createTempFile("pocket", ".json");
        taken.saveAs(done);
        bram.go("/logbook");
        bram.page.locator("input[type=file][name=phone]").setInputFiles(done);
        bram.page
                .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Take it in"))
                .click();
        assertThat(standing().sequence()).isEqualTo(2);
        assertThat(standing().lived().get(1).event()).isInstanceOf(Event.Done.class);
        assertThat(List.of(Files.deleteIfExists(file), Files.deleteIfExists(done)))
                .containsOnly(true);
    }
}
