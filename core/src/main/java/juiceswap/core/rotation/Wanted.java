package juiceswap.core.rotation;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ForkJoinPool;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.Resting.Dropped;
import juiceswap.core.rotation.RotationSearch.Start;
import juiceswap.core.supply.PowerStation;
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

    /** What is left when everything goes off is lived on, so often at most. */
    private static final int MOST_PROLONGED = 3;

    /** So often a plan that would run dry sooner than it says is made anew, to end then. */
    private static final int MOST_SHORTENED = 2;

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
        return from(new Now(setup, now, on, had, null, null), stills, Set.of());
    }

    /** The same, where a battery may carry something while the engine stands still. */
    private Rotation from(Now at, List<EngineOff> stills, Set<Dropped> dropped) {
        Setup setup = at.setup;
        LocalDateTime now = at.time;
        Set<String> on = at.on;
        Had had = at.had;
        List<EngineOff> engineOff = new ArrayList<>(Wish.engineOff(wishes));
        engineOff.addAll(stills);
        engineOff.replaceAll(stop -> riddenThrough(setup, stop));
        Horizon horizon = new Horizon(now, SLOT_MINUTES, SLOTS, sleep, engineOff, Wish.away(wishes));
        List<Need> needs = new ArrayList<>(StandingNeed.over(standing, horizon, had));
        for (Wish wish : wishes) {
            if (wish.to().isAfter(now) && wish.from().isBefore(horizon.at(SLOTS))) {
                wish.need(had, now).ifPresent(needs::add);
            }
        }
        needs.removeIf(need -> setup.find(need.circuit()) == null);
        // a test circuit stays on, so that the supply can be proven at any time; a battery gives the same volts to its
        // end, and a lamp that is on all day would be most of what is in it
        List<String> proving = setup.source().burns() ? setup.transfer().usableTestCircuits() : List.of();
        for (String id : proving) {
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
        if (at.wattHours == null || setup.storage() == null) {
            return new Rotation(setup, horizon, on, needs, Walking.OF_PEOPLE);
        }
        Resting resting = Resting.of(setup, horizon, at.wattHours, needs, dropped);
        needs.addAll(resting.charging());
        return new Rotation(setup, horizon.withEngineOff(resting.engineOff()), on, needs, Walking.OF_PEOPLE);
    }

    /**
     * In a stop that the battery of the transfer device lasts through, its circuits stay live. It is taken as full: it has been
     * charged by whatever fed the house before. Where nobody knows its size nothing is planned with it.
     */
    private static EngineOff riddenThrough(Setup setup, EngineOff stop) {
        TransferDevice.RideThrough battery = setup.transfer().rideThrough();
        Double hours = battery.hours(DutyWatts.of(setup.circuits(battery.circuits())));
        boolean lasts =
                hours != null && Duration.between(stop.from(), stop.to()).toMinutes() <= 60 * hours;
        return lasts && setup.storage() == null ? stop.carrying(Set.copyOf(battery.circuits())) : stop;
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
     * @param charge the battery along it
     */
    public record Made(RotationPlan plan, Refuelling fuel, Charge charge) {
        /** A better version for less than this is not worth another look. */
        private static final double WORTH_A_LOOK = 1;

        /**
         * Whether another plan for the same question is worth having: noticeably better, and it counts on no more than there is in
         * the battery and in the tank.
         *
         * @param now as this one was planned from
         * @param charged when a station that is the only source is charged
         */
        public boolean betteredBy(RotationPlan other, Now now, List<EngineOff> charged) {
            boolean lasts = now.wattHours == null
                    || Charge.along(other, now.wattHours, charged).lastsLike(charge);
            boolean runs = now.fuel == null
                    || !Refuelling.along(other, now.fuel, fuel.refuels()).drySooner(fuel.emptyAt());
            return lasts && runs && other.score() < plan.score() - WORTH_A_LOOK;
        }
    }

    /**
     * How a house stands that is to be planned for.
     *
     * @param fuel null where nobody can tell
     * @param wattHours in the battery station, null where there is none
     */
    public record Now(
            Setup setup,
            LocalDateTime time,
            Set<String> on,
            Had had,
            Refuelling.@Nullable Fuel fuel,
            @Nullable Double wattHours) {
        /** A house without a battery. */
        public Now(Setup setup, LocalDateTime time, Set<String> on, Had had, Refuelling.@Nullable Fuel fuel) {
            this(setup, time, on, had, fuel, null);
        }
    }

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
        Horizon horizon = from(now, List.of(), Set.of()).horizon();
        Start start = inForce == null ? null : ahead(inForce, horizon);
        if (now.setup.source() instanceof PowerStation && now.wattHours != null) {
            // on a battery what was told is worth less than that it lasts
            return onBattery(now, now.wattHours, effort, start == null ? null : Start.untold(start.on()), beside);
        }
        if (now.fuel == null) {
            return made(now, planned(now, List.of(), effort, start, beside), Refuelling.unknown(fillings()));
        }
        List<EngineOff> chosen = fillings();
        RotationPlan first = planned(now, List.of(), Effort.INSTANT, start, beside);
        Refuelling placed = Refuelling.place(first, now.fuel, chosen);
        List<EngineOff> more = new ArrayList<>(placed.refuels());
        more.removeAll(chosen);
        RotationPlan plan =
                planned(now, more, effort, start == null ? null : new Start(first.on(), start.told()), beside);
        Refuelling fuel = Refuelling.along(plan, now.fuel, placed.refuels());
        return fuel.emptyAt() == null ? made(now, plan, fuel) : untilDry(now, effort, plan, fuel, more, beside);
    }

    private Made made(Now now, RotationPlan plan, Refuelling fuel) {
        return new Made(plan, fuel, now.wattHours == null ? Charge.NONE : Charge.along(plan, now.wattHours, charged()));
    }

    /**
     * On a battery alone: it lasts until it has to, which is the end of the plan where nobody has said otherwise, or until it is
     * charged. What it holds after that is lived on until it is empty, and no plan goes on then.
     */
    private Made onBattery(Now now, double wattHours, Effort effort, @Nullable Start start, Beside beside) {
        Horizon horizon = from(now, List.of(), Set.of()).horizon();
        LocalDateTime end = horizon.at(horizon.slots());
        LocalDateTime until = wishes.stream()
                .filter(wish -> wish instanceof Wish.Lasts)
                .map(Wish::to)
                .filter(end::isAfter)
                .findFirst()
                .orElse(end);
        List<EngineOff> empty = new ArrayList<>();
        while (true) {
            RotationPlan plan = new Lasting(
                            from(now, empty, Set.of()),
                            one -> Charge.along(one, wattHours, charged()),
                            until,
                            effort,
                            start,
                            beside)
                    .plan(charged());
            LocalDateTime low = Charge.along(plan, wattHours, charged()).lowAt();
            if (low == null || empty.size() > charged().size()) {
                return made(now, plan, Refuelling.unknown(fillings()));
            }
            empty.add(new EngineOff(low, nextCharge(low, end)));
        }
    }

    private LocalDateTime nextCharge(LocalDateTime low, LocalDateTime end) {
        return charged().stream()
                .map(EngineOff::from)
                .filter(from -> from.isAfter(low))
                .min(Comparator.naturalOrder())
                .orElse(end);
    }

    /** When a station that is the only source is away to be charged. */
    public List<EngineOff> charged() {
        return wishes.stream()
                .filter(wish -> wish instanceof Wish.Charging)
                .map(wish -> new EngineOff(wish.from(), wish.to()))
                .toList();
    }

    /**
     * When a station that is the only source had better be away to be charged.
     *
     * @throws IllegalStateException it is not the only source, or nobody can tell what it holds
     */
    public Recharge recharge(Now now) {
        if (!(now.setup.source() instanceof PowerStation station) || now.wattHours == null) {
            throw new IllegalStateException("no station that is the only source");
        }
        double wattHours = now.wattHours;
        return Recharge.of(station, wattHours, charged(), away -> {
            List<Wish> more = new ArrayList<>(wishes);
            if (away != null) {
                more.add(new Wish.Charging(away.from(), away.to()));
            }
            return withWishes(more)
                    .onBattery(now, wattHours, Effort.INSTANT, null, Beside.IN_TURN)
                    .plan();
        });
    }

    /**
     * No plan runs on an empty tank: from when it is dry everything is off. The plan before it knows that, and may burn less:
     * what it leaves over is lived on too.
     */
    private Made untilDry(
            Now now, Effort effort, RotationPlan wet, Refuelling fuel, List<EngineOff> stops, Beside beside) {
        Refuelling.Fuel there = Objects.requireNonNull(now.fuel);
        LocalDateTime dry = Objects.requireNonNull(fuel.emptyAt());
        for (int i = 0; i < MOST_PROLONGED; i++) {
            RotationPlan plan = planned(now, offFrom(dry, stops, wet), Effort.INSTANT, Start.untold(wet.on()), beside);
            LocalDateTime later = Refuelling.along(plan, there, fuel.refuels()).dryAfter(plan, dry);
            if (!later.isAfter(dry)) {
                break;
            }
            dry = later;
        }
        RotationPlan plan = planned(now, offFrom(dry, stops, wet), effort, Start.untold(wet.on()), beside);
        Refuelling along = Refuelling.along(plan, there, fuel.refuels());
        // what took longer to find may burn more
        for (int i = 0; i < MOST_SHORTENED && along.drySooner(dry); i++) {
            dry = Objects.requireNonNull(along.emptyAt());
            plan = planned(now, offFrom(dry, stops, wet), effort, Start.untold(plan.on()), beside);
            along = Refuelling.along(plan, there, fuel.refuels());
        }
        if (along.drySooner(dry)) {
            dry = Objects.requireNonNull(along.emptyAt());
            plan = cutShort(from(now, offFrom(dry, stops, wet), Set.of()), plan.on());
            along = Refuelling.along(plan, there, fuel.refuels());
        }
        boolean toTheEnd = !dry.isBefore(
                plan.rotation().horizon().at(plan.rotation().horizon().slots()));
        return made(now, plan, toTheEnd || along.emptyAt() != null ? along : along.withEmptyAt(dry));
    }

    /** The same plan for as long as the engine runs in this question. */
    private static RotationPlan cutShort(Rotation rotation, List<Set<String>> on) {
        List<Set<String>> cut = new ArrayList<>();
        for (int slot = 0; slot < on.size(); slot++) {
            boolean still = rotation.horizon().engineOff(slot);
            cut.add(still ? rotation.horizon().carried(slot) : on.get(slot));
        }
        return rotation.judged(cut);
    }

    private static List<EngineOff> offFrom(LocalDateTime dry, List<EngineOff> stops, RotationPlan plan) {
        Horizon horizon = plan.rotation().horizon();
        LocalDateTime end = horizon.at(horizon.slots());
        List<EngineOff> all = new ArrayList<>(stops);
        all.removeIf(stop -> stop.from().isAfter(dry));
        if (dry.isBefore(end)) {
            all.add(new EngineOff(dry, end));
        }
        return all;
    }

    /**
     * The plan with these stops beside those that are wished. Where the battery could not be charged as far as it was reckoned
     * with, it carries less.
     */
    private RotationPlan planned(Now now, List<EngineOff> stops, Effort effort, @Nullable Start start, Beside beside) {
        Set<Dropped> dropped = new HashSet<>();
        if (now.wattHours != null) {
            lasting(now, stops, Effort.INSTANT, start, beside, dropped);
        }
        return lasting(now, stops, effort, start, beside, dropped);
    }

    private RotationPlan lasting(
            Now now, List<EngineOff> stops, Effort effort, @Nullable Start start, Beside beside, Set<Dropped> dropped) {
        while (true) {
            RotationPlan plan = from(now, stops, dropped).planFrom(start, effort, beside, Watch.PATIENT);
            Dropped less = now.wattHours == null ? null : Resting.tooMuch(plan, now.wattHours);
            if (less == null || !dropped.add(less)) {
                return plan;
            }
        }
    }

    /**
     * The plan by which a given amount of fuel lasts until then, with the times without the engine that it takes.
     *
     * @param litres above 0
     */
    public Rationing ration(Now now, double litres, LocalDateTime until, Effort effort) {
        return Rationing.of(stills -> from(now, stills, Set.of()), litres, until, effort);
    }

    /**
     * When the engine rests on the battery, if at all: over a night, over some hours of a day, or both, whatever comes to
     * least. What goes without power meanwhile, the walks to stop and start the engine and the fuel are weighed together.
     */
    public Rest rest(Now now) {
        return Rest.of(
                sleep == null ? USUAL_SLEEP : sleep,
                stops -> planned(now, stops, Effort.INSTANT, null, Beside.IN_TURN));
    }

    /** What had better be given up, in its order, where the fuel does not last; empty where it does, or nobody can tell. */
    public List<GivingUp> toGiveUp(Now now) {
        return GivingUp.of(this, now);
    }

    /** The same household that wants nothing of that circuit. */
    Wanted without(String circuit) {
        return new Wanted(
                standing.stream()
                        .filter(need -> !need.circuit().equals(circuit))
                        .toList(),
                wishes.stream()
                        .filter(wish ->
                                !(wish instanceof Wish.Job job && job.circuit().equals(circuit)))
                        .filter(wish ->
                                !(wish instanceof Wish.Pin pin && pin.circuit().equals(circuit)))
                        .toList(),
                sleep);
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

    /** A plan from a later beginning on; what it does not reach goes on as its end, and nobody has been told of that. */
    private static Start ahead(RotationPlan plan, Horizon later) {
        int shift = (int) (Duration.between(plan.rotation().horizon().first(), later.first())
                        .toMinutes()
                / later.slotMinutes());
        List<Set<String>> ahead = new ArrayList<>();
        for (int slot = 0; slot < later.slots(); slot++) {
            ahead.add(plan.on().get(Math.max(0, Math.min(plan.on().size() - 1, slot + shift))));
        }
        return new Start(ahead, Math.max(0, Math.min(later.slots(), plan.on().size() - shift)));
    }
}
