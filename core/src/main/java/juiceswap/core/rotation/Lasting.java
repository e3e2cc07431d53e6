package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.RotationSearch.Start;
import org.jspecify.annotations.Nullable;

/**
 * Making a battery last that is the only source. What is on is given a price by the watt-hour, in minutes of comfort, and the
 * lowest is looked for at which the plan lasts: so what matters least for what it draws is given up first. What a life hangs on has
 * no price.
 *
 * <p>One price for the whole time weighs all hours alike. Then it is lowered in each stretch between two charges for itself, since
 * what is left over before one is of no use after it; and within a stretch the next lower price, which would not last, holds for as
 * long as it can. So what is left goes into the hours that come first: the street may be back before the others.
 */
final class Lasting {
    /** How far the two prices are apart that it is split between: so much lower the one, so much higher the other. */
    private static final double[] APART = {1, 0.7, 0.4};

    private static final double[] FIRST_IDEA_APART = {0.7};

    /** At a tenth of it nobody would notice it: a stove of 1,500 W for an hour would cost a minute and a half of comfort. */
    private static final double LEAST_PRICE = 1e-3;

    /** At this price nothing is worth being on but what has none. */
    private static final double MOST_PRICE = 1e3;

    /** By its logarithm the price is halved in so many times: to a percent, or to a fifth where a first idea is enough. */
    private static final int STEPS = 10;

    private static final int FIRST_IDEA_STEPS = 6;

    /** So often it is planned with care for each stretch. */
    private static final int CAREFUL_STEPS = 4;

    private final Rotation question;
    private final Function<RotationPlan, Charge> charge;
    private final LocalDateTime until;
    private final Effort effort;
    private final @Nullable Start inForce;
    private final Beside beside;

    /** The plan that lasted at the last prices that were kept. */
    private @Nullable RotationPlan lasting;

    /**
     * Slots with a price: a lower one up to, not including, {@code split}, then a higher one.
     *
     * @param tooLow the highest price that is known not to last
     */
    private record Stretch(int from, int split, int to, double tooLow, double price) {
        Stretch withPrice(double other) {
            return new Stretch(from, from, to, tooLow, other);
        }

        Stretch withTooLow(double other) {
            return new Stretch(from, from, to, other, price);
        }

        Stretch splitAt(int slot) {
            return new Stretch(from, slot, to, tooLow, price);
        }
    }

    /**
     * @param question as it would be with power in plenty
     * @param charge what the battery holds along a plan
     * @param until it has to last until then
     */
    Lasting(
            Rotation question,
            Function<RotationPlan, Charge> charge,
            LocalDateTime until,
            Effort effort,
            @Nullable Start inForce,
            Beside beside) {
        this.question = question;
        this.charge = charge;
        this.until = until;
        this.effort = effort;
        this.inForce = inForce;
        this.beside = beside;
    }

    /**
     * The plan that lasts, or, where none does, the one in which nothing is on but what a life hangs on.
     *
     * @param charged when it is charged
     */
    RotationPlan plan(List<EngineOff> charged) {
        if (lasts(question.planFrom(inForce, Effort.INSTANT, beside, Watch.PATIENT))) {
            RotationPlan free = question.planFrom(inForce, effort, beside, Watch.PATIENT);
            if (lasts(free)) {
                return free;
            }
        }
        List<Stretch> stretches = onePrice(stretches(charged));
        if (lasting == null) {
            return priced(stretches).planFrom(inForce, effort, beside, Watch.PATIENT);
        }
        for (int i = 0; i < stretches.size(); i++) {
            if (stretches.size() > 1) {
                lowerPrice(stretches, i);
            }
            splitBest(stretches, i);
        }
        return effort == Effort.INSTANT ? lasting : withMoreEffort(stretches);
    }

    private boolean lasts(RotationPlan plan) {
        LocalDateTime low = charge.apply(plan).lowAt();
        return low == null || !low.isBefore(until);
    }

    /** Whether it lasts with these prices, by a plan quickly made, which is kept then. */
    private boolean lasts(List<Stretch> stretches) {
        RotationPlan plan = priced(stretches).planFrom(inForce, Effort.INSTANT, beside, Watch.PATIENT);
        boolean lasts = lasts(plan);
        lasting = lasts ? plan : lasting;
        return lasts;
    }

    /** What is lived on from one charge to the next, up to the time until which it has to last. */
    private List<Stretch> stretches(List<EngineOff> charged) {
        Horizon horizon = question.horizon();
        int end = until.isBefore(horizon.at(horizon.slots())) ? horizon.slotAt(until) : horizon.slots();
        TreeSet<Integer> ends = new TreeSet<>(Set.of(end));
        for (EngineOff stop : charged) {
            if (stop.to().isAfter(horizon.first()) && stop.to().isBefore(horizon.at(end))) {
                ends.add(horizon.slotAt(stop.to()));
            }
        }
        List<Stretch> stretches = new ArrayList<>();
        int from = 0;
        for (int to : ends) {
            if (to > from) {
                stretches.add(new Stretch(from, from, to, LEAST_PRICE, MOST_PRICE));
                from = to;
            }
        }
        return stretches;
    }

    private int steps() {
        return effort == Effort.INSTANT ? FIRST_IDEA_STEPS : STEPS;
    }

    private List<Stretch> onePrice(List<Stretch> stretches) {
        double low = LEAST_PRICE;
        double high = MOST_PRICE;
        for (int step = 0; step < steps(); step++) {
            double price = Math.sqrt(low * high);
            if (lasts(all(stretches, low, price))) {
                high = price;
            } else {
                low = price;
            }
        }
        return all(stretches, low, high);
    }

    private static List<Stretch> all(List<Stretch> stretches, double tooLow, double price) {
        List<Stretch> all = new ArrayList<>();
        stretches.forEach(stretch -> all.add(stretch.withPrice(price).withTooLow(tooLow)));
        return all;
    }

    /** Lowers the price of one stretch, as far as it lasts beside the others as they are. */
    private void lowerPrice(List<Stretch> stretches, int index) {
        Stretch stretch = stretches.get(index);
        double low = LEAST_PRICE;
        double high = stretch.price();
        for (int step = 0; step < steps() - 2; step++) {
            double price = Math.sqrt(low * high);
            stretches.set(index, stretch.withPrice(price));
            if (lasts(stretches)) {
                high = price;
            } else {
                low = price;
            }
        }
        stretches.set(index, stretch.withPrice(high).withTooLow(low));
    }

    /**
     * At prices that are all but right hardly anything is worth a walk, neither on nor off: what is on stays on until nothing is
     * left, and what is off stays off. So it is split between prices farther apart too, and the best is taken.
     */
    private void splitBest(List<Stretch> stretches, int index) {
        Stretch whole = stretches.get(index);
        RotationPlan best = null;
        Stretch chosen = whole;
        for (double share : effort == Effort.INSTANT ? FIRST_IDEA_APART : APART) {
            stretches.set(index, whole.withTooLow(share * whole.tooLow()).withPrice(whole.price() / share));
            split(stretches, index);
            RotationPlan plan = Objects.requireNonNull(lasting);
            if (best == null || scoreAsAsked(plan) < scoreAsAsked(best)) {
                best = plan;
                chosen = stretches.get(index);
            }
        }
        stretches.set(index, chosen);
        lasting = best;
    }

    /** The price that is too low for all of a stretch holds for as much of it as it lasts. */
    private void split(List<Stretch> stretches, int index) {
        Stretch stretch = stretches.get(index);
        int low = stretch.from();
        int high = stretch.to();
        while (high - low > 1) {
            int slot = (low + high) / 2;
            stretches.set(index, stretch.splitAt(slot));
            if (lasts(stretches)) {
                low = slot;
            } else {
                high = slot;
            }
        }
        stretches.set(index, stretch.splitAt(low));
    }

    /** A better search takes less for the same, or more: so where the lower price ends is looked for once more with it. */
    private RotationPlan withMoreEffort(List<Stretch> stretches) {
        RotationPlan best = Objects.requireNonNull(lasting);
        Effort careful = effort.compareTo(Effort.QUICK) < 0 ? effort : Effort.QUICK;
        for (int i = 0; i < stretches.size(); i++) {
            Stretch stretch = stretches.get(i);
            int low = stretch.from();
            int high = stretch.to();
            int slot = stretch.split();
            for (int step = 0; step < CAREFUL_STEPS && low < high; step++) {
                stretches.set(i, stretch.splitAt(slot));
                RotationPlan plan = priced(stretches).plan(careful, best.on(), beside);
                if (lasts(plan)) {
                    best = scoreAsAsked(plan) < scoreAsAsked(best) ? plan : best;
                    low = slot + 1;
                } else {
                    high = slot;
                }
                stretches.set(i, stretch.splitAt(Math.max(stretch.from(), low - 1)));
                slot = (low + high) / 2;
            }
        }
        if (careful == effort) {
            return best;
        }
        RotationPlan more = priced(stretches).plan(effort, best.on(), beside);
        return lasts(more) && scoreAsAsked(more) < scoreAsAsked(best) ? more : best;
    }

    private Rotation priced(List<Stretch> stretches) {
        Setup setup = question.setup();
        Set<String> wanted = new HashSet<>();
        Set<String> free = new HashSet<>();
        for (Need need : question.needs()) {
            wanted.add(need.circuit());
            if (need.priority() == Priority.LIFE) {
                free.addAll(setup.withNeeded(List.of(need.circuit())));
            }
        }
        wanted.removeAll(free);
        List<Need> needs = new ArrayList<>(question.needs());
        setup.circuits(wanted).forEach(circuit -> {
            double watts = DutyWatts.of(List.of(circuit));
            for (Stretch stretch : stretches) {
                price(needs, circuit.id(), stretch.tooLow() * watts / 60, stretch.from(), stretch.split());
                price(needs, circuit.id(), stretch.price() * watts / 60, stretch.split(), stretch.to());
            }
        });
        return question.withNeeds(needs);
    }

    private void price(List<Need> needs, String circuit, double costAMinute, int from, int to) {
        if (costAMinute > 0 && from < to) {
            Horizon horizon = question.horizon();
            needs.add(new Need.Sparing(circuit, costAMinute, new Window(horizon.at(from), horizon.at(to))));
        }
    }

    /** What the needs of a plan go short by and its walks cost, without what was put on what is on. */
    static double scoreAsAsked(RotationPlan plan) {
        Horizon horizon = plan.rotation().horizon();
        double spent = 0;
        for (Need need : plan.rotation().needs()) {
            if (need instanceof Need.Sparing sparing) {
                for (int slot = horizon.firstInside(need.window()); slot < horizon.endInside(need.window()); slot++) {
                    boolean on = plan.on().get(slot).contains(need.circuit());
                    spent += on ? horizon.slotMinutes() * sparing.costAMinute() : 0;
                }
            }
        }
        return plan.score() - spent;
    }
}
