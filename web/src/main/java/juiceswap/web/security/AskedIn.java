package juiceswap.web.security;

import static juiceswap.web.db.Tables.ASKED_IN;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import juiceswap.web.security.Audit.What;
import org.jooq.DSLContext;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who asks for a household of their own on this server, where that is allowed; its owner says yes or no. */
@Service
public class AskedIn {
    /** More than that wait for no answer: somebody plays with it. */
    private static final int MOST_WAITING = 50;

    private static final Duration KEPT = Duration.ofDays(30);

    private final DSLContext db;
    private final Accounts accounts;
    private final Audit audit;
    private final Clock clock;
    private final boolean signUp;

    AskedIn(
            DSLContext db,
            Accounts accounts,
            Audit audit,
            Clock clock,
            @Value("${juice.sign-up:false}") boolean signUp) {
        this.db = db;
        this.accounts = accounts;
        this.audit = audit;
        this.clock = clock;
        this.signUp = signUp;
    }

    /** Somebody who waits for an answer. */
    public record Asker(long id, String household, String name, String login, String word, Instant at) {}

    /** Anybody may ask. */
    boolean open() {
        return signUp;
    }

    boolean loginTaken(String login) {
        return db.fetchExists(ASKED_IN, ASKED_IN.LOGIN.eq(login.toLowerCase(Locale.ROOT)));
    }

    /** Keeps what was asked; false when too many wait already. */
    @Transactional
    boolean ask(String household, String name, String login, String hash, String word) {
        Instant now = clock.instant();
        db.deleteFrom(ASKED_IN)
                .where(ASKED_IN.ASKED_AT.lt(now.minus(KEPT).atOffset(ZoneOffset.UTC)))
                .execute();
        if (db.fetchCount(ASKED_IN) >= MOST_WAITING) {
            return false;
        }
        return db.insertInto(ASKED_IN)
                        .set(ASKED_IN.HOUSEHOLD, household)
                        .set(ASKED_IN.DISPLAY_NAME, name)
                        .set(ASKED_IN.LOGIN, login.toLowerCase(Locale.ROOT))
                        .set(ASKED_IN.PASSWORD_HASH, hash)
                        .set(ASKED_IN.WORD, word)
                        .set(ASKED_IN.ASKED_AT, now.atOffset(ZoneOffset.UTC))
                        .onConflict(ASKED_IN.LOGIN)
                        .doNothing()
                        .execute()
                == 1;
    }

    /** In the order in which they asked. */
    public List<Asker> waiting() {
        return db.selectFrom(ASKED_IN)
                .orderBy(ASKED_IN.ID)
                .fetch(row -> new Asker(
                        row.getId(),
                        row.getHousehold(),
                        row.getDisplayName(),
                        row.getLogin(),
                        row.getWord(),
                        row.getAskedAt().toInstant()));
    }

    /** Founds the household; empty when it was answered meanwhile, or somebody signs in with that name by now. */
    @Transactional
    public Optional<Asker> letIn(Account by, long id) {
        Optional<Asker> asker = waiting().stream().filter(one -> one.id() == id).findFirst();
        if (asker.isEmpty() || accounts.withLogin(asker.get().login()).isPresent()) {
            return Optional.empty();
        }
        String hash = db.deleteFrom(ASKED_IN)
                .where(ASKED_IN.ID.eq(id))
                .returning(ASKED_IN.PASSWORD_HASH)
                .fetchOne(ASKED_IN.PASSWORD_HASH);
        if (hash == null) {
            return Optional.empty();
        }
        Asker one = asker.get();
        Account owner = accounts.foundWithHash(one.household(), one.name(), one.login(), hash);
        audit.write(owner.householdId(), one.name(), What.CAME, Role.OWNER.word());
        audit.write(by.householdId(), by.displayName(), What.INVITED, one.household());
        return asker;
    }

    @Transactional
    public void turnDown(long id) {
        db.deleteFrom(ASKED_IN).where(ASKED_IN.ID.eq(id)).execute();
    }
}
