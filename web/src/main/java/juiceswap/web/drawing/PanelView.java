package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Panel;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import org.jspecify.annotations.Nullable;

/**
 * A panel as it hangs on the wall, laid out for drawing. Lengths are units of the drawing.
 *
 * @param id of the panel, empty for the first one
 * @param top where the first row begins, below a main at the top
 * @param main the main breaker, null when its size is not known or it has none
 * @param bus where the bus runs between the columns, null where levers are not shown
 * @param breakers what is in the spaces, empty ones included, as the eye reads them
 */
public record PanelView(
        String id,
        String name,
        int width,
        int height,
        int top,
        @Nullable Main main,
        @Nullable Bus bus,
        List<BreakerView> breakers) {
    private static final int COLUMN = 196;

    /** With room for a lever. */
    private static final int LEVER_COLUMN = 262;

    private static final int GAP = 8;

    /** With room for the bus. */
    private static final int BUS_GAP = 16;

    private static final int MAIN_HEIGHT = 40;

    /** Up to so many rows there is room for the figures below each label. */
    private static final int MOST_TALL_ROWS = 13;

    private static final int TALL_ROW = 40;
    private static final int LOW_ROW = 30;

    /** Half of a tandem is never lower than its text. */
    private static final int TANDEM_HALF = 24;

    private static final int LABEL_CHARACTERS = 18;

    /** Beside a lever. */
    private static final int FEWER_CHARACTERS = 15;

    /**
     * @param kind branch, input or spare
     * @param space its first space
     * @param numbers as printed, such as 13–15
     * @param lines the label, broken to fit; the last one may carry the amps
     * @param figures amps and watts in one line, empty where there is no room
     * @param legs marks, each with its height
     * @param chosen it is the one being looked at
     * @param live how it stands on the generator: lit or off; empty where that is not shown
     * @param lever ON or OFF, empty where that is not shown
     * @param order its number in the move that is due, 0 when it is not in it
     */
    @RecordBuilder
    public record BreakerView(
            String kind,
            @Nullable String circuit,
            int space,
            String numbers,
            List<String> lines,
            String figures,
            String title,
            List<LegMark> legs,
            boolean left,
            boolean lockedOff,
            boolean chosen,
            String live,
            String lever,
            int order,
            int x,
            int y,
            int width,
            int height) {}

    public record LegMark(String leg, int y) {}

    /** @param live the panel has power */
    public record Bus(int x, int y, int height, boolean live) {}

    /** The main breaker with its text, and where it hangs. */
    public record Main(String text, String lever, int y, int height) {}

    /** Lays a panel of the household out; {@code chosen} is the circuit being looked at, or null. */
    public static PanelView of(Household household, HomePanel panel, @Nullable String chosen) {
        return new Layout(household, panel, chosen, null).view();
    }

    /**
     * How the breakers stand, as the log has them.
     *
     * @param on ids of those that are ON
     * @param live ids of those that have power too
     * @param due ids of what is to be switched next, each with its number in that move
     * @param main the main is ON, null where the device has none
     * @param input the generator input is ON, null where the device has none
     */
    public record Standing(
            Set<String> on,
            Set<String> live,
            Map<String, Integer> due,
            @Nullable Boolean main,
            @Nullable Boolean input) {
        String of(String circuit) {
            return live.contains(circuit) ? "lit" : "off";
        }
    }

    private static String onOff(@Nullable Boolean on) {
        return on == null ? "" : on ? "ON" : "OFF";
    }

    /** The same while the house lives on its set. */
    public static PanelView of(Household household, HomePanel panel, @Nullable String chosen, Standing standing) {
        return new Layout(household, panel, chosen, standing).view();
    }

    /** One drawing in the making. */
    private static final class Layout {
        private final Household household;
        private final HomePanel panel;
        private final @Nullable String chosen;
        private final @Nullable Standing standing;
        private final Map<Integer, List<Circuit>> bySpace = new HashMap<>();
        private final int[] rowTop;
        private final int column;
        private final int gap;
        private final int characters;
        private final boolean tall;

        Layout(Household household, HomePanel panel, @Nullable String chosen, @Nullable Standing standing) {
            this.standing = standing;
            this.column = standing == null ? COLUMN : LEVER_COLUMN;
            this.gap = standing == null ? GAP : BUS_GAP;
            this.characters = standing == null ? LABEL_CHARACTERS : FEWER_CHARACTERS;
            this.household = household;
            this.panel = panel;
            this.chosen = chosen;
            for (HomeCircuit entry : household.circuits()) {
                if (entry.panel().equals(panel.id())) {
                    bySpace.computeIfAbsent(entry.circuit().spaces().get(0), space -> new ArrayList<>())
                            .add(entry.circuit());
                }
            }
            int rows = panel.panel().rows();
            this.tall = rows <= MOST_TALL_ROWS;
            this.rowTop = new int[rows + 1];
            for (int row = 1; row <= rows; row++) {
                rowTop[row] = rowTop[row - 1] + rowHeight(row);
            }
        }

        private int rowHeight(int row) {
            int most = Math.max(sharing(2 * row - 1), sharing(2 * row));
            return Math.max(tall ? TALL_ROW : LOW_ROW, most * TANDEM_HALF);
        }

        private int sharing(int space) {
            return bySpace.getOrDefault(space, List.of()).size();
        }

        PanelView view() {
            Main main = main();
            int top = main != null && main.y() == 0 ? MAIN_HEIGHT : 0;
            List<BreakerView> breakers = new ArrayList<>();
            Set<Integer> taken = new TreeSet<>();
            if (!panel.inputSpaces().isEmpty()) {
                taken.addAll(panel.inputSpaces());
                breakers.add(breaker(
                        "input",
                        null,
                        panel.inputSpaces(),
                        broken(say("drawing.panel.generator-input"), standing == null ? 1 : 2, characters, characters),
                        tall && standing == null ? "interlocked" : "",
                        0,
                        1));
            }
            bySpace.forEach((space, sharing) -> {
                for (int i = 0; i < sharing.size(); i++) {
                    Circuit circuit = sharing.get(i);
                    taken.addAll(circuit.spaces());
                    breakers.add(branch(circuit, i, sharing.size()));
                }
            });
            for (int space = 1; space <= panel.panel().spaces(); space++) {
                if (!taken.contains(space)) {
                    breakers.add(breaker("spare", null, List.of(space), List.of("free"), "", 0, 1));
                }
            }
            breakers.sort(Comparator.comparingInt(BreakerView::y).thenComparingInt(BreakerView::x));
            int height = rowTop[rowTop.length - 1] + (main == null ? 0 : MAIN_HEIGHT);
            int rows = rowTop[rowTop.length - 1];
            Bus bus = standing == null
                    ? null
                    : new Bus(column + gap / 2, top, rows, !standing.live().isEmpty());
            return new PanelView(
                    panel.id(), panel.name(), 2 * column + gap, height, top, main, bus, List.copyOf(breakers));
        }

        private @Nullable Main main() {
            if (!panel.main() || household.mainAmps() == null) {
                return null;
            }
            int y = household.mainAtBottom() ? rowTop[rowTop.length - 1] : 0;
            String lever = standing == null ? "" : onOff(standing.main());
            return new Main(say("drawing.panel.main", "amps", household.mainAmps()), lever, y, MAIN_HEIGHT - 6);
        }

        private String figures(Circuit circuit, String amps, boolean on) {
            if (circuit.lockedOff()) {
                return standing == null ? say("drawing.panel.locked-off", "amps", amps) : say("drawing.panel.locked");
            }
            return standing != null && !on
                    ? amps
                    : String.format(Locale.ENGLISH, "%s · %,.0f W", amps, circuit.runningWatts());
        }

        private BreakerView branch(Circuit circuit, int part, int parts) {
            String amps = String.format(Locale.ENGLISH, "%.0f A", circuit.breakerAmps());
            boolean on = standing != null && standing.on().contains(circuit.id());
            boolean due = standing != null && standing.due().containsKey(circuit.id());
            String figures =
                    due ? say(on ? "drawing.panel.turn-off" : "drawing.panel.turn-on") : figures(circuit, amps, on);
            boolean room = parts == 1 && (tall || circuit.twoPole());
            int first = characters - numbers(circuit.spaces()).length();
            List<String> lines = broken(circuit.label(), room && !due ? 2 : 1, first, characters);
            if (lines.size() == 2 && standing == null) {
                String last = lines.get(1) + " · " + amps;
                lines = List.of(lines.get(0), last.length() <= characters + 4 ? last : lines.get(1));
            }
            return breaker(
                    "branch", circuit, circuit.spaces(), lines, room && lines.size() == 1 ? figures : "", part, parts);
        }

        private BreakerView breaker(
                String kind,
                @Nullable Circuit circuit,
                List<Integer> spaces,
                List<String> lines,
                String figures,
                int part,
                int parts) {
            int space = spaces.get(0);
            int poles = spaces.size();
            boolean left = Panel.isLeft(space);
            int row = Leg.row(space);
            int lastRow = Math.min(row + poles - 1, panel.panel().rows());
            int whole = rowTop[lastRow] - rowTop[row - 1];
            int height = whole / parts;
            int y = rowTop[row - 1] + part * height;
            List<LegMark> legs = new ArrayList<>();
            for (int pole = 0; pole < poles; pole++) {
                Leg leg = poles == 1 && circuit != null
                        ? circuit.leg()
                        : panel.panel().legOf(space + 2 * pole);
                legs.add(new LegMark(leg.word(), height * (2 * pole + 1) / (2 * poles)));
            }
            String numbers = numbers(spaces) + (parts == 1 ? "" : part == 0 ? "a" : "b");
            String title = circuit == null
                    ? numbers + " " + lines.get(0)
                    : String.format(
                            Locale.ENGLISH,
                            "%s %s, %.0f A, %s%s%s",
                            numbers,
                            circuit.label(),
                            circuit.breakerAmps(),
                            circuit.twoPole()
                                    ? say("drawing.panel.both-legs")
                                    : circuit.leg().word(),
                            circuit.lockedOff() ? say("drawing.panel.locked-off-2") : "",
                            standing == null
                                    ? ""
                                    : standing.on().contains(circuit.id())
                                            ? say("drawing.panel.on")
                                            : say("drawing.panel.off"));
            return PanelViewBreakerViewBuilder.builder()
                    .kind(kind)
                    .circuit(circuit == null ? null : circuit.id())
                    .space(space)
                    .numbers(numbers)
                    .lines(lines)
                    .figures(figures)
                    .title(title)
                    .legs(legs)
                    .left(left)
                    .lockedOff(circuit != null && circuit.lockedOff())
                    .chosen(circuit != null && Objects.equals(circuit.id(), chosen))
                    .live(standing == null || circuit == null ? "" : standing.of(circuit.id()))
                    .lever(
                            standing == null || kind.equals("spare")
                                    ? ""
                                    : onOff(
                                            circuit == null
                                                    ? standing.input()
                                                    : (Boolean) standing.on().contains(circuit.id())))
                    .order(
                            standing == null || circuit == null
                                    ? 0
                                    : standing.due().getOrDefault(circuit.id(), 0))
                    .x(left ? 0 : column + gap)
                    .y(y)
                    .width(column)
                    .height(height - 3)
                    .build();
        }

        private String numbers(List<Integer> spaces) {
            return String.join(
                    "–",
                    spaces.stream()
                            .map(space -> String.valueOf(
                                    space <= panel.panel().spaces()
                                            ? panel.panel().printed(space)
                                            : space))
                            .toList());
        }
    }

    /** Breaks at words; what doesn't fit into the last line ends in an ellipsis. */
    private static List<String> broken(String label, int most, int firstLine, int characters) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : label.split(" ")) {
            int room = lines.isEmpty() ? firstLine : characters;
            if (line.length() > 0 && line.length() + 1 + word.length() > room && lines.size() < most - 1) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.length() == 0 ? "" : " ").append(word);
        }
        String last = line.toString();
        int room = lines.isEmpty() ? firstLine : characters;
        lines.add(last.length() > room ? last.substring(0, room).strip() + "…" : last);
        return List.copyOf(lines);
    }
}
