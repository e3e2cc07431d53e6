package juiceswap.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.authentication;
import static org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers.springSecurity;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import juiceswap.core.changeover.Engine;
import juiceswap.core.outage.Event;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import org.flywaydb.core.Flyway;
import org.jooq.DSLContext;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Primary;
import org.springframework.core.io.ClassPathResource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;

/**
 * What an earlier version has stored, dumped from its demo in the middle of an outage, is opened by this one: brought up to
 * date by the migrations, read whole, shown, and gone on with.
 */
@SpringBootTest
class EarlierDataTest {
    private static final int DUMPED_AT = 9;
    private static final int EVENTS_DUMPED = 244;

    @Autowired
    private WebApplicationContext context;

    @Autowired
    private Outages outages;

    @Autowired
    private Households households;

    @Autowired
    private Accounts accounts;

    @Autowired
    private DSLContext db;

    private MockMvc web;

    /** The hour of the dump: what has happened since would be months of silence. */
    @TestConfiguration
    static class ThatEvening {
        @Bean
        @Primary
        Clock thatEvening(DSLContext db) {
            Instant last = db.fetchOne("select max(at) from outage_event")
                    .get(0, java.time.OffsetDateTime.class)
                    .toInstant();
            return Clock.fixed(last.plusSeconds(60), ZoneOffset.UTC);
        }
    }

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) throws Exception {
        String address = TestDatabase.create();
        Flyway.configure()
                .dataSource(address, TestDatabase.user(), "")
                .target(String.valueOf(DUMPED_AT))
                .load()
                .migrate();
        try (Connection connection = DriverManager.getConnection(address, TestDatabase.user(), "");
                Statement statement = connection.createStatement()) {
            statement.execute(
                    new ClassPathResource("earlier/version-9.sql").getContentAsString(StandardCharsets.UTF_8));
        }
        properties.add("spring.datasource.url", () -> address);
        properties.add("spring.datasource.username", TestDatabase::user);
        properties.add("spring.datasource.password", () -> "");
    }

    @BeforeEach
    void inTheBrowser() {
        web = MockMvcBuilders.webAppContextSetup(context)
                .apply(springSecurity())
                .build();
    }

    private Account ines() {
        return accounts.called("ines");
    }

    private Outage goingOn() {
        return outages.current(ines()).orElseThrow();
    }

    private String page(String address) throws Exception {
        MockHttpServletResponse answer = web.perform(get(address).with(authentication(ines().signedIn())))
                .andReturn()
                .getResponse();
        assertThat(answer.getStatus()).as(address).isEqualTo(200);
        return answer.getContentAsString();
    }

    @Test
    void everyEventIsRead() {
        long read = outages.all(ines().householdId()).stream()
                .map(outage -> outages.find(ines().householdId(), outage.id()).orElseThrow())
                .flatMap(outage -> outage.log().stream())
                .filter(entry -> !(entry.event() instanceof Event.Unknown))
                .count();
        assertThat(read).isEqualTo(EVENTS_DUMPED);
    }

    @Test
    void theHouseAndItsOutageStandAsTheyWere() {
        assertThat(households.file(ines().householdId()).orElseThrow().name()).isEqualTo("Saltmarsh Cottage");
        assertThat(goingOn().standing().state().engine()).isEqualTo(Engine.HOT);
        assertThat(goingOn().standing().state().picked())
                .containsExactlyInAnyOrder("lamp", "lights", "freezer", "stove", "router", "incubator", "heater");
        assertThat(goingOn().standing().state().lastReading()).isNotNull();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/now",
                "/swap",
                "/rotate",
                "/meter",
                "/meter/wiring",
                "/house",
                "/house/loads",
                "/house/supply",
                "/house/choose",
                "/house/needs",
                "/house/size",
                "/house/cords",
                "/house/device",
                "/house/files",
                "/logbook",
                "/logbook/1",
                "/logbook/3"
            })
    void everyPageShowsIt(String address) throws Exception {
        assertThat(page(address)).contains("</html>").doesNotContain("??");
    }

    @Test
    void aKindOfALaterVersionIsKeptAndShownAndBreaksNothing() throws Exception {
        Outage before = goingOn();
        db.execute(
                "insert into outage_event (outage_id, sequence, at, who, kind, payload)"
                        + " select outage_id, sequence + 1, at, who, 'storm-named', '{\"name\": \"Hazel\"}'"
                        + " from outage_event where outage_id = {0} order by sequence desc limit 1",
                org.jooq.impl.DSL.val(before.id()));
        assertThat(goingOn().standing().state()).isEqualTo(before.standing().state());
        for (String address : new String[] {"/now", "/swap", "/rotate", "/logbook/" + before.id()}) {
            page(address);
        }
        assertThat(page("/logbook/" + before.id())).contains("storm-named");
        String exported = page("/logbook/" + before.id() + ".json");
        assertThat(StrictJson.parse(exported.getBytes(StandardCharsets.UTF_8)).toString())
                .contains("\"kind\":\"storm-named\"")
                .contains("Hazel");
    }
}
