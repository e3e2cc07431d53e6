package juiceswap.core.rotation;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import org.jspecify.annotations.Nullable;

/**
 * A circuit that could be given up where the fuel runs dry within the time that is planned for, and what that brings: worked out
 * by a plan without it.
 *
 * @param priority what it matters for most
 * @param minutes by which the tank lasts longer
 * @param lasts it lasts to the end of what is planned for
 */
public record GivingUp(String circuit, Priority priority, double minutes, boolean lasts) {
    /** Less than this is not worth a word. */
    private static final double LEAST_MINUTES = 15;

    private static final int MOST = 5;

    /** In the order in which they had better be given up: what matters least, and of that what brings most. No life. */
    static List<GivingUp> of(Wanted wanted, Wanted.Now now) {
        LocalDateTime dry = emptyAt(wanted, now);
        if (dry == null) {
            return List.of();
        }
        LocalDateTime end = now.time().plusMinutes((long) Wanted.SLOTS * Wanted.SLOT_MINUTES);
        List<GivingUp> all = new ArrayList<>();
        priorities(wanted, now).forEach((circuit, priority) -> {
            if (priority != Priority.LIFE) {
                LocalDateTime later = emptyAt(wanted.without(circuit), without(now, circuit));
                double minutes =
                        Duration.between(dry, later == null ? end : later).toMinutes();
                if (minutes >= LEAST_MINUTES) {
                    all.add(new GivingUp(circuit, priority, minutes, later == null));
                }
            }
        });
        all.sort(Comparator.comparing(GivingUp::priority)
                .reversed()
                .thenComparing(Comparator.comparingDouble(GivingUp::minutes).reversed()));
        return List.copyOf(all.subList(0, Math.min(MOST, all.size())));
    }

    private static @Nullable LocalDateTime emptyAt(Wanted wanted, Wanted.Now now) {
        return wanted.plan(now, Effort.INSTANT, null, Beside.IN_TURN).fuel().emptyAt();
    }

    /** By circuit, what it matters for most. */
    private static Map<String, Priority> priorities(Wanted wanted, Wanted.Now now) {
        Map<String, Priority> priorities = new LinkedHashMap<>();
        for (Need need : wanted.from(now.setup(), now.time(), now.on(), now.had(), List.of())
                .needs()) {
            priorities.merge(
                    need.circuit(), need.priority(), (one, other) -> one.weight() >= other.weight() ? one : other);
        }
        return priorities;
    }

    private static Wanted.Now without(Wanted.Now now, String circuit) {
        Set<String> on = new HashSet<>(now.on());
        on.remove(circuit);
        return new Wanted.Now(now.setup(), now.time(), on, now.had(), now.fuel(), now.wattHours());
    }
}
