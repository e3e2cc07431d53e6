package juiceswap.web.outage;

import static juiceswap.web.db.Tables.OUTAGE;
import static juiceswap.web.db.Tables.OUTAGE_EVENT;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Confirming;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import juiceswap.core.outage.Merging;
import juiceswap.core.outage.Merging.Own;
import juiceswap.core.outage.Standing;
import juiceswap.exchange.EventJson;
import juiceswap.exchange.HouseholdJson;
import juiceswap.web.db.tables.records.OutageEventRecord;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import org.jooq.DSLContext;
import org.jooq.InsertSetMoreStep;
import org.jooq.JSONB;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Outages and their append-only logs. */
@Repository
public class Outages {
    private static final int OUTAGES_KEPT = 30;
    private static final int OUTAGES_LISTED = 200;

    /** Every page needs the one that is going on; what was read lately is kept until its log has grown. */
    private final Map<Long, Outage> readLately =
            Collections.synchronizedMap(new LinkedHashMap<>(OUTAGES_KEPT, 0.75f, true) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<Long, Outage> eldest) {
                    return size() > OUTAGES_KEPT;
                }
            });

    private final DSLContext db;
    private final Households households;
    private final ApplicationEventPublisher publisher;

    public Outages(DSLContext db, Households households, ApplicationEventPublisher publisher) {
        this.db = db;
        this.households = households;
        this.publisher = publisher;
    }

    /** Something was written to the log of a household's outage. */
    public record Grew(long householdId) {}

    /** An outage or rehearsal with its log, and where that leads. */
    public record Outage(
            long id,
            long householdId,
            boolean rehearsal,
            Household household,
            Instant startedAt,
            @Nullable Instant endedAt,
            List<Entry> log,
            Standing standing) {

        public Summary summary() {
            return new Summary(id, rehearsal, startedAt, endedAt, log.size());
        }

        /** What judges what somebody says to have done at that moment. */
        public Confirming confirming(Instant now) {
            return new Confirming(household.setup(), household.hold(), rehearsal, log, standing, now);
        }
    }

    /** Somebody else has written to the log since the page was shown. */
    public static final class Conflict extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /** The one that is going on, if any. */
    public Optional<Outage> current(long householdId) {
        return db.selectFrom(OUTAGE)
                .where(OUTAGE.HOUSEHOLD_ID.eq(householdId), OUTAGE.ENDED_AT.isNull())
                .fetchOptional(this::outage);
    }

    /** The one that is going on and that this person may see; a guest only the one that they joined. */
    public Optional<Outage> current(Account account) {
        return current(account.householdId())
                .filter(outage -> !account.guest() || Objects.equals(account.outageId(), outage.id()));
    }

    /** One of this household's. */
    public Optional<Outage> find(long householdId, long id) {
        return db.selectFrom(OUTAGE)
                .where(OUTAGE.HOUSEHOLD_ID.eq(householdId), OUTAGE.ID.eq(id))
                .fetchOptional(this::outage);
    }

    /** An outage or rehearsal without its log. */
    public record Summary(
            long id,
            boolean rehearsal,
            Instant startedAt,
            @Nullable Instant endedAt,
            int entries) {}

    /** All of this household's, newest first. */
    public List<Summary> all(long householdId) {
        return db.select(
                        OUTAGE.ID, OUTAGE.REHEARSAL, OUTAGE.STARTED_AT, OUTAGE.ENDED_AT, DSL.max(OUTAGE_EVENT.SEQUENCE))
                .from(OUTAGE)
                .join(OUTAGE_EVENT)
                .on(OUTAGE_EVENT.OUTAGE_ID.eq(OUTAGE.ID))
                .where(OUTAGE.HOUSEHOLD_ID.eq(householdId))
                .groupBy(OUTAGE.ID)
                .orderBy(OUTAGE.STARTED_AT.desc())
                .limit(OUTAGES_LISTED)
                .fetch(row -> new Summary(
                        row.value1(),
                        row.value2(),
                        row.value3().toInstant(),
                        row.value4() == null ? null : row.value4().toInstant(),
                        row.value5()));
    }

    /** Begins one; {@link Conflict} when another is going on. */
    @Transactional
    public long start(
            long householdId, Household file, boolean rehearsal, Event.Started started, Account by, Instant at) {
        try {
            long id = db.insertInto(OUTAGE)
                    .set(OUTAGE.HOUSEHOLD_ID, householdId)
                    .set(OUTAGE.REHEARSAL, rehearsal)
                    .set(
                            OUTAGE.HOUSEHOLD_FILE,
                            JSONB.valueOf(HouseholdJson.write(file).toString()))
                    .set(OUTAGE.STARTED_AT, at.atOffset(ZoneOffset.UTC))
                    .returning(OUTAGE.ID)
                    .fetchSingle(OUTAGE.ID);
            insert(id, 1, started, by, at);
            return id;
        } catch (DuplicateKeyException | org.jooq.exception.IntegrityConstraintViolationException taken) {
            throw new Conflict();
        }
    }

    /**
     * Writes events to the log.
     *
     * @param seen sequence of the last entry that the person had seen; {@link Conflict} when there are newer ones
     */
    @Transactional
    public void append(long householdId, long id, int seen, List<? extends Event> events, Account by, Instant at) {
        OffsetDateTime endedAt = db.select(OUTAGE.ENDED_AT)
                .from(OUTAGE)
                .where(OUTAGE.ID.eq(id), OUTAGE.HOUSEHOLD_ID.eq(householdId))
                .forUpdate()
                .fetchSingle(OUTAGE.ENDED_AT);
        int last = db.select(DSL.max(OUTAGE_EVENT.SEQUENCE))
                .from(OUTAGE_EVENT)
                .where(OUTAGE_EVENT.OUTAGE_ID.eq(id))
                .fetchSingle()
                .value1();
        if (endedAt != null || last != seen) {
            throw new Conflict();
        }
        for (Event event : events) {
            insert(id, ++last, event, by, at);
            if (event instanceof Event.Ended) {
                db.update(OUTAGE)
                        // a clock that was put back meanwhile does not keep an outage open
                        .set(OUTAGE.ENDED_AT, DSL.greatest(OUTAGE.STARTED_AT, DSL.val(at.atOffset(ZoneOffset.UTC))))
                        .where(OUTAGE.ID.eq(id))
                        .execute();
            }
        }
        publisher.publishEvent(new Grew(householdId));
    }

    /** Households whose outage or rehearsal is going on. */
    public List<Long> householdsInOutage() {
        return db.select(OUTAGE.HOUSEHOLD_ID)
                .from(OUTAGE)
                .where(OUTAGE.ENDED_AT.isNull())
                .fetch(OUTAGE.HOUSEHOLD_ID);
    }

    /**
     * Takes in what a phone wrote while it was alone; what the log has of it already is left out.
     *
     * @param id of the outage as the phone knew it; null when it began there
     * @param basedOn how much of its log the phone had
     * @param file the house as it is now, for an outage that begins with this
     * @return the number of the outage, and what was written
     */
    @Transactional
    public Merged merge(Account by, @Nullable Long id, int basedOn, List<Own> sent, Household file, Instant now) {
        long household = by.householdId();
        List<String> ids = sent.stream().map(Own::id).toList();
        Long outage = outageOf(household, id, ids);
        // a guest helps in the one that they joined, and begins none
        if (by.guest() && !Objects.equals(outage, by.outageId())) {
            return new Merged(null, List.of());
        }
        if (outage == null) {
            return sent.isEmpty() || !(sent.get(0).event() instanceof Event.Started)
                    ? new Merged(null, List.of())
                    : begun(by, sent, file, now);
        }
        db.selectOne()
                .from(OUTAGE)
                .where(OUTAGE.ID.eq(outage), OUTAGE.HOUSEHOLD_ID.eq(household))
                .forUpdate()
                .execute();
        Outage so = find(household, outage).orElseThrow();
        Set<String> known = db.select(OUTAGE_EVENT.PHONE_ENTRY)
                .from(OUTAGE_EVENT)
                .where(OUTAGE_EVENT.OUTAGE_ID.eq(outage), OUTAGE_EVENT.PHONE_ENTRY.in(ids))
                .fetchSet(OUTAGE_EVENT.PHONE_ENTRY);
        List<Own> fresh = sent.stream().filter(own -> !known.contains(own.id())).toList();
        // an outage that began in the phone stands on nothing of this log
        int stoodOn = Objects.equals(id, outage) ? basedOn : 0;
        List<Merging.Taken> taken = Merging.of(so.household().setup(), so.log(), stoodOn, fresh, !by.guest(), now);
        write(outage, taken, fresh, by);
        return new Merged(outage, taken);
    }

    /** What came of a phone's entries: the outage they are in, null when they belong to none. */
    public record Merged(@Nullable Long outage, List<Merging.Taken> taken) {}

    /** The one that the phone means: by its number, by an entry that is there already, or the one that is going on. */
    private @Nullable Long outageOf(long household, @Nullable Long id, List<String> ids) {
        Long named = db.select(OUTAGE.ID)
                .from(OUTAGE)
                .where(OUTAGE.ID.eq(id), OUTAGE.HOUSEHOLD_ID.eq(household))
                .fetchOne(OUTAGE.ID);
        if (named != null) {
            return named;
        }
        Long holding = db.select(DSL.max(OUTAGE.ID))
                .from(OUTAGE)
                .join(OUTAGE_EVENT)
                .on(OUTAGE_EVENT.OUTAGE_ID.eq(OUTAGE.ID))
                .where(OUTAGE.HOUSEHOLD_ID.eq(household), OUTAGE_EVENT.PHONE_ENTRY.in(ids))
                .fetchSingle()
                .value1();
        return holding != null ? holding : current(household).map(Outage::id).orElse(null);
    }

    private Merged begun(Account by, List<Own> sent, Household file, Instant now) {
        List<Merging.Taken> taken = Merging.of(file.setup(), List.of(), 0, sent, !by.guest(), now);
        long id = db.insertInto(OUTAGE)
                .set(OUTAGE.HOUSEHOLD_ID, by.householdId())
                .set(OUTAGE.REHEARSAL, false)
                .set(
                        OUTAGE.HOUSEHOLD_FILE,
                        JSONB.valueOf(HouseholdJson.write(file).toString()))
                .set(OUTAGE.STARTED_AT, taken.get(0).entry().at().atOffset(ZoneOffset.UTC))
                .returning(OUTAGE.ID)
                .fetchSingle(OUTAGE.ID);
        write(id, taken, sent, by);
        return new Merged(id, taken);
    }

    private void write(long id, List<Merging.Taken> taken, List<Own> sent, Account by) {
        Map<String, OffsetDateTime> told = new LinkedHashMap<>();
        sent.forEach(own -> told.put(own.id(), own.at().atOffset(ZoneOffset.UTC)));
        Set<Integer> undone = new HashSet<>();
        for (Merging.Taken one : taken) {
            if (one.entry().event() instanceof Event.Undone back) {
                undone.add(back.sequence());
            }
        }
        for (Merging.Taken one : taken) {
            Entry entry = one.entry();
            inserted(id, entry, by.accountId())
                    .set(OUTAGE_EVENT.PHONE_ENTRY, one.id())
                    .set(OUTAGE_EVENT.TOLD_AT, one.id() == null ? null : told.get(one.id()))
                    .execute();
            if (entry.event() instanceof Event.Ended && !undone.contains(entry.sequence())) {
                db.update(OUTAGE)
                        .set(
                                OUTAGE.ENDED_AT,
                                DSL.greatest(
                                        OUTAGE.STARTED_AT, DSL.val(entry.at().atOffset(ZoneOffset.UTC))))
                        .where(OUTAGE.ID.eq(id))
                        .execute();
            }
        }
        if (!taken.isEmpty()) {
            publisher.publishEvent(new Grew(by.householdId()));
        }
    }

    private void insert(long id, int sequence, Event event, Account by, Instant at) {
        inserted(id, new Entry(sequence, at, by.displayName(), event), by.accountId())
                .execute();
    }

    private InsertSetMoreStep<OutageEventRecord> inserted(long id, Entry entry, @Nullable Long account) {
        return db.insertInto(OUTAGE_EVENT)
                .set(OUTAGE_EVENT.OUTAGE_ID, id)
                .set(OUTAGE_EVENT.SEQUENCE, entry.sequence())
                .set(OUTAGE_EVENT.AT, entry.at().atOffset(ZoneOffset.UTC))
                .set(OUTAGE_EVENT.ACCOUNT_ID, account)
                .set(OUTAGE_EVENT.WHO, entry.who())
                .set(OUTAGE_EVENT.KIND, EventKind.wordOf(entry.event()))
                .set(OUTAGE_EVENT.PAYLOAD, JSONB.valueOf(EventJson.payload(entry.event())));
    }

    private Outage outage(Record row) {
        long id = row.get(OUTAGE.ID);
        Integer last = db.select(DSL.max(OUTAGE_EVENT.SEQUENCE))
                .from(OUTAGE_EVENT)
                .where(OUTAGE_EVENT.OUTAGE_ID.eq(id))
                .fetchSingle()
                .value1();
        Household file = households.inOutage(row.get(OUTAGE.HOUSEHOLD_ID), row.get(OUTAGE.HOUSEHOLD_FILE));
        Outage known = readLately.get(id);
        if (known != null && !tested(known.household()).equals(tested(file))) {
            // a test that was kept meanwhile changes what may be done
            known = null;
        }
        if (known != null
                && known.log().size() == last
                && (known.endedAt() == null) == (row.get(OUTAGE.ENDED_AT) == null)) {
            return known;
        }
        Outage outage = read(row, file, known);
        readLately.put(id, outage);
        return outage;
    }

    private static TransferDevice.Tested tested(Household household) {
        return household.setup().transfer().tested();
    }

    /** The log is append-only: what was read of it before is still true. */
    private Outage read(Record row, Household file, @Nullable Outage known) {
        long id = row.get(OUTAGE.ID);
        List<Entry> log = new ArrayList<>(known == null ? List.of() : known.log());
        db.selectFrom(OUTAGE_EVENT)
                .where(OUTAGE_EVENT.OUTAGE_ID.eq(id), OUTAGE_EVENT.SEQUENCE.gt(log.size()))
                .orderBy(OUTAGE_EVENT.SEQUENCE)
                .forEach(event -> log.add(new Entry(
                        event.getSequence(),
                        event.getAt().toInstant(),
                        event.getWho(),
                        EventJson.read(
                                event.getKind(),
                                StrictJson.parse(
                                        event.getPayload().data().getBytes(java.nio.charset.StandardCharsets.UTF_8)),
                                file.setup()))));
        OffsetDateTime endedAt = row.get(OUTAGE.ENDED_AT);
        List<Entry> entries = List.copyOf(log);
        return new Outage(
                id,
                row.get(OUTAGE.HOUSEHOLD_ID),
                row.get(OUTAGE.REHEARSAL),
                file,
                row.get(OUTAGE.STARTED_AT).toInstant(),
                endedAt == null ? null : endedAt.toInstant(),
                entries,
                known == null
                        ? Standing.of(file.setup(), entries)
                        : known.standing().after(file.setup(), entries));
    }
}
