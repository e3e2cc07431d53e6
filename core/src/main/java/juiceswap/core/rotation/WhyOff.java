package juiceswap.core.rotation;

import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.Finding;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import org.jspecify.annotations.Nullable;

/**
 * Why a circuit is off in a slot of a plan.
 *
 * @param reason the first that holds
 * @param level minutes of its reserve at the end of that slot, null when it has none
 * @param nextOn the slot in which it is on again, null when it is not within the plan
 * @param block what would stop it beside what is on, null when nothing would
 * @param instead what is on in its place, what was wished for before what only takes room; empty unless there is no room
 */
public record WhyOff(
        Reason reason,
        @Nullable Double level,
        @Nullable Integer nextOn,
        @Nullable Finding block,
        List<String> instead) {

    /** In the order in which they are looked for. */
    public enum Reason implements Worded {
        /** It can't be powered by this set at all. */
        NEVER("never"),
        ENGINE_OFF("engine-off"),
        /** Nobody needs it. */
        NO_NEED("no-need"),
        /** Somebody wants it off. */
        PINNED_OFF("pinned-off"),
        /** It does not fit beside what is on. */
        NO_ROOM("no-room"),
        /** It would fit, and its reserve lasts until it is on again. */
        LASTS("lasts"),
        /** It would fit, and what it is for is done, or its hours are not now. */
        NOT_NOW("not-now"),
        /** It would fit, but what it draws is kept for what matters more. */
        SPARED("spared"),
        /** It would fit, but not for a walk more. */
        NOT_WORTH_A_WALK("not-worth-a-walk");

        private final String word;

        Reason(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Of a circuit that is off in that slot. */
    public static WhyOff of(RotationPlan plan, String circuit, int slot) {
        Set<String> on = plan.on().get(slot);
        double[] levels = plan.levels().get(circuit);
        Double level = levels == null ? null : (Double) levels[slot];
        Integer next = nextOn(plan, circuit, slot);
        Finding block = block(plan, on, circuit);
        Reason reason = reason(plan, circuit, slot, block, level);
        return new WhyOff(
                reason, level, next, block, reason == Reason.NO_ROOM ? instead(plan, circuit, slot, block) : List.of());
    }

    /**
     * What keeps a job from being done: what is on in its place in the slot of its hours in which least is.
     *
     * @return ids, empty when there is room and it is no more than not worth a walk
     */
    public static List<String> inTheWay(RotationPlan plan, Need.Session job) {
        Horizon horizon = plan.rotation().horizon();
        List<String> fewest = null;
        for (int slot = horizon.firstInside(job.window()); slot < horizon.endInside(job.window()); slot++) {
            if (plan.engineOff().contains(slot)) {
                continue;
            }
            Set<String> on = plan.on().get(slot);
            Finding block = block(plan, on, job.circuit());
            List<String> these = block == null ? List.of() : instead(plan, job.circuit(), slot, block);
            if (fewest == null || these.size() < fewest.size()) {
                fewest = these;
            }
        }
        return fewest == null ? List.of() : fewest;
    }

    private static Reason reason(
            RotationPlan plan, String circuit, int slot, @Nullable Finding block, @Nullable Double level) {
        Rotation rotation = plan.rotation();
        List<Need> needs = rotation.needs().stream()
                .filter(need -> need.circuit().equals(circuit))
                .toList();
        if (plan.never().contains(circuit)) {
            return Reason.NEVER;
        }
        if (plan.engineOff().contains(slot)) {
            return Reason.ENGINE_OFF;
        }
        if (needs.isEmpty()) {
            return Reason.NO_NEED;
        }
        if (needs.stream()
                .anyMatch(need -> need instanceof Need.Pinned pin && !pin.on() && inside(rotation, pin, slot))) {
            return Reason.PINNED_OFF;
        }
        if (block != null) {
            return Reason.NO_ROOM;
        }
        if (level != null && level > 0) {
            return Reason.LASTS;
        }
        boolean asksNow = needs.stream()
                .anyMatch(need -> need instanceof Need.Always && inside(rotation, need, slot)
                        || plan.unmet().stream()
                                .anyMatch(unmet -> unmet.circuit().equals(circuit)
                                        && rotation.needs().get(unmet.need()) == need));
        if (!asksNow) {
            return Reason.NOT_NOW;
        }
        boolean spared = needs.stream().anyMatch(need -> need instanceof Need.Sparing && inside(rotation, need, slot));
        return spared ? Reason.SPARED : Reason.NOT_WORTH_A_WALK;
    }

    private static boolean inside(Rotation rotation, Need need, int slot) {
        return slot >= rotation.horizon().firstInside(need.window())
                && slot < rotation.horizon().endInside(need.window());
    }

    private static @Nullable Integer nextOn(RotationPlan plan, String circuit, int slot) {
        for (int later = slot + 1; later < plan.on().size(); later++) {
            if (plan.on().get(later).contains(circuit)) {
                return later;
            }
        }
        return null;
    }

    /** What stops it, with what it needs, beside what is on: as it stands, and for each of them to be closed again. */
    private static @Nullable Finding block(RotationPlan plan, Set<String> on, String circuit) {
        Set<String> all = new HashSet<>(on);
        all.addAll(plan.rotation().setup().withNeeded(List.of(circuit)));
        List<Finding> blocks =
                Capacity.of(plan.rotation().setup(), all, (String) null).blocks();
        if (!blocks.isEmpty()) {
            return blocks.get(0);
        }
        for (String closing : all) {
            Set<String> rest = new HashSet<>(all);
            rest.remove(closing);
            blocks = Capacity.of(plan.rotation().setup(), rest, closing).blocks();
            if (!blocks.isEmpty()) {
                return blocks.get(0);
            }
        }
        return null;
    }

    /**
     * What is on in its place: first that of which one alone would make room, and of this what was wished for at that time; then
     * what takes the most watts.
     */
    private static List<String> instead(RotationPlan plan, String circuit, int slot, @Nullable Finding block) {
        Setup setup = plan.rotation().setup();
        Set<String> on = plan.on().get(slot);
        Set<String> own = setup.withNeeded(List.of(circuit));
        return setup.circuits(on).stream()
                .filter(other -> !own.contains(other.id()))
                .filter(other -> block == null || block.leg() == null || other.twoPole() || other.leg() == block.leg())
                .sorted(Comparator.comparing((Circuit other) -> !makesRoom(plan, circuit, on, other))
                        .thenComparing(other -> !wished(plan.rotation(), other.id(), slot))
                        .thenComparingDouble(other -> -other.runningWatts()))
                .map(Circuit::id)
                .limit(3)
                .toList();
    }

    /** Whether it would fit without that one, and without what needs that one. */
    private static boolean makesRoom(RotationPlan plan, String circuit, Set<String> on, Circuit other) {
        Set<String> rest = new HashSet<>(on);
        rest.removeIf(id -> plan.rotation().setup().withNeeded(List.of(id)).contains(other.id()));
        return block(plan, rest, circuit) == null;
    }

    /** Test circuits are always to be on: that alone is nobody's wish of the hour. */
    private static boolean wished(Rotation rotation, String circuit, int slot) {
        return rotation.needs().stream()
                .anyMatch(need -> need.circuit().equals(circuit)
                        && need instanceof Need.Pinned pin
                        && pin.on()
                        && !pin.window().equals(Need.Window.ALWAYS)
                        && inside(rotation, need, slot));
    }
}
