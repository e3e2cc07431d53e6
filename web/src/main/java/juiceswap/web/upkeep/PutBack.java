package juiceswap.web.upkeep;

import static juiceswap.web.db.Tables.OUTAGE_COST;
import static juiceswap.web.db.Tables.PUT_BACK;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.upkeep.Afterwards;
import juiceswap.core.upkeep.Afterwards.Thing;
import juiceswap.core.upkeep.OutageCost;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What was put back after an outage, and what is left of it. */
@Repository
public class PutBack {
    private final DSLContext db;
    private final Outages outages;
    private final Households households;
    private final UpkeepBook book;
    private final Clock clock;

    PutBack(DSLContext db, Outages outages, Households households, UpkeepBook book, Clock clock) {
        this.db = db;
        this.outages = outages;
        this.households = households;
        this.book = book;
        this.clock = clock;
    }

    /** The last outage that is over and was none for practice. */
    Optional<Outages.Summary> last(long householdId) {
        return outages.all(householdId).stream()
                .filter(one -> !one.rehearsal() && one.endedAt() != null)
                .findFirst();
    }

    /** All that are over and were none for practice, the latest first. */
    List<Outage> over(long householdId) {
        return outages.all(householdId).stream()
                .filter(one -> !one.rehearsal() && one.endedAt() != null)
                .flatMap(one -> find(householdId, one.id()).stream())
                .toList();
    }

    /** One that is over and was none for practice. */
    Optional<Outage> find(long householdId, long outage) {
        return outages.find(householdId, outage).filter(one -> !one.rehearsal() && one.endedAt() != null);
    }

    /** How many things are left of an outage of the last days; 0 when there was none. */
    public int left(long householdId) {
        Instant since = clock.instant().minus(Afterwards.REMINDED);
        Household household = households.file(householdId).orElse(null);
        return last(householdId)
                .filter(one -> household != null
                        && Objects.requireNonNull(one.endedAt()).isAfter(since))
                .flatMap(one -> find(householdId, one.id()))
                .map(outage ->
                        (int) came(outage)
                                .list(
                                        Objects.requireNonNull(household),
                                        done(outage.id()).keySet())
                                .stream()
                                .filter(line -> !line.done())
                                .count())
                .orElse(0);
    }

    /** What an outage that is over came to. */
    public static Afterwards came(Outage outage) {
        return Afterwards.of(
                outage.household().setup(),
                outage.startedAt(),
                Objects.requireNonNull(outage.endedAt()),
                outage.standing().living().supplied());
    }

    /** What was done, and by whom. */
    Map<Thing, String> done(long outage) {
        Map<Thing, String> done = new EnumMap<>(Thing.class);
        db.selectFrom(PUT_BACK)
                .where(PUT_BACK.OUTAGE_ID.eq(outage))
                .forEach(row ->
                        Worded.find(Thing.class, row.getThing()).ifPresent(thing -> done.put(thing, row.getWho())));
        return done;
    }

    /** Whether there is anything that the hours of the engine can be added to. */
    boolean hoursAreKept(long householdId) {
        return book.facts(householdId).isPresent();
    }

    /** It is done; the hours of the engine go into the upkeep with it. Two who say so at once say it once. */
    @Transactional
    public void done(Outage outage, Thing thing, String who) {
        if (thing == Thing.HOURS && !hoursAreKept(outage.householdId())) {
            return;
        }
        int written = db.insertInto(PUT_BACK)
                .set(PUT_BACK.HOUSEHOLD_ID, outage.householdId())
                .set(PUT_BACK.OUTAGE_ID, outage.id())
                .set(PUT_BACK.THING, thing.word())
                .set(PUT_BACK.WHO, who)
                .set(PUT_BACK.DONE_AT, clock.instant().atOffset(ZoneOffset.UTC))
                .onConflictDoNothing()
                .execute();
        if (thing == Thing.HOURS && written > 0) {
            book.engineRan(outage.householdId(), came(outage).engine());
        }
    }

    /** It is not done after all, and the hours are taken out again. */
    @Transactional
    public void notAfterAll(Outage outage, Thing thing) {
        int gone = db.deleteFrom(PUT_BACK)
                .where(PUT_BACK.OUTAGE_ID.eq(outage.id()), PUT_BACK.THING.eq(thing.word()))
                .execute();
        if (thing == Thing.HOURS && gone > 0) {
            book.engineRan(outage.householdId(), -came(outage).engine());
        }
    }

    /** What it has cost, as far as somebody has said. */
    public OutageCost cost(long outage) {
        return db.selectFrom(OUTAGE_COST)
                .where(OUTAGE_COST.OUTAGE_ID.eq(outage))
                .fetchOptional(row -> new OutageCost(row.getFuelPerLitre(), row.getFood(), row.getOther()))
                .orElse(OutageCost.UNSAID);
    }

    @Transactional
    public void keepCost(Outage outage, OutageCost cost) {
        db.insertInto(OUTAGE_COST)
                .set(OUTAGE_COST.HOUSEHOLD_ID, outage.householdId())
                .set(OUTAGE_COST.OUTAGE_ID, outage.id())
                .set(OUTAGE_COST.FUEL_PER_LITRE, cost.fuelPerLitre())
                .set(OUTAGE_COST.FOOD, cost.food())
                .set(OUTAGE_COST.OTHER, cost.other())
                .onDuplicateKeyUpdate()
                .set(OUTAGE_COST.FUEL_PER_LITRE, cost.fuelPerLitre())
                .set(OUTAGE_COST.FOOD, cost.food())
                .set(OUTAGE_COST.OTHER, cost.other())
                .execute();
    }
}
