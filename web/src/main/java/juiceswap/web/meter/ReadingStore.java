package juiceswap.web.meter;

import static juiceswap.web.db.Tables.READING;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.meter.Readings;
import juiceswap.web.db.tables.records.ReadingRecord;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Readings that came from a monitor or a table. One is known by its time: the same sent again changes nothing. */
@Repository
class ReadingStore {
    /** A monitor's readings are worth little after a month; what came in by a table stays. */
    private static final Duration KEPT = Duration.ofDays(30);

    private final DSLContext db;

    ReadingStore(DSLContext db) {
        this.db = db;
    }

    private static final double NOMINAL_VOLTS = 120;

    /** Where a reading comes from. */
    enum Source implements Worded {
        MONITOR("monitor"),
        SIMULATED("simulated"),
        TABLE("table");

        private final String word;

        Source(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Keeps what is new and tells open pages; returns how many were new. */
    @Transactional
    public int keep(long household, List<Taken> taken, Source source) {
        List<ReadingRecord> rows = new ArrayList<>();
        for (Taken one : taken) {
            Readings read = one.readings();
            ReadingRecord row = db.newRecord(READING);
            row.setHouseholdId(household);
            row.setAt(at(one.at()));
            row.setPlace(one.where());
            row.setSource(source.word());
            row.setL1n(read.l1n());
            row.setL2n(read.l2n());
            row.setL1l2(read.l1l2());
            row.setHz(read.hz());
            row.setNg(read.ng());
            row.setL1a(read.l1a());
            row.setL2a(read.l2a());
            rows.add(row);
        }
        int fresh = db.insertInto(READING).set(rows).onConflictDoNothing().execute();
        if (fresh > 0) {
            db.execute("select pg_notify('outage_event', {0})", DSL.val(household + " reading"));
        }
        return fresh;
    }

    /** The latest one, whatever its age. */
    Optional<Taken> latest(long household) {
        return db.selectFrom(READING)
                .where(READING.HOUSEHOLD_ID.eq(household))
                .orderBy(READING.AT.desc())
                .limit(1)
                .fetchOptional(ReadingStore::taken);
    }

    /** The households of which something was read since then. */
    List<Long> readSince(Instant since) {
        return db.selectDistinct(READING.HOUSEHOLD_ID)
                .from(READING)
                .where(READING.AT.gt(at(since)))
                .fetch(READING.HOUSEHOLD_ID);
    }

    /** All from one moment up to another, both included, in the order of time; {@code most} at most, the latest. */
    List<Taken> between(long household, Instant from, Instant to, int most) {
        List<Taken> latestFirst = db.selectFrom(READING)
                .where(READING.HOUSEHOLD_ID.eq(household), READING.AT.between(at(from), at(to)))
                .orderBy(READING.AT.desc())
                .limit(most)
                .fetch(ReadingStore::taken);
        List<Taken> inOrder = new ArrayList<>(latestFirst);
        java.util.Collections.reverse(inOrder);
        return inOrder;
    }

    /**
     * About {@code most} for a chart of the whole time: of those that fall together, for each kind the value farthest from
     * its nominal one, so that nothing remarkable is lost.
     */
    List<Taken> thinned(long household, Instant from, Instant to, int most) {
        double seconds = Math.max(1, Duration.between(from, to).toSeconds() / (double) most);
        Field<Integer> bucket =
                DSL.field("floor(extract(epoch from {0}) / {1})::int", Integer.class, READING.AT, DSL.inline(seconds));
        Field<OffsetDateTime> last = DSL.max(READING.AT);
        return db.select(
                        last,
                        farthest(READING.L1N, 120),
                        farthest(READING.L2N, 120),
                        farthest(READING.L1L2, 240),
                        farthest(READING.HZ, 60),
                        farthest(READING.NG, 0),
                        farthest(READING.L1A, 0),
                        farthest(READING.L2A, 0))
                .from(READING)
                .where(
                        READING.HOUSEHOLD_ID.eq(household),
                        READING.AT.between(at(from), at(to)),
                        READING.PLACE.eq(Taken.PANEL))
                .groupBy(bucket)
                .orderBy(last)
                .fetch(row -> new Taken(row.get(last).toInstant(), Taken.PANEL, readings(row)));
    }

    /**
     * Watts that the panel drew on average from one moment up to another.
     *
     * @param least readings that are less apart than this say nothing of an average
     */
    Optional<Double> averageWatts(long household, Instant from, Instant to, Duration least) {
        Field<OffsetDateTime> first = DSL.min(READING.AT).as("first");
        Field<OffsetDateTime> last = DSL.max(READING.AT).as("last");
        Field<BigDecimal> watts = DSL.avg(watts(READING.L1A, READING.L1N).plus(watts(READING.L2A, READING.L2N)))
                .as("watts");
        return db.select(first, last, watts)
                .from(READING)
                .where(
                        READING.HOUSEHOLD_ID.eq(household),
                        READING.AT.between(at(from), at(to)),
                        READING.PLACE.eq(Taken.PANEL),
                        READING.L1A.isNotNull())
                .fetchOptional()
                .filter(row -> row.get(watts) != null
                        && Duration.between(row.get(first), row.get(last)).compareTo(least) >= 0)
                .map(row -> row.get(watts).doubleValue());
    }

    private static Field<Double> watts(Field<Double> amps, Field<Double> volts) {
        return DSL.coalesce(amps, 0.0).times(DSL.coalesce(volts, NOMINAL_VOLTS));
    }

    private static Field<Double> farthest(Field<Double> kind, double nominal) {
        Field<Double> above = DSL.max(kind).minus(nominal);
        Field<Double> below = DSL.val(nominal).minus(DSL.min(kind));
        return DSL.when(above.ge(below), DSL.max(kind)).otherwise(DSL.min(kind)).as(kind.getUnqualifiedName());
    }

    /** Lets go of what is too old; returns how many. */
    @Transactional
    public int forget(Instant now) {
        return db.deleteFrom(READING)
                .where(READING.AT.lt(at(now.minus(KEPT))), READING.SOURCE.ne(Source.TABLE.word()))
                .execute();
    }

    private static Taken taken(ReadingRecord row) {
        return new Taken(row.getAt().toInstant(), row.getPlace(), readings(row));
    }

    private static Readings readings(Record row) {
        return new Readings(
                row.get(READING.L1N.getName(), Double.class),
                row.get(READING.L2N.getName(), Double.class),
                row.get(READING.L1L2.getName(), Double.class),
                row.get(READING.HZ.getName(), Double.class),
                row.get(READING.NG.getName(), Double.class),
                row.get(READING.L1A.getName(), Double.class),
                row.get(READING.L2A.getName(), Double.class));
    }

    private static OffsetDateTime at(Instant at) {
        return at.atOffset(ZoneOffset.UTC);
    }
}
