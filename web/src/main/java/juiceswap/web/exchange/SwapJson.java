package juiceswap.web.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Checks;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import tools.jackson.databind.JsonNode;

/** States and options of the changeover, from and to JSON that satisfies its schema. */
public final class SwapJson {
    private SwapJson() {}

    /** Reads a state; what is absent keeps the defaults of a house gone dark. */
    public static SwapState state(JsonNode json, Setup setup) {
        Bond bond = SetupReader.bond(
                Json.text(json, "bond", setup.source().bond().word()));
        InvalidInput.unless(
                setup.source().bondChange() == BondChange.SWITCH
                        || bond == setup.source().bond(),
                "/bond",
                "invalid.no-bond-switch");
        SwapState.Change state = SwapState.initial(bond, true, false).change();
        state.utilityLive = is(json, "utility", "live", false);
        state.utilitySteady = Json.flag(json, "utilitySteady", false);
        state.utilityMeasured = Json.flag(json, "utilityMeasured", false);
        state.mainOn = is(json, "main", "on", true);
        state.plateToGenerator = is(json, "plate", "generator", false);
        state.inputOn = is(json, "input", "on", false);
        state.handle = Worded.of(SwapState.Handle.class, Json.text(json, "handle", "utility"));
        state.branches = Worded.of(SwapState.Branches.class, Json.text(json, "branches", "on"));
        state.pick(Json.knownOnce(json, "picked", ids(setup)));
        state.engine = Worded.of(Engine.class, Json.text(json, "engine", "stopped"));
        state.idleMinutes = (int) Json.number(json, "idleMinutes", 0);
        state.outputOn = is(json, "output", "on", false);
        state.cordAtGenerator = is(json, "cordGenerator", "in", false);
        state.cordAtHouse = is(json, "cordHouse", "in", false);
        state.ecoOn = is(json, "eco", "on", true);
        state.done = Checks.of(Json.texts(json, "done").stream()
                .map(word -> Worded.of(Check.class, word))
                .toList());
        state.generatorMeasured = Json.flag(json, "generatorMeasured", false);
        state.panelMeasured = Json.flag(json, "panelMeasured", false);
        state.loadedMeasured = Json.flag(json, "loadedMeasured", false);
        return state.state();
    }

    /** Writes a state with all its fields. */
    public static Map<String, Object> of(SwapState state) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("utility", state.utilityLive() ? "live" : "dead");
        json.put("utilitySteady", state.utilitySteady());
        json.put("utilityMeasured", state.utilityMeasured());
        json.put("main", onOff(state.mainOn()));
        json.put("plate", state.plateToGenerator() ? "generator" : "utility");
        json.put("input", onOff(state.inputOn()));
        json.put("handle", state.handle().word());
        json.put("branches", state.branches().word());
        json.put("picked", new TreeSet<>(state.picked()));
        json.put("engine", state.engine().word());
        json.put("idleMinutes", state.idleMinutes());
        json.put("output", onOff(state.outputOn()));
        json.put("cordGenerator", state.cordAtGenerator() ? "in" : "out");
        json.put("cordHouse", state.cordAtHouse() ? "in" : "out");
        json.put("bond", state.bond().word());
        json.put("eco", onOff(state.ecoOn()));
        json.put("done", state.done().list().stream().map(Check::word).sorted().toList());
        json.put("generatorMeasured", state.generatorMeasured());
        json.put("panelMeasured", state.panelMeasured());
        json.put("loadedMeasured", state.loadedMeasured());
        return json;
    }

    /** Reads options; ids must be known and not repeat. */
    public static Options options(JsonNode json, Setup setup) {
        Set<String> known = ids(setup);
        List<Problem> problems = new ArrayList<>();
        List<String> keepOn = List.of();
        List<String> pickUp = List.of();
        try {
            keepOn = Json.knownOnce(json, "keepOn", known);
        } catch (InvalidInput invalid) {
            problems.addAll(invalid.problems());
        }
        try {
            pickUp = Json.knownOnce(json, "pickUp", known);
        } catch (InvalidInput invalid) {
            problems.addAll(invalid.problems());
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        String at = Json.text(json, "at", null);
        return new Options(
                is(json, "after", "stop-first", false),
                is(json, "loading", "big-ones-off", false),
                Set.copyOf(keepOn),
                pickUp,
                Json.flag(json, "noSensitive", false),
                at == null ? null : Worded.of(Place.class, at));
    }

    /** All circuit ids of a setup. */
    public static Set<String> ids(Setup setup) {
        return setup.circuits().stream().map(Circuit::id).collect(Collectors.toSet());
    }

    private static boolean is(JsonNode json, String field, String word, boolean otherwise) {
        String text = Json.text(json, field, null);
        return text == null ? otherwise : text.equals(word);
    }

    private static String onOff(boolean on) {
        return on ? "on" : "off";
    }

    private static String upper(String word) {
        return word.toUpperCase(Locale.ROOT).replace('-', '_');
    }
}
