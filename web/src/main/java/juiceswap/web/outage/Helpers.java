package juiceswap.web.outage;

import static juiceswap.web.db.Tables.HELPER;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
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

    /** What the notice says when somebody came, went, or may do something else. */
    public static final String CHANGED = "people";

    private static final Duration SEEN_EVERY = Duration.ofSeconds(30);

    private final DSLContext db;
    private final Clock clock;

    Helpers(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** What somebody who joined with the code may do. */
    public enum Role implements Worded {
        /** Steps, readings, alarms. */
        HELPER("helper"),
        /** Looks on, and can raise the alarm. */
        WATCHER("watcher");

        private final String word;

        Role(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * Somebody who works on an outage, or looks on.
     *
     * @param place null when they have not said
     * @param placedAt since when they stand there, as far as anybody knows; null when they have not said
     * @param seenAt when their page asked last
     * @param guest joined with the code
     */
    public record Helper(
            String name, @Nullable Place place, @Nullable Instant placedAt, Instant seenAt, boolean guest, Role role) {
        /** Not heard of for a while: nobody should count on them. */
        public boolean silent(Instant now) {
            return seenAt.isBefore(now.minus(GONE_AFTER));
        }
    }

    /** Everybody who was there lately and can be counted on, by name; who only looks on is not among them. */
    public List<Helper> present(long outageId) {
        Instant now = clock.instant();
        return everybody(outageId).stream()
                .filter(helper -> !helper.silent(now) && helper.role() == Role.HELPER)
                .toList();
    }

    /** Everybody who has been there in this outage and was not taken off, by name. */
    public List<Helper> everybody(long outageId) {
        return db.selectFrom(HELPER)
                .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.SEEN_AT.gt(Instant.EPOCH.atOffset(ZoneOffset.UTC)))
                .orderBy(HELPER.NAME)
                .fetch(row -> new Helper(
                        row.getName(),
                        row.getPlace() == null ? null : Worded.of(Place.class, row.getPlace()),
                        row.getPlacedAt() == null ? null : row.getPlacedAt().toInstant(),
                        row.getSeenAt().toInstant(),
                        row.getGuest(),
                        Worded.of(Role.class, row.getRole())));
    }

    /** Where somebody stands; null when they have not said. */
    public @Nullable Place placeOf(long outageId, String name) {
        return everybody(outageId).stream()
                .filter(helper -> helper.name().equals(name))
                .map(Helper::place)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    /** What a guest may do; empty when they were taken off, or have left. */
    public Optional<Role> roleOf(Account guest) {
        return db.select(HELPER.ROLE)
                .from(HELPER)
                .where(
                        HELPER.OUTAGE_ID.eq(guest.outageId()),
                        HELPER.NAME.eq(guest.displayName()),
                        HELPER.GUEST.isTrue())
                .fetchOptional(row -> Worded.of(Role.class, row.value1()));
    }

    /** A member lets a guest do more, or less. */
    @Transactional
    public void let(Account by, long outageId, String name, Role role) {
        db.update(HELPER)
                .set(HELPER.ROLE, role.word())
                .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.NAME.eq(name), HELPER.GUEST.isTrue())
                .execute();
        announce(by);
    }

    /** Takes a guest off: their pages end, and their name is free again. */
    @Transactional
    public void takeOff(Account by, long outageId, String name) {
        db.deleteFrom(HELPER)
                .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.NAME.eq(name), HELPER.GUEST.isTrue())
                .execute();
        announce(by);
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
                .setNull(HELPER.PLACED_AT)
                .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.NAME.eq(name))
                .execute();
        announce(by);
    }

    /** {@code place} null leaves the place as it was. */
    private void write(Account account, long outageId, @Nullable Place place, Instant now) {
        String word = place == null ? null : place.word();
        OffsetDateTime placedAt = place == null ? null : now.atOffset(ZoneOffset.UTC);
        if (account.guest()) {
            // who was taken off does not come back by looking at a page that is still open
            db.update(HELPER)
                    .set(HELPER.PLACE, DSL.coalesce(DSL.val(word), HELPER.PLACE))
                    .set(HELPER.PLACED_AT, DSL.coalesce(DSL.val(placedAt), HELPER.PLACED_AT))
                    .set(HELPER.SEEN_AT, now.atOffset(ZoneOffset.UTC))
                    .where(HELPER.OUTAGE_ID.eq(outageId), HELPER.NAME.eq(account.displayName()))
                    .execute();
            return;
        }
        db.insertInto(HELPER)
                .set(HELPER.OUTAGE_ID, outageId)
                .set(HELPER.NAME, account.displayName())
                .set(HELPER.GUEST, account.guest())
                .set(HELPER.PLACE, word)
                .set(HELPER.PLACED_AT, placedAt)
                .set(HELPER.SEEN_AT, now.atOffset(ZoneOffset.UTC))
                .onConflict(HELPER.OUTAGE_ID, HELPER.NAME)
                .doUpdate()
                .set(HELPER.PLACE, DSL.coalesce(DSL.val(word), HELPER.PLACE))
                .set(HELPER.PLACED_AT, DSL.coalesce(DSL.val(placedAt), HELPER.PLACED_AT))
                .set(HELPER.SEEN_AT, now.atOffset(ZoneOffset.UTC))
                .execute();
    }

    private void announce(Account account) {
        db.execute("select pg_notify('outage_event', {0})", DSL.val(account.householdId() + " " + CHANGED));
    }
}
