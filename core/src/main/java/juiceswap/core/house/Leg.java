package juiceswap.core.house;

import juiceswap.core.Worded;

/** One of the two 120 V hot conductors of a split-phase supply; 240 V is found between them. */
public enum Leg implements Worded {
    L1("L1"),
    L2("L2");

    private final String word;

    Leg(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /**
     * The leg behind a panel space. Spaces number left-right down the panel (1 left, 2 right, 3 left, …); both spaces of
     * odd rows sit on L1, those of even rows on L2.
     */
    public static Leg ofSpace(int space) {
        return row(space) % 2 == 1 ? L1 : L2;
    }

    /** The row of a space, the topmost being 1. */
    public static int row(int space) {
        return (space + 1) / 2;
    }

    /** L2 for L1, L1 for L2. */
    public Leg other() {
        return this == L1 ? L2 : L1;
    }
}
