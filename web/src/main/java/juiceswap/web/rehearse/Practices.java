package juiceswap.web.rehearse;

import static juiceswap.exchange.Tree.object;
import static juiceswap.web.db.Tables.REHEARSAL;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Place;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Verdict;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Consequence;
import juiceswap.core.rehearsal.Spacing.Past;
import juiceswap.core.rehearsal.Spacing.Went;
import juiceswap.core.rehearsal.Trouble;
import juiceswap.core.rehearsal.Walkthrough.Did;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import juiceswap.web.db.tables.records.RehearsalRecord;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.rehearse.Practice.Slip;
import juiceswap.web.security.Account;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The rehearsals of households, apart from the log of their outages. */
@Repository
public class Practices {
    private static final int LISTED = 60;

    /** What open pages are told when somebody has acted in a rehearsal. */
    private static final String ACTED = "rehearsal";

    private final DSLContext db;
    private final Schemas schemas;

    Practices(DSLContext db, Schemas schemas) {
        this.db = db;
        this.schemas = schemas;
    }

    /** Somebody else has acted in it since the page was shown. */
    static final class Moved extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    @Transactional
    long begin(Account account, Household file, Trouble trouble, long seed, Way way, Instant at) {
        return db.insertInto(REHEARSAL)
                .set(REHEARSAL.HOUSEHOLD_ID, account.householdId())
                .set(REHEARSAL.ACCOUNT_ID, account.id())
                .set(REHEARSAL.WHO, account.displayName())
                .set(REHEARSAL.TROUBLE, trouble.word())
                .set(REHEARSAL.SEED, seed)
                .set(REHEARSAL.WAY, way.word())
                .set(
                        REHEARSAL.HOUSEHOLD_FILE,
                        JSONB.valueOf(HouseholdJson.write(file).toString()))
                .set(REHEARSAL.BEGAN_AT, at.atOffset(ZoneOffset.UTC))
                .returning(REHEARSAL.ID)
                .fetchSingle(REHEARSAL.ID);
    }

    Optional<Practice> find(long householdId, long id) {
        return db.selectFrom(REHEARSAL)
                .where(REHEARSAL.ID.eq(id), REHEARSAL.HOUSEHOLD_ID.eq(householdId))
                .fetchOptional(this::practice);
    }

    /**
     * Writes how it stands now.
     *
     * @param seen acts that the page showed; {@link Moved} when there are others by now
     */
    @Transactional
    void keep(long householdId, Practice practice, int seen) {
        int kept = db.update(REHEARSAL)
                .set(
                        REHEARSAL.ACTS,
                        json(practice.acts().stream().map(Practices::of).toList()))
                .set(
                        REHEARSAL.SLIPS,
                        json(practice.slips().stream().map(Practices::of).toList()))
                .set(REHEARSAL.SEEN, practice.seen())
                .set(REHEARSAL.HINTS, practice.hints())
                .where(
                        REHEARSAL.ID.eq(practice.id()),
                        REHEARSAL.ENDED_AT.isNull(),
                        DSL.field("jsonb_array_length({0})", Integer.class, REHEARSAL.ACTS)
                                .eq(seen))
                .execute();
        if (kept == 0) {
            throw new Moved();
        }
        // others who take part look at it on their own phones
        db.execute("select pg_notify('outage_event', {0})", DSL.val(householdId + " " + ACTED));
    }

    @Transactional
    void end(Practice practice, Went went, Instant at) {
        db.update(REHEARSAL)
                .set(REHEARSAL.ENDED_AT, at.atOffset(ZoneOffset.UTC))
                .set(REHEARSAL.WENT, went.name().toLowerCase(Locale.ROOT))
                .where(REHEARSAL.ID.eq(practice.id()), REHEARSAL.ENDED_AT.isNull())
                .execute();
    }

    /**
     * One that was gone through, or is going on.
     *
     * @param went null while it is going on
     */
    public record Line(long id, String who, Trouble trouble, Way way, Instant beganAt, boolean ended, String went) {
        /** The word of how much help there was. */
        public String help() {
            return way.word();
        }
    }

    /** The latest of this household's, newest first. */
    public List<Line> latest(long householdId) {
        return db.selectFrom(REHEARSAL)
                .where(REHEARSAL.HOUSEHOLD_ID.eq(householdId))
                .orderBy(REHEARSAL.ID.desc())
                .limit(LISTED)
                .fetch(row -> new Line(
                        row.getId(),
                        row.getWho(),
                        Worded.of(Trouble.class, row.getTrouble()),
                        Worded.of(Way.class, row.getWay()),
                        row.getBeganAt().toInstant(),
                        row.getEndedAt() != null,
                        row.getWent() == null ? "" : row.getWent()));
    }

    /** What was gone through so far, by what it was about, oldest first. */
    Map<Trouble, List<Past>> past(long householdId) {
        Map<Trouble, List<Past>> past = new EnumMap<>(Trouble.class);
        db.select(REHEARSAL.TROUBLE, REHEARSAL.ENDED_AT, REHEARSAL.WENT)
                .from(REHEARSAL)
                .where(REHEARSAL.HOUSEHOLD_ID.eq(householdId), REHEARSAL.WENT.isNotNull())
                .orderBy(REHEARSAL.ID)
                .forEach(row -> past.computeIfAbsent(Worded.of(Trouble.class, row.value1()), about -> new ArrayList<>())
                        .add(new Past(
                                LocalDate.ofInstant(row.value2().toInstant(), ZoneId.systemDefault()),
                                Went.valueOf(row.value3().toUpperCase(Locale.ROOT)))));
        return past;
    }

    /** Who has gone through what by heart, cleanly and to the end, and the last day of each, by name. */
    public Map<String, Map<Trouble, LocalDate>> byHeart(long householdId) {
        Map<String, Map<Trouble, LocalDate>> byHeart = new TreeMap<>();
        db.select(REHEARSAL.WHO, REHEARSAL.TROUBLE, REHEARSAL.ENDED_AT)
                .from(REHEARSAL)
                .where(
                        REHEARSAL.HOUSEHOLD_ID.eq(householdId),
                        REHEARSAL.WAY.eq(Way.BY_HEART.word()),
                        REHEARSAL.WENT.eq(Went.CLEAN.name().toLowerCase(Locale.ROOT)))
                .orderBy(REHEARSAL.ID)
                .forEach(row -> byHeart.computeIfAbsent(row.value1(), who -> new EnumMap<>(Trouble.class))
                        .put(
                                Worded.of(Trouble.class, row.value2()),
                                LocalDate.ofInstant(row.value3().toInstant(), ZoneId.systemDefault())));
        return byHeart;
    }

    private Practice practice(RehearsalRecord row) {
        List<Did> acts = new ArrayList<>();
        read(row.getActs()).forEach(act -> acts.add(did(act, row.getWho())));
        List<Slip> slips = new ArrayList<>();
        for (Tree slip : read(row.getSlips())) {
            List<Consequence> came = new ArrayList<>();
            slip.path("came")
                    .forEach(one -> came.add(new Consequence(
                            Worded.of(Consequence.Kind.class, one.path("code").asString()), one.text("circuit"))));
            slips.add(new Slip(slip.path("minutes").asDouble(), act(slip.path("act")), came));
        }
        return PracticeBuilder.builder()
                .id(row.getId())
                .who(row.getWho())
                .trouble(Worded.of(Trouble.class, row.getTrouble()))
                .seed(row.getSeed())
                .way(Worded.of(Way.class, row.getWay()))
                .household(schemas.household(read(row.getHouseholdFile())))
                .acts(List.copyOf(acts))
                .slips(List.copyOf(slips))
                .seen(row.getSeen())
                .hints(row.getHints())
                .beganAt(row.getBeganAt().toInstant())
                .endedAt(row.getEndedAt() == null ? null : row.getEndedAt().toInstant())
                .build();
    }

    private static Tree read(JSONB json) {
        return Tree.parse(json.data());
    }

    private static JSONB json(Object value) {
        return JSONB.valueOf(Tree.text(value));
    }

    /** Rehearsals from before several people could take part say nothing of who did it: who began it. */
    private static Did did(Tree json, String whoBegan) {
        String by = json.text("by");
        Double after = json.number("after");
        String said = json.text("said");
        return new Did(
                act(json),
                by == null ? whoBegan : by,
                after == null ? 0 : after,
                said == null ? null : Worded.of(Verdict.class, said));
    }

    private static Act act(Tree json) {
        String to = json.text("to");
        return to == null
                ? Act.of(json.path("act").asString(), json.text("circuit"), json.number("minutes"))
                : Act.walk(Worded.of(Place.class, to));
    }

    private static Map<String, Object> of(Act act) {
        Place to = act.to();
        return object(
                "act",
                act.word(),
                "circuit",
                act.circuit(),
                "minutes",
                act.minutes() > 0 ? act.minutes() : null,
                "to",
                to == null ? null : to.word());
    }

    private static Map<String, Object> of(Did did) {
        Map<String, Object> json = of(did.act());
        Verdict said = did.said();
        json.put("by", did.by());
        json.put("after", did.after());
        if (said != null) {
            json.put("said", said.word());
        }
        return json;
    }

    private static Map<String, Object> of(Slip slip) {
        List<Object> came = new ArrayList<>();
        slip.consequences().forEach(one -> came.add(object("code", one.kind().word(), "circuit", one.circuit())));
        return object("minutes", slip.minutes(), "act", of(slip.act()), "came", came);
    }
}
