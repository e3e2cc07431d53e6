package juiceswap.core.upkeep;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.Problems;
import juiceswap.core.Worded;
import juiceswap.core.supply.Fuel;
import org.jspecify.annotations.Nullable;

/**
 * What is due of a set, its alarms, proofs and fuel.
 *
 * @param today of the household
 * @param engineHours 0 or more
 * @param battery it has one that starts it
 * @param intervals in the place of the usual ones, as the manual gives them
 * @param fuel in store
 * @param since day of first use; not after today
 */
public record Upkeep(
        LocalDate today,
        double engineHours,
        Fuel fuelKind,
        boolean battery,
        Map<Task, Interval> intervals,
        List<Done> done,
        List<FuelLot> fuel,
        LocalDate since) {
    private static final int SOON_DAYS = 14;
    private static final double SOON_HOURS = 5;

    public Upkeep {
        intervals = Collections.unmodifiableMap(new LinkedHashMap<>(intervals));
        done = List.copyOf(done);
        fuel = List.copyOf(fuel);
        Problems problems = new Problems();
        if (!(engineHours >= 0)) {
            problems.add("/engineHours", "invalid.zero-or-more");
        }
        if (since.isAfter(today)) {
            problems.add("/since", "invalid.still-to-come");
        }
        for (int i = 0; i < done.size(); i++) {
            if (done.get(i).on().isAfter(today)) {
                problems.add("/done/" + i + "/on", "invalid.still-to-come");
            }
            if (done.get(i).atHours() > engineHours) {
                problems.add("/done/" + i + "/atHours", "invalid.above-engine-hours");
            }
        }
        for (int i = 0; i < fuel.size(); i++) {
            if (fuel.get(i).bought().isAfter(today)) {
                problems.add("/fuel/" + i + "/bought", "invalid.still-to-come");
            }
        }
        Interval ofFuel = intervals.get(Task.FUEL_AGE);
        if (ofFuel != null && ofFuel.hours() != null) {
            problems.add("/intervals/fuel-age/hours", "invalid.fuel-has-no-hours");
        }
        problems.require();
    }

    /** How a task stands. */
    public enum State implements Worded {
        /** Not done yet, and not due yet. */
        NEVER("never"),
        OK("ok"),
        /** Within 14 days or 5 hours: our own choice. */
        SOON("soon"),
        DUE("due");

        private final String word;

        State(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * A task with when it is due, by whichever comes first.
     *
     * @param due null when no day makes it due
     * @param dueAtHours null when no hours of the engine make it due
     */
    public record Standing(
            Task task, @Nullable LocalDate due, @Nullable Double dueAtHours, State state) {}

    /** Those that apply, in the order of {@link Task}. */
    public List<Standing> tasks() {
        List<Standing> all = new ArrayList<>();
        for (Task task : Task.values()) {
            if (task.appliesTo(fuelKind, battery)) {
                all.add(task == Task.FUEL_AGE ? fuelAge() : standing(task));
            }
        }
        return List.copyOf(all);
    }

    private Standing standing(Task task) {
        Optional<Done> last = done.stream()
                .filter(one -> one.task().countsFor(task))
                .max(Comparator.comparing(Done::on).thenComparingDouble(Done::atHours));
        if (task == Task.OIL_FIRST && last.isPresent()) {
            return new Standing(task, null, null, State.OK);
        }
        Interval interval = intervals.getOrDefault(task, task.usual());
        LocalDate from = last.map(Done::on).orElse(since);
        double fromHours = last.map(Done::atHours).orElse(0.0);
        LocalDate due = interval.days() == null ? null : from.plusDays(interval.days());
        Double dueAtHours = interval.hours() == null ? null : (Double) (fromHours + interval.hours());
        return new Standing(task, due, dueAtHours, state(due, dueAtHours, last.isPresent()));
    }

    /** The lot that is first to be due, which need not be the oldest. */
    private Standing fuelAge() {
        Interval manual = intervals.get(Task.FUEL_AGE);
        boolean never = manual != null && manual.days() == null;
        LocalDate due = never
                ? null
                : fuel.stream()
                        .filter(lot -> lot.litres() > 0)
                        .map(lot -> lot.due(fuelKind, manual == null ? null : manual.days()))
                        .min(Comparator.naturalOrder())
                        .orElse(null);
        return new Standing(Task.FUEL_AGE, due, null, state(due, null, true));
    }

    private State state(@Nullable LocalDate due, @Nullable Double dueAtHours, boolean everDone) {
        boolean isDue = due != null && !today.isBefore(due) || dueAtHours != null && engineHours >= dueAtHours;
        if (isDue) {
            return State.DUE;
        }
        if (!everDone) {
            return State.NEVER;
        }
        boolean soon = due != null && !today.isBefore(due.minusDays(SOON_DAYS))
                || dueAtHours != null && engineHours >= dueAtHours - SOON_HOURS;
        return soon ? State.SOON : State.OK;
    }
}
