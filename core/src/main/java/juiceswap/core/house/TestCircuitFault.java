package juiceswap.core.house;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
            of(circuit).ifPresent(fault -> faults.put(circuit, fault));
        }
        return faults;
    }

    private static Optional<TestCircuitFault> of(Circuit circuit) {
        if (circuit.twoPole()) {
            return Optional.of(ON_BOTH_LEGS);
        }
        if (circuit.loads().stream().anyMatch(load -> load.extraWatts() > 0)) {
            return Optional.of(HAS_MOTOR);
        }
        if (circuit.loads().stream().anyMatch(Load::delicate)) {
            return Optional.of(HAS_ELECTRONICS);
        }
        return circuit.loads().isEmpty() ? Optional.of(EMPTY) : Optional.empty();
    }

    /** The circuit on {@code leg} that is fittest to be tested with: nothing speaks against it, and it draws least. */
    public static Optional<Circuit> proposed(Setup setup, Leg leg) {
        return setup.circuits().stream()
                .filter(circuit -> !circuit.lockedOff() && circuit.leg() == leg)
                .filter(circuit -> of(circuit).isEmpty())
                .min(Comparator.comparingDouble(Circuit::runningWatts));
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
