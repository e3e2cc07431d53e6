package juiceswap.core.rotation;

/**
 * The numbers by which a search tries its luck: the same from the same seed, on a server and in a phone. They are those of
 * {@link java.util.SplittableRandom} (a SplitMix64 generator: Steele, Lea and Flood, Fast splittable pseudorandom number
 * generators, 2014), which browsers do not have.
 */
final class Chance {
    private static final long GOLDEN_GAMMA = 0x9e3779b97f4a7c15L;

    /** 2 to the power of -53: the step between doubles below 1. */
    private static final double STEP = 0x1.0p-53;

    private long seed;

    Chance(long seed) {
        this.seed = seed;
    }

    /** 0 or more, below {@code bound}, which is above 0. */
    int nextInt(int bound) {
        return below(bound);
    }

    /** {@code from} or more, below {@code to}. */
    int nextInt(int from, int to) {
        return from + below(to - from);
    }

    boolean nextBoolean() {
        return bits32() < 0;
    }

    /** 0 or more, below 1. */
    double nextDouble() {
        return (bits64() >>> 11) * STEP;
    }

    /** Every value as likely as any other: what is beyond the last whole multiple of the bound is drawn again. */
    private int below(int bound) {
        int drawn = bits32();
        int most = bound - 1;
        if ((bound & most) == 0) {
            return drawn & most;
        }
        int half = drawn >>> 1;
        int result = half % bound;
        while (half + most - result < 0) {
            half = bits32() >>> 1;
            result = half % bound;
        }
        return result;
    }

    private long next() {
        seed += GOLDEN_GAMMA;
        return seed;
    }

    private long bits64() {
        long z = next();
        z = (z ^ (z >>> 30)) * 0xbf58476d1ce4e5b9L;
        z = (z ^ (z >>> 27)) * 0x94d049bb133111ebL;
        return z ^ (z >>> 31);
    }

    private int bits32() {
        long z = next();
        z = (z ^ (z >>> 33)) * 0x62a9d9ed799705f5L;
        return (int) (((z ^ (z >>> 28)) * 0xcb24d0a5c88c35b3L) >>> 32);
    }
}
