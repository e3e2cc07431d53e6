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

    /**
     * A number with at most so many decimals, without needless zeros. The library’s formatter would do the same, and makes
     * what a phone fetches 17 kB heavier.
     *
     * @param decimals 0 to 6
     */
    static String plain(double number, int decimals) {
        long unit = 1;
        for (int i = 0; i < decimals; i++) {
            unit *= 10;
        }
        long scaled = Math.round(Math.abs(number) * unit);
        long whole = scaled / unit;
        StringBuilder text = new StringBuilder(number < 0 && scaled > 0 ? "-" : "").append(whole);
        long rest = scaled % unit;
        if (rest > 0) {
            text.append('.');
            for (long digit = unit / 10; rest > 0; digit /= 10) {
                text.append(rest / digit);
                rest %= digit;
            }
        }
        return text.toString();
    }

    private static OptionalDouble decimal(String text) {
        String plain = text.replace(',', '.');
        return plain.matches("-?[0-9]{1,15}(\\.[0-9]{0,15})?|-?\\.[0-9]{1,15}")
                ? OptionalDouble.of(Double.parseDouble(plain))
                : OptionalDouble.empty();
    }
}
