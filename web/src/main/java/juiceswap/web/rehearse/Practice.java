package juiceswap.web.rehearse;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Planner;
import juiceswap.core.household.Household;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Consequence;
import juiceswap.core.rehearsal.Rehearsal.Entry;
import juiceswap.core.rehearsal.Scenario;
import juiceswap.core.rehearsal.Spacing.Went;
import juiceswap.core.rehearsal.Trouble;
import juiceswap.core.rehearsal.World;
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
        List<Act> acts,
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
    Practice with(List<Act> otherActs, List<Slip> otherSlips, int nowSeen, int nowHints) {
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
    Walked walked() {
        Scenario scenario = scenario();
        Changeover changeover = new Changeover(household.setup(), scenario.options());
        World world = new World(changeover, scenario.goal(), scenario.begins(), scenario.script());
        List<Entry> entries = new ArrayList<>();
        acts.forEach(act -> entries.add(world.perform(act)));
        return new Walked(scenario, changeover, world, List.copyOf(entries));
    }

    /** Where the acts have led. */
    record Walked(Scenario scenario, Changeover changeover, World world, List<Entry> entries) {
        boolean reached() {
            return new Planner(changeover, scenario.goal()).reached(world.state());
        }

        /** What came of the last act; empty when nothing did. */
        List<Consequence> last() {
            return entries.isEmpty()
                    ? List.of()
                    : entries.get(entries.size() - 1).consequences();
        }
    }

    /** Something came of the last act, and nobody has said yet how it goes on. */
    boolean stopped(Walked walked) {
        return endedAt == null && seen < acts.size() && !walked.last().isEmpty();
    }

    /** Everything that came of it, the taken back included. */
    List<Consequence> came(Walked walked) {
        List<Consequence> came = new ArrayList<>();
        walked.entries().forEach(entry -> came.addAll(entry.consequences()));
        slips.forEach(slip -> came.addAll(slip.consequences()));
        return came;
    }

    Went went(Walked walked) {
        boolean ruleBroken =
                walked.entries().stream().anyMatch(entry -> !entry.broken().isEmpty());
        boolean helped = hints > 0 || !slips.isEmpty() || way == Way.LED;
        return Went.of(came(walked), ruleBroken, helped, walked.reached());
    }
}
