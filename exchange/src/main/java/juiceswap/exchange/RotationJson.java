package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.Walking;

/** Rotations from JSON that already satisfies its schema, and plans to JSON. */
public final class RotationJson {
    private RotationJson() {}

    /** Throws {@link InvalidInput} that names the field. */
    public static Rotation read(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        Set<String> now = request.path("now").isObject()
                ? new LinkedHashSet<>(
                        Tree.under("/now", () -> request.path("now").knownOnce("on", known)))
                : null;
        for (int i = 0; i < request.path("engineOff").size(); i++) {
            Tree off = request.path("engineOff").get(i);
            Tree.under("/engineOff/" + i, () -> off.knownOnce("carried", known));
        }
        return new Rotation(
                setup,
                horizon(request, known),
                now,
                NeedsReader.read(request.path("needs"), "/needs", known),
                Tree.under("/walking", () -> walking(request.path("walking"))));
    }

    /** What people mind about walks; nothing beyond their number where nothing is given. */
    private static Walking walking(Tree json) {
        return new Walking(
                json.number("flipAtStop", 0), (int) json.number("apartMinutes", 0), json.number("tooNear", 0));
    }

    private static Horizon horizon(Tree request, Set<String> known) {
        List<Horizon.EngineOff> engineOff = new ArrayList<>();
        for (int i = 0; i < request.path("engineOff").size(); i++) {
            Tree off = request.path("engineOff").get(i);
            engineOff.add(Tree.under(
                    "/engineOff/" + i,
                    () -> new Horizon.EngineOff(
                            NeedsReader.timeThere(off, "from"),
                            NeedsReader.timeThere(off, "to"),
                            off.path("carried").texts().stream()
                                    .filter(known::contains)
                                    .collect(Collectors.toSet()))));
        }
        Tree sleep = request.path("sleep");
        return new Horizon(
                NeedsReader.timeThere(request, "start"),
                request.path("slotMinutes").asInt(),
                request.path("slots").asInt(),
                sleep.isObject()
                        ? Tree.under(
                                "/sleep",
                                () -> new Horizon.Sleep(
                                        StandingNeedJson.clock(sleep, "from"), StandingNeedJson.clock(sleep, "to")))
                        : null,
                engineOff);
    }

    /** A question without its setup, as {@link #stored} takes it. */
    public static Map<String, Object> question(Rotation rotation) {
        Horizon horizon = rotation.horizon();
        return object(
                "start", NeedsReader.text(horizon.start()),
                "slotMinutes", horizon.slotMinutes(),
                "slots", horizon.slots(),
                "sleep",
                        horizon.sleep() == null
                                ? null
                                : object(
                                        "from", horizon.sleep().from().toString(),
                                        "to", horizon.sleep().to().toString()),
                "engineOff",
                        horizon.engineOff().stream()
                                .map(RotationJson::engineOff)
                                .toList(),
                "away",
                        horizon.away().stream()
                                .map(away -> object(
                                        "from", NeedsReader.text(away.from()), "to", NeedsReader.text(away.to())))
                                .toList(),
                "now", rotation.now() == null ? null : object("on", rotation.now()),
                "needs", rotation.needs().stream().map(NeedsReader::of).toList(),
                "walking",
                        object(
                                "flipAtStop", rotation.walking().flipAtStop(),
                                "apartMinutes", rotation.walking().apartMinutes(),
                                "tooNear", rotation.walking().tooNear()));
    }

    private static Map<String, Object> engineOff(Horizon.EngineOff off) {
        Map<String, Object> json = object("from", NeedsReader.text(off.from()), "to", NeedsReader.text(off.to()));
        if (!off.carried().isEmpty()) {
            json.put("carried", List.copyOf(off.carried()));
        }
        return json;
    }

    /** A question that was stored without its setup; needs of circuits that the setup does not have are left out. */
    public static Rotation stored(Tree json, Setup setup) {
        Set<String> known = SwapJson.ids(setup);
        List<Need> needs = new ArrayList<>();
        for (Tree need : json.path("needs")) {
            if (known.contains(need.path("circuit").asString())) {
                needs.add(NeedsReader.need(need, known));
            }
        }
        List<Need.Window> away = new ArrayList<>();
        json.path("away")
                .forEach(window ->
                        away.add(new Need.Window(NeedsReader.time(window, "from"), NeedsReader.time(window, "to"))));
        Horizon horizon = horizon(json, known);
        Set<String> now = json.path("now").isObject()
                ? new LinkedHashSet<>(json.path("now").texts("on"))
                : null;
        if (now != null) {
            now.retainAll(known);
        }
        return new Rotation(
                setup,
                new Horizon(
                        horizon.start(),
                        horizon.slotMinutes(),
                        horizon.slots(),
                        horizon.sleep(),
                        horizon.engineOff(),
                        away),
                now,
                needs,
                walking(json.path("walking")));
    }

    /** On-sets, those alone that differ from the one before: slot and ids. */
    public static List<Map<String, Object>> onSets(List<Set<String>> on) {
        List<Map<String, Object>> sets = new ArrayList<>();
        for (int slot = 0; slot < on.size(); slot++) {
            if (slot == 0 || !on.get(slot).equals(on.get(slot - 1))) {
                sets.add(object("slot", slot, "on", on.get(slot)));
            }
        }
        return sets;
    }

    /** What {@link #onSets} wrote, for so many slots. */
    public static List<Set<String>> onSets(Tree json, int slots) {
        List<Set<String>> on = new ArrayList<>();
        Set<String> now = Set.of();
        int next = 0;
        for (int slot = 0; slot < slots; slot++) {
            if (next < json.size() && json.get(next).path("slot").asInt() == slot) {
                now = new LinkedHashSet<>(json.get(next).texts("on"));
                next++;
            }
            on.add(now);
        }
        return on;
    }

    /** The answer as the engine gives it. */
    public static Map<String, Object> of(RotationPlan plan) {
        return object(
                "on", plan.on(),
                "moves", plan.moves().stream().map(RotationJson::move).toList(),
                "unmet",
                        plan.unmet().stream()
                                .map(unmet -> object(
                                        "need", unmet.need(),
                                        "circuit", unmet.circuit(),
                                        "minutes", unmet.minutes(),
                                        "engineOff", unmet.engineOff()))
                                .toList(),
                "thin",
                        plan.thin().stream()
                                .map(thin -> object(
                                        "need", thin.need(), "circuit", thin.circuit(), "minutes", thin.minutes()))
                                .toList(),
                "below",
                        plan.below().stream()
                                .map(below -> object(
                                        "need", below.need(),
                                        "circuit", below.circuit(),
                                        "at", NeedsReader.text(below.at()),
                                        "minutes", below.minutes()))
                                .toList(),
                "levels", new LinkedHashMap<>(plan.levels()),
                "sessions",
                        plan.sessions().stream()
                                .map(session -> object(
                                        "need", session.need(),
                                        "circuit", session.circuit(),
                                        "from", NeedsReader.text(session.from()),
                                        "to", NeedsReader.text(session.to())))
                                .toList(),
                "engineOff", plan.engineOff(),
                "never", plan.never(),
                "warnings",
                        plan.warnings().stream().map(RotationPlan.Warning::word).toList(),
                "visits", plan.visits(),
                "nightVisits", plan.nightVisits(),
                "flips", plan.flips(),
                "score", plan.score(),
                "bound", null);
    }

    private static Map<String, Object> move(RotationPlan.Move move) {
        return object(
                "at", NeedsReader.text(move.at()),
                "kind", move.kind().word(),
                "off", move.off(),
                "on", move.on());
    }
}
