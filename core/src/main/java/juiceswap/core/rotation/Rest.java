package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
import org.jspecify.annotations.Nullable;

/**
 * When the engine rests and the battery station carries the house. Nights with some room around them and some hours of the day
 * are looked at, and those are taken that come to least: what goes short then, in the dark or later, the walks that stop and
 * start the engine, the noise of the night, and the fuel.
 *
 * @param stops when the engine rests, in the order of time; empty where it had better run on
 * @param plan the plan that it comes to, in a first version
 * @param litresSaved what it burns less than without resting, over the time that is planned for
 */
public record Rest(List<EngineOff> stops, RotationPlan plan, double litresSaved) {
    /** A liter is to be paid for, fetched and poured: as much as a walk to the panel. Our own choice. */
    private static final double EACH_LITRE = Compiled.DAY_VISIT;

    /** An engine that runs while people sleep, by the minute: an hour of it is worth a walk. Our own choice. */
    private static final double EACH_MINUTE_OF_NOISE = Compiled.DAY_VISIT / 60;

    private static final int[] ROOM_AROUND_THE_NIGHT = {0, 60, 120};
    private static final int[] HOURS_OF_A_DAY = {120, 180, 240};
    private static final LocalTime DAY_BEGINS = LocalTime.of(8, 0);
    private static final LocalTime DAY_ENDS = LocalTime.of(20, 0);
    private static final int BEGINS_EVERY_MINUTES = 120;
    private static final int MOST_RESTS_A_DAY = 2;

    private record Candidate(List<EngineOff> stops, RotationPlan plan, double cost) {}

    public Rest {
        stops = List.copyOf(stops);
    }

    /** @param planned a plan quickly made in which the engine rests then */
    static Rest of(Sleep sleep, Function<List<EngineOff>, RotationPlan> planned) {
        Candidate running = candidate(List.of(), sleep, planned);
        Candidate best = running;
        Horizon horizon = running.plan.rotation().horizon();
        for (EngineOff night : nights(horizon, sleep)) {
            best = cheaper(best, candidate(List.of(night), sleep, planned));
        }
        for (int i = 0; i < MOST_RESTS_A_DAY; i++) {
            Candidate before = best;
            for (EngineOff day : days(horizon)) {
                if (before.stops.stream().noneMatch(stop -> near(stop, day))) {
                    List<EngineOff> stops = new ArrayList<>(before.stops);
                    stops.add(day);
                    stops.sort(java.util.Comparator.comparing(EngineOff::from));
                    best = cheaper(best, candidate(stops, sleep, planned));
                }
            }
        }
        return new Rest(best.stops, best.plan, burnt(running.plan) - burnt(best.plan));
    }

    private static Candidate cheaper(Candidate one, Candidate other) {
        return other.cost < one.cost ? other : one;
    }

    /** They overlap, or leave less than an hour between them. */
    private static boolean near(EngineOff one, EngineOff other) {
        return one.from().isBefore(other.to().plusHours(1))
                && other.from().isBefore(one.to().plusHours(1));
    }

    private static Candidate candidate(
            List<EngineOff> stops, Sleep sleep, Function<List<EngineOff>, RotationPlan> planned) {
        RotationPlan plan = planned.apply(stops);
        double cost = plan.score()
                + dark(plan)
                + Rationing.walks(plan.rotation().horizon(), stops)
                + EACH_LITRE * burnt(plan)
                + EACH_MINUTE_OF_NOISE * noise(plan, sleep);
        return new Candidate(stops, plan, cost);
    }

    /** What goes without power because the engine rests, by its weight. */
    static double dark(RotationPlan plan) {
        return plan.unmet().stream()
                .filter(one -> one.engineOff() && plan.missed(one))
                .mapToDouble(one ->
                        one.minutes() * plan.rotation().needs().get(one.need()).weight())
                .sum();
    }

    private static double burnt(RotationPlan plan) {
        return Refuelling.burns(plan).stream().mapToDouble(Double::doubleValue).sum();
    }

    /** Minutes in which the engine runs while people sleep. */
    private static double noise(RotationPlan plan, Sleep sleep) {
        Horizon horizon = plan.rotation().horizon();
        double minutes = 0;
        for (int slot = 0; slot < horizon.slots(); slot++) {
            boolean asleep = sleep.covers(
                    horizon.at(slot).plusMinutes(horizon.slotMinutes() / 2).toLocalTime());
            minutes += asleep && !plan.engineOff().contains(slot) ? horizon.slotMinutes() : 0;
        }
        return minutes;
    }

    /** Nights, or what is left of one, with more or less room around them: whoever stops and starts the engine is awake. */
    private static List<EngineOff> nights(Horizon horizon, Sleep sleep) {
        List<EngineOff> nights = new ArrayList<>();
        LocalDateTime first = horizon.first();
        LocalDateTime up = first.toLocalDate().atTime(sleep.to());
        up = up.isAfter(first) ? up : up.plusDays(1);
        LocalDateTime toBed = up.toLocalDate().atTime(sleep.from());
        toBed = toBed.isBefore(up) ? toBed : toBed.minusDays(1);
        for (int before : ROOM_AROUND_THE_NIGHT) {
            for (int after : ROOM_AROUND_THE_NIGHT) {
                EngineOff night = within(horizon, toBed.minusMinutes(before), up.plusMinutes(after));
                if (night != null && !nights.contains(night)) {
                    nights.add(night);
                }
            }
        }
        return nights;
    }

    private static List<EngineOff> days(Horizon horizon) {
        List<EngineOff> days = new ArrayList<>();
        LocalDateTime begins = horizon.first().toLocalDate().atTime(DAY_BEGINS);
        while (begins.isBefore(horizon.at(horizon.slots()))) {
            for (int minutes : HOURS_OF_A_DAY) {
                LocalDateTime ends = begins.plusMinutes(minutes);
                boolean byDay = !begins.toLocalTime().isBefore(DAY_BEGINS)
                        && !ends.toLocalTime().isAfter(DAY_ENDS)
                        && ends.toLocalDate().equals(begins.toLocalDate());
                EngineOff day = byDay && begins.isAfter(horizon.first()) ? within(horizon, begins, ends) : null;
                if (day != null) {
                    days.add(day);
                }
            }
            begins = begins.plusMinutes(BEGINS_EVERY_MINUTES);
        }
        return days;
    }

    /** In whole slots of the time that is planned for; null where somebody would have to walk who is not there. */
    private static @Nullable EngineOff within(Horizon horizon, LocalDateTime from, LocalDateTime to) {
        int first = from.isBefore(horizon.first()) ? 0 : horizon.slotAt(from);
        int end = to.isBefore(horizon.at(horizon.slots()))
                ? horizon.slotAt(to.plusMinutes(horizon.slotMinutes() - 1L))
                : horizon.slots();
        if (first >= end || horizon.nobodyThere(first) || end < horizon.slots() && horizon.nobodyThere(end)) {
            return null;
        }
        return new EngineOff(horizon.at(first), horizon.at(end));
    }
}
