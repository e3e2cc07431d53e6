package juiceswap.web.drawing;

import java.util.ArrayList;
import java.util.List;

/** Labels that would lie on each other are moved apart. */
final class Spread {
    private Spread() {}

    /**
     * Labels that touch each other.
     *
     * @param sum of where the first would stand to suit each of them
     */
    private record Group(int count, double sum) {
        double begins() {
            return sum / count;
        }
    }

    /**
     * Where labels stand so that each has {@code wide} for itself, as near to where they belong as that allows: the sum of the
     * squares is least (pool adjacent violators). Where there is no room for all they lie on each other evenly. Lengths are
     * units of the drawing.
     *
     * @param at where they belong, rising
     * @param least where the first may stand
     * @param most where the last may stand
     */
    static double[] apart(double[] at, double wide, double least, double most) {
        double each = at.length < 2 ? wide : Math.min(wide, (most - least) / (at.length - 1));
        List<Group> groups = new ArrayList<>();
        for (int i = 0; i < at.length; i++) {
            Group group = new Group(1, at[i] - i * each);
            while (!groups.isEmpty() && groups.get(groups.size() - 1).begins() >= group.begins()) {
                Group before = groups.remove(groups.size() - 1);
                group = new Group(before.count + group.count, before.sum + group.sum);
            }
            groups.add(group);
        }
        double[] apart = new double[at.length];
        int i = 0;
        for (Group group : groups) {
            for (int end = i + group.count; i < end; i++) {
                double there = Math.max(least, Math.min(most - (at.length - 1) * each, group.begins()));
                apart[i] = Math.round((there + i * each) * 10) / 10.0;
            }
        }
        return apart;
    }
}
