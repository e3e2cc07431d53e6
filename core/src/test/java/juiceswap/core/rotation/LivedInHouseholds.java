package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.StandingNeed.Daily;

/**
 * Households whose plans can be read as the people in them would: named circuits with what they are needed for on any day, a
 * generator that holds some of them, a stop for fuel, a night. Each seed is another one, always the same for the same seed.
 */
public final class LivedInHouseholds {
    private static final double[] RUNNING_WATTS = {1800, 2200, 3000, 3600, 4500, 5500};

    private final Random random;
    private final List<Circuit> circuits = new ArrayList<>();
    private final List<StandingNeed> needs = new ArrayList<>();
    private int space = 1;

    private LivedInHouseholds(long seed) {
        random = new Random(seed * 7_919 + 3);
    }

    /** The question of a day, as a household's pages ask it. */
    public static Rotation of(long seed) {
        return new LivedInHouseholds(seed).rotation();
    }

    private Rotation rotation() {
        keep("furnace", 550, 1400, Keeping.HOUSE_WARM);
        keep("fridge", 160, 900, Keeping.FRIDGE);
        perhaps(2, () -> keep("freezer", 120, 700, Keeping.FREEZER));
        perhaps(2, () -> keep("well", 900, 1800, Keeping.WATER));
        perhaps(2, () -> keep("water-heater", 1500, 1500, Keeping.HOT_WATER));
        perhaps(4, () -> keep("sump", 450, 1200, Keeping.SUMP));
        perhaps(5, () -> keep("medicine", 90, 400, Keeping.MEDICINE));
        always("lights", 180, new Daily(LocalTime.of(17, 0), LocalTime.of(22, 30)), new Need.Worth(2, 20));
        always("router", 20, null, new Need.Worth(1, 10));
        always("screen", 140, new Daily(LocalTime.of(19, 0), LocalTime.of(22, 0)), new Need.Worth(1, 15));
        perhaps(2, () -> hours("office", 260, 240, 60, new Daily(LocalTime.of(8, 30), LocalTime.of(17, 0))));
        perhaps(3, () -> hours("bench", 900, 90, 30, new Daily(LocalTime.of(10, 0), LocalTime.of(16, 0))));
        attended("kettle", 1500, 15, new Daily(LocalTime.of(7, 0), LocalTime.of(8, 30)));
        perhaps(2, () -> attended("coffee", 1000, 30, new Daily(LocalTime.of(6, 30), LocalTime.of(8, 30))));
        attended("range", 1700, 45, new Daily(LocalTime.of(11, 0), LocalTime.of(13, 30)));
        perhaps(2, () -> once("washer", 600, 60, new Daily(LocalTime.of(9, 0), LocalTime.of(18, 0))));
        double running = RUNNING_WATTS[random.nextInt(RUNNING_WATTS.length)];
        Setup setup = Samples.setup(
                running < 3000
                        ? Samples.generator120(running, running * 1.25)
                        : Samples.generator(running, running * 1.25),
                circuits.toArray(Circuit[]::new));
        LocalDateTime start =
                LocalDateTime.of(2031, 1 + random.nextInt(3), 1 + random.nextInt(28), 6 + random.nextInt(15), 0);
        Sleep sleep = new Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));
        LocalDateTime stop = start.plusHours(4 + random.nextInt(4));
        List<EngineOff> stops = List.of(new EngineOff(stop, stop.plusMinutes(45)));
        return new Wanted(needs, List.of(), sleep).from(setup, start, Set.of(), Had.NOTHING, stops);
    }

    /** One household of so many has it. */
    private void perhaps(int ofSo, Runnable one) {
        if (random.nextInt(ofSo) == 0) {
            one.run();
        }
    }

    private void circuit(String id, double watts, double starting) {
        circuits.add(Samples.circuit(id, space, watts, starting));
        space += 1 + random.nextInt(3);
    }

    private void keep(String id, double watts, double starting, Keeping keeping) {
        circuit(id, watts, starting);
        needs.add(keeping.usual(id));
    }

    private void always(String id, double watts, Daily hours, Need.Worth worth) {
        circuit(id, watts, watts);
        needs.add(new StandingNeed.AlwaysOn(id, Priority.COMFORT, hours, worth));
    }

    private void hours(String id, double watts, double minutes, double block, Daily hours) {
        circuit(id, watts, watts);
        needs.add(new StandingNeed.HoursADay(id, Priority.COMFORT, minutes, block, hours, new Need.Worth(1, 20)));
    }

    private void once(String id, double watts, double minutes, Daily hours) {
        circuit(id, watts, 2 * watts);
        needs.add(new StandingNeed.OnceADay(id, Priority.COMFORT, minutes, hours));
    }

    private void attended(String id, double watts, double minutes, Daily hours) {
        circuits.add(Samples.attended(Samples.circuit(id, space, watts, watts)));
        space += 1 + random.nextInt(3);
        needs.add(new StandingNeed.HoursADay(id, Priority.COMFORT, minutes, minutes, hours));
    }

    /** What can be left out of what people mind, to see what it does. */
    public enum Minded {
        LOW,
        FLOORS,
        WORTH,
        INTERRUPTIONS,
        BRIEFLY,
        FLIPS_AT_STOPS,
        WALKS_APART
    }

    /** The same question by people who mind nothing but these. */
    public static Rotation minding(Rotation question, Set<Minded> minded) {
        List<Need> needs = new ArrayList<>();
        for (Need need : question.needs()) {
            if (!(need instanceof Need.Briefly) || minded.contains(Minded.BRIEFLY)) {
                needs.add(minding(need, minded));
            }
        }
        Walking walking = question.walking();
        boolean apart = minded.contains(Minded.WALKS_APART);
        return new Rotation(
                question.setup(),
                question.horizon(),
                question.now(),
                needs,
                new Walking(
                        minded.contains(Minded.FLIPS_AT_STOPS) ? walking.flipAtStop() : 0,
                        apart ? walking.apartMinutes() : 0,
                        apart ? walking.tooNear() : 0));
    }

    private static Need minding(Need need, Set<Minded> minded) {
        if (need instanceof Need.Reserve one) {
            boolean low = minded.contains(Minded.LOW);
            Need.Care care = new Need.Care(
                    low ? one.care().lowShare() : null,
                    low ? one.care().rising() : 0,
                    one.care().uses(),
                    minded.contains(Minded.FLOORS) ? one.care().floors() : List.of());
            return new Need.Reserve(
                    one.circuit(), one.priority(), one.holdMinutes(), one.recoverMinutes(), one.levelMinutes(), care);
        }
        if (need instanceof Need.Always one) {
            return new Need.Always(one.circuit(), one.priority(), one.window(), minding(one.worth(), minded));
        }
        if (need instanceof Need.Minutes one) {
            return new Need.Minutes(
                    one.circuit(),
                    one.priority(),
                    one.minutes(),
                    one.blockMinutes(),
                    one.doneMinutes(),
                    one.window(),
                    minding(one.worth(), minded));
        }
        return need;
    }

    private static Need.Worth minding(Need.Worth worth, Set<Minded> minded) {
        return new Need.Worth(
                minded.contains(Minded.WORTH) ? worth.times() : 1,
                minded.contains(Minded.INTERRUPTIONS) ? worth.interruption() : 0);
    }
}
