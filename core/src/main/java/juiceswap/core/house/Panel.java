package juiceswap.core.house;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;

/**
 * A panel as it hangs on the wall: two columns of spaces.
 *
 * <p>Everywhere in the rules a space has the number it would have when counted left-right down the panel (1 left, 2
 * right, 3 left, …), so that a two-pole breaker takes n and n+2. What is printed beside it may differ.
 *
 * @param spaces how many, even, 2 to 84
 * @param topLeg the leg behind the topmost row; rows alternate from there
 * @param numbering what is printed beside the spaces
 */
public record Panel(int spaces, Leg topLeg, Numbering numbering) {

    /** How the numbers beside the spaces run. */
    public enum Numbering implements Worded {
        /** 1 left, 2 right, 3 left, and so on down the panel. */
        ACROSS("across"),
        /** Down the left column, then down the right one. */
        DOWN("down"),
        /** As across, but beginning with the lowest row: a panel hung with its main at the bottom. */
        FROM_BOTTOM("from-bottom");

        private final String word;

        Numbering(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** The one that is written so in JSON; it must be one of them. */
        public static Numbering of(String word) {
            return Worded.find(Numbering.class, word)
                    .orElseThrow(() -> new InvalidInput("/numbering", "invalid.numbering"));
        }
    }

    public Panel {
        InvalidInput.unless(spaces >= 2 && spaces <= 84 && spaces % 2 == 0, "/spaces", "invalid.panel-spaces");
    }

    /** Whether a space is in the left column; its number is that of the rules, not what is printed. */
    public static boolean isLeft(int space) {
        return space % 2 == 1;
    }

    /** Rows of spaces, left and right in each. */
    public int rows() {
        return spaces / 2;
    }

    /** Where a two-pole breaker next to the main begins, left and right; the main is above the spaces or below them. */
    public List<Integer> besideMain(boolean mainAtBottom) {
        return mainAtBottom && spaces >= 4 ? List.of(spaces - 3, spaces - 2) : List.of(1, 2);
    }

    /** The leg behind a space. */
    public Leg legOf(int space) {
        Leg usual = Leg.ofSpace(space);
        return topLeg == Leg.L1 ? usual : usual.other();
    }

    /** The number printed beside a space. */
    public int printed(int space) {
        boolean left = isLeft(space);
        int row = Leg.row(space);
        return switch (numbering) {
            case ACROSS -> space;
            case DOWN -> left ? row : rows() + row;
            case FROM_BOTTOM -> 2 * (rows() - row) + (left ? 1 : 2);
        };
    }

    /** The space beside which {@code number} is printed. */
    public int spaceOf(int number) {
        InvalidInput.unless(number >= 1 && number <= spaces, "", "invalid.panel-numbers", "spaces", spaces);
        for (int space = 1; space <= spaces; space++) {
            if (printed(space) == number) {
                return space;
            }
        }
        throw new IllegalStateException("every number is printed once");
    }
}
