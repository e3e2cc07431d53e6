package juiceswap.web.meter;

import static juiceswap.web.db.Tables.DEVICE_TEST;

import java.time.LocalDate;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** When the bond was proven, and how. Kept beside the tests of the transfer device; entries are added, never changed. */
@Repository
class BondRecords {
    private static final String TEST = "bonding";

    private final DSLContext db;

    BondRecords(DSLContext db) {
        this.db = db;
    }

    /** A bonding test as it was found. */
    public record Proven(boolean safe, String note, String who, LocalDate onDay) {}

    @Transactional
    void record(long household, boolean safe, String note, String who, LocalDate onDay) {
        db.insertInto(DEVICE_TEST)
                .set(DEVICE_TEST.HOUSEHOLD_ID, household)
                .set(DEVICE_TEST.TEST, TEST)
                .set(DEVICE_TEST.RESULT, safe ? "passed" : "failed")
                .set(DEVICE_TEST.NOTE, note)
                .set(DEVICE_TEST.WHO, who)
                .set(DEVICE_TEST.ON_DAY, onDay)
                .execute();
    }

    Optional<Proven> last(long household) {
        return db.selectFrom(DEVICE_TEST)
                .where(DEVICE_TEST.HOUSEHOLD_ID.eq(household), DEVICE_TEST.TEST.eq(TEST))
                .orderBy(DEVICE_TEST.ON_DAY.desc(), DEVICE_TEST.ID.desc())
                .limit(1)
                .fetchOptional(row ->
                        new Proven(row.getResult().equals("passed"), row.getNote(), row.getWho(), row.getOnDay()));
    }
}
