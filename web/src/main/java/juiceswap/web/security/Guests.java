package juiceswap.web.security;

import static juiceswap.web.db.Tables.ACCOUNT;
import static juiceswap.web.db.Tables.HELPER;
import static juiceswap.web.db.Tables.HOUSEHOLD;
import static juiceswap.web.db.Tables.JOIN_CODE;
import static juiceswap.web.db.Tables.OUTAGE;

import java.time.Clock;
import java.time.ZoneOffset;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** People who help in one outage without an account: they join with its code, and see nothing else. */
@Repository
public class Guests {
    /** Six of thirty letters and digits are 729 million codes. */
    private static final int LENGTH = 6;

    private final DSLContext db;
    private final Clock clock;
    private final WrongTries wrongTries;

    Guests(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
        this.wrongTries = new WrongTries(clock);
    }

    /** Why somebody was not let in. */
    public enum Refused {
        /** No outage that goes on has this code. */
        WRONG_CODE,
        /** Somebody of that name helps already. */
        NAME_TAKEN,
        /** Too many wrong codes from there; again in a minute. */
        TOO_MANY_TRIES
    }

    /** Who was let in, or why not. */
    public record Joined(@Nullable Account guest, @Nullable Refused refused) {}

    /** The code with which others join that outage; the same one each time it is asked for. */
    @Transactional
    public String code(long outageId) {
        db.insertInto(JOIN_CODE)
                .set(JOIN_CODE.OUTAGE_ID, outageId)
                .set(JOIN_CODE.CODE, newCode())
                .onConflictDoNothing()
                .execute();
        return db.select(JOIN_CODE.CODE)
                .from(JOIN_CODE)
                .where(JOIN_CODE.OUTAGE_ID.eq(outageId))
                .fetchSingle(JOIN_CODE.CODE);
    }

    /** The code that hangs printed at the panel; the same one each time it is asked for, until it is renewed. */
    @Transactional
    public String printedCode(long household) {
        db.update(HOUSEHOLD)
                .set(HOUSEHOLD.PRINTED_CODE, newCode())
                .where(HOUSEHOLD.ID.eq(household), HOUSEHOLD.PRINTED_CODE.isNull())
                .execute();
        return java.util.Objects.requireNonNull(db.select(HOUSEHOLD.PRINTED_CODE)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(household))
                .fetchSingle(HOUSEHOLD.PRINTED_CODE));
    }

    /** Makes the printed code worthless too: whoever was taken off may have read it. */
    @Transactional
    public void renewPrintedCode(long household) {
        db.update(HOUSEHOLD)
                .set(HOUSEHOLD.PRINTED_CODE, newCode())
                .where(HOUSEHOLD.ID.eq(household), HOUSEHOLD.PRINTED_CODE.isNotNull())
                .execute();
    }

    /** Makes the old code worthless. Who has joined stays. */
    @Transactional
    public void renewCode(long outageId) {
        db.update(JOIN_CODE)
                .set(JOIN_CODE.CODE, newCode())
                .where(JOIN_CODE.OUTAGE_ID.eq(outageId))
                .execute();
    }

    /**
     * Lets somebody in who knows the code of an outage that goes on.
     *
     * @param looksOn they only look on, and can raise the alarm
     */
    @Transactional
    public Joined join(String typedCode, String name, boolean looksOn, String caller) {
        if (!wrongTries.take(caller)) {
            return new Joined(null, Refused.TOO_MANY_TRIES);
        }
        String code = Codes.tidy(typedCode);
        var outage = db.select(OUTAGE.ID, OUTAGE.HOUSEHOLD_ID)
                .from(OUTAGE)
                .join(HOUSEHOLD)
                .on(HOUSEHOLD.ID.eq(OUTAGE.HOUSEHOLD_ID))
                .leftJoin(JOIN_CODE)
                .on(JOIN_CODE.OUTAGE_ID.eq(OUTAGE.ID))
                .where(OUTAGE.ENDED_AT.isNull(), JOIN_CODE.CODE.eq(code).or(HOUSEHOLD.PRINTED_CODE.eq(code)))
                .fetchOne();
        if (outage == null) {
            return new Joined(null, Refused.WRONG_CODE);
        }
        wrongTries.forget(caller);
        long id = outage.get(OUTAGE.ID);
        boolean taken = db
                .select(ACCOUNT.DISPLAY_NAME)
                .from(ACCOUNT)
                .where(WorksFor.accountsOf(outage.get(OUTAGE.HOUSEHOLD_ID)), ACCOUNT.REMOVED_AT.isNull())
                .union(db.select(HELPER.NAME).from(HELPER).where(HELPER.OUTAGE_ID.eq(id)))
                .fetch(Record1::value1)
                .stream()
                .anyMatch(other -> PeopleNames.alike(other, name));
        if (taken || PeopleNames.reserved(name)) {
            return new Joined(null, Refused.NAME_TAKEN);
        }
        db.insertInto(HELPER)
                .set(HELPER.OUTAGE_ID, id)
                .set(HELPER.NAME, name)
                .set(HELPER.GUEST, true)
                .set(HELPER.ROLE, looksOn ? "watcher" : "helper")
                .set(HELPER.SEEN_AT, clock.instant().atOffset(ZoneOffset.UTC))
                .execute();
        // the others see at once who has come
        db.execute(
                "select pg_notify('outage_event', {0})",
                org.jooq.impl.DSL.val(outage.get(OUTAGE.HOUSEHOLD_ID) + " people"));
        return new Joined(Account.guest(outage.get(OUTAGE.HOUSEHOLD_ID), id, name), null);
    }

    private static String newCode() {
        return Codes.random(LENGTH);
    }
}
