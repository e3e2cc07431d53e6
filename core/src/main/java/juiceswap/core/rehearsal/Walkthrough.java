package juiceswap.core.rehearsal;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Planner;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.core.rehearsal.Meter.Volts;
import juiceswap.core.rehearsal.Rehearsal.Entry;
import org.jspecify.annotations.Nullable;

/**
 * A rehearsal as people have gone through it so far: one or several in one world, each act with who stood beside it and what
 * they made of what they read.
 *
 * @param people who takes part, whoever began it first
 * @param world after all acts
 */
public record Walkthrough(Scenario scenario, Changeover changeover, Set<String> people, World world, List<Seen> seen) {

    /**
     * An act, as it was done.
     *
     * @param by who did it
     * @param after minutes that went by before it, while people looked and thought; 0 or more
     * @param said what they made of the reading that it gave, before they were told; null while they have said nothing
     */
    public record Did(
            Act act, String by, double after, @Nullable Verdict said) {
        /** The same with what they made of its reading. */
        public Did saying(Verdict verdict) {
            return new Did(act, by, after, verdict);
        }
    }

    /**
     * An act and what came of it.
     *
     * @param witnesses who stood where it was done, whoever did it among them
     * @param judged what its reading means; null where no volts were read
     */
    public record Seen(
            Did did,
            Entry entry,
            Set<String> witnesses,
            @Nullable VoltageJudgement judged) {
        /** They would have gone on where everything has to stop. */
        public boolean misjudged() {
            Verdict said = did.said();
            return said != null && said != Verdict.STOP && judged != null && judged.verdict() == Verdict.STOP;
        }
    }

    /** Goes through all of it, from the beginning. */
    public static Walkthrough of(Scenario scenario, Setup setup, String whoBegan, List<Did> acts) {
        Changeover changeover = new Changeover(setup, scenario.options());
        World world = new World(changeover, scenario.goal(), scenario.begins(), scenario.script());
        Set<String> people = new LinkedHashSet<>(List.of(whoBegan));
        acts.forEach(did -> people.add(did.by()));
        List<Seen> seen = new ArrayList<>();
        for (Did did : acts) {
            world.takeTurn(did.by());
            world.letPass(did.after());
            Entry entry = world.perform(did.act());
            Place place = stands(world, did.by());
            Set<String> witnesses =
                    people.stream().filter(one -> stands(world, one) == place).collect(Collectors.toUnmodifiableSet());
            seen.add(new Seen(did, entry, witnesses, judged(entry, world)));
        }
        return new Walkthrough(scenario, changeover, people, world, List.copyOf(seen));
    }

    private static @Nullable VoltageJudgement judged(Entry entry, World world) {
        if (!(entry.reading() instanceof Volts volts)) {
            return null;
        }
        return VoltageJudgement.of(
                volts.l2n() != null,
                !entry.act().is(Action.MEASURE_GENERATOR),
                !world.closed().isEmpty(),
                new Readings(volts.l1n(), volts.l2n(), volts.l1l2(), volts.hz(), volts.ng()));
    }

    private static Place stands(World world, String who) {
        Place place = world.place(who);
        return place == null ? Place.INDOORS : place;
    }

    /** Where somebody stands: indoors, where the lights went out, until they have gone anywhere. */
    public Place stands(String who) {
        return stands(world, who);
    }

    /** What somebody did themselves or stood beside. */
    public List<Seen> seenBy(String who) {
        return seen.stream().filter(one -> one.witnesses().contains(who)).toList();
    }

    /** The last act; null before the first. */
    public @Nullable Seen last() {
        return seen.isEmpty() ? null : seen.get(seen.size() - 1);
    }

    /** What came of the last act; empty when nothing did. */
    public List<Consequence> cameLast() {
        Seen last = last();
        return last == null ? List.of() : last.entry().consequences();
    }

    /** What came of all acts together. */
    public List<Consequence> came() {
        return seen.stream().flatMap(one -> one.entry().consequences().stream()).toList();
    }

    /** A rule was broken, or a reading taken for better than it was. */
    public boolean ruleBroken() {
        return seen.stream().anyMatch(one -> !one.entry().broken().isEmpty() || one.misjudged());
    }

    /** The house stands as it was to stand. */
    public boolean reached() {
        return new Planner(changeover, scenario.goal()).reached(world.state());
    }
}
