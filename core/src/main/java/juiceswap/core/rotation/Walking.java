package juiceswap.core.rotation;

import juiceswap.core.InvalidInput;

/**
 * What people mind about walks beyond their number.
 *
 * @param flipAtStop what each breaker costs that is switched because the engine stops or starts, in points of the score, 0 or more
 * @param apartMinutes a walk within so many minutes of another, or of a stop, could have been made with it, 0 to 240
 * @param tooNear what such a walk costs beyond a walk, in points of the score, 0 or more
 */
public record Walking(double flipAtStop, int apartMinutes, double tooNear) {
    private static final int LONGEST_APART = 240;

    /** Nobody minds. */
    public static final Walking USUAL = new Walking(0, 0, 0);

    /** As a household plans: a second walk within half an hour is one too many, and each breaker takes a hand at a stop too. */
    public static final Walking OF_PEOPLE = new Walking(Compiled.FLIP, 30, Compiled.DAY_VISIT);

    public Walking {
        InvalidInput.notNegative("/flipAtStop", flipAtStop);
        InvalidInput.notNegative("/tooNear", tooNear);
        InvalidInput.unless(
                apartMinutes >= 0 && apartMinutes <= LONGEST_APART,
                "/apartMinutes",
                "invalid.from-0-to",
                "most",
                LONGEST_APART);
    }
}
