package juiceswap.bench;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import juiceswap.core.house.Need;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.LivedInHouseholds;
import juiceswap.core.rotation.LivedInHouseholds.Minded;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.RotationPlan.MoveKind;

/**
 * What people would object to in the plans of lived-in households, counted: with nothing minded, with each thing alone, with
 * all but it, and with all.
 *
 * <p>Arguments: an effort, the first seed, how many; {@code text} prints the plans with all of it instead.
 */
public final class PlansRead {
    private static final String[] TITLES = {
        "warm < 1/3, min",
        "not hot at 7",
        "no water at 22",
        "went off in the middle",
        "walks that could be one",
        "breakers at stops",
        "walks",
        "night walks",
        "comfort missed, min",
        "meals missed, min",
        "left on, min"
    };

    private PlansRead() {}

    public static void main(String[] arguments) {
        Effort effort = Effort.of(arguments[0]).orElseThrow();
        long first = Long.parseLong(arguments[1]);
        int count = Integer.parseInt(arguments[2]);
        if (arguments.length > 3) {
            for (long seed = first; seed < first + count; seed++) {
                print(seed, LivedInHouseholds.of(seed).plan(effort));
            }
            return;
        }
        System.out.println("| |" + String.join("|", TITLES) + "|");
        row("nothing", EnumSet.noneOf(Minded.class), effort, first, count);
        for (Minded one : Minded.values()) {
            row("only " + one, EnumSet.of(one), effort, first, count);
        }
        for (Minded one : Minded.values()) {
            row("all but " + one, EnumSet.complementOf(EnumSet.of(one)), effort, first, count);
        }
        row("all", EnumSet.allOf(Minded.class), effort, first, count);
    }

    private static void row(String name, Set<Minded> minded, Effort effort, long first, int count) {
        double[] sum = new double[TITLES.length];
        for (long seed = first; seed < first + count; seed++) {
            Rotation question = LivedInHouseholds.of(seed);
            RotationPlan plan = LivedInHouseholds.minding(question, minded).plan(effort);
            double[] one = objections(plan, question);
            for (int i = 0; i < sum.length; i++) {
                sum[i] += one[i];
            }
        }
        StringBuilder line = new StringBuilder("| " + name + " |");
        for (double value : sum) {
            line.append(String.format(Locale.ROOT, " %.0f |", value));
        }
        System.out.println(line);
    }

    private static double[] objections(RotationPlan plan, Rotation question) {
        int slotMinutes = question.horizon().slotMinutes();
        double[] found = new double[TITLES.length];
        for (Need need : question.needs()) {
            if (need instanceof Need.Reserve one) {
                double[] levels = plan.levels().get(one.circuit());
                if (one.circuit().equals("furnace")) {
                    for (double level : levels) {
                        found[0] += level < one.holdMinutes() / 3 ? slotMinutes : 0;
                    }
                }
                found[1] += one.circuit().equals("water-heater")
                                && below(plan, levels, LocalTime.of(7, 0), one.holdMinutes() / 2)
                        ? 1
                        : 0;
                found[2] += one.circuit().equals("well")
                                && below(plan, levels, LocalTime.of(22, 0), 0.75 * one.holdMinutes())
                        ? 1
                        : 0;
            }
        }
        for (int slot = 1; slot < plan.on().size(); slot++) {
            for (Need need : question.needs()) {
                if (need instanceof Need.Always one
                        && open(one.window(), plan.at(slot), slotMinutes)
                        && open(one.window(), plan.at(slot - 1), slotMinutes)
                        && !plan.engineOff().contains(slot)) {
                    found[3] += wentOff(plan, slot, one.circuit()) ? 1 : 0;
                }
            }
        }
        List<RotationPlan.Move> moves = plan.moves();
        for (int i = 0; i < moves.size(); i++) {
            RotationPlan.Move move = moves.get(i);
            if (move.kind() == MoveKind.VISIT) {
                found[6]++;
                found[7] += plan.wakes(move) ? 1 : 0;
                found[4] += near(moves, i) ? 1 : 0;
            } else if (move.kind() != MoveKind.FIRST) {
                found[5] += move.off().size() + move.on().size();
            }
        }
        for (RotationPlan.Unmet one : plan.unmet()) {
            Need need = plan.rotation().needs().get(one.need());
            boolean meal = Set.of("kettle", "range", "coffee").contains(one.circuit());
            if (!one.engineOff() && need.priority() == Need.Priority.COMFORT && !(need instanceof Need.Briefly)) {
                found[meal ? 9 : 8] += one.minutes();
            }
        }
        for (Need need : question.needs()) {
            if (need instanceof Need.Briefly one) {
                long on = plan.on().stream()
                        .filter(set -> set.contains(one.circuit()))
                        .count();
                found[10] += Math.max(0, on * slotMinutes - one.minutes());
            }
        }
        return found;
    }

    private static boolean wentOff(RotationPlan plan, int slot, String circuit) {
        return plan.on().get(slot - 1).contains(circuit) && !plan.on().get(slot).contains(circuit);
    }

    private static boolean open(Need.Window window, LocalDateTime at, int minutes) {
        return (window.from() == null || !window.from().isAfter(at))
                && (window.to() == null || !window.to().isBefore(at.plusMinutes(minutes)));
    }

    private static boolean below(RotationPlan plan, double[] levels, LocalTime at, double least) {
        for (int slot = 0; slot < levels.length; slot++) {
            if (plan.at(slot + 1).toLocalTime().equals(at)) {
                return levels[slot] < least - 1e-9;
            }
        }
        return false;
    }

    /** Within half an hour of a walk before it, or of a stop. */
    private static boolean near(List<RotationPlan.Move> moves, int index) {
        LocalDateTime at = moves.get(index).at();
        for (int other = 0; other < moves.size(); other++) {
            boolean counts = moves.get(other).kind() != MoveKind.VISIT || other < index;
            LocalDateTime then = moves.get(other).at();
            boolean near = !then.isBefore(at.minusMinutes(30)) && !then.isAfter(at.plusMinutes(30));
            if (other != index && counts && near) {
                return true;
            }
        }
        return false;
    }

    private static void print(long seed, RotationPlan plan) {
        System.out.printf(
                Locale.ROOT,
                "%n== %d: %.0f W, score %.1f, unmet %s, thin %s, below %s%n",
                seed,
                plan.rotation().setup().source().runningWatts(),
                plan.score(),
                plan.unmet(),
                plan.thin(),
                plan.below());
        for (RotationPlan.Move move : plan.moves()) {
            Set<String> on = new HashSet<>(plan.on().get(move.slot()));
            System.out.printf("%s %-10s off %s on %s = %s%n", move.at(), move.kind(), move.off(), move.on(), on);
        }
    }
}
