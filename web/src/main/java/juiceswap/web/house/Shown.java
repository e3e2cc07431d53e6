package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import juiceswap.core.house.Circuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;

/** The house in words and figures for its pages. */
public final class Shown {
    private Shown() {}

    /** A line of the panel directory. */
    public record DirectoryLine(
            String numbers, String label, String amps, String legs, String leg, String note, int space) {}

    /** A number as it would be typed: no more decimals than it has. */
    public static String plain(double number) {
        return BigDecimal.valueOf(number).stripTrailingZeros().toPlainString();
    }

    public static String watts(double watts) {
        return String.format(Locale.ENGLISH, "%,d W", Math.round(watts));
    }

    static String amps(double amps) {
        return String.format(Locale.ENGLISH, "%.1f A", amps);
    }

    /** What sits in a panel, by the numbers printed beside it. */
    public static List<DirectoryLine> directory(Household file, HomePanel panel) {
        List<DirectoryLine> lines = new ArrayList<>();
        for (HomeCircuit entry : file.circuits()) {
            Circuit circuit = entry.circuit();
            if (entry.panel().equals(panel.id())) {
                int first = circuit.spaces().get(0);
                String note = circuit.lockedOff()
                        ? (file.reaches(entry)
                                        ? say("house.shown.locked-off") + " "
                                        : say("house.shown.dead-on-the-generator") + " ")
                                + entry.note()
                        : entry.note();
                lines.add(new DirectoryLine(
                        file.printed(entry),
                        circuit.label(),
                        plain(circuit.breakerAmps()) + " A",
                        circuit.twoPole() ? "L1 L2" : circuit.leg().word(),
                        circuit.twoPole() ? "both" : circuit.leg().word().equals("L2") ? "two" : "",
                        note.strip(),
                        panel.panel().printed(first)));
            }
        }
        if (!panel.inputSpaces().isEmpty()) {
            int first = panel.panel().printed(panel.inputSpaces().get(0));
            lines.add(new DirectoryLine(
                    first + "–" + panel.panel().printed(panel.inputSpaces().get(1)),
                    say("house.shown.generator-input"),
                    "",
                    "L1 L2",
                    "both",
                    say("house.shown.never-on-together-with-the"),
                    first));
        }
        lines.sort(Comparator.comparingInt(DirectoryLine::space));
        return lines;
    }
}
