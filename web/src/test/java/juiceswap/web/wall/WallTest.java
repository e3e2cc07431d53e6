package juiceswap.web.wall;

import static juiceswap.web.db.Tables.DEVICE_TEST;
import static juiceswap.web.db.Tables.OUTAGE;
import static juiceswap.web.db.Tables.OUTAGE_EVENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.changeover.Options;
import juiceswap.web.TestDatabase;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.security.Role;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.core.io.ClassPathResource;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** Queries that forget whose house it is, in a thread that works for one. */
@SpringBootTest
class WallTest {
    @Autowired
    private DSLContext db;

    @Autowired
    private Households households;

    @Autowired
    private Accounts accounts;

    @Autowired
    private SwapService swap;

    private Account here;
    private Account nextDoor;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void twoHouses() throws Exception {
        here = house("here");
        nextDoor = house("next");
    }

    private Account house(String login) throws Exception {
        byte[] file = new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray();
        long home = households.create(new Schemas().household(StrictJson.parse(file)));
        Account owner = accounts.create(home, "Ines", login + home, "estuary-lantern", Role.OWNER, null);
        swap.start(owner, households.file(home).orElseThrow(), false, Options.NONE);
        return owner;
    }

    @Test
    void aQueryThatForgetsSeesNothingOfTheOthers() {
        assertThat(db.fetchCount(OUTAGE)).isGreaterThanOrEqualTo(2);
        Set<Long> seen = ForHousehold.in(
                here.householdId(),
                () -> new TreeSet<>(db.select(OUTAGE.HOUSEHOLD_ID).from(OUTAGE).fetch(OUTAGE.HOUSEHOLD_ID)));
        assertThat(seen).containsExactly(here.householdId());
        // the log hangs on an outage, and is behind its wall
        long theirs = swap.current(nextDoor).orElseThrow().id();
        assertThat(db.fetchCount(OUTAGE_EVENT, OUTAGE_EVENT.OUTAGE_ID.eq(theirs)))
                .isPositive();
        assertThat(ForHousehold.in(
                        here.householdId(), () -> db.fetchCount(OUTAGE_EVENT, OUTAGE_EVENT.OUTAGE_ID.eq(theirs))))
                .isZero();
        // and whoever works for all of them sees all of them again
        assertThat(db.fetchCount(OUTAGE)).isGreaterThanOrEqualTo(2);
    }

    @Test
    void nothingIsWrittenNextDoor() {
        assertThatThrownBy(() -> ForHousehold.in(
                        here.householdId(),
                        () -> db.insertInto(DEVICE_TEST)
                                .set(DEVICE_TEST.HOUSEHOLD_ID, nextDoor.householdId())
                                .set(DEVICE_TEST.TEST, "x")
                                .set(DEVICE_TEST.RESULT, "passed")
                                .set(DEVICE_TEST.NOTE, "")
                                .set(DEVICE_TEST.WHO, "Ines")
                                .set(DEVICE_TEST.ON_DAY, java.time.LocalDate.EPOCH)
                                .execute()))
                .rootCause()
                .hasMessageContaining("row-level security");
        int touched = ForHousehold.in(
                here.householdId(),
                () -> db.update(OUTAGE)
                        .set(OUTAGE.ENDED_AT, DSL.currentOffsetDateTime())
                        .execute());
        assertThat(touched).isEqualTo(1);
        assertThat(swap.current(nextDoor)).isPresent();
    }

    /** The server itself can't take the wall down, nor get at the log in another way than by adding to it. */
    @Test
    void theServerOwnsNothing() {
        for (String deed : List.of(
                "alter table outage disable row level security",
                "drop policy of_one_household on outage",
                "truncate outage_event",
                "drop trigger outage_event_append_only on outage_event")) {
            assertThatThrownBy(() -> db.execute(deed))
                    .as(deed)
                    .rootCause()
                    .hasMessageMatching("(?s).*(must be owner|permission denied).*");
        }
    }

    /** Whatever tables there are: one that is added without a wall fails here. */
    @Test
    void everyTableHasItsWall() {
        Set<String> without = new TreeSet<>(db.fetch("select relname from pg_class where relkind = 'r'"
                        + " and relnamespace = 'public'::regnamespace and not relrowsecurity")
                .getValues(0, String.class));
        assertThat(without)
                .containsExactlyInAnyOrder("flyway_schema_history", "spring_session", "spring_session_attributes");
    }
}
