package juiceswap.core.changeover;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Changeover.Move;
import org.jspecify.annotations.Nullable;

/**
 * What would happen if somebody did it now, whatever the plan says.
 *
 * @param broken the rules against it; of what is {@link Answer#BLOCKED} those that would be broken if it were forced
 * @param after how things would stand, also when it is forced
 * @param before what carries voltage now
 * @param then what would carry voltage
 */
public record WhatIf(Answer answer, List<Rule> broken, SwapState after, Energised before, Energised then) {

    /** Whether a step may be done now, and if not, why. */
    public enum Answer implements Worded {
        /** No rule is against it. */
        ALLOWED("allowed"),
        /** A rule is against it. */
        AGAINST_A_RULE("against-a-rule"),
        /** The hardware does not let it happen, or there is nothing there to be done. */
        BLOCKED("blocked"),
        /** It is so already. */
        ALREADY_SO("already-so");

        private final String word;

        Answer(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Parts of the way from the street to the set. */
    public enum Part implements Worded {
        STREET("street"),
        PANEL("panel"),
        INLET("inlet"),
        CORD("cord");

        private final String word;

        Part(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** {@code circuit} for a pick-up, else null; {@code goal} what would otherwise be done. */
    public static WhatIf of(
            Changeover changeover, Goal goal, SwapState given, Action action, @Nullable String circuit) {
        SwapState state = changeover.putRight(given);
        Attempt attempt = Attempt.of(changeover, goal, state, new Move(action, circuit));
        List<Rule> broken = Rule.allBrokenBy(attempt);
        return new WhatIf(
                answer(changeover, attempt, broken),
                broken,
                attempt.after(),
                Energised.of(changeover, state),
                Energised.of(changeover, attempt.after()));
    }

    private static Answer answer(Changeover changeover, Attempt attempt, List<Rule> broken) {
        if (attempt.after().equals(attempt.before())) {
            return Answer.ALREADY_SO;
        }
        if (!attempt.action().possible(changeover, attempt.before(), attempt.circuit())) {
            return Answer.BLOCKED;
        }
        return broken.isEmpty() ? Answer.ALLOWED : Answer.AGAINST_A_RULE;
    }

    /** What would become live by it, from the street to the set. */
    public List<Part> newlyLive() {
        List<Part> parts = new ArrayList<>();
        addIf(parts, then.street() && !before.street(), Part.STREET);
        addIf(parts, then.panel() && !before.panel(), Part.PANEL);
        addIf(parts, then.inlet() && !before.inlet(), Part.INLET);
        addIf(parts, then.cord() && !before.cord(), Part.CORD);
        return List.copyOf(parts);
    }

    private static void addIf(List<Part> parts, boolean condition, Part part) {
        if (condition) {
            parts.add(part);
        }
    }
}
