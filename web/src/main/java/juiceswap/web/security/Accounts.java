package juiceswap.web.security;

import static juiceswap.web.db.Tables.ACCOUNT;
import static juiceswap.web.db.Tables.ALSO_WORKS_FOR;
import static juiceswap.web.db.Tables.API_TOKEN;
import static juiceswap.web.db.Tables.AUDIT;
import static juiceswap.web.db.Tables.CAUSE_FOUND;
import static juiceswap.web.db.Tables.DEVICE_TEST;
import static juiceswap.web.db.Tables.DRAWN;
import static juiceswap.web.db.Tables.EXERCISE_RUN;
import static juiceswap.web.db.Tables.FUEL_LOT;
import static juiceswap.web.db.Tables.FUEL_PRICE;
import static juiceswap.web.db.Tables.HELPER;
import static juiceswap.web.db.Tables.HOUSEHOLD;
import static juiceswap.web.db.Tables.HOUSEHOLD_REVISION;
import static juiceswap.web.db.Tables.INVITATION;
import static juiceswap.web.db.Tables.JOIN_CODE;
import static juiceswap.web.db.Tables.KNOWN_DEVICE;
import static juiceswap.web.db.Tables.LEARNED;
import static juiceswap.web.db.Tables.LENT;
import static juiceswap.web.db.Tables.MQTT_FEED;
import static juiceswap.web.db.Tables.MQTT_FIELD;
import static juiceswap.web.db.Tables.OUTAGE;
import static juiceswap.web.db.Tables.OUTAGE_COST;
import static juiceswap.web.db.Tables.OUTAGE_EVENT;
import static juiceswap.web.db.Tables.PICTURE;
import static juiceswap.web.db.Tables.POCKET_READY;
import static juiceswap.web.db.Tables.PRINTED;
import static juiceswap.web.db.Tables.PUT_ASIDE;
import static juiceswap.web.db.Tables.PUT_BACK;
import static juiceswap.web.db.Tables.QUOTE;
import static juiceswap.web.db.Tables.READING;
import static juiceswap.web.db.Tables.REHEARSAL;
import static juiceswap.web.db.Tables.ROTATION_PLAN;
import static juiceswap.web.db.Tables.SIMULATED_MONITOR;
import static juiceswap.web.db.Tables.STAND_BY;
import static juiceswap.web.db.Tables.STREET_SENSOR;
import static juiceswap.web.db.Tables.UPKEEP;
import static juiceswap.web.db.Tables.UPKEEP_DONE;
import static juiceswap.web.db.Tables.UPKEEP_INTERVAL;

import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.Table;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The accounts of all households. */
@Repository
public class Accounts {
    /** Sign-in names of the demo's two people. */
    public static final String DEMO_OWNER = "ines";

    public static final String DEMO_HELPER = "bram";

    private static final long FIRST_ACCOUNT_LOCK = 7_301L;

    /** Tables that hang on a household directly, what hangs on another of them first. */
    static final List<Table<?>> OF_A_HOUSEHOLD = List.of(
            POCKET_READY,
            REHEARSAL,
            PRINTED,
            UPKEEP,
            UPKEEP_DONE,
            UPKEEP_INTERVAL,
            FUEL_LOT,
            STAND_BY,
            CAUSE_FOUND,
            PUT_BACK,
            OUTAGE_COST,
            EXERCISE_RUN,
            LENT,
            QUOTE,
            FUEL_PRICE,
            LEARNED,
            DRAWN,
            MQTT_FIELD,
            MQTT_FEED,
            PICTURE,
            AUDIT,
            INVITATION,
            API_TOKEN,
            DEVICE_TEST,
            READING,
            PUT_ASIDE,
            STREET_SENSOR,
            SIMULATED_MONITOR,
            HOUSEHOLD_REVISION,
            ALSO_WORKS_FOR,
            ACCOUNT);

    private final DSLContext db;
    private final PasswordEncoder encoder;
    private final WorksFor work;

    public Accounts(DSLContext db, PasswordEncoder encoder, WorksFor work) {
        this.work = work;
        this.db = db;
        this.encoder = encoder;
    }

    /** Nobody has set this server up yet. */
    public boolean none() {
        return !db.fetchExists(ACCOUNT);
    }

    /** Makes the household and its owner, unless somebody was faster; then returns null. */
    @Transactional
    public @Nullable Account createFirst(String household, String displayName, String login, String password) {
        db.execute("select pg_advisory_xact_lock({0})", DSL.val(FIRST_ACCOUNT_LOCK));
        return none() ? found(household, displayName, login, password) : null;
    }

    /** Makes a household and its owner. */
    @Transactional
    Account found(String household, String displayName, String login, String password) {
        return foundWithHash(household, displayName, login, encoder.encode(password));
    }

    /** The same where only what the password was made into is known. */
    @Transactional
    Account foundWithHash(String household, String displayName, String login, @Nullable String hash) {
        Long householdId = db.insertInto(HOUSEHOLD)
                .set(HOUSEHOLD.NAME, household)
                .returning(HOUSEHOLD.ID)
                .fetchSingle(HOUSEHOLD.ID);
        return createWithHash(householdId, displayName, login, hash, Role.OWNER, null);
    }

    @Transactional
    public Account create(
            long householdId, String displayName, String login, String password, Role role, @Nullable String licence) {
        return createWithHash(householdId, displayName, login, encoder.encode(password), role, licence);
    }

    private Account createWithHash(
            long householdId,
            String displayName,
            String login,
            @Nullable String hash,
            Role role,
            @Nullable String licence) {
        String name = login.toLowerCase(Locale.ROOT);
        db.insertInto(ACCOUNT)
                .set(ACCOUNT.HOUSEHOLD_ID, householdId)
                .set(ACCOUNT.LOGIN, name)
                .set(ACCOUNT.DISPLAY_NAME, displayName)
                .set(ACCOUNT.PASSWORD_HASH, hash)
                .set(ACCOUNT.ROLE, role.word())
                .set(ACCOUNT.LICENCE, licence)
                .execute();
        return called(name);
    }

    /** @throws NoSuchElementException nobody signs in with that name */
    public Account called(String login) {
        return withLogin(login).orElseThrow();
    }

    Optional<Account> withLogin(String login) {
        return db.selectFrom(ACCOUNT)
                .where(ACCOUNT.LOGIN.eq(login.toLowerCase(Locale.ROOT)), ACCOUNT.REMOVED_AT.isNull())
                .fetchOptional(Accounts::account);
    }

    Optional<Account> withId(long household, long id) {
        return db.selectFrom(ACCOUNT)
                .where(WorksFor.accountsOf(household), ACCOUNT.ID.eq(id), ACCOUNT.REMOVED_AT.isNull())
                .fetchOptional(row -> account(row).in(household));
    }

    /** Who is of the household, in the order in which they came. */
    public List<Account> of(long household) {
        return db.selectFrom(ACCOUNT)
                .where(WorksFor.accountsOf(household), ACCOUNT.REMOVED_AT.isNull())
                .orderBy(ACCOUNT.ID)
                .fetch(row -> account(row).in(household));
    }

    /** The household that was on this server first; 0 while there is none. */
    long firstHousehold() {
        // asked past the wall: a page would else find its own household first
        Long first = db.select(DSL.field("first_household()", Long.class))
                .fetchSingle()
                .value1();
        return first == null ? 0 : first;
    }

    /** The account is there still, and is what the session says it is. */
    public boolean stands(Account account) {
        return withId(account.householdId(), account.id())
                .filter(now -> now.standing().equals(account.standing()))
                .isPresent();
    }

    Optional<String> passwordHash(long account) {
        return db.select(ACCOUNT.PASSWORD_HASH)
                .from(ACCOUNT)
                .where(ACCOUNT.ID.eq(account))
                .fetchOptional(ACCOUNT.PASSWORD_HASH);
    }

    @Transactional
    void setPassword(long account, String password) {
        db.update(ACCOUNT)
                .set(ACCOUNT.PASSWORD_HASH, encoder.encode(password))
                .where(ACCOUNT.ID.eq(account))
                .execute();
        // who knew the old one is asked again
        db.deleteFrom(KNOWN_DEVICE).where(KNOWN_DEVICE.ACCOUNT_ID.eq(account)).execute();
    }

    /**
     * Their name stays in the log. They can't sign in again, and their sign-in name is free, unless they work for another
     * household too: there they go on.
     */
    @Transactional
    void remove(Account account) {
        if (work.leave(account)) {
            return;
        }
        db.deleteFrom(KNOWN_DEVICE)
                .where(KNOWN_DEVICE.ACCOUNT_ID.eq(account.id()))
                .execute();
        db.deleteFrom(INVITATION).where(INVITATION.ACCOUNT_ID.eq(account.id())).execute();
        db.update(ACCOUNT)
                .set(ACCOUNT.REMOVED_AT, DSL.currentOffsetDateTime())
                .set(ACCOUNT.PASSWORD_HASH, "")
                .set(ACCOUNT.LOGIN, "removed-" + account.id())
                .where(ACCOUNT.ID.eq(account.id()))
                .execute();
    }

    void setRole(long account, Role role) {
        db.update(ACCOUNT)
                .set(ACCOUNT.ROLE, role.word())
                .where(ACCOUNT.ID.eq(account))
                .execute();
    }

    /** The licence number that an electrician gave; empty when none. */
    public Optional<String> licence(Account account) {
        return db.select(ACCOUNT.LICENCE)
                .from(ACCOUNT)
                .where(ACCOUNT.ID.eq(account.id()))
                .fetchOptional(ACCOUNT.LICENCE);
    }

    /**
     * Everything of the household is gone, log included, and with it everybody's way in. What is in backups stays there.
     */
    @Transactional
    void forget(long household) {
        of(household).forEach(work::leave);
        db.execute("select set_config('juice.forgetting', 'everything', true)");
        Condition ofTheHouse = OUTAGE.HOUSEHOLD_ID.eq(household);
        var outages = DSL.select(OUTAGE.ID).from(OUTAGE).where(ofTheHouse);
        db.deleteFrom(OUTAGE_EVENT).where(OUTAGE_EVENT.OUTAGE_ID.in(outages)).execute();
        db.deleteFrom(HELPER).where(HELPER.OUTAGE_ID.in(outages)).execute();
        db.deleteFrom(JOIN_CODE).where(JOIN_CODE.OUTAGE_ID.in(outages)).execute();
        db.deleteFrom(ROTATION_PLAN).where(ROTATION_PLAN.OUTAGE_ID.in(outages)).execute();
        db.deleteFrom(OUTAGE).where(ofTheHouse).execute();
        var people = DSL.select(ACCOUNT.ID).from(ACCOUNT).where(ACCOUNT.HOUSEHOLD_ID.eq(household));
        db.deleteFrom(KNOWN_DEVICE).where(KNOWN_DEVICE.ACCOUNT_ID.in(people)).execute();
        for (Table<?> table : OF_A_HOUSEHOLD) {
            db.deleteFrom(table)
                    .where(table.field("household_id", Long.class).eq(household))
                    .execute();
        }
        db.deleteFrom(HOUSEHOLD).where(HOUSEHOLD.ID.eq(household)).execute();
    }

    /** {@code night} or {@code day}. */
    public String theme(Account account) {
        if (account.guest()) {
            return db.select(HELPER.THEME)
                    .from(HELPER)
                    .where(HELPER.OUTAGE_ID.eq(account.outageId()), HELPER.NAME.eq(account.displayName()))
                    .fetchOptional(HELPER.THEME)
                    .orElse("night");
        }
        return db.select(ACCOUNT.THEME)
                .from(ACCOUNT)
                .where(ACCOUNT.ID.eq(account.id()))
                .fetchSingle(ACCOUNT.THEME);
    }

    @Transactional
    public void setTheme(Account account, String theme) {
        if (account.guest()) {
            db.update(HELPER)
                    .set(HELPER.THEME, theme)
                    .where(HELPER.OUTAGE_ID.eq(account.outageId()), HELPER.NAME.eq(account.displayName()))
                    .execute();
            return;
        }
        db.update(ACCOUNT)
                .set(ACCOUNT.THEME, theme)
                .where(ACCOUNT.ID.eq(account.id()))
                .execute();
    }

    private static Account account(Record row) {
        return new Account(
                row.get(ACCOUNT.ID),
                row.get(ACCOUNT.HOUSEHOLD_ID),
                row.get(ACCOUNT.LOGIN),
                row.get(ACCOUNT.DISPLAY_NAME),
                row.get(ACCOUNT.ROLE),
                null);
    }
}
