package juiceswap.core.changeover;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.Fields;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.changeover.SwapState.Handle;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;

/** States and wishes of a changeover as stored and sent: every field by its name. */
public final class StateFields {
    private StateFields() {}

    /**
     * Reads a state; what is absent keeps the defaults of a house gone dark. {@link InvalidInput} names the field that holds
     * an unknown word or circuit, or a bond that this generator can't have.
     */
    public static SwapState state(Fields stored, Setup setup) {
        Bond bond = stored.word(Bond.class, "bond", setup.source().bond());
        InvalidInput.unless(
                setup.source().bondChange() == BondChange.SWITCH
                        || bond == setup.source().bond(),
                "/bond",
                "invalid.no-bond-switch");
        SwapState.Change state = SwapState.initial(bond, true, false).change();
        state.utilityLive = is(stored, "utility", "live", false);
        state.utilitySteady = stored.flag("utilitySteady", false);
        state.utilityMeasured = stored.flag("utilityMeasured", false);
        state.mainOn = is(stored, "main", "on", true);
        state.plateToGenerator = is(stored, "plate", "generator", false);
        state.inputOn = is(stored, "input", "on", false);
        state.handle = stored.word(Handle.class, "handle", Handle.UTILITY);
        state.branches = stored.word(Branches.class, "branches", Branches.ON);
        state.pick(circuits(stored, "picked", setup));
        state.engine = stored.word(Engine.class, "engine", Engine.STOPPED);
        Double idle = stored.number("idleMinutes");
        state.idleMinutes = idle == null ? 0 : idle.intValue();
        state.outputOn = is(stored, "output", "on", false);
        state.cordAtGenerator = is(stored, "cordGenerator", "in", false);
        state.cordAtHouse = is(stored, "cordHouse", "in", false);
        state.ecoOn = is(stored, "eco", "on", true);
        state.done = Checks.of(stored.texts("done").stream()
                .map(word -> Worded.of(Check.class, word))
                .toList());
        state.generatorMeasured = stored.flag("generatorMeasured", false);
        state.panelMeasured = stored.flag("panelMeasured", false);
        state.loadedMeasured = stored.flag("loadedMeasured", false);
        return state.state();
    }

    /** Writes a state with all its fields but the last reading, which the log holds as what it is. */
    public static Map<String, Object> of(SwapState state) {
        Map<String, Object> stored = new LinkedHashMap<>();
        stored.put("utility", state.utilityLive() ? "live" : "dead");
        stored.put("utilitySteady", state.utilitySteady());
        stored.put("utilityMeasured", state.utilityMeasured());
        stored.put("main", onOff(state.mainOn()));
        stored.put("plate", state.plateToGenerator() ? "generator" : "utility");
        stored.put("input", onOff(state.inputOn()));
        stored.put("handle", state.handle().word());
        stored.put("branches", state.branches().word());
        stored.put("picked", new TreeSet<>(state.picked()));
        stored.put("engine", state.engine().word());
        stored.put("idleMinutes", state.idleMinutes());
        stored.put("output", onOff(state.outputOn()));
        stored.put("cordGenerator", state.cordAtGenerator() ? "in" : "out");
        stored.put("cordHouse", state.cordAtHouse() ? "in" : "out");
        stored.put("bond", state.bond().word());
        stored.put("eco", onOff(state.ecoOn()));
        stored.put(
                "done", state.done().list().stream().map(Check::word).sorted().toList());
        stored.put("generatorMeasured", state.generatorMeasured());
        stored.put("panelMeasured", state.panelMeasured());
        stored.put("loadedMeasured", state.loadedMeasured());
        return stored;
    }

    /** Reads options; ids must be known and not repeat. */
    public static Options options(Fields stored, Setup setup) {
        String at = stored.text("at");
        return new Options(
                stored.text("after", "").equals("stop-first"),
                stored.text("loading", "").equals("big-ones-off"),
                new HashSet<>(circuits(stored, "keepOn", setup)),
                circuits(stored, "pickUp", setup),
                stored.flag("noSensitive", false),
                at == null ? null : stored.require(Place.class, "at"));
    }

    /** Writes options; where a person stands is not kept. */
    public static Map<String, Object> of(Options options) {
        Map<String, Object> stored = new LinkedHashMap<>();
        stored.put("after", options.stopFirst() ? "stop-first" : "restore-first");
        stored.put("loading", options.bigOnesOff() ? "big-ones-off" : "all-off");
        stored.put("keepOn", new TreeSet<>(options.keepOn()));
        stored.put("pickUp", options.pickUp());
        stored.put("noSensitive", options.noSensitive());
        return stored;
    }

    /** The ids of the list in that field, which must be known and not repeat. */
    private static List<String> circuits(Fields stored, String name, Setup setup) {
        Set<String> known = new HashSet<>();
        setup.circuits().stream().map(Circuit::id).forEach(known::add);
        List<String> ids = stored.texts(name);
        List<InvalidInput.Problem> problems = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < ids.size(); i++) {
            String field = "/" + name + "/" + i;
            if (!known.contains(ids.get(i))) {
                problems.add(new InvalidInput.Problem(field, "invalid.no-circuit", "circuit", ids.get(i)));
            } else if (!seen.add(ids.get(i))) {
                problems.add(new InvalidInput.Problem(field, "invalid.listed-twice"));
            }
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        return ids;
    }

    private static boolean is(Fields stored, String name, String word, boolean otherwise) {
        String text = stored.text(name);
        return text == null ? otherwise : text.equals(word);
    }

    private static String onOff(boolean on) {
        return on ? "on" : "off";
    }
}
