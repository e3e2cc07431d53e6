package juiceswap.core.measure;

import java.util.List;

/**
 * A unit in which something is shown and typed.
 *
 * @param symbol as it is shown, behind a space
 * @param written how else people write it, in small letters
 * @param perUnit SI units in one of it, above 0
 * @param zero what 0 of it is in SI units
 * @param decimals that are shown
 */
record Unit(String symbol, List<String> written, double perUnit, double zero, int decimals) {
    /** So many SI units in this unit. */
    double fromSi(double si) {
        return (si - zero) / perUnit;
    }

    /** So many of this unit in SI units. */
    double toSi(double amount) {
        return amount * perUnit + zero;
    }

    /** Whether people write it so. */
    boolean isWritten(String text) {
        return text.equals(symbol.toLowerCase(java.util.Locale.ROOT)) || written.contains(text);
    }
}
