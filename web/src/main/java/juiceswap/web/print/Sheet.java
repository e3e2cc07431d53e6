package juiceswap.web.print;

import java.util.ArrayList;
import java.util.List;

/**
 * Something to print: a title, and parts of text or table.
 *
 * @param under the title: whose, and what it is for
 */
public record Sheet(String title, String under, List<Part> parts) {

    /**
     * One part of it.
     *
     * @param numbered its lines are steps to be done one after the other
     * @param columns of its table; empty for lines
     */
    public record Part(
            String heading, boolean numbered, List<Line> lines, List<String> columns, List<List<String>> rows) {
        static Part of(String heading, List<Line> lines) {
            return new Part(heading, false, lines, List.of(), List.of());
        }

        static Part steps(String heading, List<Line> lines) {
            return new Part(heading, true, lines, List.of(), List.of());
        }

        static Part table(String heading, List<String> columns, List<List<String>> rows) {
            return new Part(heading, false, List.of(), columns, rows);
        }
    }

    /**
     * A line with a smaller one under it, and a picture beside it; each may be empty.
     *
     * @param picture an address that holds the picture itself
     */
    public record Line(String number, String text, String small, String picture) {
        Line(String number, String text, String small) {
            this(number, text, small, "");
        }

        static Line of(String text) {
            return new Line("", text, "");
        }
    }

    /** Parts being put together. */
    static final class Parts {
        private final List<Part> parts = new ArrayList<>();

        void add(Part part) {
            if (!part.lines().isEmpty() || !part.rows().isEmpty()) {
                parts.add(part);
            }
        }

        List<Part> list() {
            return List.copyOf(parts);
        }
    }
}
