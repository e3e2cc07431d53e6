package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Plan;
import juiceswap.core.outage.Standing;
import juiceswap.web.TestDatabase;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.TestInstance;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.core.io.ClassPathResource;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** The demo household in real browsers, one outage after the other; one server for all journeys through outages. */
@SpringBootTest(
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        // a plan made with more care would take a processor for a second, again and again
        properties = {"juice.demo=true", "juice.rotation.effort=instant"})
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
abstract class OutageJourney {
    static final String ON_GENERATOR = "The house is on the generator";
    static final String ON_UTILITY = "Everything is back on the utility";

    @LocalServerPort
    private int port;

    @Autowired
    DSLContext db;

    @Autowired
    SwapService swap;

    @Autowired
    private Accounts accounts;

    Browsers browsers;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeAll
    void open() {
        browsers = new Browsers();
        // a journey that wants the monitor puts it in
        db.execute("delete from simulated_monitor");
    }

    @AfterAll
    void close() {
        browsers.close();
    }

    @AfterEach
    void endWhateverGoesOn() throws IOException {
        browsers.leave();
        // of what was lived through in days to come nothing lasts into, or comes after, what the next one lives through
        db.execute("update outage set started_at = least(started_at, now()), ended_at = now()"
                + " where ended_at is null or ended_at > now()");
        db.execute("delete from put_aside");
        db.execute("delete from device_test");
        db.execute("delete from street_sensor");
        db.execute("delete from simulated_monitor");
        db.execute("delete from reading");
        db.execute("update account set theme = 'night'");
        household("saltmarsh-cottage");
        assertThat(browsers.errors()).isEmpty();
    }

    /** From the next outage on the household is that sample. */
    void household(String name) throws IOException {
        byte[] file = new ClassPathResource("households/" + name + ".json").getContentAsByteArray();
        db.execute("update household set file = {0}::jsonb", DSL.val(new String(file, StandardCharsets.UTF_8)));
    }

    Person person(int width, int height) {
        return new Person(browsers.page(width, height), address());
    }

    /** Somebody whose phone makes itself ready for a time without the server. */
    Person withPocket(int width, int height) {
        return new Person(browsers.pageThatKeeps(width, height), address());
    }

    String address() {
        return "http://127.0.0.1:" + port;
    }

    Person startsOutage(int width, int height) {
        Person ines = person(width, height).enter("ines");
        ines.press(ines.page.locator("button[value=outage]"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        return ines;
    }

    Account account(String name) {
        return accounts.called(name);
    }

    Standing standing() {
        return swap.current(account("ines")).orElseThrow().standing();
    }

    /** Confirms without the browser until that action comes next (null: until the goal), then shows the page. */
    void advance(Person person, Action until) {
        Account ines = account("ines");
        while (true) {
            Standing standing = swap.current(ines).orElseThrow().standing();
            List<Plan.Step> steps = standing.plan().steps();
            if (steps.isEmpty() || steps.get(0).action() == until) {
                person.go("/swap");
                return;
            }
            Map<String, String> good = Map.of("l1n", "121", "l2n", "120", "early", "true");
            swap.confirm(
                    ines,
                    standing.sequence(),
                    steps.get(0).action(),
                    steps.get(0).circuit(),
                    good);
        }
    }

    /** Says that the street has had power for long enough, and goes back. */
    static void goBack(Person person) {
        person.page.locator("select[name=minutesAgo]").selectOption("10");
        person.page.locator("input[name=sign][value=meter-display]").check();
        person.press(person.page.getByText("Utility power is back"));
        person.press(person.page.getByText("Go back to the utility"));
        assertThat(person.page.locator("main h1")).not().hasText(ON_GENERATOR);
    }
}
