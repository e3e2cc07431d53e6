package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;

/**
 * Judges a rotation from its on-sets alone, straight by the rules and without anything of the planner: slow, and simple
 * enough to be believed.
 */
public final class RotationChecker {
    private final Rotation rotation;
    private final Setup setup;
    private final List<Set<String>> on;
    private final int minutes;
    private final int slots;
    private final Map<Set<String>, String> judged = new HashMap<>();

    public RotationChecker(Rotation rotation, List<? extends Set<String>> on) {
        this.rotation = rotation;
        this.setup = rotation.setup();
        this.on = new ArrayList<>(on);
        this.minutes = rotation.horizon().slotMinutes();
        this.slots = rotation.horizon().slots();
    }

    // ---- whether it is allowed

    /** What is wrong with it; empty when it is allowed. */
    public List<String> wrongs() {
        List<String> wrongs = new ArrayList<>();
        if (on.size() != slots) {
            wrongs.add(on.size() + " slots instead of " + slots);
        }
        for (int slot = 0; slot < on.size(); slot++) {
            Set<String> set = on.get(slot);
            if (engineOff(slot)) {
                if (!carried(slot).containsAll(set)) {
                    wrongs.add("slot " + slot + ": on without the engine");
                }
                continue;
            }
            String wrong = judged.computeIfAbsent(set, this::judge);
            if (!wrong.isEmpty()) {
                wrongs.add("slot " + slot + ": " + wrong);
            }
        }
        return wrongs;
    }

    private String judge(Set<String> set) {
        if (!Capacity.of(setup, set, Set.of()).ok()) {
            return "does not pass: " + Capacity.of(setup, set, Set.of()).blocks();
        }
        for (String id : set) {
            Set<String> rest = new HashSet<>(set);
            rest.remove(id);
            // what needs it is off by the time it is closed again, so that only watts and pairs are looked at
            boolean ok = Capacity.of(setup, rest, id).ok();
            if (!ok) {
                return id + " could not be closed again: "
                        + Capacity.of(setup, rest, id).blocks();
            }
            if (needless(id, set)) {
                return id + " is on for nobody";
            }
        }
        return "";
    }

    private boolean needless(String id, Set<String> set) {
        boolean needed =
                rotation.needs().stream().anyMatch(need -> need.circuit().equals(id));
        return !needed
                && set.stream()
                        .noneMatch(other -> !other.equals(id)
                                && setup.withNeeded(List.of(other)).contains(id));
    }

    private boolean engineOff(int slot) {
        LocalDateTime from = at(slot);
        LocalDateTime to = at(slot + 1);
        return rotation.horizon().engineOff().stream()
                .anyMatch(off -> off.from().isBefore(to) && from.isBefore(off.to()));
    }

    /** What a battery carries in all times without the engine that touch a slot. */
    private Set<String> carried(int slot) {
        Set<String> carried = null;
        for (Horizon.EngineOff off : rotation.horizon().engineOff()) {
            if (off.from().isBefore(at(slot + 1)) && at(slot).isBefore(off.to())) {
                Set<String> here = new HashSet<>(off.carried());
                if (carried != null) {
                    here.retainAll(carried);
                }
                carried = here;
            }
        }
        return carried == null ? Set.of() : carried;
    }

    private LocalDateTime at(int slot) {
        LocalDateTime start = rotation.horizon().start();
        LocalDateTime midnight = start.truncatedTo(ChronoUnit.DAYS);
        long since = ChronoUnit.MINUTES.between(midnight, start) / minutes * minutes;
        return midnight.plusMinutes(since + (long) slot * minutes);
    }

    // ---- what it costs

    public double score() {
        double score = walks();
        for (Need need : rotation.needs()) {
            boolean over = need.window().to() != null
                    && !need.window().to().isAfter(rotation.horizon().start());
            score += over ? 0 : need.weight() * lost(need);
        }
        return score;
    }

    /** Minutes unmet of all needs of that priority. */
    public double unmet(Need.Priority priority) {
        return rotation.needs().stream()
                .filter(need -> need.priority() == priority)
                .mapToDouble(need -> need instanceof Need.Reserve reserve ? reserve(reserve)[0] : lost(need))
                .sum();
    }

    private double walks() {
        double cost = 0;
        int nights = 0;
        for (int slot = 0; slot < slots; slot++) {
            Set<String> before = slot > 0 ? on.get(slot - 1) : rotation.now();
            if (before == null || slot == 0 && engineOff(0)) {
                continue;
            }
            Set<String> same = new HashSet<>(before);
            same.retainAll(on.get(slot));
            int flips = before.size() + on.get(slot).size() - 2 * same.size();
            if (stops(slot)) {
                cost += flips * rotation.walking().flipAtStop();
                continue;
            }
            if (flips == 0) {
                continue;
            }
            cost += couldHaveBeenOne(slot) ? rotation.walking().tooNear() : 0;
            boolean night = slot > 0
                    && rotation.horizon().sleep() != null
                    && asleep(at(slot).toLocalTime().toSecondOfDay() / 60);
            cost += flips + (night ? 200 + 100 * nights : 20);
            nights += night ? 1 : 0;
        }
        return cost;
    }

    private boolean stops(int slot) {
        return slot > 0 && engineOff(slot) != engineOff(slot - 1);
    }

    /** Whether somebody walks shortly before, or stops or starts the engine shortly before or after. */
    private boolean couldHaveBeenOne(int slot) {
        for (int other = 0; other < slots; other++) {
            boolean near =
                    Math.abs(slot - other) * minutes <= rotation.walking().apartMinutes();
            boolean walk = other < slot
                    && (other > 0 || rotation.now() != null && !engineOff(0))
                    && !stops(other)
                    && !on.get(other).equals(other > 0 ? on.get(other - 1) : rotation.now());
            if (near && (walk || stops(other))) {
                return true;
            }
        }
        return false;
    }

    private boolean asleep(int minute) {
        int from = rotation.horizon().sleep().from().toSecondOfDay() / 60;
        int to = rotation.horizon().sleep().to().toSecondOfDay() / 60;
        return from < to ? from < minute && minute < to : minute > from || minute < to;
    }

    private boolean inside(Need.Window window, int slot) {
        return (window.from() == null || !at(slot).isBefore(window.from()))
                && (window.to() == null || !at(slot + 1).isAfter(window.to()));
    }

    private double lost(Need need) {
        boolean[] power = new boolean[slots];
        for (int slot = 0; slot < slots; slot++) {
            power[slot] = on.get(slot).contains(need.circuit());
        }
        if (need instanceof Need.Reserve reserve) {
            double[] account = reserve(reserve);
            return account[0] + 0.1 * account[1] + 0.1 * account[2] + account[3];
        }
        if (need instanceof Need.Always always) {
            double sum = 0;
            for (int slot = 0; slot < slots; slot++) {
                if (inside(need.window(), slot) && !power[slot] && !engineOff(slot)) {
                    boolean before = slot > 0
                            ? power[slot - 1] && inside(need.window(), slot - 1)
                            : rotation.now() != null && rotation.now().contains(need.circuit());
                    sum += minutes + (before ? always.worth().interruption() : 0);
                }
            }
            return sum;
        }
        if (need instanceof Need.Session session) {
            double worth = session.worthMinutes() == null ? Math.max(session.minutes(), 60) : session.worthMinutes();
            return done(session, power) ? 0 : worth;
        }
        if (need instanceof Need.Sparing sparing) {
            double sum = 0;
            for (int slot = 0; slot < slots; slot++) {
                sum += power[slot] && inside(need.window(), slot) ? minutes * sparing.costAMinute() : 0;
            }
            return sum;
        }
        if (need instanceof Need.Briefly briefly) {
            double sum = 0;
            for (boolean one : power) {
                sum += one ? minutes : 0;
            }
            return Math.max(0, sum - Math.ceil(briefly.minutes() / minutes) * minutes);
        }
        Need.Minutes wanted = (Need.Minutes) need;
        double had = 0;
        double again = 0;
        for (int[] run : runs(power, wanted.window())) {
            double length = (run[1] - run[0]) * (double) minutes;
            boolean begun = had > 0 || wanted.doneMinutes() > 0;
            again += begun && had < wanted.minutes() - wanted.doneMinutes()
                    ? wanted.worth().interruption()
                    : 0;
            had += length >= wanted.blockMinutes() - 1e-9 ? length : 0;
        }
        return Math.max(0, wanted.minutes() - wanted.doneMinutes() - had) + again;
    }

    private boolean done(Need.Session session, boolean[] power) {
        if (session.ranMinutes() >= session.minutes()) {
            return true;
        }
        boolean open = session.window().from() == null
                || !session.window().from().isAfter(rotation.horizon().start());
        boolean held = rotation.now() == null || rotation.now().contains(session.circuit());
        for (int[] run : runs(power, session.window())) {
            boolean sinceStart = true;
            for (int slot = 0; slot < run[0]; slot++) {
                sinceStart &= power[slot];
            }
            double before = open && held && sinceStart ? session.ranMinutes() : 0;
            if ((run[1] - run[0]) * (double) minutes + before >= session.minutes() - 1e-9) {
                return true;
            }
        }
        return false;
    }

    private List<int[]> runs(boolean[] power, Need.Window window) {
        List<int[]> runs = new ArrayList<>();
        int from = -1;
        for (int slot = 0; slot <= slots; slot++) {
            boolean runsHere = slot < slots && power[slot] && inside(window, slot);
            if (runsHere && from < 0) {
                from = slot;
            } else if (!runsHere && from >= 0) {
                runs.add(new int[] {from, slot});
                from = -1;
            }
        }
        return runs;
    }

    /** Minutes unmet, thin and owed, and what is minded beyond that. */
    private double[] reserve(Need.Reserve reserve) {
        double level = reserve.levelMinutes();
        double unmet = 0;
        double thin = 0;
        double minded = 0;
        double usual = reserve.priority() == Need.Priority.LIFE ? 0.5 : 0.15;
        double share =
                reserve.care().lowShare() == null ? usual : reserve.care().lowShare();
        double low = share * reserve.holdMinutes();
        for (int slot = 0; slot < slots; slot++) {
            boolean power = on.get(slot).contains(reserve.circuit());
            double gain = minutes * reserve.holdMinutes() / reserve.recoverMinutes();
            // what is used faster than usual is gone, with power or without
            double more = minutes * (timesUsed(reserve, slot) - 1);
            level = power ? Math.min(reserve.holdMinutes(), level + gain - more) : level - minutes - more;
            if (level < 0) {
                unmet += -level;
                level = 0;
            }
            if (level < low - 1e-7) {
                thin += minutes;
                minded += minutes * reserve.care().rising() * (low - level) / low;
            }
            double most = 0;
            for (Need.Care.Floor floor : reserve.care().floors()) {
                boolean here = !floor.at().isBefore(at(slot + 1)) && floor.at().isBefore(at(slot + 2));
                boolean last = slot + 1 == slots && floor.at().isAfter(at(slots));
                most = here && !last ? Math.max(most, floor.minutes() - level) : most;
            }
            minded += 0.25 * Math.max(0, most);
        }
        double owed = Math.max(0, Math.min(reserve.levelMinutes(), reserve.holdMinutes() / 2) - level);
        return new double[] {unmet, thin, owed, minded};
    }

    private double timesUsed(Need.Reserve reserve, int slot) {
        double most = 0;
        for (Need.Care.Use use : reserve.care().uses()) {
            boolean touches =
                    (use.window().from() == null || use.window().from().isBefore(at(slot + 1)))
                            && (use.window().to() == null || use.window().to().isAfter(at(slot)));
            most = touches ? Math.max(most, use.times()) : most;
        }
        return most == 0 ? 1 : most;
    }

    // ---- nothing is on for nothing

    /** Runs that could be left out, end earlier or begin later, at a visit, without raising the score. */
    public List<String> forNothing() {
        List<String> found = new ArrayList<>();
        double score = score();
        for (Circuit circuit : setup.circuits()) {
            boolean[] power = new boolean[slots];
            for (int slot = 0; slot < slots; slot++) {
                power[slot] = on.get(slot).contains(circuit.id());
            }
            for (int[] run : runs(power, Need.Window.ALWAYS)) {
                for (int cut = run[0]; cut <= run[1]; cut++) {
                    boolean visit =
                            cut == run[0] || cut == run[1] || !on.get(cut).equals(on.get(cut - 1));
                    if (visit) {
                        judgeCut(found, score, circuit.id(), cut, run[1]);
                        judgeCut(found, score, circuit.id(), run[0], cut);
                    }
                }
            }
        }
        return found;
    }

    private void judgeCut(List<String> found, double score, String id, int from, int to) {
        if (from == to) {
            return;
        }
        List<Set<String>> other = new ArrayList<>(on);
        for (int slot = from; slot < to; slot++) {
            if (engineOff(slot)) {
                continue;
            }
            Set<String> set = new LinkedHashSet<>(on.get(slot));
            boolean needed = set.stream()
                    .anyMatch(one ->
                            !one.equals(id) && setup.withNeeded(List.of(one)).contains(id));
            if (needed) {
                return;
            }
            set.remove(id);
            boolean more = true;
            while (more) {
                more = set.removeIf(one -> needless(one, set));
            }
            other.set(slot, set);
        }
        if (!other.equals(on) && new RotationChecker(rotation, other).score() <= score + 1e-7) {
            found.add(id + " from slot " + from + " to " + to);
        }
    }
}
