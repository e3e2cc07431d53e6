package juiceswap.core.outage;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import org.jspecify.annotations.Nullable;

/**
 * Why a thing may be silent although its circuit is on.
 *
 * @param partner the circuit whose being off explains it, or null
 */
public record SilenceCause(Kind kind, @Nullable String partner) {

    /** What it may be, the likeliest first. */
    public enum Kind implements Worded {
        /** A circuit that it needs is off: a heater without its control, an outdoor unit without its fan. */
        PARTNER_OFF("partner-off"),
        /** A compressor waits some minutes after power comes back before it starts. */
        RESTART_DELAY("restart-delay"),
        /** A ground-fault outlet on the way has tripped. */
        OUTLET_TRIPPED("outlet-tripped"),
        /** It stays off until somebody presses its button or sets its clock. */
        OWN_SWITCH("own-switch");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** The likely causes for that circuit, with the circuits that are on. */
    public static List<SilenceCause> of(Setup setup, String silent, Set<String> on) {
        Circuit circuit = setup.circuit(silent);
        List<SilenceCause> causes = new ArrayList<>();
        for (String need : circuit.needs()) {
            if (!on.contains(need)) {
                causes.add(new SilenceCause(Kind.PARTNER_OFF, need));
            }
        }
        boolean motor = circuit.startingWatts() > circuit.runningWatts();
        if (motor) {
            causes.add(new SilenceCause(Kind.RESTART_DELAY, null));
        }
        causes.add(new SilenceCause(Kind.OUTLET_TRIPPED, null));
        causes.add(new SilenceCause(Kind.OWN_SWITCH, null));
        return List.copyOf(causes);
    }
}
