package juiceswap.web.outage;

import static juiceswap.web.db.Tables.HELPER;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Place;
import juiceswap.web.security.Account;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Who works on an outage, and where they stand. */
@Repository
public class Helpers {
    /** Somebody whose page has not asked for so long is not counted on. */
    static final Duration GONE_AFTER = Duration.ofMinutes(10);

    private static final Duration SEEN_EVERY = Duration.ofSeconds(30);

    private final DSLContext db;
    private final Clock clock;

    Helpers(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** {@code place} is null when they have not said. */
    public record Helper(String name, @Nullable Place place) {}

    /** Everybody who was there lately, by name. */
    public List<Helper> present(long outageId) {
        Instant lately = clock.instant().minus(GONE_AFTER);
        return db.selectFrom(HELPER)
                .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.SEEN_AT.gt(lately.atOffset(ZoneOffset.UTC)))
                .orderBy(HELPER.NAME)
                .fetch(row -> new Helper(
                        row.getName(), row.getPlace() == null ? null : Worded.of(Place.class, row.getPlace())));
    }

    /** This person looks at the page. The others are told when they had not been there before, or not lately. */
    @Transactional
    public void seen(Account account, long outageId) {
        Instant now = clock.instant();
        Instant before = db.select(HELPER.SEEN_AT)
                .from(HELPER)
                .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.NAME.eq(account.displayName()))
                .fetchOptional(row -> row.value1().toInstant())
                .orElse(Instant.EPOCH);
        if (before.isBefore(now.minus(SEEN_EVERY))) {
            write(account, outageId, null, now);
        }
        if (before.isBefore(now.minus(GONE_AFTER))) {
            announce(account);
        }
    }

    /** This person says where they stand. */
    @Transactional
    public void stand(Account account, long outageId, Place place) {
        write(account, outageId, place, clock.instant());
        announce(account);
    }

    /** Where somebody has just done something they stand; the log tells the others. */
    @Transactional
    public void acted(Account account, long outageId, Place place) {
        write(account, outageId, place, clock.instant());
    }

    /** Somebody has gone, and is no longer waited for. */
    @Transactional
    public void remove(Account by, long outageId, String name) {
        db.update(HELPER)
                .set(HELPER.SEEN_AT, Instant.EPOCH.atOffset(ZoneOffset.UTC))
                .setNull(HELPER.PLACE)
                .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.NAME.eq(name))
                .execute();
        announce(by);
    }

    /** {@code place} null leaves the place as it was. */
    private void write(Account account, long outageId, @Nullable Place place, Instant now) {
        String word = place == null ? null : place.word();
        db.insertInto(HELPER)
                .set(HELPER.OUTAGE_ID, outageId)
                .set(HELPER.NAME, account.displayName())
                .set(HELPER.GUEST, account.guest())
                .set(HELPER.PLACE, word)
                .set(HELPER.SEEN_AT, now.atOffset(ZoneOffset.UTC))
                .onConflict(HELPER.OUTAGE_ID, HELPER.NAME)
                .doUpdate()
                .set(HELPER.PLACE, DSL.coalesce(DSL.val(word), HELPER.PLACE))
                .set(HELPER.SEEN_AT, now.atOffset(ZoneOffset.UTC))
                .execute();
    }

    private void announce(Account account) {
        db.execute("select pg_notify('outage_event', {0})", DSL.val(account.householdId() + " people"));
    }
}
