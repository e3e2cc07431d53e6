package juiceswap.web.drawing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.web.exchange.HouseholdFile;
import org.jspecify.annotations.Nullable;

/**
 * The panel as it hangs on the wall, laid out for drawing. Lengths are units of the drawing.
 *
 * @param top where the first row begins, below a main at the top
 * @param main the main breaker, null when its size is not known
 * @param breakers what is in the spaces, empty ones included
 */
public record PanelView(
        int width, int height, int top, @Nullable Main main, List<BreakerView> breakers) {
    private static final int ROW = 54;
    private static final int COLUMN = 196;
    private static final int GAP = 8;
    private static final int MAIN_HEIGHT = 48;
    private static final int LABEL_CHARACTERS = 18;

    /**
     * @param kind branch, input or spare
     * @param numbers spaces as printed, such as 13–15
     * @param lines the label, broken to fit
     * @param figures amps and watts in one line
     * @param legs marks, each with its height
     */
    public record BreakerView(
            String kind,
            String circuit,
            String numbers,
            List<String> lines,
            String figures,
            List<LegMark> legs,
            boolean left,
            int x,
            int y,
            int width,
            int height) {}

    public record LegMark(String leg, int y) {}

    /** The main breaker with its text, and where it hangs. */
    public record Main(String text, int y, int height) {}

    private static @Nullable Main main(HouseholdFile household, int rows) {
        if (household.mainAmps() == null) {
            return null;
        }
        int y = household.mainAtBottom() ? rows * ROW : 0;
        return new Main(String.format(Locale.ENGLISH, "Main %.0f A", household.mainAmps()), y, MAIN_HEIGHT - 8);
    }

    /** Lays the household's panel out. */
    public static PanelView of(HouseholdFile household) {
        int rows = household.panelSpaces() / 2;
        Main main = main(household, rows);
        int top = main != null && main.y() == 0 ? MAIN_HEIGHT : 0;
        List<BreakerView> breakers = new ArrayList<>();
        Set<Integer> taken = new TreeSet<>();
        if (!household.inputSpaces().isEmpty()) {
            int first = household.inputSpaces().get(0);
            taken.addAll(household.inputSpaces());
            breakers.add(breaker(
                    "input",
                    null,
                    numbers(household.inputSpaces()),
                    List.of("Generator input"),
                    "interlocked",
                    first,
                    household.inputSpaces().size(),
                    0,
                    1));
        }
        Map<Integer, List<Circuit>> bySpace = new HashMap<>();
        for (Circuit circuit : household.setup().circuits()) {
            circuit.spaces().forEach(taken::add);
            bySpace.computeIfAbsent(circuit.spaces().get(0), space -> new ArrayList<>())
                    .add(circuit);
        }
        bySpace.forEach((space, sharing) -> {
            for (int i = 0; i < sharing.size(); i++) {
                Circuit circuit = sharing.get(i);
                boolean tandem = sharing.size() > 1;
                breakers.add(breaker(
                        "branch",
                        circuit.id(),
                        numbers(circuit.spaces()) + (tandem ? (i == 0 ? "a" : "b") : ""),
                        broken(circuit.label(), tandem ? 1 : 2),
                        figures(circuit),
                        space,
                        circuit.spaces().size(),
                        i,
                        sharing.size()));
            }
        });
        for (int space = 1; space <= household.panelSpaces(); space++) {
            if (!taken.contains(space)) {
                breakers.add(breaker("spare", null, String.valueOf(space), List.of("spare"), "", space, 1, 0, 1));
            }
        }
        return new PanelView(
                2 * COLUMN + GAP, rows * ROW + (main == null ? 0 : MAIN_HEIGHT), top, main, List.copyOf(breakers));
    }

    private static BreakerView breaker(
            String kind,
            String circuit,
            String numbers,
            List<String> lines,
            String figures,
            int space,
            int poles,
            int part,
            int parts) {
        boolean left = space % 2 == 1;
        int height = poles * ROW / parts;
        int y = (Leg.row(space) - 1) * ROW + part * height;
        List<LegMark> legs = new ArrayList<>();
        for (int pole = 0; pole < poles; pole++) {
            legs.add(new LegMark(Leg.ofSpace(space + 2 * pole).name(), height * (2 * pole + 1) / (2 * poles)));
        }
        return new BreakerView(
                kind, circuit, numbers, lines, figures, legs, left, left ? 0 : COLUMN + GAP, y, COLUMN, height - 4);
    }

    private static String numbers(List<Integer> spaces) {
        return String.join("–", spaces.stream().map(String::valueOf).toList());
    }

    private static String figures(Circuit circuit) {
        return circuit.lockedOff()
                ? String.format(Locale.ENGLISH, "%.0f A · locked off", circuit.breakerAmps())
                : String.format(Locale.ENGLISH, "%.0f A · %,.0f W", circuit.breakerAmps(), circuit.runningWatts());
    }

    /** Breaks at words; what doesn't fit into the last line ends in an ellipsis. */
    private static List<String> broken(String label, int most) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : label.split(" ")) {
            if (line.length() > 0 && line.length() + 1 + word.length() > LABEL_CHARACTERS && lines.size() < most - 1) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.length() == 0 ? "" : " ").append(word);
        }
        String last = line.toString();
        lines.add(
                last.length() > LABEL_CHARACTERS + 2
                        ? last.substring(0, LABEL_CHARACTERS + 1).strip() + "…"
                        : last);
        return List.copyOf(lines);
    }
}
