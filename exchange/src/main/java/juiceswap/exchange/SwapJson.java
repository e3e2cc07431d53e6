package juiceswap.exchange;

import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.StateFields;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;

/** States and options of the changeover, from and to JSON that satisfies its schema. */
public final class SwapJson {
    private SwapJson() {}

    /** Reads a state; what is absent keeps the defaults of a house gone dark. */
    public static SwapState state(Tree json, Setup setup) {
        return StateFields.state(json, setup);
    }

    /** Writes a state with all its fields. */
    public static Map<String, Object> of(SwapState state) {
        return StateFields.of(state);
    }

    /** Reads options; ids must be known and not repeat. */
    public static Options options(Tree json, Setup setup) {
        return StateFields.options(json, setup);
    }

    /** All circuit ids of a setup. */
    public static Set<String> ids(Setup setup) {
        return setup.circuits().stream().map(Circuit::id).collect(Collectors.toSet());
    }
}
