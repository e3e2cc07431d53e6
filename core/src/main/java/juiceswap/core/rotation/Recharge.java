package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.supply.PowerStation;
import org.jspecify.annotations.Nullable;

/**
 * When a battery station that is the only source had better be away to be charged. The house is dark meanwhile, and has more
 * afterwards: hours of the day of several lengths are looked at, and the one is taken after which least has gone short.
 *
 * @param away when it is away; null where it had better stay
 * @param plan the plan that it comes to, in a first version
 */
public record Recharge(@Nullable EngineOff away, RotationPlan plan) {
    /** Whoever takes it somewhere, and waits for it, does that by day. */
    private static final LocalTime DAY_BEGINS = LocalTime.of(8, 0);

    private static final LocalTime DAY_ENDS = LocalTime.of(21, 0);
    private static final int BEGINS_EVERY_MINUTES = 120;

    /** To the top, and half as far. */
    private static final double[] SHARES = {1, 0.5};

    private static final int LEAST_MINUTES = 60;

    /** So many of the best times to leave are looked at with a shorter stay too. */
    private static final int SHORTER_AT = 2;

    /**
     * A time away that was looked at.
     *
     * @param cost of the plan that it comes to
     * @param shorter stays that begin at the same time
     */
    private record Tried(EngineOff away, RotationPlan plan, double cost, List<EngineOff> shorter) {}

    /**
     * @param wattHours in it now
     * @param charged when it is away anyhow
     * @param planned a plan quickly made in which it is away then too; null: at no other time
     */
    static Recharge of(
            PowerStation station,
            double wattHours,
            List<EngineOff> charged,
            Function<@Nullable EngineOff, RotationPlan> planned) {
        RotationPlan stays = planned.apply(null);
        Charge charge = Charge.along(stays, wattHours, charged);
        List<Tried> tried = new ArrayList<>();
        for (List<EngineOff> lengths :
                candidates(station, charge, stays.rotation().horizon())) {
            tried.add(tried(lengths.get(0), lengths.subList(1, lengths.size()), planned));
        }
        List<Tried> shorter = tried.stream()
                .sorted(Comparator.comparingDouble(Tried::cost))
                .limit(SHORTER_AT)
                .flatMap(one -> one.shorter.stream())
                .map(away -> tried(away, List.of(), planned))
                .toList();
        tried.addAll(shorter);
        return tried.stream()
                .min(Comparator.comparingDouble(Tried::cost))
                .filter(best -> best.cost < cost(stays, null))
                .map(best -> new Recharge(best.away, best.plan))
                .orElseGet(() -> new Recharge(null, stays));
    }

    private static Tried tried(
            EngineOff away, List<EngineOff> shorter, Function<@Nullable EngineOff, RotationPlan> planned) {
        RotationPlan plan = planned.apply(away);
        return new Tried(away, plan, cost(plan, away), shorter);
    }

    /** For each time to leave the stays that end by day, the longest first. */
    private static List<List<EngineOff>> candidates(PowerStation station, Charge charge, Horizon horizon) {
        List<List<EngineOff>> candidates = new ArrayList<>();
        LocalDateTime begins = horizon.first().toLocalDate().atTime(DAY_BEGINS);
        for (; begins.isBefore(horizon.at(horizon.slots())); begins = begins.plusMinutes(BEGINS_EVERY_MINUTES)) {
            List<EngineOff> lengths =
                    begins.isBefore(horizon.first()) ? List.of() : stays(begins, station, charge, horizon);
            if (!lengths.isEmpty()) {
                candidates.add(lengths);
            }
        }
        return candidates;
    }

    private static List<EngineOff> stays(LocalDateTime begins, PowerStation station, Charge charge, Horizon horizon) {
        List<EngineOff> lengths = new ArrayList<>();
        int first = horizon.slotAt(begins);
        double level = charge.wattHours().get(Math.max(0, first - 1));
        for (double share : SHARES) {
            double minutes = Math.max(LEAST_MINUTES, 60 * share * station.hoursToFull(level));
            int slots = (int) Math.ceil(minutes / horizon.slotMinutes());
            LocalDateTime ends = begins.plusMinutes((long) slots * horizon.slotMinutes());
            boolean byDay = !begins.toLocalTime().isBefore(DAY_BEGINS)
                    && ends.toLocalDate().equals(begins.toLocalDate())
                    && !ends.toLocalTime().isAfter(DAY_ENDS);
            if (byDay && first + slots < horizon.slots() && somebodyIsThere(horizon, first, first + slots)) {
                lengths.add(new EngineOff(horizon.at(first), horizon.at(first + slots)));
            }
        }
        return lengths;
    }

    private static boolean somebodyIsThere(Horizon horizon, int leaves, int returns) {
        return !horizon.nobodyThere(leaves) && !horizon.nobodyThere(returns);
    }

    /** What goes short, in the dark too, and the walks. */
    private static double cost(RotationPlan plan, @Nullable EngineOff away) {
        return Lasting.scoreAsAsked(plan)
                + Rest.dark(plan)
                + (away == null ? 0 : Rationing.walks(plan.rotation().horizon(), List.of(away)));
    }
}
