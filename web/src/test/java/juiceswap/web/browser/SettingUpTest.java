package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Measures;
import juiceswap.web.TestDatabase;
import juiceswap.web.household.Households;
import org.jooq.DSLContext;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** A house of 16 circuits from nothing to a first rehearsal, with what it costs in clicks, typing and pages counted. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
class SettingUpTest {
    private static final int MOST_CLICKS = 60;
    private static final int MOST_FIELDS = 35;
    private static final int MOST_PAGES = 25;

    @LocalServerPort
    private int port;

    @Autowired
    private DSLContext db;

    @Autowired
    private Households households;

    private Page page;
    private boolean byKeys;
    private int clicks;
    private int fields;
    private int pages;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void nobodyWasHereBefore() {
        db.execute("reset role; truncate account, household cascade; set role juice_pages");
    }

    private void click(Locator what) {
        clicks++;
        if (!byKeys) {
            what.click();
            return;
        }
        String type = String.valueOf(what.evaluate("it => it.type || it.tagName"));
        if (type.equals("radio")) {
            reach(what, "(it, at) => at.name === it.name");
            for (int i = 0; i < 5 && !what.isChecked(); i++) {
                page.keyboard().press("ArrowRight");
            }
            // a choice that nobody has made yet is made where it is
            if (!what.isChecked()) {
                page.keyboard().press("Space");
            }
            assertThat(what).isChecked();
        } else {
            reach(what, "(it, at) => at === it || it.closest('a, button, summary') === at");
            int shown = pages;
            page.keyboard().press(type.equals("checkbox") ? "Space" : "Enter");
            if (type.equals("submit") || type.equals("A")) {
                // a press of a key does not wait for the page that comes of it
                page.waitForCondition(() -> pages > shown);
            }
        }
    }

    /** Goes on from field to field, or back, until that one has the keys. */
    private void reach(Locator what, String there) {
        what.waitFor();
        boolean before = Boolean.TRUE.equals(what.evaluate(
                "it => !!(document.activeElement.compareDocumentPosition(it) & Node.DOCUMENT_POSITION_PRECEDING)"));
        for (int i = 0; i < 400; i++) {
            if (Boolean.TRUE.equals(what.evaluate("(it) => (" + there + ")(it, document.activeElement)"))) {
                return;
            }
            page.keyboard().press(before ? "Shift+Tab" : "Tab");
        }
        throw new AssertionError("the keys never come to " + what);
    }

    private void type(String field, String text) {
        fields++;
        Locator what = page.locator("[name=" + field + "]");
        if (!byKeys) {
            what.fill(text);
            return;
        }
        reach(what, "(it, at) => at === it");
        page.keyboard().press("Control+a");
        page.keyboard().type(text);
    }

    private void choose(String field, String value) {
        clicks++;
        Locator what = page.locator("[name=" + field + "]");
        if (!byKeys) {
            what.selectOption(value);
            return;
        }
        reach(what, "(it, at) => at === it");
        page.keyboard().press("Home");
        for (int i = 0; i < 30 && !what.inputValue().equals(value); i++) {
            page.keyboard().press("ArrowDown");
        }
        assertThat(what).hasValue(value);
    }

    private void column(Map<Integer, String> labels, Map<Integer, String> otherAmps, Set<Integer> doubles) {
        labels.forEach((space, label) -> type("label-" + space, label));
        otherAmps.forEach((space, amps) -> type("amps-" + space, amps));
        doubles.forEach(space -> click(page.locator("[name=double-" + space + "]")));
    }

    @ParameterizedTest
    @CsvSource({"1280, 800, false", "390, 844, false", "1280, 800, true"})
    void aHouseOf16Circuits(int width, int height, boolean keysAlone) {
        byKeys = keysAlone;
        try (Browsers browsers = new Browsers()) {
            page = browsers.page(width, height);
            page.onDOMContentLoaded(loaded -> pages++);
            page.navigate("http://127.0.0.1:" + port + "/");
            type("household", "Gull Cottage");
            type("name", "Maren");
            type("login", "maren");
            type("password", "long enough now");
            click(page.locator("main button"));
            choose("units", "us");
            choose("clock", "12");
            assertThat(page.locator("label:has([name=lengthM]) .unit")).containsText("ft");
            assertThat(page.locator("label:has([name=lengthM]) .in-metric")).isHidden();
            Map.of(
                            "mainAmps",
                            "125",
                            "runningWatts",
                            "6800",
                            "startingWatts",
                            "8400",
                            "tankLitres",
                            "6",
                            "lengthM",
                            "40")
                    .forEach(this::type);
            choose("awg", "10");
            click(page.locator("main form button.act"));
            click(page.getByText("Enter a whole column"));
            Map<Integer, String> left = new LinkedHashMap<>();
            left.put(1, "Fridge");
            left.put(3, "Kitchen outlets");
            left.put(5, "Bedroom lights");
            left.put(7, "Furnace");
            left.put(9, "Well pump");
            left.put(13, "Microwave");
            left.put(15, "Range");
            left.put(19, "Living room outlets");
            column(left, Map.of(15, "50"), Set.of(9, 15));
            assertThat(page.locator("#drawn")).containsText("Range");
            click(page.getByText("Put them in, then the right column"));
            assertThat(page.locator(".notice[role=status]").last()).containsText("8 breakers are in");
            Map<Integer, String> right = new LinkedHashMap<>();
            right.put(6, "Water heater");
            right.put(10, "Freezer");
            right.put(12, "Dishwasher");
            right.put(14, "Washer");
            right.put(16, "Dryer");
            right.put(20, "Sump");
            right.put(22, "Hall lights");
            right.put(24, "Sauna stones");
            column(right, Map.of(6, "30", 16, "30"), Set.of(6, 16));
            click(page.getByText("Put them in, then look at the loads"));
            // what no name told is asked for, and nothing else
            assertThat(page.locator(".notice[role=status]").last()).containsText("Not guessed: Sauna stones");
            click(page.locator("main a").getByText("Sauna stones").first());
            type("name", "Stones");
            type("runningWatts", "900");
            click(page.locator("#load button.act"));
            page.navigate("http://127.0.0.1:" + port + "/house/choose");
            for (String must : Set.of("Fridge", "Furnace", "Freezer", "Sump")) {
                click(page.locator("input[aria-label='" + must + " must run']"));
            }
            click(page.getByText("Save, for the next outage"));
            click(page.locator(".first-steps a"));
            click(page.locator("[name=generatorAlone][value=silent]"));
            click(page.locator("[name=noVolts]"));
            click(page.locator("main form[method=post] button.act").first());
            page.navigate("http://127.0.0.1:" + port + "/now");
            assertThat(page.locator(".first-list .next")).containsText("Rehearse once");

            Household house = households
                    .file(db.fetchOne("select id from household").get(0, Long.class))
                    .orElseThrow();
            assertThat(house.circuits()).hasSize(16);
            assertThat(house.measures()).isEqualTo(Measures.US);
            assertThat(house.setup().circuit("range").twoPole()).isTrue();
            assertThat(house.setup().circuit("range").breakerAmps()).isEqualTo(50);
            assertThat(house.setup().transfer().testCircuits()).hasSize(2);
            assertThat(house.setup().path().get(1).lengthM()).isEqualTo(12.192);
            assertThat(clicks).as("clicks").isLessThan(MOST_CLICKS);
            assertThat(fields).as("typed fields").isLessThan(MOST_FIELDS);
            assertThat(pages).as("pages").isLessThan(MOST_PAGES);
            assertThat(browsers.errors()).isEmpty();
        }
    }
}
