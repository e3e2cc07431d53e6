package juiceswap.web.outage;

import static juiceswap.web.db.Tables.PUT_ASIDE;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.changeover.Lookout;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Points of the checks that a household has no use for, remembered from one outage to the next. */
@Repository
public class PutAside {
    private final DSLContext db;

    PutAside(DSLContext db) {
        this.db = db;
    }

    public Set<Lookout> of(long householdId) {
        Set<Lookout> points = EnumSet.noneOf(Lookout.class);
        db
                .select(PUT_ASIDE.LOOKOUT)
                .from(PUT_ASIDE)
                .where(PUT_ASIDE.HOUSEHOLD_ID.eq(householdId))
                .fetch(row -> Lookout.of(row.value1()))
                .stream()
                .flatMap(Optional::stream)
                .forEach(points::add);
        return points;
    }

    /** Puts a point aside; one on which lives hang stays. */
    @Transactional
    public void add(long householdId, Lookout point) {
        if (point.canBePutAside()) {
            db.insertInto(PUT_ASIDE)
                    .set(PUT_ASIDE.HOUSEHOLD_ID, householdId)
                    .set(PUT_ASIDE.LOOKOUT, point.word())
                    .onConflictDoNothing()
                    .execute();
        }
    }

    /** Takes up again every point of that check. */
    @Transactional
    public void takeUp(long householdId, juiceswap.core.changeover.Action check) {
        for (Lookout point : Lookout.values()) {
            if (point.check() == check) {
                db.deleteFrom(PUT_ASIDE)
                        .where(PUT_ASIDE.HOUSEHOLD_ID.eq(householdId), PUT_ASIDE.LOOKOUT.eq(point.word()))
                        .execute();
            }
        }
    }
}
