package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
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
        Recharge best = new Recharge(null, stays);
        double bestCost = cost(stays, null);
        Charge charge = Charge.along(stays, wattHours, charged);
        for (EngineOff away : candidates(station, charge, stays.rotation().horizon())) {
            RotationPlan plan = planned.apply(away);
            double cost = cost(plan, away);
            if (cost < bestCost) {
                best = new Recharge(away, plan);
                bestCost = cost;
            }
        }
        return best;
    }

    private static List<EngineOff> candidates(PowerStation station, Charge charge, Horizon horizon) {
        List<EngineOff> candidates = new ArrayList<>();
        LocalDateTime begins = horizon.first().toLocalDate().atTime(DAY_BEGINS);
        for (; begins.isBefore(horizon.at(horizon.slots())); begins = begins.plusMinutes(BEGINS_EVERY_MINUTES)) {
            if (begins.isBefore(horizon.first())) {
                continue;
            }
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
                    candidates.add(new EngineOff(horizon.at(first), horizon.at(first + slots)));
                }
            }
        }
        return candidates;
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
