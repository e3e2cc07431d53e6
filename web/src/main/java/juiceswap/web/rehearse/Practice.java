package juiceswap.web.rehearse;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.household.Household;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Consequence;
import juiceswap.core.rehearsal.Scenario;
import juiceswap.core.rehearsal.Spacing.Went;
import juiceswap.core.rehearsal.Trouble;
import juiceswap.core.rehearsal.Walkthrough;
import juiceswap.core.rehearsal.Walkthrough.Did;
import org.jspecify.annotations.Nullable;

/**
 * One rehearsal of a household, as it is kept: the acts, from which everything else follows.
 *
 * @param household as it was when the rehearsal began
 * @param slips what was taken back: it counts all the same
 * @param seen so many acts were looked at; something that came of a later one stops the world
 * @param hints that were asked for
 */
@RecordBuilder
record Practice(
        long id,
        String who,
        Trouble trouble,
        long seed,
        Way way,
        Household household,
        List<Did> acts,
        List<Slip> slips,
        int seen,
        int hints,
        Instant beganAt,
        @Nullable Instant endedAt) {

    /**
     * An act that was taken back, with what had come of it.
     *
     * @param minutes when it was done
     */
    record Slip(double minutes, Act act, List<Consequence> consequences) {}

    /** The same with other acts, slips, acts seen and hints. */
    Practice with(List<Did> otherActs, List<Slip> otherSlips, int nowSeen, int nowHints) {
        return new Practice(
                id,
                who,
                trouble,
                seed,
                way,
                household,
                List.copyOf(otherActs),
                List.copyOf(otherSlips),
                nowSeen,
                nowHints,
                beganAt,
                endedAt);
    }

    Scenario scenario() {
        return Scenario.of(trouble, seed, household.setup(), household.outage());
    }

    /** The world after all acts, and each act with what came of it. */
    Walkthrough walked() {
        return Walkthrough.of(scenario(), household.setup(), who, acts);
    }

    /** Something came of the last act, and nobody has said yet how it goes on. */
    boolean stopped(Walkthrough walked) {
        return endedAt == null && seen < acts.size() && !walked.cameLast().isEmpty();
    }

    /** Everything that came of it, the taken back included. */
    List<Consequence> came(Walkthrough walked) {
        List<Consequence> came = new ArrayList<>(walked.came());
        slips.forEach(slip -> came.addAll(slip.consequences()));
        return came;
    }

    Went went(Walkthrough walked) {
        boolean helped = hints > 0 || !slips.isEmpty() || way == Way.LED;
        return Went.of(came(walked), walked.ruleBroken(), helped, walked.reached());
    }
}
