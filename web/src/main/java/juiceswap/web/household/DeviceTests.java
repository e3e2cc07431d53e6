package juiceswap.web.household;

import static juiceswap.web.db.Tables.DEVICE_TEST;

import java.time.LocalDate;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.KeptTest;
import juiceswap.core.house.KeptTest.Result;
import juiceswap.core.house.TransferDevice.Tested;
import juiceswap.core.household.Household;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The record of acceptance and yearly tests of the transfer device. Entries are added, never changed. */
@Repository
public class DeviceTests {
    private final DSLContext db;

    DeviceTests(DSLContext db) {
        this.db = db;
    }

    /**
     * A test as it was found.
     *
     * @param finding what a bonding test came to, or null
     */
    public record Found(
            String test, Result result, @Nullable String finding, String note, String who, LocalDate onDay) {
        public boolean passed() {
            return result == Result.PASSED;
        }
    }

    @Transactional
    public void record(long household, Found found) {
        db.insertInto(DEVICE_TEST)
                .set(DEVICE_TEST.HOUSEHOLD_ID, household)
                .set(DEVICE_TEST.TEST, found.test())
                .set(DEVICE_TEST.RESULT, found.result().word())
                .set(DEVICE_TEST.FINDING, found.finding())
                .set(DEVICE_TEST.NOTE, found.note())
                .set(DEVICE_TEST.WHO, found.who())
                .set(DEVICE_TEST.ON_DAY, found.onDay())
                .execute();
    }

    /** From now on these prove nothing any more: what they were made of is not what is there now. */
    @Transactional
    public void voided(long household, Collection<DeviceProof> tests, String why, String who, LocalDate onDay) {
        Set<DeviceProof> made = EnumSet.noneOf(DeviceProof.class);
        of(household)
                .forEach(found -> Worded.find(DeviceProof.class, found.test()).ifPresent(made::add));
        made.retainAll(tests);
        for (DeviceProof test : made) {
            record(household, new Found(test.word(), Result.VOID, null, why, who, onDay));
        }
    }

    /**
     * The set was repaired or exchanged: that its bond was proven counts no more. A bonding test that has failed stays failed,
     * since the break may be in the cord or the house.
     */
    @Transactional
    public void setChanged(long household, String why, String who, LocalDate onDay) {
        boolean failed = last(household, DeviceProof.BONDING)
                .filter(found -> found.result() == Result.FAILED)
                .isPresent();
        if (!failed) {
            voided(household, List.of(DeviceProof.BONDING), why, who, onDay);
        }
    }

    /** The latest of one test; empty when it was never made, or made of something else than what is there now. */
    public Optional<Found> last(long household, DeviceProof test) {
        return of(household).stream()
                .filter(found -> found.test().equals(test.word()))
                .findFirst()
                .filter(found -> found.result() != Result.VOID);
    }

    /** All of them, latest first. */
    public List<Found> of(long household) {
        return db.selectFrom(DEVICE_TEST)
                .where(DEVICE_TEST.HOUSEHOLD_ID.eq(household))
                .orderBy(DEVICE_TEST.ON_DAY.desc(), DEVICE_TEST.ID.desc())
                .fetch(row -> new Found(
                        row.getTest(),
                        Worded.of(Result.class, row.getResult()),
                        row.getFinding(),
                        row.getNote(),
                        row.getWho(),
                        row.getOnDay()));
    }

    /** The household with what its tests have come to. */
    Household tested(long id, Household file) {
        List<KeptTest> kept = of(id).stream()
                .flatMap(found ->
                        Worded.find(DeviceProof.class, found.test())
                                .map(test -> new KeptTest(test, found.result()))
                                .stream())
                .toList();
        Tested tested = KeptTest.tested(file.setup().transfer().kind(), kept);
        return file.withTested(tested);
    }
}
