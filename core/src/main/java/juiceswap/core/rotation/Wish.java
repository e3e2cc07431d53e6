package juiceswap.core.rotation;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
import org.jspecify.annotations.Nullable;

/** Something that somebody wants of the plan for once, beside what the household needs on any day. */
public sealed interface Wish {
    /** A job that somebody asked for is worth so many minutes of comfort: some walks to the panel. */
    double WORTH = 240;

    /**
     * Somebody stands there and asks for it now: a minute of it is worth a minute of any three circuits that must run, and
     * nothing of what a life hangs on. What it costs is shown before anybody says yes.
     */
    double WORTH_NOW_A_MINUTE = 300;

    LocalDateTime from();

    LocalDateTime to();

    /**
     * A job to be done once: kettle now, laundry before noon.
     *
     * @param minutes of one unbroken run, above 0, not longer than the time it has
     */
    record Job(String circuit, double minutes, LocalDateTime from, LocalDateTime to) implements Wish {
        /** With no more time than it takes and two slots, it is meant for now. */
        private double worth() {
            boolean now = Duration.between(from, to).toMinutes() <= minutes + 2 * Wanted.SLOT_MINUTES;
            return now ? Math.max(WORTH, WORTH_NOW_A_MINUTE * minutes) : WORTH;
        }

        public Job {
            InvalidInput.positive("/minutes", minutes);
            requireOrder(from, to);
            InvalidInput.unless(
                    minutes <= Duration.between(from, to).toMinutes(), "/minutes", "invalid.longer-than-time");
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

    /** The battery station that is the only source is away then, to be charged where there is power. */
    record Charging(LocalDateTime from, LocalDateTime to) implements Wish {
        /** Who has not said for so long what it holds after it was charged is not going to. Our judgement. */
        private static final int ASKED_HOURS = 6;

        /** What its display shows so soon after it went says nothing of what it took up. */
        private static final int JUST_GONE_MINUTES = 15;

        public Charging {
            requireOrder(from, to);
        }

        /**
         * It is back, and nobody has said since it went what it holds.
         *
         * @param told local time at which somebody last read its display, null: never
         */
        @Override
        public boolean untold(LocalDateTime now, @Nullable LocalDateTime told) {
            boolean lately = !to.isAfter(now) && to.plusHours(ASKED_HOURS).isAfter(now);
            return lately && (told == null || told.isBefore(from.plusMinutes(JUST_GONE_MINUTES)));
        }
    }

    /** The battery that is the only source has to last until {@code to}, and no longer. */
    record Lasts(LocalDateTime from, LocalDateTime to) implements Wish {
        public Lasts {
            requireOrder(from, to);
        }
    }

    private static void requireOrder(LocalDateTime from, LocalDateTime to) {
        InvalidInput.unless(from.isBefore(to), "/to", "invalid.after-from");
    }

    /** The next night, or what is left of this one: nobody walks from going to bed until getting up, whatever it costs. */
    static Away quietNight(Sleep sleep, LocalDateTime now) {
        LocalDateTime to = now.toLocalDate().atTime(sleep.to());
        to = to.isAfter(now) ? to : to.plusDays(1);
        LocalDateTime from = to.toLocalDate().atTime(sleep.from());
        return new Away(from.isBefore(to) ? from : from.minusDays(1), to);
    }

    /**
     * A circuit's run moved by hand: on where it was put, off where it was before and is no longer.
     *
     * @param from first slot of the run
     * @param to the slot after its last one
     * @param by slots that it is moved later, below 0 earlier
     * @param now nothing can be moved to before
     */
    static List<Pin> moved(String circuit, Horizon horizon, int from, int to, int by, LocalDateTime now) {
        int newFrom = Math.max(horizon.slotAt(now), Math.min(horizon.slots() - 1, from + by));
        int newTo = Math.max(newFrom + 1, Math.min(horizon.slots(), to + by));
        List<Pin> pins = new ArrayList<>();
        pins.add(new Pin(circuit, true, horizon.at(newFrom), horizon.at(newTo)));
        int offFrom = by > 0 ? from : Math.max(newTo, from);
        int offTo = by > 0 ? Math.min(to, newFrom) : to;
        if (offFrom < offTo) {
            pins.add(new Pin(circuit, false, horizon.at(offFrom), horizon.at(offTo)));
        }
        return List.copyOf(pins);
    }

    /** What it still asks of a circuit; empty when it is had already, or about people or the engine. */
    default Optional<Need> need(Had had, LocalDateTime now) {
        if (this instanceof Job job) {
            double ran = had.running(job.circuit, job.from, now);
            boolean done = had.longestRun(job.circuit, job.from, now) >= job.minutes;
            return done
                    ? Optional.empty()
                    : Optional.of(new Need.Session(
                            job.circuit,
                            Priority.COMFORT,
                            job.minutes,
                            job.worth(),
                            ran,
                            new Window(job.from, job.to)));
        }
        if (this instanceof Pin pin) {
            return Optional.of(new Need.Pinned(pin.circuit, pin.on, new Window(pin.from, pin.to)));
        }
        return Optional.empty();
    }

    /**
     * Whether it still counts: one whose time is over is done with, but for a charge of which nobody has said what came of it.
     *
     * @param told local time at which somebody last read the battery's display, null: never
     */
    default boolean counts(LocalDateTime now, @Nullable LocalDateTime told) {
        return to().isAfter(now) || untold(now, told);
    }

    /** It is a charge of which nobody has said what came of it. */
    default boolean untold(LocalDateTime now, @Nullable LocalDateTime told) {
        return false;
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
            if (wish instanceof Still || wish instanceof Charging) {
                still.add(new EngineOff(wish.from(), wish.to()));
            }
        }
        return still;
    }
}
