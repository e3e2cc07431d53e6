package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Action;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.supply.Bond;
import juiceswap.web.household.Tokens;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Three numbers become a verdict: the bond, the wiring and readings under way. */
class MeterJourneyTest extends OutageJourney {
    @Autowired
    private Tokens tokens;

    private Person ines() {
        return person(1280, 800).enter("ines");
    }

    @Test
    void theBondIsFoundOutAndTheMeterBeatsTheLabel() {
        Person ines = ines();
        ines.go("/meter/bonding");
        Locator judged = ines.page.locator("#judged");
        ines.page.locator("input[name=generatorAlone][value=beeps]").check();
        assertThat(judged).containsText("Two bonds. Not like this.");
        assertThat(judged).containsText("Set its bond switch to FLOATING.");
        ines.page.locator("input[name=inletAlone][value=ohms]").check();
        ines.page.locator("input[name=inletAloneOhms]").fill("some");
        ines.page.locator("input[name=noVolts]").check();
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".problem")).containsText("Type the ohms that the meter shows");
        assertThat(ines.page.locator("input[name=inletAloneOhms]")).hasValue("some");
        ines.page.locator("input[name=inletAloneOhms]").fill("40");
        assertThat(judged).containsText("Doubtful: measure again");
        ines.page.locator("input[name=inletAloneOhms]").fill("0,3");
        ines.page.locator("input[name=generatorAlone][value=silent]").check();
        assertThat(judged).containsText("One bond. That is right.");
        assertThat(judged).containsText("The label on the generator is wrong");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("Kept: One bond.");
        assertThat(ines.page.locator("main")).containsText("Last measured today by Ines");
        ines.go("/house/supply");
        assertThat(ines.page.locator("main")).containsText("Bond floating");
    }

    @Test
    void theWiringShowsWhatAFaultWouldDo() {
        Person ines = ines();
        ines.go("/meter/wiring");
        Locator circuit = ines.page.locator("#circuit");
        assertThat(circuit).containsText("Sound: the neutral carries only the difference");
        assertThat(circuit).containsText("ground 0.0 A");
        ines.page.locator("input[name=lost-neutral]").check();
        assertThat(circuit)
                .containsText(Pattern.compile("the two legs share 240 V by their loads: 1[3-9]\\d V and \\d+ V"));
        ines.page.locator("input[name=bondGenerator]").check();
        assertThat(circuit).containsText("the second bond hides it");
        assertThat(ines.page.locator(".wiring .danger")).hasCount(1);
        ines.page.locator("input[name=lost-neutral]").uncheck();
        assertThat(circuit).containsText("Two bonds:");
    }

    /** Nobody knows whether the set is bonded, and the street is dark: the way on leads over the meter and back. */
    @Test
    void anUnknownBondIsMeasuredUnderWay() {
        db.execute("update household set file = jsonb_set(file, '{setup,generator,bond}', '\"unknown\"')");
        Person ines = startsOutage(390, 844);
        assertThat(ines.page.locator("main")).containsText("No way on like this");
        ines.press(ines.page.getByText("Measure the bond"));
        ines.page.locator("input[name=generatorAlone][value=silent]").check();
        assertThat(ines.page.locator("#judged")).containsText("half an answer");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".problem[role=alert]")).containsText("Look for voltage first");
        assertThat(ines.page.locator("input[name=generatorAlone][value=silent]"))
                .isChecked();
        ines.page.locator("input[name=noVolts]").check();
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("Kept");
        ines.go("/swap");
        assertThat(ines.page.locator("main")).not().containsText("No way on like this");
        assertThat(standing().state().bond()).isEqualTo(Bond.FLOATING);
        assertThat(standing().plan().steps()).isNotEmpty();
    }

    @Test
    void readingsUnderWayAreJudgedWhileTypedAndAStopIsSeenByEverybody() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        Person bram = person(390, 844).enter("bram");
        bram.go("/house");
        ines.go("/meter");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".problem[role=alert]")).containsText("Enter at least one reading.");
        ines.page.locator("input[name=l1n]").fill("121");
        ines.page.locator("input[name=l2n]").fill("120");
        assertThat(ines.page.locator("#judged .verdict")).hasText("Good");
        assertThat(ines.page.locator("#judged")).containsText("All is well");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("Written to the log.");
        assertThat(last()).isInstanceOf(Event.Read.class);
        // at the set, twice in the house, and under way: a curve with a dot for each
        assertThat(ines.page.locator(".trends figure").first().locator("circle"))
                .hasCount(4);
        ines.press(ines.page.getByText("Readings as a table"));
        String table = ines.page
                .waitForDownload(() -> ines.page.getByText("All readings, CSV").click())
                .suggestedFilename();
        assertThat(table).isEqualTo("readings.csv");
        ines.page.locator("input[name=l1n]").fill("88");
        ines.page.locator("input[name=l2n]").fill("151");
        assertThat(ines.page.locator("#judged")).containsText("The neutral is lost");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(bram.page.locator(".stop-strip")).containsText("The neutral is lost");
        assertThat(last()).isInstanceOf(Event.RefusedReading.class);
        assertThat(standing().plan().steps().get(0).action()).isEqualTo(Action.INPUT_OFF);
    }

    /** What the stand-in shows of a fault is what the judgement and the ranking name. */
    @Test
    void theSimulatedMeterAgreesWithTheHouse() {
        Person ines = ines();
        for (var expected : java.util.Map.of(
                        "none",
                        "All is well",
                        "lost-neutral",
                        "The neutral is lost",
                        "tied-legs",
                        "Both legs come from one winding")
                .entrySet()) {
            ines.go("/meter/simulated?fault=" + expected.getKey());
            assertThat(ines.page.locator("#judged .likely li").first()).containsText(expected.getValue());
        }
    }

    /** The stand-in in the panel: its values come to open pages by themselves, and a fault in it halts everything. */
    @Test
    void theMonitorFeedsThePageLiveAndHaltsEverything() {
        Person ines = startsOutage(1280, 800);
        ines.go("/meter");
        assertThat(ines.page.locator(".monitor")).hasCount(0);
        ines.press(ines.page.getByText("Simulated panel monitor"));
        ines.press(ines.page.getByText("Put it in"));
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("The simulated monitor is in");
        // nothing is fed yet: a dead panel feeds no monitor
        assertThat(ines.page.locator(".monitor")).hasCount(0);
        advance(ines, null);
        ines.go("/meter");
        Locator monitor = ines.page.locator(".monitor");
        assertThat(monitor).containsText("Panel monitor: good");
        assertThat(monitor.locator("dl")).containsText(Pattern.compile("L1\\s*12\\d V"));
        assertThat(ines.page.locator("#feed-trends figure").last()).containsText(" A");
        monitor.getByText("Judge these").click();
        assertThat(ines.page.locator("#judged .verdict").first()).hasText("Good");
        assertThat(ines.page.locator("input[name=l1a]")).hasValue(Pattern.compile("\\d+\\.\\d"));

        Person bram = person(390, 844).enter("bram");
        bram.go("/house");
        ines.go("/meter");
        ines.page.locator("select[name=fault]").selectOption("lost-neutral");
        ines.press(ines.page.getByText("Set it"));
        assertThat(bram.page.locator(".stop-strip")).containsText("Stop.");
        assertThat(ines.page.locator(".stop-strip")).containsText("First: ");
        assertThat(last()).isInstanceOf(Event.RefusedReading.class);
        assertThat(swap.current(account("ines")).orElseThrow().log().stream()
                        .reduce((one, next) -> next)
                        .orElseThrow()
                        .who())
                .isEqualTo("Panel monitor");
        ines.go("/swap");
        assertThat(ines.page.locator(".likely li").first()).containsText("The neutral is lost");
        // one stop stands: the monitor does not say it again every second
        int logged = standing().sequence();
        advance(ines, Action.CORD_GENERATOR_OUT);
        assertThat(standing().stop()).isNull();
        assertThat(standing().sequence()).isLessThan(logged + 8);
        ines.go("/meter");
        ines.press(ines.page.getByText("Take it out"));
        assertThat(ines.page.locator(".notice[role=status]").last()).containsText("out");
    }

    private HttpResponse<String> send(String key, String type, String body) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address() + "/api/v1/readings"))
                                .header("Authorization", "Bearer " + key)
                                .header("Content-Type", type)
                                .POST(HttpRequest.BodyPublishers.ofString(body))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    /** A real monitor: one reading or a batch, known by its time, live on the page; its key opens nothing else. */
    @Test
    void aDeviceSendsItsReadings() throws Exception {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        long household = account("ines").householdId();
        String key = tokens.make(household, "panel monitor", Tokens.Right.SEND_READINGS, "Ines");
        ines.go("/meter");
        Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
        String one = "{\"time\":\"" + now + "\",\"l1n\":117.4,\"l2n\":119,\"l1l2\":236.4,\"hz\":60.1,\"l1a\":11.5}";
        assertThat(send(key, "application/json", one).body()).contains("\"kept\":1");
        assertThat(ines.page.locator(".monitor dl")).containsText("117 V");
        assertThat(ines.page.locator(".monitor dl")).containsText("11.5 A");
        assertThat(send(key, "application/json", "[" + one + "]").body()).contains("\"kept\":0,\"known\":1");
        String batch = "time,l1n\n" + now.minusSeconds(3600) + ",20\n" + now.minusSeconds(3599) + ",20\n"
                + now.minusSeconds(3598) + ",20\n";
        assertThat(send(key, "text/csv", batch).body()).contains("\"kept\":3");
        // an hour old: kept, but no reason to halt
        assertThat(standing().stop()).isNull();

        HttpResponse<String> wrong = send(key, "application/json", "[" + one + ",{\"time\":\"noon\",\"l1n\":120}]");
        assertThat(wrong.statusCode()).isEqualTo(400);
        assertThat(wrong.body()).contains("\"pointer\":\"/1/time\"");
        assertThat(send(key, "application/json", "{\"time\":\"" + now + "\",\"volts\":1}")
                        .statusCode())
                .isEqualTo(400);
        assertThat(send(
                                key,
                                "application/json",
                                one.replace(now.toString(), now.plusSeconds(900).toString()))
                        .body())
                .contains("future");
        assertThat(send(key, "text/csv", "time,l1n\nnoon,1\n").body()).contains("/line/2");
        assertThat(send("js_wrong", "application/json", one).statusCode()).isEqualTo(401);
        String reads = tokens.make(household, "display", Tokens.Right.READ, "Ines");
        assertThat(send(reads, "application/json", one).statusCode()).isEqualTo(403);
        HttpResponse<String> peek = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address() + "/api/v1/household"))
                                .header("Authorization", "Bearer " + key)
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        assertThat(peek.statusCode()).isEqualTo(403);
        assertThat(peek.body()).contains("may only send readings");
    }

    @Test
    void aTableOfReadingsIsTakenInWholeOrNotAtAll() {
        Person ines = ines();
        ines.go("/meter");
        ines.press(ines.page.getByText("Readings as a table"));
        ines.page.locator("textarea[name=table]").fill("time,l1n\n2026-01-14T18:00:00Z,121\nlater,120");
        ines.press(ines.page.getByText("Take it in"));
        assertThat(ines.page.locator("main")).containsText("time is no time such as");
        assertThat(ines.page.locator("textarea[name=table]")).hasValue(Pattern.compile("later,120"));
        ines.page
                .locator("textarea[name=table]")
                .fill("time,l1n\n2026-01-14T18:00:00Z,121\n2026-01-14T18:10:00Z,120\n2026-01-14T18:10:00Z,120");
        ines.press(ines.page.getByText("Take it in"));
        assertThat(ines.page.locator(".notice[role=status]").last())
                .containsText("2 readings taken in, 1 known already.");
        assertThat(ines.page.locator("#feed-trends figure")).hasCount(1);
    }

    /** In Swap's own measuring steps the verdict and the likely causes come while typing; the check tells of the bond. */
    @Test
    void swapJudgesWhileTypingAndTellsWhenTheBondWasProven() {
        Person ines = startsOutage(390, 844);
        advance(ines, Action.CHECK_PLACEMENT);
        assertThat(ines.page.locator(".points")).containsText("never measured here");
        ines.go("/meter/bonding");
        ines.page.locator("input[name=generatorAlone][value=silent]").check();
        ines.page.locator("input[name=noVolts]").check();
        ines.press(ines.page.locator("[data-key=done]"));
        ines.go("/swap");
        assertThat(ines.page.locator(".points")).containsText("half measured today");
        ines.go("/meter/bonding");
        ines.page.locator("input[name=generatorAlone][value=silent]").check();
        ines.page.locator("input[name=connected][value=beeps]").check();
        ines.page.locator("input[name=noVolts]").check();
        ines.press(ines.page.locator("[data-key=done]"));
        ines.go("/swap");
        assertThat(ines.page.locator(".points")).containsText("measured today, one bond");
        advance(ines, Action.MEASURE_GENERATOR);
        ines.page.locator("input[name=l1n]").fill("96");
        ines.page.locator("input[name=l2n]").fill("97");
        assertThat(ines.page.locator("#reading-judged .verdict")).hasText("Stop");
        assertThat(ines.page.locator("#reading-judged")).containsText("What may be behind it");
        ines.page.locator("input[name=l1n]").fill("121");
        ines.page.locator("input[name=l2n]").fill("120");
        assertThat(ines.page.locator("#reading-judged .verdict")).hasText("Good");
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("main h1")).not().containsText("Measure");
    }

    /** What people did last; the planner may write a little later. */
    private Event last() {
        return swap.current(account("ines")).orElseThrow().log().stream()
                .map(Entry::event)
                .filter(event -> !(event instanceof Event.Planned))
                .reduce((before, after) -> after)
                .orElseThrow();
    }
}
