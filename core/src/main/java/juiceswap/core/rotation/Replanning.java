package juiceswap.core.rotation;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.Optional;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/** Why a rotation is planned anew though nobody has asked for it. */
public enum Replanning implements Worded {
    /** There is none yet. */
    NONE_YET("on-generator"),
    /** Something is on or off that no move is about. */
    OFF_PLAN("off-plan"),
    /** A move was not made in its time. */
    OVERDUE("overdue"),
    /** The plan in force ends soon. */
    ENDS_SOON("day-ahead");

    /** With less than this ahead a day is planned anew: a night's sleep and a morning. Our judgement. */
    private static final Duration LEAST_AHEAD = Duration.ofHours(16);

    /** Some reading, and a word with the others. Our judgement. */
    private static final Duration TO_DECIDE = Duration.ofMinutes(10);

    private final String word;

    Replanning(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /**
     * As it is kept with the plan and said to people.
     *
     * @param burns the house lives on an engine, else on a battery alone
     */
    public Phrase phrase(boolean burns) {
        return Phrase.of(this == NONE_YET && !burns ? "plan.why.on-battery" : "plan.why." + word);
    }

    /**
     * Whether a plan that waits for somebody's yes is still left to them. Until then nothing is planned past it: it would
     * vanish under their finger. After ten minutes nobody is looking at it any more, and the house goes on.
     *
     * @param proposed when it was proposed
     */
    public static boolean leftToPeople(Instant proposed, Instant now) {
        return now.isBefore(proposed.plus(TO_DECIDE));
    }

    /**
     * The reason, empty while the plan in force leads on from how things are.
     *
     * @param plan in force, null before there is one
     * @param progress how far it has been followed, null without one
     */
    public static Optional<Replanning> reason(
            @Nullable RotationPlan plan, @Nullable Progress progress, LocalDateTime now) {
        if (plan == null || progress == null) {
            return Optional.of(NONE_YET);
        }
        LocalDateTime end = plan.at(plan.on().size());
        return switch (progress.state()) {
            case OFF_PLAN -> Optional.of(OFF_PLAN);
            case OVERDUE -> Optional.of(OVERDUE);
            case ON_PLAN, DUE, PARTLY ->
                end.isBefore(now.plus(LEAST_AHEAD)) ? Optional.of(ENDS_SOON) : Optional.empty();
        };
    }
}
