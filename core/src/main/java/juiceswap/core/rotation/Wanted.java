package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.Need.Priority;
import juiceswap.core.rotation.Need.Window;
import org.jspecify.annotations.Nullable;

/**
 * Everything that people want of a rotation: what the house needs on any day, what is wished for once, when they sleep.
 *
 * @param sleep null: nobody minds being woken
 */
public record Wanted(
        List<StandingNeed> standing,
        List<Wish> wishes,
        @Nullable Sleep sleep) {
    /** As finely as a household plans. */
    public static final int SLOT_MINUTES = 15;

    /** A day ahead. */
    public static final int SLOTS = 96;

    public Wanted {
        standing = List.copyOf(standing);
        wishes = List.copyOf(wishes);
    }

    public Wanted withWishes(List<Wish> others) {
        return new Wanted(standing, others, sleep);
    }

    /**
     * The question to plan by: a day from {@code now}, beginning with what is on.
     *
     * @param on ids of what is on
     * @param stills when the engine stands still beside what is wished
     */
    public Rotation from(Setup setup, LocalDateTime now, Set<String> on, Had had, List<EngineOff> stills) {
        List<EngineOff> engineOff = new ArrayList<>(Wish.engineOff(wishes));
        engineOff.addAll(stills);
        Horizon horizon = new Horizon(now, SLOT_MINUTES, SLOTS, sleep, engineOff, Wish.away(wishes));
        List<Need> needs = new ArrayList<>(StandingNeed.over(standing, horizon, had));
        for (Wish wish : wishes) {
            if (wish.to().isAfter(now) && wish.from().isBefore(horizon.at(SLOTS))) {
                wish.need(had, now).ifPresent(needs::add);
            }
        }
        needs.removeIf(need -> setup.find(need.circuit()) == null);
        // a test circuit stays on, so that the supply can be proven at any time
        for (String id : setup.transfer().usableTestCircuits()) {
            needs.add(new Need.Pinned(id, true, Window.ALWAYS));
        }
        Set<String> needed = new HashSet<>();
        needs.forEach(need -> needed.add(need.circuit()));
        for (String id : on) {
            boolean serves = setup.circuits(on).stream()
                    .anyMatch(other -> !other.id().equals(id)
                            && setup.withNeeded(List.of(other.id())).contains(id));
            if (!needed.contains(id) && !serves) {
                // somebody has switched it on and nobody has said what for: it may stay as long as it is in nobody's
                // way
                needs.add(new Need.Always(id, Priority.COMFORT, Window.ALWAYS));
            }
        }
        return new Rotation(setup, horizon, on, needs);
    }
}
