package juiceswap.core.measure;

import java.util.OptionalDouble;

/** Numbers as people type them. */
public final class Numbers {
    private Numbers() {}

    /**
     * A comma or a point for decimals, a comma or a blank between thousands: a comma before three digits stands between
     * thousands, 1,500 watts. Empty when it is no number.
     */
    public static OptionalDouble typed(String text) {
        String plain = withoutBlanks(text);
        boolean thousands = plain.matches("[1-9][0-9]{0,2}(,[0-9]{3})+(\\.[0-9]+)?");
        return decimal(thousands ? plain.replace(",", "") : plain);
    }

    /** As an instrument shows it: a comma is always a decimal point, 0,125 ohms. Empty when it is no number. */
    public static OptionalDouble reading(String text) {
        return decimal(withoutBlanks(text));
    }

    /** Without the blanks before three digits; any other blank stands between two numbers. */
    private static String withoutBlanks(String text) {
        return text.strip().replaceAll("(?<=[0-9])[ \u00a0](?=[0-9]{3}(?![0-9]))", "");
    }

    private static OptionalDouble decimal(String text) {
        String plain = text.replace(',', '.');
        return plain.matches("-?[0-9]{1,15}(\\.[0-9]{0,15})?|-?\\.[0-9]{1,15}")
                ? OptionalDouble.of(Double.parseDouble(plain))
                : OptionalDouble.empty();
    }
}
