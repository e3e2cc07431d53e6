package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import org.jspecify.annotations.Nullable;

/** A rotation worked out for the search: circuits by number, needs laid over the slots, boundaries with what they cost. */
final class Compiled {
    static final double DAY_VISIT = 20;
    static final double FIRST_NIGHT_VISIT = 200;
    static final double EACH_FURTHER_NIGHT_VISIT = 100;
    static final double FLIP = 1;

    /** A walk that nobody is there to make. */
    private static final double IMPOSSIBLE_VISIT = 1e8;

    final Rotation rotation;
    final Horizon horizon;
    final int slots;
    final OnSets sets;

    /** Circuits that can never be on. */
    final long never;

    /** Circuits that are on only for others. */
    final long helpers;

    /** What is on as it begins; without it the first set is free. */
    final @Nullable Long now;

    /** By circuit. */
    final List<List<Demand>> demands;

    /** By slot: the engine stands still. */
    final boolean[] still;

    /** By slot: what has power while the engine stands still. */
    final long[] carried;

    /** By boundary: a walk there wakes somebody. */
    final boolean[] night;

    /** Boundaries at which a walk wakes somebody. */
    final int[] nights;

    /** By boundary: how many of these are before it. */
    private final int[] nightsBefore;

    /** By boundary: nobody is there to walk. */
    final boolean[] nobody;

    /** By boundary: changes take no walk. */
    final boolean[] free;

    /** By boundary: what switching one breaker costs. */
    final double[] flip;

    /** By boundary: a walk there could have been made with a stop. */
    private final boolean[] besideStop;

    /** Walks so many slots apart or less could have been one; 0: nobody minds. */
    final int apart;

    private final double tooNear;

    Compiled(Rotation rotation) {
        this.rotation = rotation;
        this.horizon = rotation.horizon();
        this.slots = horizon.slots();
        Set<String> wanted = new LinkedHashSet<>();
        rotation.needs().forEach(need -> wanted.add(need.circuit()));
        if (rotation.now() != null) {
            wanted.addAll(rotation.now());
        }
        sets = new OnSets(rotation.setup(), wanted);
        never = sets.never(rotation.setup());
        now = rotation.now() == null ? null : (Long) bits(rotation.now());
        demands = new ArrayList<>();
        for (int circuit = 0; circuit < sets.count(); circuit++) {
            demands.add(new ArrayList<>());
        }
        for (int i = 0; i < rotation.needs().size(); i++) {
            Need need = rotation.needs().get(i);
            if (!horizon.over(need.window())) {
                int circuit = sets.number(need.circuit());
                boolean was = now != null && (now >> circuit & 1) == 1;
                demands.get(circuit).add(Demand.of(i, need, circuit, horizon, now == null || was, was));
            }
        }
        long withoutNeed = 0;
        for (int circuit = 0; circuit < sets.count(); circuit++) {
            withoutNeed |= hasNeed(circuit) ? 0 : 1L << circuit;
        }
        helpers = withoutNeed;
        still = new boolean[slots];
        carried = new long[slots];
        night = new boolean[slots];
        free = new boolean[slots];
        flip = new double[slots];
        nobody = new boolean[slots];
        for (int slot = 0; slot < slots; slot++) {
            still[slot] = horizon.engineOff(slot);
            carried[slot] = carried(horizon.carried(slot));
            boolean stops = slot > 0 && still[slot] != still[slot - 1];
            boolean standsFromTheStart = slot == 0 && still[0];
            free[slot] = stops || standsFromTheStart || slot == 0 && now == null;
            flip[slot] = !free[slot] ? FLIP : stops ? rotation.walking().flipAtStop() : 0;
            // with breakers in some position somebody is asking, and so is awake
            night[slot] = slot > 0 && horizon.night(slot);
            nobody[slot] = horizon.nobodyThere(slot);
        }
        apart = rotation.walking().tooNear() > 0 ? rotation.walking().apartMinutes() / horizon.slotMinutes() : 0;
        tooNear = rotation.walking().tooNear();
        besideStop = new boolean[slots];
        for (int slot = 0; slot < slots; slot++) {
            for (int near = Math.max(1, slot - apart); near <= Math.min(slots - 1, slot + apart); near++) {
                besideStop[slot] |= apart > 0 && still[near] != still[near - 1];
            }
        }
        nights = IntStream.range(0, slots)
                .filter(slot -> night[slot] && !free[slot])
                .toArray();
        nightsBefore = new int[slots + 1];
        for (int slot = 0; slot < slots; slot++) {
            nightsBefore[slot + 1] = nightsBefore[slot] + (night[slot] && !free[slot] ? 1 : 0);
        }
    }

    /** Whether a walk at one of these boundaries, from and up to, the last one too, wakes somebody. */
    boolean anyNight(int first, int last) {
        return nightsBefore[Math.min(slots, last + 1)] > nightsBefore[first];
    }

    /** Whether the engine stands still in any slot of a stretch. */
    boolean anyStill(int first, int end) {
        for (int slot = first; slot < end; slot++) {
            if (still[slot]) {
                return true;
            }
        }
        return false;
    }

    private long bits(Set<String> ids) {
        long bits = 0;
        for (String id : ids) {
            bits |= 1L << sets.number(id);
        }
        return bits;
    }

    /** Of what a battery carries, the circuits that matter and have all that they need. */
    private long carried(Set<String> ids) {
        Set<String> known = rotation.setup().circuits(ids).stream()
                .map(Circuit::id)
                .filter(sets::has)
                .filter(id -> ids.containsAll(rotation.setup().withNeeded(List.of(id))))
                .collect(Collectors.toSet());
        return bits(known) & ~never;
    }

    /** What is on before a slot; before the first one nothing, when nothing is known of it. */
    long before(long[] on, int slot) {
        return slot > 0 ? on[slot - 1] : now == null ? 0 : now;
    }

    /** What one more visit at a boundary costs, next to so many other night visits and none by day that is near. */
    double visit(int boundary, int otherNights) {
        return free[boundary] ? 0 : walk(boundary, otherNights) + (besideStop[boundary] ? tooNear : 0);
    }

    /** What a walk costs, whatever is near to it. */
    private double walk(int boundary, int otherNights) {
        return night[boundary] && !nobody[boundary]
                ? FIRST_NIGHT_VISIT + EACH_FURTHER_NIGHT_VISIT * otherNights
                : day(boundary);
    }

    /** What a walk costs by which nobody is woken. */
    double day(int boundary) {
        return nobody[boundary] ? IMPOSSIBLE_VISIT : DAY_VISIT;
    }

    /** What a visit at a boundary costs beyond that of a walk because it could have been made with another, or with a stop. */
    double tooNear(long[] on, int boundary) {
        return apart > 0 && (besideStop[boundary] || visitWithin(on, boundary - apart, boundary)) ? tooNear : 0;
    }

    /** Whether anybody walks at one of these boundaries: from, and up to. */
    private boolean visitWithin(long[] on, int first, int end) {
        for (int boundary = Math.max(0, first); boundary < Math.min(slots, end); boundary++) {
            if (visited(on, boundary)) {
                return true;
            }
        }
        return false;
    }

    private boolean visited(long[] on, int boundary) {
        return !free[boundary] && on[boundary] != before(on, boundary);
    }

    /** What a visit at a boundary would add because it is near to others; what changes of these circuits is not looked at. */
    double nearOthers(long[] on, int boundary, long but) {
        if (apart == 0 || besideStop[boundary]) {
            return 0;
        }
        boolean follows = false;
        for (int other = Math.max(0, boundary - apart); other < boundary; other++) {
            follows |= !free[other] && ((on[other] ^ before(on, other)) & ~but) != 0;
        }
        if (follows) {
            return tooNear;
        }
        for (int other = boundary + 1; other <= Math.min(slots - 1, boundary + apart); other++) {
            if (!free[other] && !besideStop[other] && ((on[other] ^ before(on, other)) & ~but) != 0) {
                return tooNear;
            }
        }
        return 0;
    }

    /** What visits and flips of these on-sets cost. */
    double walks(long[] on) {
        double cost = 0;
        int nights = 0;
        for (int slot = 0; slot < slots; slot++) {
            long flipped = on[slot] ^ before(on, slot);
            cost += flip[slot] * Long.bitCount(flipped);
            if (flipped != 0 && !free[slot]) {
                cost += walk(slot, nights) + tooNear(on, slot);
                nights += night[slot] && !nobody[slot] ? 1 : 0;
            }
        }
        return cost;
    }

    /** What a circuit's on-slots cost by its needs. */
    double lost(int circuit, boolean[] on) {
        double cost = 0;
        for (Demand demand : demands.get(circuit)) {
            cost += demand.cost(on);
        }
        return cost;
    }

    /** What a plan costs by its on-sets. */
    double score(long[] on) {
        boolean[] pattern = new boolean[slots];
        double cost = walks(on);
        for (int circuit = 0; circuit < sets.count(); circuit++) {
            for (int slot = 0; slot < slots; slot++) {
                pattern[slot] = (on[slot] >>> circuit & 1) != 0;
            }
            cost += lost(circuit, pattern);
        }
        return cost;
    }

    boolean hasNeed(int circuit) {
        return !demands.get(circuit).isEmpty();
    }

    /** The circuits that can be on for their own sake. */
    List<Integer> wanting() {
        return IntStream.range(0, sets.count()).filter(this::wants).boxed().toList();
    }

    /** Whether it can be on, and for its own sake. */
    boolean wants(int circuit) {
        return ((never | helpers) >> circuit & 1) == 0;
    }
}
