package juiceswap.core.rehearsal;

import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Setup;

/**
 * What a rehearsal's world is like beside the household's own things.
 *
 * @param utility when the utility comes and goes, strictly rising
 * @param faults what is not as it seems
 * @param badPlacement the generator stands where its exhaust gets in
 * @param delicate circuits with electronics on them, by id
 */
public record Script(List<UtilityChange> utility, Set<Fault> faults, boolean badPlacement, Set<String> delicate) {
    /** Nothing happens by itself and everything is sound. */
    public static final Script SOUND = new Script(List.of(), Set.of(), false, Set.of());

    /**
     * The utility comes alive or dies.
     *
     * @param at minutes from the beginning, 0 or more
     */
    public record UtilityChange(double at, boolean live) {
        public UtilityChange {
            InvalidInput.notNegative("/at", at);
        }
    }

    public Script {
        utility = List.copyOf(utility);
        faults = Collections.unmodifiableSet(new LinkedHashSet<>(faults));
        delicate = Collections.unmodifiableSet(new LinkedHashSet<>(delicate));
        for (int i = 1; i < utility.size(); i++) {
            InvalidInput.unless(
                    utility.get(i).at() > utility.get(i - 1).at(), "/utility/" + i + "/at", "invalid.not-rising");
        }
    }

    /** Whether that fault of the whole house is there. */
    public boolean has(Fault.Kind kind) {
        return faults.contains(Fault.of(kind));
    }

    /** The same with nothing wrong in it. */
    public Script withoutFaults() {
        return new Script(utility, Set.of(), badPlacement, delicate);
    }

    /** {@link InvalidInput} names the fault or circuit that this house does not have. */
    public void requireIn(Setup setup) {
        int i = 0;
        for (Fault fault : faults) {
            String heavy = fault.circuit();
            InvalidInput.unless(
                    heavy == null || setup.find(heavy) != null,
                    "/faults/" + i++,
                    "invalid.no-circuit",
                    "circuit",
                    heavy);
        }
        int j = 0;
        for (String circuit : delicate) {
            InvalidInput.unless(
                    setup.find(circuit) != null, "/delicate/" + j++, "invalid.no-circuit", "circuit", circuit);
        }
    }
}
