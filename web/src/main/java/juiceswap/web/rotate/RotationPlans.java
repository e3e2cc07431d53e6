package juiceswap.web.rotate;

import static juiceswap.web.db.Tables.ROTATION_PLAN;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.Phrase;
import juiceswap.core.PhraseFields;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.Wish;
import juiceswap.exchange.NeedsReader;
import juiceswap.exchange.RotationJson;
import juiceswap.exchange.Tree;
import juiceswap.exchange.WishJson;
import juiceswap.web.db.tables.records.RotationPlanRecord;
import juiceswap.web.exchange.StrictJson;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The rotations that were planned for an outage: what was asked and what is on. What they amount to is worked out anew. */
@Repository
public class RotationPlans {
    /** Plans that were looked at lately: a page asks for the same ones again and again. */
    private static final int REMEMBERED = 60;

    private final DSLContext db;

    private final Map<Long, Kept> remembered =
            Collections.synchronizedMap(new LinkedHashMap<>(REMEMBERED, 0.75f, true) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<Long, Kept> eldest) {
                    return size() > REMEMBERED;
                }
            });

    RotationPlans(DSLContext db) {
        this.db = db;
    }

    /**
     * A plan that was kept.
     *
     * @param revision goes up when it was improved
     * @param wishes what people wished for once
     * @param refuels when the engine stands still to be filled, chosen by the plan
     */
    public record Kept(
            long id,
            int revision,
            Instant madeAt,
            String madeBy,
            Phrase why,
            List<Wish> wishes,
            List<EngineOff> refuels,
            RotationPlan plan) {}

    @Transactional
    long keep(
            long outage,
            Instant at,
            String by,
            Phrase why,
            List<Wish> wishes,
            List<EngineOff> refuels,
            RotationPlan plan) {
        return db.insertInto(ROTATION_PLAN)
                .set(ROTATION_PLAN.OUTAGE_ID, outage)
                .set(ROTATION_PLAN.MADE_AT, at.atOffset(ZoneOffset.UTC))
                .set(ROTATION_PLAN.MADE_BY, by)
                .set(ROTATION_PLAN.WHY, Tree.text(PhraseFields.of(why)))
                .set(
                        ROTATION_PLAN.WISHES,
                        json(wishes.stream().map(WishJson::of).toList()))
                .set(
                        ROTATION_PLAN.REFUELS,
                        json(refuels.stream()
                                .map(off -> Tree.object(
                                        "from", NeedsReader.text(off.from()), "to", NeedsReader.text(off.to())))
                                .toList()))
                .set(ROTATION_PLAN.QUESTION, json(RotationJson.question(plan.rotation())))
                .set(ROTATION_PLAN.ON_SETS, json(RotationJson.onSets(plan.on())))
                .returning(ROTATION_PLAN.ID)
                .fetchSingle(ROTATION_PLAN.ID);
    }

    /** Puts better on-sets for the same question in the place of those that were kept. */
    @Transactional
    void improve(long id, RotationPlan plan) {
        db.update(ROTATION_PLAN)
                .set(ROTATION_PLAN.ON_SETS, json(RotationJson.onSets(plan.on())))
                .set(ROTATION_PLAN.REVISION, ROTATION_PLAN.REVISION.plus(1))
                .where(ROTATION_PLAN.ID.eq(id), ROTATION_PLAN.DROPPED_AT.isNull())
                .execute();
    }

    /** Turns down a proposal and those before it, on which it stands, down to the plan in force. */
    @Transactional
    void drop(long outage, long inForce, long id, Instant at) {
        db.update(ROTATION_PLAN)
                .set(ROTATION_PLAN.DROPPED_AT, at.atOffset(ZoneOffset.UTC))
                .where(
                        ROTATION_PLAN.OUTAGE_ID.eq(outage),
                        ROTATION_PLAN.ID.gt(inForce),
                        ROTATION_PLAN.ID.le(id),
                        ROTATION_PLAN.DROPPED_AT.isNull())
                .execute();
    }

    /** Takes back a plan that nobody has asked for and that came too late; proposals of people stay. */
    void withdraw(long outage, long id, Instant at) {
        drop(outage, id - 1, id, at);
    }

    public Optional<Kept> find(long outage, long id, Setup setup) {
        return some(ROTATION_PLAN.OUTAGE_ID.eq(outage).and(ROTATION_PLAN.ID.eq(id)), setup).stream()
                .findFirst();
    }

    /**
     * The one in force, and after it the last one that was proposed since and that nobody has turned down. Empty when there
     * is no such plan.
     */
    List<Kept> inForceAndProposed(long outage, long inForce, Setup setup) {
        Condition proposed = ROTATION_PLAN.ID.eq(DSL.select(DSL.max(ROTATION_PLAN.ID))
                .from(ROTATION_PLAN)
                .where(
                        ROTATION_PLAN.OUTAGE_ID.eq(outage),
                        ROTATION_PLAN.ID.gt(inForce),
                        // one that nobody has asked for comes into force at once, or never: it is no proposal
                        ROTATION_PLAN.MADE_BY.ne(Rotations.PLANNER),
                        ROTATION_PLAN.DROPPED_AT.isNull()));
        return some(
                ROTATION_PLAN
                        .OUTAGE_ID
                        .eq(outage)
                        .and(ROTATION_PLAN.ID.eq(inForce).or(proposed)),
                setup);
    }

    /** In the order in which they were made. */
    private List<Kept> some(Condition which, Setup setup) {
        return db.select(ROTATION_PLAN.ID, ROTATION_PLAN.REVISION)
                .from(ROTATION_PLAN)
                .where(which)
                .orderBy(ROTATION_PLAN.ID)
                .fetch(row -> kept(row.value1(), row.value2(), setup));
    }

    private Kept kept(long id, int revision, Setup setup) {
        Kept known = remembered.get(id);
        if (known != null
                && known.revision() == revision
                && known.plan().rotation().setup().equals(setup)) {
            return known;
        }
        Kept kept =
                read(db.selectFrom(ROTATION_PLAN).where(ROTATION_PLAN.ID.eq(id)).fetchSingle(), setup);
        remembered.put(id, kept);
        return kept;
    }

    private static Kept read(RotationPlanRecord row, Setup setup) {
        Rotation question = RotationJson.stored(parse(row.getQuestion()), setup);
        List<Wish> wishes = new ArrayList<>();
        parse(row.getWishes()).forEach(wish -> wishes.add(WishJson.read(wish)));
        List<EngineOff> refuels = new ArrayList<>();
        parse(row.getRefuels())
                .forEach(off -> refuels.add(
                        new EngineOff(NeedsReader.timeThere(off, "from"), NeedsReader.timeThere(off, "to"))));
        return new Kept(
                row.getId(),
                row.getRevision(),
                row.getMadeAt().toInstant(),
                row.getMadeBy(),
                why(row.getWhy()),
                List.copyOf(wishes),
                List.copyOf(refuels),
                question.judged(RotationJson.onSets(
                        parse(row.getOnSets()), question.horizon().slots())));
    }

    private static Tree parse(JSONB json) {
        return StrictJson.parse(json.data().getBytes(StandardCharsets.UTF_8));
    }

    private static JSONB json(Object value) {
        return JSONB.valueOf(Tree.text(value));
    }

    /** Plans from before reasons were kept by what they say hold them as text. */
    private static Phrase why(String stored) {
        return stored.startsWith("{")
                ? PhraseFields.read(StrictJson.parse(stored.getBytes(StandardCharsets.UTF_8)))
                : Phrase.of("plan.why.told", "why", stored);
    }
}
