package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import juiceswap.core.household.Household;
import juiceswap.web.TestDatabase;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import org.jooq.DSLContext;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.core.io.ClassPathResource;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** The unhurried half in a real browser: a house described, changed, chosen for and sized. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT, properties = "juice.demo=true")
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class HouseJourneyTest {
    @LocalServerPort
    private int port;

    @Autowired
    private DSLContext db;

    @Autowired
    private Households households;

    private Browsers browsers;
    private String sample;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeAll
    void open() throws Exception {
        browsers = new Browsers();
        sample = new ClassPathResource("households/saltmarsh-cottage.json").getContentAsString(StandardCharsets.UTF_8);
    }

    @AfterAll
    void close() {
        browsers.close();
    }

    @AfterEach
    void asItWas() {
        db.execute("update outage set ended_at = now() where ended_at is null");
        db.execute("delete from household_revision");
        db.execute("update household set file = ?::jsonb, name = 'Saltmarsh Cottage', revision = 0", sample);
        assertThat(browsers.errors()).isEmpty();
    }

    private Page enter(String who, int width, int height) {
        Page page = browsers.page(width, height);
        new Person(page, "http://127.0.0.1:" + port).enter(who);
        return page;
    }

    private void go(Page page, String path) {
        page.navigate("http://127.0.0.1:" + port + path);
        assertThat(page.locator("html[data-keys=ready]")).hasCount(1);
    }

    private Household house() {
        long id = db.fetchSingle("select id from household").get("id", Long.class);
        return households.file(id).orElseThrow();
    }

    private static Locator breaker(Page page, String circuit) {
        return page.locator(".panel-map a[data-circuit='" + circuit + "']");
    }

    private static Locator free(Page page, int space) {
        return page.locator(".panel-map a[data-space='" + space + "']:not([data-circuit])");
    }

    private static void press(Page page, String button) {
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(button).setExact(true))
                .first()
                .click();
    }

    @Test
    void aHouseIsEnteredFromNothingByMouse() {
        db.execute("update household set file = null, name = 'Heron House'");
        Page page = enter("ines", 1280, 800);
        go(page, "/house");
        assertThat(page.locator("h1")).hasText("Describe the house");
        page.locator("[name=household]").fill("Heron House");
        page.locator("[name=spaces]").fill("a dozen");
        page.locator("[name=runningWatts]").fill("5,500");
        press(page, "Draw the panel");
        assertThat(page.getByText("“a dozen” is not a number")).isVisible();
        assertThat(page.locator("[name=runningWatts]")).hasValue("5,500");
        page.locator("[name=spaces]").fill("12");
        page.locator("[name=startingWatts]").fill("6875");
        press(page, "Draw the panel");

        free(page, 1).click();
        page.locator("#add [name=label]").fill("Kitchen fridge");
        page.locator("#add button.act").click();
        free(page, 3).click();
        press(page, "Put it in");
        assertThat(page.getByText("write what it feeds, as on the panel door")).isVisible();
        page.locator("#add [name=label]").fill("Well pump");
        page.locator("#add [name=poles]").selectOption("2");
        page.locator("#add button.act").click();
        assertThat(breaker(page, "well-pump")).hasAttribute("aria-label", "3–5 Well pump, 20 A, L1 and L2");

        page.getByText("Loads and what it needs").click();
        page.locator("[name=q]").fill("well pump");
        page.locator("#found")
                .getByText("Well pump 1/2 hp", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.getByText("is added as a guess")).isVisible();
        breakerPage(page, "kitchen-fridge");
        page.locator("#load [name=name]").fill("Fridge");
        page.locator("#load [name=known]").selectOption("measured");
        page.locator("#load [name=beforeAmps]").fill("0.5");
        page.locator("#load [name=afterAmps]").fill("0,4");
        page.locator("#load button.act").click();
        assertThat(page.getByText("must be more than before")).isVisible();
        assertThat(page.locator("#load [name=name]")).hasValue("Fridge");
        page.locator("#load [name=afterAmps]").fill("2");
        page.locator("#load [name=inrushAmps]").fill("8");
        page.locator("#load button.act").click();
        assertThat(page.locator("main")).containsText("180 W running ± 9 W, 900 W when its breaker closes.");

        go(page, "/house/choose");
        page.locator("[name=choice-well-pump][value=must]").check(new Locator.CheckOptions().setForce(true));
        page.locator("[name=choice-kitchen-fridge][value=must]").check(new Locator.CheckOptions().setForce(true));
        assertThat(page.locator("#judged")).containsText("1,280 of 4,400 W running");
        press(page, "Save, for the next outage");
        assertThat(page.getByText("what the next outage picks up")).isVisible();
        assertThat(house().outage().pickUp()).containsExactlyInAnyOrder("well-pump", "kitchen-fridge");
        go(page, "/house/size");
        assertThat(page.locator("main")).containsText("6,360 W starting");
        assertThat(page.locator("main")).containsText("It is enough.");
    }

    private void breakerPage(Page page, String circuit) {
        go(page, "/house/circuit/" + circuit);
    }

    /** The same with keys alone: Tab to get there, arrows in the panel, Enter to go on. */
    @Test
    void aHouseIsEnteredFromNothingByKeyboard() {
        db.execute("update household set file = null, name = 'Heron House'");
        Page page = enter("ines", 1280, 800);
        go(page, "/house");
        tabTo(page, "[name=household]");
        page.keyboard().type("Heron House");
        tabTo(page, "[name=runningWatts]");
        page.keyboard().type("5000");
        page.keyboard().press("Enter");
        assertThat(page.locator(".panel-map")).isVisible();

        tabTo(page, ".panel-map a[data-space='1']");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("Enter");
        assertThat(page.locator("#add [name=label]")).isFocused();
        page.keyboard().type("Pellet stove");
        page.keyboard().press("Enter");
        assertThat(breaker(page, "pellet-stove")).hasAttribute("data-space", "3");

        tabTo(page, ".panel-map a[data-circuit='pellet-stove']");
        page.keyboard().press("Shift+ArrowDown");
        assertThat(breaker(page, "pellet-stove")).hasAttribute("data-space", "5");
        assertThat(breaker(page, "pellet-stove")).isFocused();
        page.keyboard().press("Shift+ArrowRight");
        assertThat(breaker(page, "pellet-stove")).hasAttribute("data-space", "6");
        tabTo(page, "a.button[href='/house/circuit/pellet-stove']");
        page.keyboard().press("Enter");
        assertThat(page.locator("#load")).isVisible();
        tabTo(page, "#load [name=name]");
        page.keyboard().type("Stove");
        tabTo(page, "#load [name=runningWatts]");
        page.keyboard().type("310");
        page.keyboard().press("Enter");
        assertThat(page.locator("main")).containsText("310 W running");
        assertThat(house().setup().circuit("pellet-stove").spaces()).containsExactly(6);
    }

    private static void tabTo(Page page, String selector) {
        for (int i = 0; i < 120; i++) {
            page.keyboard().press("Tab");
            if ((Boolean) page.evaluate("s => document.activeElement.matches(s)", selector)) {
                return;
            }
        }
        throw new AssertionError("Tab never comes to " + selector);
    }

    @Test
    void breakersAreDraggedSwappedAndPutBack() {
        Page page = enter("ines", 1280, 800);
        go(page, "/house");
        drag(page, breaker(page, "fridge"), breaker(page, "stove"));
        assertThat(page.locator("dialog[data-both]")).isVisible();
        press(page, "Swap the two");
        assertThat(breaker(page, "stove")).hasAttribute("data-space", "1");
        assertThat(breaker(page, "fridge")).hasAttribute("data-space", "7");

        drag(page, breaker(page, "well"), breaker(page, "heatpump"));
        assertThat(breaker(page, "well")).hasAttribute("data-space", "14");
        drag(page, breaker(page, "sump"), breaker(page, "heater"));
        assertThat(page.getByText("a two-pole breaker is there; move that one first"))
                .isVisible();
        assertThat(breaker(page, "sump")).hasAttribute("data-space", "11");

        drag(page, breaker(page, "sump"), breaker(page, "freezer"));
        press(page, "Both in one space: a tandem");
        assertThat(breaker(page, "sump")).hasAttribute("aria-label", "5b Sump, 15 A, L1");
        press(page, "Undo");
        assertThat(page.getByText("Taken back: moved Sump.")).isVisible();
        assertThat(breaker(page, "sump")).hasAttribute("data-space", "11");
        press(page, "Redo");
        assertThat(breaker(page, "sump")).hasAttribute("data-space", "5");
    }

    @Test
    void aGaragePanelIsAddedAndFilled() {
        Page page = enter("ines", 1280, 800);
        go(page, "/house?settings=true");
        press(page, "Add the panel");
        assertThat(page.getByText("a name, such as Garage")).isVisible();
        assertThat(page.locator("#settings [name=spaces]")).hasValue("24");
        page.locator("[name=subpanelName]").fill("Garage");
        page.locator("form[action='/house/subpanel'] [name=feeder]").selectOption("range");
        press(page, "Add the panel");
        page.locator("#settings [name=topLeg]").selectOption("L2");
        page.locator("#settings button.act").click();
        assertThat(page.locator(".panel-map")).hasAttribute("aria-label", "The panel Garage: circuits by space");

        go(page, "/house?circuit=lamp");
        page.locator("form[action='/house/panel/move'] select").selectOption("garage/3");
        press(page, "Move, or swap");
        assertThat(breaker(page, "lamp")).hasAttribute("aria-label", "3 Reptile lamp, 15 A, L1");
        assertThat(house().setup().circuit("lamp").needs()).containsExactly("range");
        page.locator("#circuit [name=poles]").selectOption("2");
        page.locator("#circuit button.act").click();
        assertThat(page.getByText("a 120 V load on a two-pole breaker must name its leg"))
                .isVisible();
        assertThat(page.locator("#circuit [name=poles]")).hasValue("2");
        page.locator("#circuit").getByText("Close").click();
        page.getByText("Panel settings").click();
        press(page, "Take this panel out");
        assertThat(page.getByText("Take its circuits out first")).isVisible();
    }

    private static void drag(Page page, Locator from, Locator to) {
        BoundingBox start = from.boundingBox();
        BoundingBox end = to.boundingBox();
        page.mouse().move(start.x + start.width / 2, start.y + start.height / 2);
        page.mouse().down();
        page.mouse().move(end.x + end.width / 2, end.y + end.height / 2 - 5);
        page.mouse().move(end.x + end.width / 2, end.y + end.height / 2);
        page.mouse().up();
    }

    @Test
    void twoAtOnceLoseNothing() {
        Page ines = enter("ines", 1280, 800);
        Page bram = enter("bram", 1280, 800);
        go(ines, "/house?circuit=fridge");
        go(bram, "/house?circuit=fridge");
        ines.locator("#circuit [name=label]").fill("Old fridge");
        ines.locator("#circuit button.act").click();
        assertThat(ines.getByText("Old fridge is saved.")).isVisible();
        bram.locator("#circuit [name=note]").fill("Hums at night");
        bram.locator("#circuit button.act").click();
        assertThat(bram.getByText("Ines has changed the house meanwhile: changed Old fridge."))
                .isVisible();
        assertThat(bram.locator("#circuit [name=note]")).hasValue("Hums at night");
        bram.locator("#circuit button.act").click();
        assertThat(bram.getByText("is saved.")).isVisible();
        assertThat(house().find("fridge").note()).isEqualTo("Hums at night");
    }

    @Test
    void aTableWithFortyBadRowsLosesNothing() {
        Page page = enter("ines", 1280, 800);
        go(page, "/house/files");
        String bad = IntStream.range(0, 40)
                .mapToObj(i -> (100 + i) + "\tNowhere " + i + "\t15\tThing\t60")
                .collect(Collectors.joining("\n"));
        String table = "space\tlabel\tbreaker\tload\twatts\n1\t\t\tFridge\t170\n" + bad;
        page.locator("[name=table]").fill(table);
        press(page, "Look at it");
        assertThat(page.getByText("40 rows can’t be taken")).isVisible();
        assertThat(page.locator("#reading tbody tr")).hasCount(41);
        assertThat(page.locator("#reading")).containsText("this panel has the numbers 1 to 24");
        assertThat(page.locator("[name=table]")).hasValue(table);
        assertThat(house().setup().circuit("fridge").runningWatts()).isEqualTo(180);
        press(page, "Take the 1 good row");
        assertThat(page.getByText("1 row is taken.")).isVisible();
        assertThat(house().setup().circuit("fridge").runningWatts()).isEqualTo(170);
        assertThat(house().setup().circuits()).hasSize(18);

        go(page, "/house/loads");
        String csv = page.waitForDownload(() -> page.getByText("Loads as CSV").click())
                .path()
                .toString();
        go(page, "/house/files");
        page.locator("#table [name=file]").setInputFiles(Path.of(csv));
        press(page, "Look at it");
        assertThat(page.getByText("20 rows wait for a yes")).isVisible();
        assertThat(page.locator("#reading")).not().containsText("changes");
        page.locator("#table [name=file]")
                .setInputFiles(new FilePayload("x.csv", "text/csv", new byte[] {(byte) 0xff, (byte) 0xfe, 1}));
        press(page, "Look at it");
        assertThat(page.getByText("is not text in UTF-8")).isVisible();
    }

    @Test
    void whatIsChosenIsJudgedWhileItIsToggled() {
        Page page = enter("ines", 1280, 800);
        go(page, "/house/choose");
        assertThat(page.locator("#judged .verdict").first()).hasText("It fits.");
        page.locator("[name=choice-heater][value=must]").check(new Locator.CheckOptions().setForce(true));
        page.locator("[name=on-range]").check();
        assertThat(page.locator("#judged .verdict").first()).hasText("It doesn’t fit.");
        assertThat(page.locator("#judged")).containsText("Over the planned running watts by");
        assertThat(page.locator("#judged li").first()).containsText("Leave off 17–19 Range");
        page.locator("[name=on-range]").uncheck();
        page.locator("[name=choice-heater][value=off]").check(new Locator.CheckOptions().setForce(true));
        assertThat(page.locator("#judged .verdict").first()).hasText("It fits.");
        assertThat(house().find("heater").choices().toString()).contains("WINTER=TURNS");
        press(page, "Save");
        assertThat(page.getByText("Saved for winter.")).isVisible();
        assertThat(house().find("heater").choices().toString()).contains("WINTER=OFF");

        page.locator("select[name=how]").selectOption("wood-heat");
        page.getByText("Circuits it stands in for").click();
        page.locator("[name=instead-heatpump]").check();
        press(page, "Add");
        assertThat(page.getByText("A CO alarm on each floor")).isVisible();
        assertThat(page.locator(".chooser")).containsText("met without power");
    }

    /** What is saved stands in the form, so that saving something else takes nothing away. */
    @Test
    void choosingKeepsTheTestCircuits() {
        Page page = enter("ines", 1280, 800);
        List<String> before = house().setup().transfer().testCircuits();
        assertThat(before).hasSize(2);
        go(page, "/house/choose");
        for (String leg : List.of("L1", "L2")) {
            assertThat(before).contains(page.locator("[name=test" + leg + "]").inputValue());
        }
        press(page, "Save, for the next outage");
        assertThat(house().setup().transfer().testCircuits()).containsExactlyElementsOf(before);
    }

    @Test
    void theSupplySaysWhatLimitsAndRefusesTwoMaleEnds() {
        Page page = enter("ines", 1280, 800);
        go(page, "/house/supply?edit=place");
        page.locator("[name=distanceM]").fill("65");
        page.locator("[name=endGenerator]").selectOption("male");
        page.locator("[name=endHouse]").selectOption("male");
        page.locator("#place button.act").click();
        assertThat(page.getByText("whoever holds the free end holds live blades"))
                .isVisible();
        assertThat(page.locator("[name=distanceM]")).hasValue("65");
        page.locator("[name=endHouse]").selectOption("female");
        page.locator("#place button.act").click();
        assertThat(page.getByText("the cord doesn’t reach, by 25 ft")).isVisible();

        page.locator(".path a", new Page.LocatorOptions().setHasText("cord")).click();
        page.locator("#link [name=awg]").selectOption("14");
        page.locator("#link button.act").click();
        assertThat(page.locator(".path .weakest")).containsText("cord");
        assertThat(page.locator("main")).containsText("so it is the cord that limits");
        assertThat(page.locator("main")).containsText("The cord carries 12 A less than the breakers before it allow.");

        go(page, "/house/supply?edit=generator");
        page.locator("[name=sets]").selectOption("2");
        page.locator("[name=starting-gasoline]").fill("3000");
        page.locator("#generator button.act").click();
        assertThat(page.getByText("is never below running")).isVisible();
        page.locator("[name=starting-gasoline]").fill("8400");
        page.locator("#generator button.act").click();
        assertThat(page.locator("main")).containsText("13,600 W running");
    }

    @Test
    void cordsTestsAndKeys() {
        Page page = enter("ines", 1280, 800);
        go(page, "/house/cords?add=true");
        page.locator("#cord [name=name]").fill("Long");
        page.locator("#cord [name=awg]").selectOption("18");
        page.locator("#cord [name=lengthM]").fill("200");
        page.locator("#cord button.act").click();
        page.locator("select[name='cord-sump/Sump pump']").selectOption(new String[] {"2"});
        page.locator("form[action='/house/cords/assign'] button.act").click();
        assertThat(page.locator("main")).containsText("More than 5 % is lost along it");
        press(page, "Spread those chosen for the least drop");
        assertThat(page.locator("main")).not().containsText("More than 5 % is lost along it");

        go(page, "/house/device?test=input-blocks-main");
        page.locator("[name=result]").selectOption("failed");
        page.locator("[name=onDay]").fill("tomorrow");
        press(page, "Record");
        assertThat(page.getByText("the day it was done")).isVisible();
        assertThat(page.getByText("what was found").first()).isVisible();
        page.locator("[name=onDay]").fill("2026-05-03");
        page.locator("[name=note]").fill("Plate bends");
        press(page, "Record");
        assertThat(page.getByText("Don’t use the device")).isVisible();
        assertThat(page.locator("#test-input-blocks-main")).containsText("May 3, 2026, Ines: Plate bends");

        go(page, "/house/files");
        page.locator("[name=tokenName]").fill("Meter in the hall");
        press(page, "Make a key");
        assertThat(page.locator("#new-token")).containsText("js_");
        page.reload();
        assertThat(page.locator("#new-token")).hasCount(0);
        press(page, "Revoke");
        assertThat(page.getByText("no longer opens anything")).isVisible();
        Page bram = enter("bram", 1280, 800);
        go(bram, "/house/files");
        assertThat(bram.locator("[name=tokenName]")).hasCount(0);
    }

    @Test
    void aFaultyFileIsReportedWholeAndNothingIsStored() throws Exception {
        Page page = enter("ines", 1280, 800);
        go(page, "/house/files");
        String before = exported(page);
        String faulty = before.replace("\"breakerAmps\" : 15", "\"breakerAmps\" : -15")
                .replace("\"kind\" : \"inlet\"", "\"kind\" : \"tunnel\"");
        page.locator("form[action='/house/import'] input[type=file]")
                .setInputFiles(
                        new FilePayload("faulty.json", "application/json", faulty.getBytes(StandardCharsets.UTF_8)));
        press(page, "Import");
        assertThat(page.locator("#problems")).containsText("/setup/path/2/kind");
        assertThat(page.locator("#problems")).containsText("/setup/circuits/1/breakerAmps");
        go(page, "/house/files");
        assertThat(StrictJson.parse(exported(page).getBytes(StandardCharsets.UTF_8)))
                .isEqualTo(StrictJson.parse(before.getBytes(StandardCharsets.UTF_8)));
    }

    private static String exported(Page page) throws Exception {
        return Files.readString(page.waitForDownload(
                        () -> page.getByText("Household, JSON").first().click())
                .path());
    }

    /** A stop at the panel shows on the house's pages at once, and takes nothing that is being typed. */
    @Test
    void whatHappensOutsideTakesNothingThatIsBeingTyped() {
        Page page = enter("ines", 1280, 800);
        go(page, "/house?circuit=fridge");
        page.locator("#circuit [name=note]").fill("half a sentence");
        page.locator("h1").click();
        Page bram = enter("bram", 1280, 800);
        go(bram, "/now");
        bram.getByText("The power is out", new Page.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator("[data-key=make-safe]")).isVisible();
        assertThat(page.locator("#circuit [name=note]")).hasValue("half a sentence");
    }

    /** 42 spaces, tandems and a sub-panel, on a laptop and on a phone. */
    @Test
    void aLargePanelIsWholeOnEveryScreen() throws Exception {
        Page page = enter("ines", 1280, 800);
        go(page, "/house/files");
        String rows = IntStream.rangeClosed(26, 42)
                .mapToObj(i -> i + ",Circuit number " + i + ",15\n" + i + ",Second of " + i + ",15")
                .collect(Collectors.joining("\n"));
        go(page, "/house?settings=true");
        page.locator("#settings [name=spaces]").fill("42");
        page.locator("#settings button.act").click();
        go(page, "/house/files");
        page.locator("[name=table]").fill("space,label,breaker\n" + rows);
        press(page, "Look at it");
        press(page, "Take the 34 good rows");
        assertThat(page.getByText("34 rows are taken.")).isVisible();
        for (int[] size : new int[][] {{1280, 800}, {390, 844}}) {
            page.setViewportSize(size[0], size[1]);
            go(page, "/house");
            assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                    .isLessThanOrEqualTo(size[0]);
            List<BoundingBox> boxes = new ArrayList<>();
            for (Locator one : page.locator(".panel-map a .box").all()) {
                boxes.add(one.boundingBox());
            }
            assertThat(boxes).hasSize(18 + 34 + 1);
            for (int i = 0; i < boxes.size(); i++) {
                for (int j = i + 1; j < boxes.size(); j++) {
                    BoundingBox a = boxes.get(i);
                    BoundingBox b = boxes.get(j);
                    boolean apart = a.x + a.width <= b.x + 1
                            || b.x + b.width <= a.x + 1
                            || a.y + a.height <= b.y + 1
                            || b.y + b.height <= a.y + 1;
                    assertThat(apart).isTrue();
                }
            }
            double lowest = ((Number)
                            page.evaluate(
                                    "Math.min(...[...document.querySelectorAll('.panel-map text')].map(t => t.getBoundingClientRect().height))"))
                    .doubleValue();
            assertThat(lowest).isGreaterThan(13);
        }
        String svg = Files.readString(
                page.waitForDownload(() -> page.getByText("Drawing as SVG").click())
                        .path());
        assertThat(svg).startsWith("<svg").contains("Second of 42").doesNotContain("th:");
    }

    /** A box of switches and a switched neutral have no panel to move breakers in; every page still answers. */
    @Test
    void everyPageAnswersForTheOtherSamples() {
        Page page = enter("ines", 1280, 800);
        for (String sample : List.of("Weaver’s Loft", "Tarn Edge Workshop")) {
            go(page, "/house/files");
            press(page, sample);
            for (String path : List.of(
                    "/house",
                    "/house/directory",
                    "/house/loads?by=room",
                    "/house/supply",
                    "/house/choose",
                    "/house/size",
                    "/house/brief",
                    "/house/cords",
                    "/house/device",
                    "/house/device/brief",
                    "/house/files")) {
                assertThat(page.navigate("http://127.0.0.1:" + port + path).status())
                        .as(sample + " " + path)
                        .isEqualTo(200);
            }
        }
    }
}
