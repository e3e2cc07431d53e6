package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;
import static juiceswap.exchange.Tree.under;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Rule;
import juiceswap.core.house.Setup;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Fault;
import juiceswap.core.rehearsal.Meter;
import juiceswap.core.rehearsal.Rehearsal;
import juiceswap.core.rehearsal.Script;
import juiceswap.core.rehearsal.Script.UtilityChange;
import juiceswap.core.rehearsal.Severity;
import org.jspecify.annotations.Nullable;

/** Worlds, acts and what came of them, from and to JSON that satisfies its schema. */
public final class RehearsalJson {
    private RehearsalJson() {}

    /** Reads what the world is like; absent, everything is sound. */
    public static Script script(Tree json, String place, Setup setup) {
        return under(place, () -> {
            List<UtilityChange> utility = new ArrayList<>();
            for (Tree change : json.path("utility")) {
                utility.add(new UtilityChange(
                        change.path("at").asDouble(), change.path("live").asBoolean()));
            }
            Set<Fault> faults = new LinkedHashSet<>();
            for (int i = 0; i < json.path("faults").size(); i++) {
                String written = json.path("faults").get(i).asString();
                faults.add(under("/faults/" + i, () -> Fault.of(written)));
            }
            List<String> delicate = json.knownOnce("delicate", SwapJson.ids(setup));
            Script script =
                    new Script(utility, faults, json.flag("badPlacement", false), new LinkedHashSet<>(delicate));
            script.requireIn(setup);
            return script;
        });
    }

    /** Reads acts; the circuits must be there. */
    public static List<Act> acts(Tree json, String place, Setup setup) {
        List<Act> acts = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            Tree one = json.get(i);
            acts.add(under(place + "/" + i, () -> {
                Act act = Act.of(one.path("act").asString(), one.text("circuit"), one.number("minutes"));
                String circuit = act.circuit();
                InvalidInput.unless(
                        circuit == null || setup.find(circuit) != null,
                        "/circuit",
                        "invalid.no-circuit",
                        "circuit",
                        circuit);
                return act;
            }));
        }
        return acts;
    }

    /** Writes one act with what came of it. */
    public static Map<String, @Nullable Object> of(Rehearsal.Entry entry) {
        return object(
                "act", entry.act().word(),
                "circuit", entry.act().circuit(),
                "at", entry.at(),
                "result", entry.done() ? "done" : "impossible",
                "broken", entry.broken().stream().map(Rule::word).toList(),
                "readings", readings(entry.reading()),
                "consequences",
                        entry.consequences().stream()
                                .map(consequence -> object(
                                        "code", consequence.kind().word(),
                                        "severity",
                                                consequence.kind().severity().word(),
                                        "circuit", consequence.circuit()))
                                .toList());
    }

    private static @Nullable Map<String, @Nullable Object> readings(@Nullable Meter reading) {
        if (reading instanceof Meter.Utility utility) {
            return object("utility", utility.live() ? "live" : "dead");
        }
        if (reading instanceof Meter.Ohms bond) {
            return object("ohms", bond.ohms() == null ? "open" : bond.ohms());
        }
        if (reading instanceof Meter.Volts volts) {
            Map<String, @Nullable Object> read =
                    object("l1n", volts.l1n(), "l2n", volts.l2n(), "l1l2", volts.l1l2(), "hz", volts.hz());
            if (volts.ng() != null) {
                read.put("ng", volts.ng());
            }
            return read;
        }
        return null;
    }

    /** Writes how it came out. */
    public static Map<String, @Nullable Object> of(Rehearsal.End end) {
        Map<String, @Nullable Object> state = new LinkedHashMap<>(SwapJson.of(end.state()));
        state.put("idleMinutes", end.idleMinutes());
        Map<String, @Nullable Object> written =
                object("state", state, "on", end.on(), "minutes", end.minutes(), "walks", end.walks());
        for (Severity severity : Severity.values()) {
            written.put(severity.word(), end.counts().getOrDefault(severity, 0));
        }
        Rehearsal.Best best = end.best();
        written.put("destroyed", end.destroyed());
        written.put("minutesDark", end.minutesDark());
        written.put("minutesUnseen", end.minutesUnseen());
        written.put("reached", end.reached());
        written.put("best", best == null ? null : object("minutes", best.minutes(), "walks", best.walks()));
        return written;
    }
}
