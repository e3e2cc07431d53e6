package juiceswap.core.rotation;

import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Reading a rotation's slots back from what a plan tells of them. */
public final class PlanSlots {
    private static final String ENGINE_OFF = "engine-off";

    private PlanSlots() {}

    /**
     * The numbers of the slots while the engine is off, from the moves alone: they come in order, one for each slot that
     * differs from the one before, and, first of all, one for the first set.
     *
     * @param on ids by slot
     * @param moves the kinds of the moves, in order
     */
    public static Set<Integer> engineOff(List<List<String>> on, List<String> moves) {
        int changes = 0;
        for (int slot = 1; slot < on.size(); slot++) {
            changes += differs(on, slot) ? 1 : 0;
        }
        int next = Math.max(0, moves.size() - changes);
        boolean off = next > 0 && moves.get(next - 1).equals(ENGINE_OFF);
        Set<Integer> slots = new HashSet<>();
        for (int slot = 0; slot < on.size(); slot++) {
            if (slot > 0 && differs(on, slot)) {
                String kind = next < moves.size() ? moves.get(next) : "";
                next++;
                off = kind.equals(ENGINE_OFF) || off && on.get(slot).isEmpty();
            }
            if (off) {
                slots.add(slot);
            }
        }
        return slots;
    }

    private static boolean differs(List<List<String>> on, int slot) {
        return !Set.copyOf(on.get(slot)).equals(Set.copyOf(on.get(slot - 1)));
    }
}
