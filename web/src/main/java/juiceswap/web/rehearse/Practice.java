package juiceswap.web.rehearse;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Planner;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Consequence;
import juiceswap.core.rehearsal.Meter.Volts;
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
        List<Did> acts,
        List<Slip> slips,
        int seen,
        int hints,
        Instant beganAt,
        @Nullable Instant endedAt) {

    /**
     * An act, as it was done.
     *
     * @param by who did it
     * @param after minutes that went by before it, while people looked and thought; 0 or more
     * @param said what they made of the reading that it gave, before they were told; null while they have said nothing
     */
    record Did(Act act, String by, double after, @Nullable Verdict said) {
        /** The same with what they made of its reading. */
        Did saying(Verdict verdict) {
            return new Did(act, by, after, verdict);
        }
    }

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
    Walked walked() {
        Scenario scenario = scenario();
        Changeover changeover = new Changeover(household.setup(), scenario.options());
        World world = new World(changeover, scenario.goal(), scenario.begins(), scenario.script());
        List<Seen> seenSoFar = new ArrayList<>();
        for (Did did : acts) {
            world.takeTurn(did.by());
            world.letPass(did.after());
            Entry entry = world.perform(did.act());
            Place place = stands(world, did.by());
            Set<String> witnesses = people().stream()
                    .filter(one -> stands(world, one) == place)
                    .collect(Collectors.toUnmodifiableSet());
            seenSoFar.add(new Seen(did, entry, witnesses, judged(entry, world)));
        }
        return new Walked(scenario, changeover, world, List.copyOf(seenSoFar));
    }

    /** What volts mean; null where none were read. */
    private static @Nullable VoltageJudgement judged(Entry entry, World world) {
        if (!(entry.reading() instanceof Volts volts)) {
            return null;
        }
        boolean atPanel = entry.act().action() != Action.MEASURE_GENERATOR;
        return VoltageJudgement.of(
                volts.l2n() != null,
                atPanel,
                !world.closed().isEmpty(),
                new Readings(volts.l1n(), volts.l2n(), volts.l1l2(), volts.hz(), volts.ng()));
    }

    /**
     * An act and what came of it.
     *
     * @param witnesses who stood where it was done, whoever did it among them
     * @param judged what its reading means; null where no volts were read
     */
    record Seen(
            Did did,
            Entry entry,
            Set<String> witnesses,
            @Nullable VoltageJudgement judged) {
        /** They would have gone on where everything has to stop. */
        boolean misjudged() {
            Verdict said = did.said();
            return said != null && said != Verdict.STOP && judged != null && judged.verdict() == Verdict.STOP;
        }
    }

    /** Who takes part, whoever began it first. */
    Set<String> people() {
        Set<String> people = new LinkedHashSet<>(List.of(who));
        acts.forEach(did -> people.add(did.by()));
        return people;
    }

    /** Where somebody stands: indoors, where the lights went out, until they have gone anywhere. */
    static Place stands(World world, String who) {
        Place place = world.place(who);
        return place == null ? Place.INDOORS : place;
    }

    /**
     * Where the acts have led.
     */
    record Walked(Scenario scenario, Changeover changeover, World world, List<Seen> seen) {
        List<Entry> entries() {
            return seen.stream().map(Seen::entry).toList();
        }

        boolean reached() {
            return new Planner(changeover, scenario.goal()).reached(world.state());
        }

        /** What came of the last act; empty when nothing did. */
        List<Consequence> last() {
            return seen.isEmpty()
                    ? List.of()
                    : seen.get(seen.size() - 1).entry().consequences();
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
                walked.seen().stream().anyMatch(one -> !one.entry().broken().isEmpty() || one.misjudged());
        boolean helped = hints > 0 || !slips.isEmpty() || way == Way.LED;
        return Went.of(came(walked), ruleBroken, helped, walked.reached());
    }
}
