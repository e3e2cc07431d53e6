package juiceswap.web.household;

import static juiceswap.web.db.Tables.HOUSEHOLD;
import static juiceswap.web.db.Tables.HOUSEHOLD_REVISION;
import static juiceswap.web.db.Tables.OUTAGE;
import static juiceswap.web.words.Say.say;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Measures;
import juiceswap.core.upkeep.Lending;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.words.InUse;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Households and their files: each change is a step in a history that can be walked back and forth. */
@Repository
public class Households {
    private static final int FILES_KEPT = 50;

    /** Steps of history kept for each household. */
    private static final int REVISIONS_KEPT = 200;

    private final Map<String, Household> readLately = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Household> eldest) {
            return size() > FILES_KEPT;
        }
    };

    private final DSLContext db;
    private final Schemas schemas;
    private final DeviceTests tests;
    private final LentBook lent;
    private final Clock clock;

    public Households(DSLContext db, Schemas schemas, DeviceTests tests, LentBook lent, Clock clock) {
        this.db = db;
        this.schemas = schemas;
        this.tests = tests;
        this.lent = lent;
        this.clock = clock;
    }

    /**
     * A household as it stands.
     *
     * @param version goes up with every change; a form is made from one
     * @param undo what undoing would take back, null when there is nothing
     * @param redo what redoing would bring back, null when there is nothing
     */
    public record Held(
            Household file,
            int version,
            @Nullable String undo,
            @Nullable String redo) {}

    /** Makes another household of the present one, which is null while there is none. */
    @FunctionalInterface
    public interface Edit {
        Household apply(@Nullable Household present);
    }

    /** A step of the history. */
    public record Revision(String at, String who, String change) {}

    /** Somebody has changed the house since the form was made. Nothing was stored. */
    public static final class Outdated extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private final transient Phrase what;

        Outdated(String who, String change) {
            super(who + ": " + change);
            what = Phrase.of("house.outdated", "who", who, "change", change);
        }

        /** What to tell whoever was too late. */
        public Phrase what() {
            return what;
        }
    }

    public boolean none() {
        return !db.fetchExists(HOUSEHOLD);
    }

    public String name(long id) {
        return db.select(HOUSEHOLD.NAME)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(id))
                .fetchSingle(HOUSEHOLD.NAME);
    }

    /** The household's file, empty until there is one. */
    public Optional<Household> file(long id) {
        return db.select(HOUSEHOLD.FILE)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(id))
                .fetchOptional(HOUSEHOLD.FILE)
                .map(stored -> read(id, stored));
    }

    /** The file with what is there to feed the house: of two generators, one that is lent is not. */
    public Optional<Household> atHand(long id) {
        return file(id).map(file -> file.supply().sets() == 1 ? file : Lending.atHand(file, lent.away(id)));
    }

    /** In which a household sees and types amounts and times; empty while there is no house. */
    public Optional<Measures> measures(long id) {
        return db.select(
                        DSL.jsonbGetAttributeAsText(HOUSEHOLD.FILE, "units"),
                        DSL.jsonbGetAttributeAsText(HOUSEHOLD.FILE, "clock"))
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(id), HOUSEHOLD.FILE.isNotNull())
                .fetchOptional(row -> HouseholdJson.measures(row.value1(), row.value2()));
    }

    /** How far the household has come on its way to a first rehearsal. */
    public FirstSteps firstSteps(long id, Household file) {
        return FirstSteps.of(file, db.fetchExists(OUTAGE, OUTAGE.HOUSEHOLD_ID.eq(id)));
    }

    /** The household as it stands, empty until there is a file. */
    @Transactional(readOnly = true)
    public Optional<Held> held(long id) {
        var row = db.selectFrom(HOUSEHOLD).where(HOUSEHOLD.ID.eq(id)).fetchSingle();
        if (row.getFile() == null) {
            return Optional.empty();
        }
        boolean back = db.fetchExists(
                HOUSEHOLD_REVISION,
                HOUSEHOLD_REVISION.HOUSEHOLD_ID.eq(id),
                HOUSEHOLD_REVISION.REVISION.eq(row.getRevision() - 1),
                HOUSEHOLD_REVISION.FILE.isNotNull());
        return Optional.of(new Held(
                read(id, row.getFile()),
                row.getVersion(),
                back ? changeOf(id, row.getRevision()) : null,
                changeOf(id, row.getRevision() + 1)));
    }

    /** The latest steps of the history, latest first; undone ones are not among them. */
    public List<Revision> history(long id, int most) {
        return db.select(HOUSEHOLD_REVISION.AT, HOUSEHOLD_REVISION.WHO, HOUSEHOLD_REVISION.CHANGE)
                .from(HOUSEHOLD_REVISION)
                .join(HOUSEHOLD)
                .on(HOUSEHOLD.ID.eq(HOUSEHOLD_REVISION.HOUSEHOLD_ID))
                .where(HOUSEHOLD.ID.eq(id), HOUSEHOLD_REVISION.REVISION.le(HOUSEHOLD.REVISION))
                .and(HOUSEHOLD_REVISION.REVISION.gt(0))
                .orderBy(HOUSEHOLD_REVISION.REVISION.desc())
                .limit(most)
                .fetch(row -> new Revision(
                        InUse.measures()
                                .dateAndClock(row.value1()
                                        .atZoneSameInstant(ZoneId.systemDefault())
                                        .toLocalDateTime()),
                        row.value2(),
                        row.value3()));
    }

    @Transactional
    public long create(Household file) {
        return db.insertInto(HOUSEHOLD)
                .set(HOUSEHOLD.NAME, file.name())
                .set(HOUSEHOLD.FILE, JSONB.valueOf(HouseholdJson.write(file).toString()))
                .returning(HOUSEHOLD.ID)
                .fetchSingle(HOUSEHOLD.ID);
    }

    /**
     * Changes the file. Throws {@link InvalidInput} when the changed file would not be sound, {@link Outdated} when
     * somebody was faster; then nothing is stored.
     *
     * @param version that the change was made from; null to change whatever is there
     * @param change in words, such as "moved Kitchen fridge to 7"
     * @param edit makes another household of the present one
     */
    @Transactional
    public Household change(long id, @Nullable Integer version, String who, String change, Edit edit) {
        var row =
                db.selectFrom(HOUSEHOLD).where(HOUSEHOLD.ID.eq(id)).forUpdate().fetchSingle();
        if (version != null && !version.equals(row.getVersion())) {
            throw outdated(id);
        }
        Household before = row.getFile() == null ? null : read(id, row.getFile());
        Household file = edit.apply(before);
        voidTests(id, who, before, file);
        Tree json = HouseholdJson.write(file);
        // what core does not know of: how long texts may be, which signs an id has
        schemas.requireHousehold(json);

        rememberBeginning(id, row.getRevision(), row.getFile());
        int next = row.getRevision() + 1;
        db.deleteFrom(HOUSEHOLD_REVISION)
                .where(HOUSEHOLD_REVISION.HOUSEHOLD_ID.eq(id))
                .and(HOUSEHOLD_REVISION.REVISION.ge(next).or(HOUSEHOLD_REVISION.REVISION.lt(next - REVISIONS_KEPT)))
                .execute();
        JSONB stored = JSONB.valueOf(json.toString());
        db.insertInto(HOUSEHOLD_REVISION)
                .set(HOUSEHOLD_REVISION.HOUSEHOLD_ID, id)
                .set(HOUSEHOLD_REVISION.REVISION, next)
                .set(HOUSEHOLD_REVISION.WHO, who)
                .set(HOUSEHOLD_REVISION.CHANGE, change)
                .set(HOUSEHOLD_REVISION.FILE, stored)
                .execute();
        stand(id, next, file.name(), stored);
        return read(id, stored);
    }

    /**
     * Changes the whole file for another one: what was tested belongs to the house before.
     *
     * @param change in words
     */
    @Transactional
    public Household replace(long id, @Nullable Integer version, String who, String change, Household other) {
        tests.voided(id, List.of(DeviceProof.values()), change, who, LocalDate.now(clock));
        return change(id, version, who, change, before -> other);
    }

    /** Another device, or another set, begins unproven. */
    private void voidTests(long id, String who, @Nullable Household before, Household after) {
        if (before == null) {
            return;
        }
        TransferDevice was = before.setup().transfer();
        TransferDevice is = after.setup().transfer();
        boolean otherDevice = was.kind() != is.kind()
                || was.refused() != is.refused()
                || was.switchedNeutral() != is.switchedNeutral();
        boolean otherSet = !before.setup().source().sameHardwareAs(after.setup().source());
        if (otherDevice) {
            tests.voided(id, List.of(DeviceProof.values()), say("tests.other-device"), who, LocalDate.now(clock));
        } else if (otherSet) {
            tests.setChanged(id, say("tests.other-set"), who, LocalDate.now(clock));
        }
    }

    /** Takes the last change back; says which, empty when there is nothing to take back. */
    @Transactional
    public Optional<String> undo(long id) {
        int revision = lock(id);
        return walk(id, revision - 1) ? Optional.ofNullable(changeOf(id, revision)) : Optional.empty();
    }

    /** Brings the change back that was undone last; says which, empty when there is none. */
    @Transactional
    public Optional<String> redo(long id) {
        int revision = lock(id);
        return walk(id, revision + 1) ? Optional.ofNullable(changeOf(id, revision + 1)) : Optional.empty();
    }

    private int lock(long id) {
        return db.select(HOUSEHOLD.REVISION)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(id))
                .forUpdate()
                .fetchSingle(HOUSEHOLD.REVISION);
    }

    private boolean walk(long id, int revision) {
        JSONB file = db.select(HOUSEHOLD_REVISION.FILE)
                .from(HOUSEHOLD_REVISION)
                .where(HOUSEHOLD_REVISION.HOUSEHOLD_ID.eq(id), HOUSEHOLD_REVISION.REVISION.eq(revision))
                .fetchOne(HOUSEHOLD_REVISION.FILE);
        if (file == null) {
            return false;
        }
        JSONB present = db.select(HOUSEHOLD.FILE)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(id))
                .fetchSingle(HOUSEHOLD.FILE);
        if (present != null) {
            voidTests(id, say("told.somebody"), read(present), read(file));
        }
        stand(id, revision, read(file).name(), file);
        return true;
    }

    private void stand(long id, int revision, String name, JSONB file) {
        db.update(HOUSEHOLD)
                .set(HOUSEHOLD.NAME, name)
                .set(HOUSEHOLD.FILE, file)
                .set(HOUSEHOLD.REVISION, revision)
                .set(HOUSEHOLD.VERSION, HOUSEHOLD.VERSION.plus(1))
                .where(HOUSEHOLD.ID.eq(id))
                .execute();
    }

    /** The first change needs something to go back to. */
    private void rememberBeginning(long id, int revision, @Nullable JSONB file) {
        db.insertInto(HOUSEHOLD_REVISION)
                .set(HOUSEHOLD_REVISION.HOUSEHOLD_ID, id)
                .set(HOUSEHOLD_REVISION.REVISION, revision)
                .set(HOUSEHOLD_REVISION.WHO, "")
                .set(HOUSEHOLD_REVISION.CHANGE, say("told.the-beginning"))
                .set(HOUSEHOLD_REVISION.FILE, file)
                .onConflictDoNothing()
                .execute();
    }

    private @Nullable String changeOf(long id, int revision) {
        return db.select(HOUSEHOLD_REVISION.CHANGE)
                .from(HOUSEHOLD_REVISION)
                .where(HOUSEHOLD_REVISION.HOUSEHOLD_ID.eq(id), HOUSEHOLD_REVISION.REVISION.eq(revision))
                .fetchOne(HOUSEHOLD_REVISION.CHANGE);
    }

    private Outdated outdated(long id) {
        return db.select(HOUSEHOLD_REVISION.WHO, HOUSEHOLD_REVISION.CHANGE)
                .from(HOUSEHOLD_REVISION)
                .join(HOUSEHOLD)
                .on(HOUSEHOLD.ID.eq(HOUSEHOLD_REVISION.HOUSEHOLD_ID))
                .where(HOUSEHOLD.ID.eq(id), HOUSEHOLD_REVISION.REVISION.eq(HOUSEHOLD.REVISION))
                .and(HOUSEHOLD_REVISION.REVISION.gt(0))
                .orderBy(DSL.one())
                .fetchOptional(row -> new Outdated(row.value1(), row.value2()))
                .orElseGet(() -> new Outdated(say("told.somebody"), say("told.took-a-change-back")));
    }

    /** A household's file with what its tests have come to. */
    private Household read(long id, JSONB stored) {
        return tests.tested(id, read(stored));
    }

    /** A file that was stored with an outage, with what the household's tests have come to since. */
    public Household inOutage(long id, JSONB stored) {
        return read(id, stored);
    }

    /** A stored file. Every page needs one, so those read lately are kept; a file never changes, it is replaced. */
    private Household read(JSONB stored) {
        synchronized (readLately) {
            return readLately.computeIfAbsent(
                    stored.data(), text -> schemas.household(StrictJson.parse(text.getBytes(StandardCharsets.UTF_8))));
        }
    }
}
