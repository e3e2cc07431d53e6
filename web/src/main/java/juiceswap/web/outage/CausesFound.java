package juiceswap.web.outage;

import static juiceswap.web.db.Tables.CAUSE_FOUND;
import static juiceswap.web.db.Tables.OUTAGE;
import static juiceswap.web.db.Tables.OUTAGE_EVENT;

import java.time.Clock;
import java.time.ZoneOffset;
import java.util.EnumMap;
import java.util.Map;
import juiceswap.core.Worded;
import juiceswap.core.outage.Event;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Symptom;
import juiceswap.web.security.Account;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What was behind the troubles of a household: what was found once is likelier the next time. */
@Repository
public class CausesFound {
    private final DSLContext db;
    private final SwapService swap;
    private final Clock clock;

    CausesFound(DSLContext db, SwapService swap, Clock clock) {
        this.db = db;
        this.swap = swap;
        this.clock = clock;
    }

    /** How often each was found in this house, in its outages and between them; rehearsals do not count. */
    public Map<Check, Integer> in(long householdId) {
        Field<String> cause = DSL.field("{0} ->> 'cause'", String.class, OUTAGE_EVENT.PAYLOAD);
        Map<Check, Integer> counted = new EnumMap<>(Check.class);
        db.select(cause)
                .from(OUTAGE_EVENT)
                .join(OUTAGE)
                .on(OUTAGE.ID.eq(OUTAGE_EVENT.OUTAGE_ID))
                .where(
                        OUTAGE.HOUSEHOLD_ID.eq(householdId),
                        OUTAGE.REHEARSAL.isFalse(),
                        OUTAGE_EVENT.KIND.eq("cause-found"))
                .unionAll(
                        DSL.select(CAUSE_FOUND.CAUSE).from(CAUSE_FOUND).where(CAUSE_FOUND.HOUSEHOLD_ID.eq(householdId)))
                .fetch(cause)
                .forEach(word ->
                        Worded.find(Check.class, word).ifPresent(check -> counted.merge(check, 1, Integer::sum)));
        return counted;
    }

    /** Keeps it: in the log of the outage that is on, or by itself. */
    @Transactional
    public void add(Account account, Symptom symptom, Check cause) {
        if (swap.current(account).isPresent()) {
            swap.causeFound(account, new Event.CauseFound(symptom, cause));
            return;
        }
        db.insertInto(CAUSE_FOUND)
                .set(CAUSE_FOUND.HOUSEHOLD_ID, account.householdId())
                .set(CAUSE_FOUND.SYMPTOM, symptom.word())
                .set(CAUSE_FOUND.CAUSE, cause.word())
                .set(CAUSE_FOUND.WHO, account.displayName())
                .set(CAUSE_FOUND.FOUND_AT, clock.instant().atOffset(ZoneOffset.UTC))
                .execute();
    }
}
