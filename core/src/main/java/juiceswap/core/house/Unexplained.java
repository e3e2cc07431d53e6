package juiceswap.core.house;

import juiceswap.core.InvalidInput;

/**
 * Watts that a meter shows on a leg above what is known to be on there. Labels are often wrong, and something may have been
 * forgotten: until it is explained it counts wherever anything is on.
 *
 * @param l1Watts 0 or more; all of it on a 120 V set
 * @param l2Watts 0 or more
 */
public record Unexplained(double l1Watts, double l2Watts) {
    /** A meter shows no more than is known, or nobody has read one. */
    public static final Unexplained NOTHING = new Unexplained(0, 0);

    public Unexplained {
        InvalidInput.notNegative("/l1Watts", l1Watts);
        InvalidInput.notNegative("/l2Watts", l2Watts);
    }

    /** On both legs together. */
    public double watts() {
        return l1Watts + l2Watts;
    }
}
