package juiceswap.web.upkeep;

import static juiceswap.web.db.Tables.FUEL_LOT;
import static juiceswap.web.db.Tables.OUTAGE;
import static juiceswap.web.db.Tables.REHEARSAL;
import static juiceswap.web.db.Tables.UPKEEP;
import static juiceswap.web.db.Tables.UPKEEP_DONE;
import static juiceswap.web.db.Tables.UPKEEP_INTERVAL;

import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.upkeep.Done;
import juiceswap.core.upkeep.FuelLot;
import juiceswap.core.upkeep.Interval;
import juiceswap.core.upkeep.Task;
import juiceswap.core.upkeep.Upkeep;
import juiceswap.web.household.DeviceTests;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What a household has written down of its upkeep; what outages and rehearsals tell besides. */
@Repository
public class UpkeepBook {
    private static final int LISTED = 40;

    private final DSLContext db;
    private final DeviceTests tests;

    UpkeepBook(DSLContext db, DeviceTests tests) {
        this.db = db;
        this.tests = tests;
    }

    /** The engine as it was entered. */
    public record EngineFacts(double hours, LocalDate since, boolean battery) {}

    /** Something that was done, as it was written down. */
    public record Entry(
            long id,
            Task task,
            LocalDate on,
            double atHours,
            String note,
            String who,
            @Nullable String picture) {}

    /** Fuel in store, as it was written down. */
    public record Lot(long id, FuelLot lot) {}

    /** Empty until somebody has entered it. */
    public Optional<EngineFacts> facts(long householdId) {
        return db.selectFrom(UPKEEP)
                .where(UPKEEP.HOUSEHOLD_ID.eq(householdId))
                .fetchOptional(row -> new EngineFacts(row.getEngineHours(), row.getSince(), row.getBattery()));
    }

    @Transactional
    void setFacts(long householdId, EngineFacts facts) {
        db.insertInto(UPKEEP)
                .set(UPKEEP.HOUSEHOLD_ID, householdId)
                .set(UPKEEP.ENGINE_HOURS, facts.hours())
                .set(UPKEEP.SINCE, facts.since())
                .set(UPKEEP.BATTERY, facts.battery())
                .onConflict(UPKEEP.HOUSEHOLD_ID)
                .doUpdate()
                .set(UPKEEP.ENGINE_HOURS, facts.hours())
                .set(UPKEEP.SINCE, facts.since())
                .set(UPKEEP.BATTERY, facts.battery())
                .execute();
    }

    /** The engine ran so many hours more, or fewer when they were added by mistake; of no use until it was entered. */
    @Transactional
    public void engineRan(long householdId, double hours) {
        db.update(UPKEEP)
                .set(UPKEEP.ENGINE_HOURS, DSL.greatest(DSL.val(0.0), UPKEEP.ENGINE_HOURS.plus(hours)))
                .where(UPKEEP.HOUSEHOLD_ID.eq(householdId))
                .execute();
    }

    /** What was written down last, newest first. */
    List<Entry> entries(long householdId) {
        return all(householdId).stream().limit(LISTED).toList();
    }

    private List<Entry> all(long householdId) {
        return db.selectFrom(UPKEEP_DONE)
                .where(UPKEEP_DONE.HOUSEHOLD_ID.eq(householdId))
                .orderBy(UPKEEP_DONE.DONE_ON.desc(), UPKEEP_DONE.ID.desc())
                .fetch(row -> new Entry(
                        row.getId(),
                        Worded.of(Task.class, row.getTask()),
                        row.getDoneOn(),
                        row.getAtHours(),
                        row.getNote(),
                        row.getWho(),
                        row.getPicture()));
    }

    /**
     * Writes down that something was done.
     *
     * @param picture by which name one of it is kept, or null
     */
    @Transactional
    void done(long householdId, Done done, String note, String who, @Nullable String picture) {
        db.insertInto(UPKEEP_DONE)
                .set(UPKEEP_DONE.HOUSEHOLD_ID, householdId)
                .set(UPKEEP_DONE.TASK, done.task().word())
                .set(UPKEEP_DONE.DONE_ON, done.on())
                .set(UPKEEP_DONE.AT_HOURS, done.atHours())
                .set(UPKEEP_DONE.NOTE, note)
                .set(UPKEEP_DONE.WHO, who)
                .set(UPKEEP_DONE.PICTURE, picture)
                .execute();
    }

    @Transactional
    void takeBack(long householdId, long entry) {
        db.deleteFrom(UPKEEP_DONE)
                .where(UPKEEP_DONE.HOUSEHOLD_ID.eq(householdId), UPKEEP_DONE.ID.eq(entry))
                .execute();
    }

    List<Lot> lots(long householdId) {
        return db.selectFrom(FUEL_LOT)
                .where(FUEL_LOT.HOUSEHOLD_ID.eq(householdId))
                .orderBy(FUEL_LOT.BOUGHT, FUEL_LOT.ID)
                .fetch(row -> new Lot(row.getId(), new FuelLot(row.getBought(), row.getStabilised(), row.getLitres())));
    }

    @Transactional
    void addLot(long householdId, FuelLot lot) {
        db.insertInto(FUEL_LOT)
                .set(FUEL_LOT.HOUSEHOLD_ID, householdId)
                .set(FUEL_LOT.BOUGHT, lot.bought())
                .set(FUEL_LOT.STABILISED, lot.stabilised())
                .set(FUEL_LOT.LITRES, lot.litres())
                .execute();
    }

    @Transactional
    void lotIsGone(long householdId, long lot) {
        db.deleteFrom(FUEL_LOT)
                .where(FUEL_LOT.HOUSEHOLD_ID.eq(householdId), FUEL_LOT.ID.eq(lot))
                .execute();
    }

    Map<Task, Interval> intervals(long householdId) {
        Map<Task, Interval> intervals = new EnumMap<>(Task.class);
        db.selectFrom(UPKEEP_INTERVAL)
                .where(UPKEEP_INTERVAL.HOUSEHOLD_ID.eq(householdId))
                .forEach(row -> intervals.put(
                        Worded.of(Task.class, row.getTask()), new Interval(row.getDays(), row.getHours())));
        return intervals;
    }

    @Transactional
    void setInterval(long householdId, Task task, Interval interval) {
        db.insertInto(UPKEEP_INTERVAL)
                .set(UPKEEP_INTERVAL.HOUSEHOLD_ID, householdId)
                .set(UPKEEP_INTERVAL.TASK, task.word())
                .set(UPKEEP_INTERVAL.DAYS, interval.days())
                .set(UPKEEP_INTERVAL.HOURS, interval.hours())
                .onConflict(UPKEEP_INTERVAL.HOUSEHOLD_ID, UPKEEP_INTERVAL.TASK)
                .doUpdate()
                .set(UPKEEP_INTERVAL.DAYS, interval.days())
                .set(UPKEEP_INTERVAL.HOURS, interval.hours())
                .execute();
    }

    /** What is due; empty until the engine was entered. */
    public Optional<Upkeep> of(long householdId, Household household, LocalDate today) {
        return facts(householdId).map(facts -> {
            List<Done> done = new ArrayList<>();
            all(householdId)
                    .forEach(one -> done.add(new Done(one.task(), one.on(), Math.min(one.atHours(), facts.hours()))));
            done.addAll(told(householdId, household.setup().transfer().kind(), facts));
            return new Upkeep(
                    today,
                    facts.hours(),
                    fuel(household),
                    facts.battery(),
                    intervals(householdId),
                    done.stream().filter(one -> !one.on().isAfter(today)).toList(),
                    lots(householdId).stream()
                            .map(lot -> notLater(lot.lot(), today))
                            .toList(),
                    facts.since().isAfter(today) ? today : facts.since());
        });
    }

    /** What the engine burns; without one as if it came through a pipe: then nothing grows old in cans. */
    static Fuel fuel(Household household) {
        Generator engine = household.setup().source().engine();
        return engine == null ? Fuel.NATURAL_GAS : engine.fuel();
    }

    /** A clock that was put back makes nothing wrong of what was written down before. */
    private static FuelLot notLater(FuelLot lot, LocalDate today) {
        return lot.bought().isAfter(today) ? new FuelLot(today, lot.stabilised(), lot.litres()) : lot;
    }

    /** An outage is an exercise, and a rehearsal that was gone through is one too: nobody enters them twice. */
    private List<Done> told(long householdId, Kind device, EngineFacts facts) {
        List<Done> told = new ArrayList<>();
        db.select(OUTAGE.STARTED_AT, OUTAGE.ENDED_AT)
                .from(OUTAGE)
                .where(OUTAGE.HOUSEHOLD_ID.eq(householdId), OUTAGE.REHEARSAL.isFalse(), OUTAGE.ENDED_AT.isNotNull())
                .orderBy(OUTAGE.ID.desc())
                .limit(LISTED)
                .forEach(row -> {
                    if (Duration.between(row.value1(), row.value2()).toMinutes() >= Task.EXERCISE_MINUTES) {
                        told.add(new Done(Task.EXERCISE, day(row.value2()), facts.hours()));
                    }
                });
        db.select(REHEARSAL.ENDED_AT)
                .from(REHEARSAL)
                .where(REHEARSAL.HOUSEHOLD_ID.eq(householdId), REHEARSAL.ENDED_AT.isNotNull())
                .orderBy(REHEARSAL.ID.desc())
                .limit(LISTED)
                .forEach(row -> told.add(new Done(Task.REHEARSAL, day(row.value1()), facts.hours())));
        told.addAll(proven(householdId, device, facts));
        return told;
    }

    /** Tests of the transfer device and of the bond are kept where they are made; here they only count. */
    private List<Done> proven(long householdId, Kind device, EngineFacts facts) {
        Map<DeviceProof, LocalDate> passed = new EnumMap<>(DeviceProof.class);
        for (DeviceProof proof : DeviceProof.of(device)) {
            tests.last(householdId, proof)
                    .filter(DeviceTests.Found::passed)
                    .ifPresent(found -> passed.put(proof, found.onDay()));
        }
        List<Done> proven = new ArrayList<>();
        LocalDate bond = passed.get(DeviceProof.BONDING);
        if (bond != null) {
            proven.add(new Done(Task.BOND_PROOF, bond, facts.hours()));
        }
        DeviceProof.partingTested(device, passed)
                .ifPresent(day -> proven.add(new Done(Task.TRANSFER_PROOF, day, facts.hours())));
        return proven;
    }

    private static LocalDate day(OffsetDateTime at) {
        return LocalDate.ofInstant(at.toInstant(), ZoneId.systemDefault());
    }
}
