package juiceswap.web.house;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Panel;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.core.supply.CordEnds;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.exchange.Tree;
import juiceswap.web.TestDatabase;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.household.Tokens;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.security.Role;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;

/** Changes to a stored house: history, two people at once, sub-panels, and programs with a key. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
class HouseEditingTest {
    @LocalServerPort
    private int port;

    @Autowired
    private Households households;

    @Autowired
    private Tokens tokens;

    @Autowired
    private Accounts accounts;

    @Autowired
    private WebApplicationContext context;

    private final Schemas schemas = new Schemas();
    private long home;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void moveIn() throws IOException {
        home = households.create(schemas.household(FilesController.sampleJson("saltmarsh-cottage")));
    }

    private Household rename(Integer version, String name) {
        return households.change(
                home,
                version,
                "Ines",
                "called it " + name,
                house -> house.withAbout(house.about().withName(name)));
    }

    private Households.Held held() {
        return households.held(home).orElseThrow();
    }

    @Test
    void everyChangeCanBeTakenBackAndBroughtBack() {
        assertThat(held().undo()).isNull();
        rename(null, "One");
        rename(null, "Two");
        assertThat(held().undo()).isEqualTo("called it Two");
        assertThat(households.undo(home)).contains("called it Two");
        assertThat(held().file().name()).isEqualTo("One");
        assertThat(households.undo(home)).contains("called it One");
        assertThat(held().file().name()).isEqualTo("Saltmarsh Cottage");
        assertThat(households.undo(home)).isEmpty();
        assertThat(households.redo(home)).contains("called it One");
        assertThat(held().redo()).isEqualTo("called it Two");
        rename(null, "Three");
        assertThat(households.redo(home)).isEmpty();
        assertThat(households.history(home, 10))
                .extracting(Households.Revision::change)
                .containsExactly("called it Three", "called it One");
    }

    @Test
    void theSecondOfTwoAtOnceIsToldWhatHappened() {
        int seen = held().version();
        rename(seen, "Hers");
        assertThatThrownBy(() -> households.change(
                        home,
                        seen,
                        "Bram",
                        "called it His",
                        house -> house.withAbout(house.about().withName("His"))))
                .isInstanceOf(Households.Outdated.class)
                .hasMessageContaining("Ines: called it Hers");
        assertThat(held().file().name()).isEqualTo("Hers");
        int then = held().version();
        households.undo(home);
        assertThatThrownBy(() -> rename(then, "Late")).isInstanceOf(Households.Outdated.class);
    }

    @Test
    void whatIsNotSoundIsNotStored() {
        int before = held().version();
        assertThatThrownBy(() -> households.change(
                        home,
                        null,
                        "Ines",
                        "broke it",
                        house -> house.withAbout(house.about().withName(""))))
                .isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> households.change(
                        home,
                        null,
                        "Ines",
                        "two male ends",
                        house -> house.withSupply(house.supply().withCordEnds(new CordEnds(true, true)))))
                .hasMessageContaining("two-male");
        assertThat(held().version()).isEqualTo(before);
        assertThat(held().undo()).isNull();
    }

    @Test
    void aSubPanelHangsOnItsFeederAndALegCanBeFoundElsewhere() {
        households.change(
                home,
                null,
                "Ines",
                "added a garage",
                house -> house.withPanel(new HomePanel(
                                "garage", "Garage", new Panel(8, Leg.L2, Panel.Numbering.ACROSS), List.of(), "washer"))
                        .withNew(EnteredCircuit.bare(
                                "saw", "Saw", new EnteredCircuit.Seat("garage", List.of(1), null), 20))
                        .withCircuit(
                                "fridge",
                                one -> one.withSeat(
                                        new EnteredCircuit.Seat("", one.seat().spaces(), Leg.L2))));
        Household file = held().file();
        HomeCircuit saw = file.find("saw");
        assertThat(saw.circuit().needs()).containsExactly("washer");
        assertThat(saw.circuit().leg()).isEqualTo(Leg.L2);
        assertThat(file.find("fridge").circuit().leg()).isEqualTo(Leg.L2);
        assertThat(file.panel("garage").fed()).isTrue();

        households.change(home, null, "Ines", "took the washer out", house -> house.without("washer"));
        assertThat(held().file().panel("garage").fed()).isFalse();
        assertThat(held().file().find("saw").circuit().lockedOff()).isTrue();
        assertThat(held().file().find("saw").choice(Choice.Occasion.WINTER)).isEqualTo(Choice.OFF);
    }

    private HttpResponse<String> call(String method, String path, String key, String ifMatch, String body)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                .method(
                        method,
                        body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body));
        if (key != null) {
            request.header("Authorization", "Bearer " + key);
        }
        if (ifMatch != null) {
            request.header("If-Match", ifMatch);
        }
        return HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void aKeyOpensItsOwnHouseholdAndNoOther() throws Exception {
        String key = tokens.make(home, "meter", Tokens.Right.WRITE, "Ines");
        String reads = tokens.make(home, "display", Tokens.Right.READ, "Ines");
        HttpResponse<String> read = call("GET", "/api/v1/household", reads, null, null);
        assertThat(read.statusCode()).isEqualTo(200);
        assertThat(read.body()).contains("Saltmarsh Cottage").doesNotContain(key);
        String tag = read.headers().firstValue("ETag").orElseThrow();
        String renamed = read.body().replace("Saltmarsh Cottage", "Heron House");

        assertThat(call("GET", "/api/v1/household", null, null, null).statusCode())
                .isEqualTo(401);
        assertThat(call("GET", "/api/v1/household", "js_wrong", null, null).statusCode())
                .isEqualTo(401);
        assertThat(call("PUT", "/api/v1/household", reads, tag, renamed).statusCode())
                .isEqualTo(403);
        HttpResponse<String> bad =
                call("PUT", "/api/v1/household", key, tag, renamed.replace("\"version\":1", "\"version\":7"));
        assertThat(bad.statusCode()).isEqualTo(400);
        assertThat(StrictJson.parse(bad.body().getBytes()).path("pointer").asString())
                .isEqualTo("/version");
        HttpResponse<String> written = call("PUT", "/api/v1/household", key, tag, renamed);
        assertThat(written.statusCode()).isEqualTo(200);
        assertThat(held().file().name()).isEqualTo("Heron House");
        assertThat(call("PUT", "/api/v1/household", key, tag, renamed).statusCode())
                .isEqualTo(412);
        assertThat(call("PUT", "/api/v1/household", key, "nonsense", renamed).statusCode())
                .isEqualTo(412);

        tokens.revoke(home + 1, tokens.list(home).get(0).id());
        assertThat(call("GET", "/api/v1/household", reads, null, null).statusCode())
                .isEqualTo(200);
        tokens.revoke(home, tokens.list(home).get(0).id());
        assertThat(call("GET", "/api/v1/household", reads, null, null).statusCode())
                .isEqualTo(401);
        assertThat(tokens.list(home)).extracting(Tokens.Listed::name).containsExactly("meter");
    }

    /** What a key reads as a setup is what the engine takes. */
    @Test
    void theSetupGoesStraightIntoTheEngine() throws Exception {
        String key = tokens.make(home, "planner", Tokens.Right.READ, "Ines");
        Tree setup = StrictJson.parse(
                call("GET", "/api/v1/household/setup", key, null, null).body().getBytes());
        String request =
                Tree.text(Tree.object("setup", setup, "want", List.of("fridge", "well"), "start", "one-at-a-time"));
        HttpResponse<String> answer = call("POST", "/api/v1/sizing", null, null, request);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        assertThat(StrictJson.parse(answer.body().getBytes()).path("decidedBy").asString())
                .isEqualTo("leg-starting");
        String room = Tree.text(
                Tree.object("setup", setup, "on", List.of("heater", "fridge"), "want", "range", "minutes", 30));
        Tree made = StrictJson.parse(
                call("POST", "/api/v1/make-room", null, null, room).body().getBytes());
        assertThat(made.path("fits").asBoolean()).isFalse();
        assertThat(made.path("options").get(0).path("open").get(0).asString()).isEqualTo("heater");
        assertThat(made.path("options")
                        .get(0)
                        .path("order")
                        .get(1)
                        .path("close")
                        .asString())
                .isEqualTo("range");
    }

    @Test
    void whatOutlastsAnOutageIsNotForGuestsAndKeysAreForOwners() throws Exception {
        MockMvc pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
        Account owner = accounts.create(home, "Ines", "ines" + home, "estuary-lantern", Role.OWNER, null);
        Account helper = accounts.create(home, "Bram", "bram" + home, "estuary-lantern", Role.MEMBER, null);
        Account guest = Account.guest(home, 1, "Nils");
        for (String address : List.of(
                "start",
                "sensor",
                "new-code",
                "put-aside",
                "take-up",
                "all-clear",
                "aim",
                "choose",
                "end",
                "go-back",
                "hand-over",
                "gone",
                "take-off",
                "let")) {
            assertThat(answer(pages, guest, "/swap/" + address)).as(address).isEqualTo(403);
            assertThat(answer(pages, helper, "/swap/" + address)).as(address).isNotEqualTo(403);
        }
        assertThat(answer(pages, guest, "/swap/make-safe")).isNotEqualTo(403);
        for (String address : List.of("/house/token", "/house/token/7/revoke")) {
            assertThat(answer(pages, guest, address)).as(address).isEqualTo(403);
            assertThat(answer(pages, helper, address)).as(address).isEqualTo(403);
            assertThat(answer(pages, owner, address)).as(address).isNotEqualTo(403);
        }
    }

    private static int answer(MockMvc pages, Account who, String address) throws Exception {
        return pages.perform(MockMvcRequestBuilders.post(address)
                        .with(SecurityMockMvcRequestPostProcessors.authentication(who.signedIn()))
                        .with(SecurityMockMvcRequestPostProcessors.csrf()))
                .andReturn()
                .getResponse()
                .getStatus();
    }

    /** A second generator that is not like the first keeps what is its own, whatever is saved of the first. */
    @Test
    void twoUnlikeGenerators() throws Exception {
        MockMvc pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
        Account owner = accounts.create(home, "Ines", "unlike" + home, "estuary-lantern", Role.OWNER, null);
        String first =
                "/house/supply/generator?output=120/240&fuel=gasoline&running-gasoline=4000&starting-gasoline=5000&tankLitres=16 l&sets=unlike";
        assertThat(answer(pages, owner, first)).isEqualTo(302);
        // nobody has told of the second yet: nothing is planned with it
        assertThat(held().file().supply().source().runningWatts()).isEqualTo(4000);
        assertThat(answer(pages, owner, "/house/supply/second?runningWatts=2000&startingWatts=2500&tankLitres=5 l"))
                .isEqualTo(302);
        assertThat(answer(pages, owner, first.replace("=4000", "=4200"))).isEqualTo(302);

        ParallelGenerators two = (ParallelGenerators) held().file().supply().source();
        assertThat(two.first().runningWatts()).isEqualTo(4200);
        assertThat(two.second().runningWatts()).isEqualTo(2000);
        assertThat(two.first().tankLitres()).isEqualTo(16);
        assertThat(two.second().tankLitres()).isEqualTo(5);
        assertThat(two.runningWatts()).isEqualTo(6200);
        for (String page : List.of("/house/supply", "/house/supply?edit=second", "/house/supply?edit=generator")) {
            assertThat(pages.perform(MockMvcRequestBuilders.get(page)
                                    .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn())))
                            .andReturn()
                            .getResponse()
                            .getContentAsString())
                    .as(page)
                    .contains(
                            page.endsWith("generator") ? "4200" : page.endsWith("second") ? "2000" : "2,000 W running");
        }
    }

    /** What can't be in a column is said at its line; everything typed is still there, and nothing of it is stored. */
    @Test
    void aColumnIsTakenAsAWhole() throws Exception {
        MockMvc pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
        Account owner = accounts.create(home, "Ines", "column" + home, "estuary-lantern", Role.OWNER, null);
        households.change(
                home, null, "Ines", "two out", house -> house.without("lights").without("freezer"));
        int before = held().file().circuits().size();
        String typed = "/house/column?side=left&label-3=Clothes dryer&amps-3=30&double-3=true&amps-5=";
        String wrong = pages.perform(MockMvcRequestBuilders.post(typed + "many&label-5=Desk lamp")
                        .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn()))
                        .with(SecurityMockMvcRequestPostProcessors.csrf()))
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(wrong)
                .contains("the two tied levers above take this space too")
                .contains("“many” is not a number")
                .contains("value=\"Clothes dryer\"")
                .contains("value=\"Desk lamp\"")
                .contains("value=\"many\"");
        assertThat(held().file().circuits()).hasSize(before);
        // two tied levers at the foot of what is free have no room
        assertThat(pages.perform(MockMvcRequestBuilders.post(
                                        "/house/column?side=left&label-5=Range&amps-5=50&double-5=true&amps-3=20")
                                .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn()))
                                .with(SecurityMockMvcRequestPostProcessors.csrf()))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("two tied levers take the space below too");

        assertThat(answer(pages, owner, typed + "20")).isEqualTo(302);
        assertThat(held().file().circuits()).hasSize(before + 1);
        var dryer = held().file().find("clothes-dryer");
        assertThat(dryer.circuit().spaces()).containsExactly(3, 5);
        assertThat(dryer.loads()).hasSize(1);
    }

    /** A battery power station is a source like another: no page of the house needs an engine. */
    @Test
    void everyPageOfAHouseWithAPowerStation() throws Exception {
        MockMvc pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
        Account owner = accounts.create(home, "Ines", "station" + home, "estuary-lantern", Role.OWNER, null);
        assertThat(pages.perform(MockMvcRequestBuilders.post("/house/supply/station")
                                .param("output", "120")
                                .param("runningWatts", "1800")
                                .param("wattHours", "0")
                                .param("chargingWatts", "600")
                                .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn()))
                                .with(SecurityMockMvcRequestPostProcessors.csrf()))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("must be more than 0")
                .contains("1800");
        int saved = answer(
                pages,
                owner,
                "/house/supply/station?output=120&runningWatts=1800&startingWatts=3000&wattHours=2000&chargingWatts=600");
        assertThat(saved).isEqualTo(302);
        assertThat(held().file().supply().source()).isInstanceOf(juiceswap.core.supply.PowerStation.class);
        for (String page : List.of(
                "/house",
                "/house/supply",
                "/house/supply?edit=station",
                "/house/supply?edit=generator",
                "/house/device",
                "/house/device/brief",
                "/house/size",
                "/house/brief",
                "/house/choose",
                "/house/needs",
                "/house/cords",
                "/house/loads",
                "/house/directory",
                "/now",
                "/meter",
                "/meter/bonding",
                "/meter/wiring",
                "/rotate")) {
            assertThat(pages.perform(MockMvcRequestBuilders.get(page)
                                    .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn())))
                            .andReturn()
                            .getResponse()
                            .getStatus())
                    .as(page)
                    .isIn(200, 302);
        }
    }
}
