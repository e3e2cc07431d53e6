package juiceswap.web.security;

import static juiceswap.web.db.Tables.ACCOUNT;
import static juiceswap.web.db.Tables.HELPER;
import static juiceswap.web.db.Tables.HOUSEHOLD;

import java.util.Locale;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The accounts of all households. */
@Repository
public class Accounts implements UserDetailsService {
    /** Sign-in names of the demo's two people. */
    public static final String DEMO_OWNER = "ines";

    public static final String DEMO_HELPER = "bram";

    private static final long FIRST_ACCOUNT_LOCK = 7_301L;

    private final DSLContext db;
    private final PasswordEncoder encoder;

    public Accounts(DSLContext db, PasswordEncoder encoder) {
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
        db.execute("select pg_advisory_xact_lock({0})", org.jooq.impl.DSL.val(FIRST_ACCOUNT_LOCK));
        if (!none()) {
            return null;
        }
        Long householdId = db.insertInto(HOUSEHOLD)
                .set(HOUSEHOLD.NAME, household)
                .returning(HOUSEHOLD.ID)
                .fetchSingle(HOUSEHOLD.ID);
        return create(householdId, displayName, login, password, "owner");
    }

    @Transactional
    public Account create(long householdId, String displayName, String login, String password, String role) {
        String name = login.toLowerCase(Locale.ROOT);
        db.insertInto(ACCOUNT)
                .set(ACCOUNT.HOUSEHOLD_ID, householdId)
                .set(ACCOUNT.LOGIN, name)
                .set(ACCOUNT.DISPLAY_NAME, displayName)
                .set(ACCOUNT.PASSWORD_HASH, encoder.encode(password))
                .set(ACCOUNT.ROLE, role)
                .execute();
        return loadUserByUsername(name);
    }

    @Override
    public Account loadUserByUsername(String login) {
        Account account = db.selectFrom(ACCOUNT)
                .where(ACCOUNT.LOGIN.eq(login.toLowerCase(Locale.ROOT)))
                .fetchOne(Accounts::account);
        if (account == null) {
            throw new UsernameNotFoundException("no such account");
        }
        return account;
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
                row.get(ACCOUNT.PASSWORD_HASH),
                row.get(ACCOUNT.ROLE),
                null);
    }
}
