package juiceswap.web.household;

import static juiceswap.web.db.Tables.DEVICE_TEST;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import juiceswap.core.house.DeviceProof;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The record of acceptance and yearly tests of the transfer device. Entries are added, never changed. */
@Repository
public class DeviceTests {
    private final DSLContext db;

    DeviceTests(DSLContext db) {
        this.db = db;
    }

    /** A test as it was found. */
    public record Found(String test, boolean passed, String note, String who, LocalDate onDay) {}

    @Transactional
    public void record(long household, String test, boolean passed, String note, String who, LocalDate onDay) {
        db.insertInto(DEVICE_TEST)
                .set(DEVICE_TEST.HOUSEHOLD_ID, household)
                .set(DEVICE_TEST.TEST, test)
                .set(DEVICE_TEST.RESULT, passed ? "passed" : "failed")
                .set(DEVICE_TEST.NOTE, note)
                .set(DEVICE_TEST.WHO, who)
                .set(DEVICE_TEST.ON_DAY, onDay)
                .execute();
    }

    /** The latest of one test; empty when it was never made. */
    public Optional<Found> last(long household, DeviceProof test) {
        return of(household).stream()
                .filter(found -> found.test().equals(test.word()))
                .findFirst();
    }

    /** All of them, latest first. */
    public List<Found> of(long household) {
        return db.selectFrom(DEVICE_TEST)
                .where(DEVICE_TEST.HOUSEHOLD_ID.eq(household))
                .orderBy(DEVICE_TEST.ON_DAY.desc(), DEVICE_TEST.ID.desc())
                .fetch(row -> new Found(
                        row.getTest(), row.getResult().equals("passed"), row.getNote(), row.getWho(), row.getOnDay()));
    }
}
