package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ForkJoinPool;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
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

    /** When people sleep who have not said when. */
    public static final Sleep USUAL_SLEEP = new Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));

    public Wanted {
        standing = List.copyOf(standing);
        wishes = List.copyOf(wishes);
    }

    /** The same household with these wishes in the place of its own. */
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
        needs.addAll(briefly(setup, horizon, needs));
        return new Rotation(setup, horizon, on, needs);
    }

    /** What somebody stands by is on for as long as its other needs ask, and not much longer. */
    private static List<Need> briefly(Setup setup, Horizon horizon, List<Need> needs) {
        List<Need> briefly = new ArrayList<>();
        for (Circuit circuit : setup.circuits()) {
            List<Need> own = needs.stream()
                    .filter(need -> need.circuit().equals(circuit.id()))
                    .toList();
            if (circuit.attended() && !own.isEmpty()) {
                double minutes =
                        own.stream().mapToDouble(need -> used(need, horizon)).sum();
                briefly.add(new Need.Briefly(circuit.id(), minutes));
            }
        }
        return briefly;
    }

    /** Minutes that a need takes at most, each run in whole slots. */
    private static double used(Need need, Horizon horizon) {
        double window = horizon.slotMinutes()
                * (double) (horizon.endInside(need.window()) - horizon.firstInside(need.window()));
        double asked = window;
        if (need instanceof Need.Session session) {
            asked = Math.max(0, session.minutes() - session.ranMinutes());
        } else if (need instanceof Need.Minutes minutes) {
            asked = Math.max(0, minutes.minutes() - minutes.doneMinutes());
        } else if (need instanceof Need.Pinned pinned && !pinned.on()) {
            asked = 0;
        }
        return Math.min(window, Math.ceil(asked / horizon.slotMinutes()) * horizon.slotMinutes());
    }

    /**
     * A plan with the tank.
     *
     * @param fuel the tank along it
     */
    public record Made(RotationPlan plan, Refuelling fuel) {}

    /** How a house stands that is to be planned for. */
    public record Now(Setup setup, LocalDateTime time, Set<String> on, Had had, Refuelling.@Nullable Fuel fuel) {}

    /**
     * The plan from now on; where the tank would not last, the engine stands still to be filled when somebody is awake and
     * there.
     *
     * @param inForce the plan to begin the search with, null: from nothing
     */
    public Made plan(Now now, Effort effort, @Nullable RotationPlan inForce) {
        return plan(now, effort, inForce, Beside.on(ForkJoinPool.commonPool()));
    }

    /**
     * The same.
     *
     * @param beside where its searches go on
     */
    public Made plan(Now now, Effort effort, @Nullable RotationPlan inForce, Beside beside) {
        Rotation question = from(now.setup, now.time, now.on, now.had, List.of());
        List<Set<String>> start = inForce == null ? null : ahead(inForce, question.horizon());
        if (now.fuel == null) {
            return new Made(question.plan(effort, start, beside), Refuelling.UNKNOWN);
        }
        List<EngineOff> chosen = fillings();
        RotationPlan first = question.plan(Effort.INSTANT, start, beside);
        Refuelling placed = Refuelling.place(first, now.fuel, chosen);
        List<EngineOff> more = new ArrayList<>(placed.refuels());
        more.removeAll(chosen);
        RotationPlan plan = (more.isEmpty() ? question : from(now.setup, now.time, now.on, now.had, more))
                .plan(effort, start == null ? null : first.on(), beside);
        Refuelling fuel = Refuelling.along(plan, now.fuel, placed.refuels());
        return fuel.emptyAt() == null ? new Made(plan, fuel) : untilDry(now, effort, plan, fuel, more, beside);
    }

    /** No plan runs on an empty tank: from when it is dry everything is off, and the plan before it knows that. */
    private Made untilDry(
            Now now, Effort effort, RotationPlan wet, Refuelling fuel, List<EngineOff> stops, Beside beside) {
        LocalDateTime dry = Objects.requireNonNull(fuel.emptyAt());
        Horizon horizon = wet.rotation().horizon();
        List<EngineOff> all = new ArrayList<>(stops);
        all.removeIf(stop -> stop.from().isAfter(dry));
        all.add(new EngineOff(dry, horizon.at(horizon.slots())));
        RotationPlan plan = from(now.setup, now.time, now.on, now.had, all).plan(effort, wet.on(), beside);
        return new Made(plan, Refuelling.along(plan, Objects.requireNonNull(now.fuel), fuel.refuels()));
    }

    /**
     * The plan by which a given amount of fuel lasts until then, with the times without the engine that it takes.
     *
     * @param litres above 0
     */
    public Rationing ration(Now now, double litres, LocalDateTime until, Effort effort) {
        return Rationing.of(from(now.setup, now.time, now.on, now.had, List.of()), litres, until, effort);
    }

    /** The stops among the wishes in which the tank is filled. */
    public List<EngineOff> fillings() {
        List<EngineOff> fillings = new ArrayList<>();
        for (Wish wish : wishes) {
            if (wish instanceof Wish.Still still && still.refuel()) {
                fillings.add(new EngineOff(still.from(), still.to()));
            }
        }
        return fillings;
    }

    /** The on-sets of a plan from a later beginning on; what it does not reach goes on as its end. */
    private static List<Set<String>> ahead(RotationPlan plan, Horizon later) {
        int shift = (int) (java.time.Duration.between(plan.rotation().horizon().first(), later.first())
                        .toMinutes()
                / later.slotMinutes());
        List<Set<String>> ahead = new ArrayList<>();
        for (int slot = 0; slot < later.slots(); slot++) {
            ahead.add(plan.on().get(Math.max(0, Math.min(plan.on().size() - 1, slot + shift))));
        }
        return ahead;
    }
}
