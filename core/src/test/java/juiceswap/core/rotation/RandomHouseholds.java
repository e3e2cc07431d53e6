package juiceswap.core.rotation;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import org.jspecify.annotations.Nullable;

/**
 * Households by the hundred for the rotation: each seed is another one, always the same for the same seed. Small sets and large
 * ones, many motors, medicine, nights, refuels, slots of five minutes to an hour, six hours to two days, and questions asked in
 * the middle of an outage. Even seeds are for tuning the search, odd ones for saying how good it is.
 */
public final class RandomHouseholds {
    private static final int[] SLOT_MINUTES = {5, 10, 15, 15, 15, 15, 20, 30, 30, 60};
    private static final int[] HOURS = {6, 8, 12, 12, 16, 24, 24, 24, 36, 48};

    /** How many times its running watts a generator gives for a start. */
    private static final double START = 1.26;

    private final Random random;
    private final LocalDateTime start;
    private final int slotMinutes;
    private final int slots;
    private final List<Circuit> circuits = new ArrayList<>();
    private final List<Need> needs = new ArrayList<>();
    private int space = 1;

    private RandomHouseholds(long seed) {
        random = new Random(seed * 1_000_003 + 17);
        slotMinutes = SLOT_MINUTES[random.nextInt(SLOT_MINUTES.length)];
        int hours = HOURS[random.nextInt(HOURS.length)];
        slots = Math.max(6, Math.min(288, hours * 60 / slotMinutes));
        start = LocalDate.of(2031, 1 + random.nextInt(12), 1 + random.nextInt(28))
                .atTime(6 + random.nextInt(17), random.nextInt(3) == 0 ? random.nextInt(60) : 0);
    }

    /** The question of the household with that number. */
    public static Rotation of(long seed) {
        return new RandomHouseholds(seed).rotation();
    }

    /**
     * The same household, in which people mind more than how long something goes short: what is low, used up, left at a time,
     * interrupted, and walks that could have been one.
     */
    public static Rotation minding(long seed) {
        Rotation plain = of(seed);
        RandomHouseholds people = new RandomHouseholds(seed + 5_000);
        Horizon horizon = plain.horizon();
        List<Need> needs =
                plain.needs().stream().map(need -> people.minded(need, horizon)).toList();
        Walking walking =
                new Walking(people.random.nextInt(3), 10 * people.random.nextInt(7), people.random.nextInt(30));
        return new Rotation(plain.setup(), horizon, plain.now(), needs, walking);
    }

    private Need minded(Need need, Horizon horizon) {
        Need.Worth worth = new Need.Worth(0.5 * (1 + random.nextInt(6)), 10 * random.nextInt(6));
        if (need instanceof Need.Always always) {
            return new Need.Always(always.circuit(), always.priority(), always.window(), worth);
        }
        if (need instanceof Need.Minutes some) {
            return new Need.Minutes(
                    some.circuit(),
                    some.priority(),
                    some.minutes(),
                    some.blockMinutes(),
                    some.doneMinutes(),
                    some.window(),
                    worth);
        }
        if (!(need instanceof Need.Reserve reserve)) {
            return need;
        }
        List<Need.Care.Use> uses = new ArrayList<>();
        List<Need.Care.Floor> floors = new ArrayList<>();
        long whole = (long) horizon.slots() * horizon.slotMinutes();
        for (int i = random.nextInt(3); i > 0; i--) {
            LocalDateTime from = horizon.start().plusMinutes(random.nextInt((int) whole));
            uses.add(new Need.Care.Use(
                    new Window(from, from.plusMinutes(30 + random.nextInt(300))), 0.25 * (1 + random.nextInt(12))));
        }
        for (int i = random.nextInt(3); i > 0; i--) {
            LocalDateTime at = horizon.start().plusMinutes(random.nextInt((int) whole + 60));
            floors.add(new Need.Care.Floor(at, reserve.holdMinutes() * (1 + random.nextInt(10)) / 10));
        }
        return new Need.Reserve(
                reserve.circuit(),
                reserve.priority(),
                reserve.holdMinutes(),
                reserve.recoverMinutes(),
                reserve.levelMinutes(),
                new Need.Care(
                        random.nextBoolean() ? null : (Double) (0.1 * random.nextInt(8)),
                        0.5 * random.nextInt(3),
                        uses,
                        floors));
    }

    private Rotation rotation() {
        int count = 4 + random.nextInt(random.nextInt(3) == 0 ? 24 : 12);
        boolean split = random.nextInt(6) > 0;
        for (int i = 0; i < count; i++) {
            add("c" + i, split);
        }
        double running = generatorWatts();
        Setup setup = Samples.setup(
                split ? Samples.generator(running, running * START) : Samples.generator120(running, running * START),
                circuits.toArray(Circuit[]::new));
        if (random.nextInt(5) == 0) {
            setup = new Setup(
                    setup.transfer().withMaxBreakersOn(2 + random.nextInt(4)),
                    setup.source(),
                    setup.path(),
                    setup.circuits());
        }
        Horizon horizon = new Horizon(start, slotMinutes, slots, sleep(), engineOff());
        return new Rotation(setup, horizon, random.nextInt(5) < 2 ? now(setup) : null, needs);
    }

    private Horizon.@Nullable Sleep sleep() {
        if (random.nextInt(7) == 0) {
            return null;
        }
        return new Horizon.Sleep(
                LocalTime.of(21 + random.nextInt(3), 30 * random.nextInt(2)),
                LocalTime.of(5 + random.nextInt(3), 30 * random.nextInt(2)));
    }

    private List<EngineOff> engineOff() {
        List<EngineOff> off = new ArrayList<>();
        if (random.nextInt(2) == 0) {
            LocalDateTime time = start.truncatedTo(ChronoUnit.HOURS);
            LocalDateTime end = start.plusMinutes((long) slots * slotMinutes);
            time = time.plusHours(2 + random.nextInt(8));
            while (time.isBefore(end) && off.size() < 4) {
                off.add(new EngineOff(time, time.plusMinutes(20 + 10 * random.nextInt(4))));
                time = time.plusHours(5 + random.nextInt(6));
            }
        }
        return off;
    }

    /** Something that may be on together, as it would be in the middle of an outage. */
    private Set<String> now(Setup setup) {
        List<Circuit> shuffled = new ArrayList<>(circuits);
        Collections.shuffle(shuffled, random);
        Set<String> on = new HashSet<>();
        for (Circuit circuit : shuffled) {
            Set<String> more = new HashSet<>(on);
            more.add(circuit.id());
            more = new HashSet<>(setup.withNeeded(more));
            if (random.nextInt(3) > 0 && Capacity.of(setup, more, Set.of()).ok()) {
                on = more;
            }
        }
        return on;
    }

    /** A circuit with what it is needed for. */
    private void add(String id, boolean split) {
        int kind = random.nextInt(20);
        if (kind < 5) {
            // cold: a compressor
            double watts = between(90, 260);
            circuit(id, watts, watts * between(3, 6), false);
            reserve(id, kind == 0 ? Priority.PROPERTY : Priority.FOOD, 180, 900);
        } else if (kind < 6) {
            double watts = between(50, 150);
            circuit(id, watts, watts * between(1, 4), false);
            reserve(id, Priority.LIFE, 120, 480);
        } else if (kind < 8) {
            // heat: a blower, or heat tape
            double watts = between(200, 700);
            circuit(id, watts, watts * between(1, 3), false);
            reserve(id, Priority.PROPERTY, 90, 300);
        } else if (kind < 10) {
            // a pump
            double watts = between(500, 1400);
            circuit(id, watts, watts * between(2, 3.5), split && random.nextBoolean());
            reserve(id, random.nextBoolean() ? Priority.PROPERTY : Priority.COMFORT, 120, 360);
        } else if (kind < 12) {
            // hot water, or a room unit
            double watts = between(900, 3600);
            circuit(id, watts, watts * between(1, 1.6), split && watts > 1500);
            reserve(id, Priority.COMFORT, 180, 720);
        } else if (kind < 15) {
            // a job: kettle, washer, oven
            double watts = between(400, 2000);
            circuit(id, watts, watts * between(1, 2), split && random.nextInt(4) == 0);
            int jobs = 1 + random.nextInt(2);
            for (int i = 0; i < jobs; i++) {
                session(id);
            }
        } else if (kind < 17) {
            circuit(id, between(20, 300), 0, false);
            always(id);
        } else {
            double watts = between(80, 900);
            circuit(id, watts, watts * between(1, 2), false);
            minutes(id);
        }
    }

    private void circuit(String id, double watts, double starting, boolean both) {
        double runs = Math.rint(watts / 10) * 10;
        double starts = Math.max(runs, Math.rint(starting / 10) * 10);
        Load load = both ? Samples.load240(runs, starts) : Samples.load(runs, starts);
        space += 1 + random.nextInt(4);
        List<Integer> spaces = both ? List.of(space, space + 2) : List.of(space);
        space += both ? 4 : 1;
        int before = circuits.size();
        List<String> needed = before > 0 && random.nextInt(12) == 0 ? List.of("c" + random.nextInt(before)) : List.of();
        List<String> notWith = before > 0 && needed.isEmpty() && random.nextInt(12) == 0
                ? List.of("c" + random.nextInt(before))
                : List.of();
        circuits.add(new Circuit(id, id, spaces, 20, List.of(load), needed, notWith, null, false));
    }

    private void reserve(String id, Priority priority, double least, double most) {
        double hold = 30 * Math.rint(between(least, most) / 30);
        double recover = 5 * Math.rint(hold * between(0.12, 0.6) / 5);
        double full = priority == Priority.LIFE ? between(0.7, 1) : between(0.35, 1);
        double level = 5 * Math.floor(hold * full / 5);
        needs.add(new Need.Reserve(id, priority, hold, Math.max(5, recover), level));
    }

    private void session(String id) {
        double minutes = 15 * (1 + random.nextInt(6));
        Window window = window(minutes + 30);
        if (window != null) {
            Double worth = random.nextInt(5) == 0 ? (Double) (double) (30 * (1 + random.nextInt(6))) : null;
            needs.add(new Need.Session(id, Priority.COMFORT, minutes, worth, 0, window));
        }
    }

    private void always(String id) {
        Priority priority = random.nextInt(8) == 0 ? Priority.PROPERTY : Priority.COMFORT;
        Window window = random.nextInt(3) == 0 ? Window.ALWAYS : window(120);
        if (window != null) {
            needs.add(new Need.Always(id, priority, window));
        }
    }

    private void minutes(String id) {
        double block = 15 * (1 + random.nextInt(4));
        double minutes = block * (1 + random.nextInt(6));
        Window window = random.nextInt(3) == 0 ? Window.ALWAYS : window(minutes + 60);
        if (window != null) {
            needs.add(new Need.Minutes(id, Priority.COMFORT, minutes, block, 0, window));
        }
    }

    /** A window of some hours in which that fits; null where there is not time enough. */
    private @Nullable Window window(double minutes) {
        long whole = (long) slots * slotMinutes;
        long least = (long) minutes;
        if (least > whole) {
            return null;
        }
        long length = Math.min(whole, least + 30L * random.nextInt(10));
        long from = length == whole ? 0 : 30 * (random.nextInt((int) (whole - length) + 1) / 30);
        LocalDateTime first = start.truncatedTo(ChronoUnit.HOURS).plusMinutes(from);
        return new Window(first, first.plusMinutes(length));
    }

    private double between(double least, double most) {
        return least + (most - least) * random.nextDouble();
    }

    /**
     * Watts that hold anything that there is, alone, and in most households more than the reserves take on average, so that there
     * is something to be found.
     */
    private double generatorWatts() {
        double all = 0;
        double largest = 0;
        for (Circuit circuit : circuits) {
            all += circuit.runningWatts();
            largest = Math.max(largest, Math.max(circuit.runningWatts() / 0.8, circuit.startingWatts() / START));
        }
        double average = 0;
        for (Need need : needs) {
            if (need instanceof Need.Reserve reserve) {
                double share = reserve.recoverMinutes() / (reserve.holdMinutes() + reserve.recoverMinutes());
                average += share * watts(need.circuit());
            }
        }
        double watts = Math.max(all * between(0.25, 0.6), average * between(1.2, 3));
        return 100 * Math.ceil(Math.min(9000, Math.max(watts, 1.15 * largest)) / 100);
    }

    private double watts(String id) {
        return circuits.stream()
                .filter(circuit -> circuit.id().equals(id))
                .findFirst()
                .orElseThrow()
                .runningWatts();
    }
}
