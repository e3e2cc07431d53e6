package juiceswap.core.house;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.Worded;

/** What speaks against a test circuit: it meets an unproven voltage first, and must show and survive it. */
public enum TestCircuitFault implements Worded {
    /** It is on both legs, so it tells neither apart. */
    ON_BOTH_LEGS("on-both-legs"),
    /** A motor or compressor on it would be ruined by a wrong voltage. */
    HAS_MOTOR("has-motor"),
    /** Delicate electronics on it would be the first to meet a wrong voltage. */
    HAS_ELECTRONICS("has-electronics"),
    /** Nothing hangs on it that could be seen to run. */
    EMPTY("empty");

    private final String word;

    TestCircuitFault(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The faults of the chosen test circuits, by circuit; those that are fit are not in it. */
    public static Map<Circuit, TestCircuitFault> of(Setup setup) {
        Map<Circuit, TestCircuitFault> faults = new LinkedHashMap<>();
        for (Circuit circuit : setup.circuits(setup.transfer().testCircuits())) {
            if (circuit.twoPole()) {
                faults.put(circuit, ON_BOTH_LEGS);
            } else if (circuit.loads().stream().anyMatch(load -> load.extraWatts() > 0)) {
                faults.put(circuit, HAS_MOTOR);
            } else if (circuit.loads().stream().anyMatch(Load::delicate)) {
                faults.put(circuit, HAS_ELECTRONICS);
            } else if (circuit.loads().isEmpty()) {
                faults.put(circuit, EMPTY);
            }
        }
        return faults;
    }

    /** The legs of a split-phase set that no test circuit shows: a lost neutral needs both read. */
    public static List<Leg> legsNotShown(Setup setup) {
        if (!setup.source().splitPhase()) {
            return List.of();
        }
        List<Circuit> tests = setup.circuits(setup.transfer().testCircuits());
        return List.of(Leg.values()).stream()
                .filter(leg -> tests.stream().noneMatch(circuit -> !circuit.twoPole() && circuit.leg() == leg))
                .toList();
    }
}
