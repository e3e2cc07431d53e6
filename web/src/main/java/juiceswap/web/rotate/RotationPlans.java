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
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.Wish;
import juiceswap.web.db.tables.records.RotationPlanRecord;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.NeedsReader;
import juiceswap.web.exchange.RotationJson;
import juiceswap.web.exchange.WishJson;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;

/** The rotations that were planned for an outage: what was asked and what is on. What they amount to is worked out anew. */
@Repository
class RotationPlans {
    /** Plans that were looked at lately: a page asks for the same ones again and again. */
    private static final int REMEMBERED = 60;

    private final DSLContext db;

    private final Map<String, Kept> remembered =
            Collections.synchronizedMap(new LinkedHashMap<>(REMEMBERED, 0.75f, true) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<String, Kept> eldest) {
                    return size() > REMEMBERED;
                }
            });

    RotationPlans(DSLContext db) {
        this.db = db;
    }

    /**
     * A plan that was kept.
     *
     * @param wishes what people wished for once
     * @param refuels when the engine stands still to be filled, chosen by the plan
     */
    public record Kept(
            long id,
            Instant madeAt,
            String madeBy,
            String why,
            List<Wish> wishes,
            List<EngineOff> refuels,
            RotationPlan plan) {}

    @Transactional
    long keep(
            long outage,
            Instant at,
            String by,
            String why,
            List<Wish> wishes,
            List<EngineOff> refuels,
            RotationPlan plan) {
        return db.insertInto(ROTATION_PLAN)
                .set(ROTATION_PLAN.OUTAGE_ID, outage)
                .set(ROTATION_PLAN.MADE_AT, at.atOffset(ZoneOffset.UTC))
                .set(ROTATION_PLAN.MADE_BY, by)
                .set(ROTATION_PLAN.WHY, why)
                .set(
                        ROTATION_PLAN.WISHES,
                        json(wishes.stream().map(WishJson::of).toList()))
                .set(
                        ROTATION_PLAN.REFUELS,
                        json(refuels.stream()
                                .map(off -> Json.object(
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
                .where(ROTATION_PLAN.ID.eq(id), ROTATION_PLAN.DROPPED_AT.isNull())
                .execute();
    }

    @Transactional
    void drop(long outage, long id, Instant at) {
        db.update(ROTATION_PLAN)
                .set(ROTATION_PLAN.DROPPED_AT, at.atOffset(ZoneOffset.UTC))
                .where(ROTATION_PLAN.OUTAGE_ID.eq(outage), ROTATION_PLAN.ID.eq(id))
                .execute();
    }

    Optional<Kept> find(long outage, long id, Setup setup) {
        return db.selectFrom(ROTATION_PLAN)
                .where(ROTATION_PLAN.OUTAGE_ID.eq(outage), ROTATION_PLAN.ID.eq(id))
                .fetchOptional()
                .map(row -> kept(row, setup));
    }

    /** The last one that was proposed after {@code inForce} and that nobody has turned down. */
    Optional<Kept> proposed(long outage, long inForce, Setup setup) {
        return db.selectFrom(ROTATION_PLAN)
                .where(
                        ROTATION_PLAN.OUTAGE_ID.eq(outage),
                        ROTATION_PLAN.ID.gt(inForce),
                        ROTATION_PLAN.DROPPED_AT.isNull())
                .orderBy(ROTATION_PLAN.ID.desc())
                .limit(1)
                .fetchOptional()
                .map(row -> kept(row, setup));
    }

    private Kept kept(RotationPlanRecord row, Setup setup) {
        String key = row.getId() + " " + row.getOnSets().data().hashCode() + " " + setup.hashCode();
        return remembered.computeIfAbsent(key, unknown -> read(row, setup));
    }

    private static Kept read(RotationPlanRecord row, Setup setup) {
        Rotation question = RotationJson.stored(parse(row.getQuestion()), setup);
        List<Wish> wishes = new ArrayList<>();
        parse(row.getWishes()).forEach(wish -> wishes.add(WishJson.read(wish)));
        List<EngineOff> refuels = new ArrayList<>();
        parse(row.getRefuels())
                .forEach(off -> refuels.add(new EngineOff(NeedsReader.time(off, "from"), NeedsReader.time(off, "to"))));
        return new Kept(
                row.getId(),
                row.getMadeAt().toInstant(),
                row.getMadeBy(),
                row.getWhy(),
                List.copyOf(wishes),
                List.copyOf(refuels),
                question.judged(RotationJson.onSets(
                        parse(row.getOnSets()), question.horizon().slots())));
    }

    private static JsonNode parse(JSONB json) {
        return Json.parse(json.data().getBytes(StandardCharsets.UTF_8));
    }

    private static JSONB json(Object value) {
        return JSONB.valueOf(Json.MAPPER.writeValueAsString(value));
    }
}
