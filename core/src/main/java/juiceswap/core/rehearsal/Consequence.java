package juiceswap.core.rehearsal;

import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * Something that came of how things stood.
 *
 * @param circuit the one concerned, or null
 */
public record Consequence(Kind kind, @Nullable String circuit) {

    /** In the order in which they are looked for: each sees what those before it did. */
    public enum Kind implements Worded {
        /** The generator feeds the utility's dead wires. */
        LINE_WORKER("LINE_WORKER", Severity.LIFE),
        /** Generator and live utility meet, never in step. */
        OUT_OF_STEP("OUT_OF_STEP", Severity.PROPERTY),
        /** A cord end was moved under voltage. */
        ARC("ARC", Severity.HURT),
        /** The ground wire and the frames carry part of the neutral's current. */
        GROUND_CURRENT("GROUND_CURRENT", Severity.HURT),
        /** Without any bond a fault to a frame trips nothing. */
        NO_TRIP("NO_TRIP", Severity.RISK),
        OVERVOLTAGE("OVERVOLTAGE", Severity.PROPERTY),
        /** A motor hums and burns. */
        UNDERVOLTAGE("UNDERVOLTAGE", Severity.PROPERTY),
        /** Electronics on rough power. */
        DELICATE("DELICATE", Severity.RISK),
        /** The engine dies of a load. */
        STALL("STALL", Severity.WORK),
        /** A breaker opens by itself. */
        TRIP("TRIP", Severity.WORK),
        /** A cord carries too much, and nothing opens. */
        CORD_HOT("CORD_HOT", Severity.FIRE),
        /** The engine was treated badly. */
        WEAR("WEAR", Severity.WEAR),
        /** Fuel on a hot engine. */
        FUEL_FIRE("FUEL_FIRE", Severity.LIFE),
        /** The carbon monoxide alarm sounds. */
        CO_ALARM("CO_ALARM", Severity.RISK),
        /** And nobody stopped the engine. */
        CO("CO", Severity.LIFE);

        private final String word;
        private final Severity severity;

        Kind(String word, Severity severity) {
            this.word = word;
            this.severity = severity;
        }

        @Override
        public String word() {
            return word;
        }

        /** How bad it is. */
        public Severity severity() {
            return severity;
        }
    }
}
