package juiceswap.core.rotation;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Need.Window;
import org.jspecify.annotations.Nullable;

/**
 * The time that is planned for, in slots of equal length. Times are local, without a zone.
 *
 * @param start when it is asked for; the first slot begins at the multiple of {@code slotMinutes} past midnight before it
 * @param slotMinutes 5, 10, 15, 20, 30 or 60
 * @param slots 1 to 288
 * @param sleep when a walk to the panel wakes somebody; null: never
 * @param engineOff when the engine stands still
 * @param away when nobody can walk to the panel: not at home, or not to be woken on any account
 */
public record Horizon(
        LocalDateTime start,
        int slotMinutes,
        int slots,
        @Nullable Sleep sleep,
        List<EngineOff> engineOff,
        List<Window> away) {
    private static final Set<Integer> SLOT_MINUTES = Set.of(5, 10, 15, 20, 30, 60);
    private static final int MOST_SLOTS = 288;

    /** From and to of the night, across midnight when {@code to} is the earlier. */
    public record Sleep(LocalTime from, LocalTime to) {
        public Sleep {
            InvalidInput.unless(!from.equals(to), "/from", "invalid.same-as-to");
        }

        boolean covers(LocalTime time) {
            return from.isBefore(to)
                    ? time.isAfter(from) && time.isBefore(to)
                    : time.isAfter(from) || time.isBefore(to);
        }
    }

    /**
     * A time without the engine, such as for refuelling.
     *
     * @param carried ids of circuits that live on a battery meanwhile
     */
    public record EngineOff(LocalDateTime from, LocalDateTime to, Set<String> carried) {
        public EngineOff {
            InvalidInput.unless(from.isBefore(to), "/from", "invalid.before-to");
            carried = Set.copyOf(carried);
        }

        /** A time in which everything is dark. */
        public EngineOff(LocalDateTime from, LocalDateTime to) {
            this(from, to, Set.of());
        }

        EngineOff carrying(Set<String> circuits) {
            return new EngineOff(from, to, circuits);
        }
    }

    /** A horizon in which somebody is always there. */
    public Horizon(LocalDateTime start, int slotMinutes, int slots, @Nullable Sleep sleep, List<EngineOff> engineOff) {
        this(start, slotMinutes, slots, sleep, engineOff, List.of());
    }

    public Horizon {
        engineOff = List.copyOf(engineOff);
        away = List.copyOf(away);
        InvalidInput.unless(SLOT_MINUTES.contains(slotMinutes), "/slotMinutes", "invalid.slot-minutes");
        InvalidInput.unless(slots >= 1 && slots <= MOST_SLOTS, "/slots", "invalid.from-1-to", "most", MOST_SLOTS);
    }

    /** When the first slot begins. */
    public LocalDateTime first() {
        LocalDateTime midnight = start.truncatedTo(ChronoUnit.DAYS);
        long minutes = Duration.between(midnight, start).toMinutes();
        return midnight.plusMinutes(minutes - minutes % slotMinutes);
    }

    /** When slot {@code boundary} begins, and the one before it ends. */
    public LocalDateTime at(int boundary) {
        return first().plusMinutes((long) boundary * slotMinutes);
    }

    /** The slot in which a time lies, from 0 to the last. */
    public int slotAt(LocalDateTime time) {
        long slot = Math.floorDiv(Duration.between(first(), time).toMinutes(), slotMinutes);
        return (int) Math.max(0, Math.min(slots - 1, slot));
    }

    /** Whether a walk at the beginning of that slot wakes somebody. */
    public boolean night(int boundary) {
        return sleep != null && sleep.covers(at(boundary).toLocalTime());
    }

    /** Whether nobody can walk to the panel at the beginning of that slot; at either end of being away somebody can. */
    public boolean nobodyThere(int boundary) {
        LocalDateTime time = at(boundary);
        return away.stream()
                .anyMatch(window -> (window.from() == null || window.from().isBefore(time))
                        && (window.to() == null || window.to().isAfter(time)));
    }

    /** The same time with the engine off in these windows, and in no others. */
    Horizon withEngineOff(List<EngineOff> others) {
        return new Horizon(start, slotMinutes, slots, sleep, others, away);
    }

    /** Whether the engine stands still in any part of that slot. */
    public boolean engineOff(int slot) {
        LocalDateTime from = at(slot);
        LocalDateTime to = at(slot + 1);
        return engineOff.stream()
                .anyMatch(off -> off.from().isBefore(to) && off.to().isAfter(from));
    }

    /** What lives on a battery in a slot in which the engine stands still: what each window that touches it carries. */
    Set<String> carried(int slot) {
        LocalDateTime from = at(slot);
        LocalDateTime to = at(slot + 1);
        Set<String> carried = null;
        for (EngineOff off : engineOff) {
            if (off.from().isBefore(to) && off.to().isAfter(from)) {
                if (carried == null) {
                    carried = new HashSet<>(off.carried());
                } else {
                    carried.retainAll(off.carried());
                }
            }
        }
        return carried == null ? Set.of() : carried;
    }

    /** The first slot that lies wholly inside the window. */
    int firstInside(Window window) {
        if (window.from() == null) {
            return 0;
        }
        long minutes = minutesTo(window.from());
        return (int) Math.max(0, Math.min(slots, -Math.floorDiv(-minutes, slotMinutes)));
    }

    /** The slot after the last one that lies wholly inside the window. */
    int endInside(Window window) {
        if (window.to() == null) {
            return slots;
        }
        long slot = Math.floorDiv(minutesTo(window.to()), slotMinutes);
        return (int) Math.max(firstInside(window), Math.min(slots, slot));
    }

    /** Whether a window is over before anything is planned. */
    boolean over(Window window) {
        return window.to() != null && !window.to().isAfter(start);
    }

    /** Whether a window is open at the moment that is asked for. */
    boolean openAtStart(Window window) {
        return (window.from() == null || !window.from().isAfter(start)) && !over(window);
    }

    private long minutesTo(LocalDateTime time) {
        return Duration.between(first(), time).toMinutes();
    }
}
