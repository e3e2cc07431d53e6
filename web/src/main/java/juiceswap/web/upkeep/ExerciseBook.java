package juiceswap.web.upkeep;

import static juiceswap.web.db.Tables.EXERCISE_RUN;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.meter.Readings;
import juiceswap.core.upkeep.Exercise.Run;
import juiceswap.core.upkeep.Exercise.Step;
import juiceswap.web.db.tables.records.ExerciseRunRecord;
import org.jooq.DSLContext;
import org.jooq.UpdateSetMoreStep;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The exercise runs of a household's engine: the one that is going on, and those that were. */
@Repository
class ExerciseBook {
    private static final int LISTED = 24;
    private static final double SECONDS_A_MINUTE = 60;

    private final DSLContext db;
    private final Clock clock;

    ExerciseBook(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /**
     * A run that is going on.
     *
     * @param since when its step began
     */
    record Open(long id, Step step, Instant since, Run run) {}

    /**
     * A run that is over.
     *
     * @param minutes that the engine ran
     */
    record Past(String who, double minutes, Run run) {}

    Optional<Open> open(long householdId) {
        return db.selectFrom(EXERCISE_RUN)
                .where(EXERCISE_RUN.HOUSEHOLD_ID.eq(householdId), EXERCISE_RUN.ENDED_AT.isNull())
                .fetchOptional(row -> new Open(
                        row.getId(),
                        Worded.of(Step.class, row.getStep()),
                        row.getStepSince().toInstant(),
                        run(row)));
    }

    /** Those that were gone through to the end, newest first. */
    List<Past> past(long householdId) {
        return db.selectFrom(EXERCISE_RUN)
                .where(EXERCISE_RUN.HOUSEHOLD_ID.eq(householdId), EXERCISE_RUN.ENDED_AT.isNotNull())
                .orderBy(EXERCISE_RUN.ENDED_AT.desc())
                .limit(LISTED)
                .fetch(row -> new Past(row.getWho(), minutes(row), run(row)));
    }

    private static double minutes(ExerciseRunRecord row) {
        OffsetDateTime from = row.getEngineFrom();
        OffsetDateTime to = row.getEngineTo();
        return from == null || to == null
                ? 0
                : Math.max(0, Duration.between(from, to).toSeconds() / SECONDS_A_MINUTE);
    }

    private static Run run(ExerciseRunRecord row) {
        return new Run(
                LocalDate.ofInstant(row.getBeganAt().toInstant(), ZoneId.systemDefault()),
                row.getLoadWatts(),
                read(row.getUnloadedL1(), row.getUnloadedL2(), row.getUnloadedHz()),
                read(row.getLoadedL1(), row.getLoadedL2(), row.getLoadedHz()));
    }

    private static @Nullable Readings read(@Nullable Double l1, @Nullable Double l2, @Nullable Double hertz) {
        return l1 == null && l2 == null && hertz == null ? null : new Readings(l1, l2, null, hertz, null);
    }

    /** Begins one, unless one is going on. */
    @Transactional
    public void begin(long householdId, String who) {
        OffsetDateTime now = now();
        db.insertInto(EXERCISE_RUN)
                .set(EXERCISE_RUN.HOUSEHOLD_ID, householdId)
                .set(EXERCISE_RUN.BEGAN_AT, now)
                .set(EXERCISE_RUN.WHO, who)
                .set(EXERCISE_RUN.STEP, Step.PLACE.word())
                .set(EXERCISE_RUN.STEP_SINCE, now)
                .onConflictDoNothing()
                .execute();
    }

    /** Goes from a step to another, which begins now; of two who say so at once the second changes nothing. */
    @Transactional
    public void go(long householdId, Step from, Step to) {
        OffsetDateTime now = now();
        UpdateSetMoreStep<ExerciseRunRecord> changed =
                db.update(EXERCISE_RUN).set(EXERCISE_RUN.STEP, to.word()).set(EXERCISE_RUN.STEP_SINCE, now);
        if (to == Step.WARM_UP) {
            changed = changed.set(EXERCISE_RUN.ENGINE_FROM, now);
        } else if (to == Step.AWAY) {
            changed = changed.set(EXERCISE_RUN.ENGINE_TO, now);
        }
        changed.where(
                        EXERCISE_RUN.HOUSEHOLD_ID.eq(householdId),
                        EXERCISE_RUN.ENDED_AT.isNull(),
                        EXERCISE_RUN.STEP.eq(from.word()))
                .execute();
    }

    @Transactional
    public void load(long householdId, @Nullable Double watts) {
        db.update(EXERCISE_RUN)
                .set(EXERCISE_RUN.LOAD_WATTS, watts)
                .where(EXERCISE_RUN.HOUSEHOLD_ID.eq(householdId), EXERCISE_RUN.ENDED_AT.isNull())
                .execute();
    }

    @Transactional
    public void read(long householdId, Step step, @Nullable Readings read) {
        Double l1 = read == null ? null : read.l1n();
        Double l2 = read == null ? null : read.l2n();
        Double hertz = read == null ? null : read.hz();
        boolean loaded = step == Step.READ_LOADED;
        db.update(EXERCISE_RUN)
                .set(loaded ? EXERCISE_RUN.LOADED_L1 : EXERCISE_RUN.UNLOADED_L1, l1)
                .set(loaded ? EXERCISE_RUN.LOADED_L2 : EXERCISE_RUN.UNLOADED_L2, l2)
                .set(loaded ? EXERCISE_RUN.LOADED_HZ : EXERCISE_RUN.UNLOADED_HZ, hertz)
                .where(EXERCISE_RUN.HOUSEHOLD_ID.eq(householdId), EXERCISE_RUN.ENDED_AT.isNull())
                .execute();
    }

    /** The last step is done: what it came to, for the one who said so first. */
    @Transactional
    public Optional<Past> end(long householdId) {
        return db.update(EXERCISE_RUN)
                .set(EXERCISE_RUN.ENDED_AT, now())
                .where(
                        EXERCISE_RUN.HOUSEHOLD_ID.eq(householdId),
                        EXERCISE_RUN.ENDED_AT.isNull(),
                        EXERCISE_RUN.STEP.eq(Step.AWAY.word()))
                .returning()
                .fetchOptional(row -> new Past(row.getWho(), minutes(row), run(row)));
    }

    /** It is not gone through with: nothing of it is kept. */
    @Transactional
    public void giveUp(long householdId) {
        db.deleteFrom(EXERCISE_RUN)
                .where(EXERCISE_RUN.HOUSEHOLD_ID.eq(householdId), EXERCISE_RUN.ENDED_AT.isNull())
                .execute();
    }

    private OffsetDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC);
    }
}
