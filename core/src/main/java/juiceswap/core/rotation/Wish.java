package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Need.Priority;
import juiceswap.core.rotation.Need.Window;

/** Something that somebody wants of the plan for once, beside what the household needs on any day. */
public sealed interface Wish {
    /** A job that somebody asked for is worth so many minutes of comfort: some walks to the panel. */
    double WORTH = 240;

    LocalDateTime from();

    LocalDateTime to();

    /**
     * A job to be done once: kettle now, laundry before noon.
     *
     * @param minutes of one unbroken run, above 0, not longer than the time it has
     */
    record Job(String circuit, double minutes, LocalDateTime from, LocalDateTime to) implements Wish {
        public Job {
            InvalidInput.positive("/minutes", minutes);
            requireOrder(from, to);
            InvalidInput.unless(
                    minutes <= java.time.Duration.between(from, to).toMinutes(),
                    "/minutes",
                    "is longer than the time it has");
        }
    }

    /** A circuit is to be on, or off, in that time. */
    record Pin(String circuit, boolean on, LocalDateTime from, LocalDateTime to) implements Wish {
        public Pin {
            requireOrder(from, to);
        }
    }

    /** Nobody is there to walk to the panel, or nobody is to be woken. */
    record Away(LocalDateTime from, LocalDateTime to) implements Wish {
        public Away {
            requireOrder(from, to);
        }
    }

    /**
     * The engine stands still.
     *
     * @param refuel to be filled; else to save fuel
     */
    record Still(LocalDateTime from, LocalDateTime to, boolean refuel) implements Wish {
        public Still {
            requireOrder(from, to);
        }
    }

    private static void requireOrder(LocalDateTime from, LocalDateTime to) {
        InvalidInput.unless(from.isBefore(to), "/to", "must be after from");
    }

    /** What it still asks of a circuit; empty when it is had already, or about people or the engine. */
    default Optional<Need> need(Had had, LocalDateTime now) {
        if (this instanceof Job job) {
            double ran = had.running(job.circuit, job.from, now);
            boolean done = had.longestRun(job.circuit, job.from, now) >= job.minutes;
            return done
                    ? Optional.empty()
                    : Optional.of(new Need.Session(
                            job.circuit, Priority.COMFORT, job.minutes, WORTH, ran, new Window(job.from, job.to)));
        }
        if (this instanceof Pin pin) {
            return Optional.of(new Need.Pinned(pin.circuit, pin.on, new Window(pin.from, pin.to)));
        }
        return Optional.empty();
    }

    /** The times without anybody there among these wishes. */
    static List<Window> away(List<Wish> wishes) {
        List<Window> away = new ArrayList<>();
        for (Wish wish : wishes) {
            if (wish instanceof Away one) {
                away.add(new Window(one.from, one.to));
            }
        }
        return away;
    }

    /** The times without the engine among these wishes. */
    static List<EngineOff> engineOff(List<Wish> wishes) {
        List<EngineOff> still = new ArrayList<>();
        for (Wish wish : wishes) {
            if (wish instanceof Still one) {
                still.add(new EngineOff(one.from, one.to));
            }
        }
        return still;
    }
}
