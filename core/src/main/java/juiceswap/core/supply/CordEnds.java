package juiceswap.core.supply;

import java.util.Optional;
import juiceswap.core.Worded;

/**
 * The two ends of the cord between the set and the house. Power must never stand on blades that a hand can touch: the
 * set's receptacle and the cord's house end are female, the cord's generator end and the inlet's blades are male.
 *
 * @param generatorMale the end at the set has blades
 * @param houseMale the end at the house has blades
 */
public record CordEnds(boolean generatorMale, boolean houseMale) {

    /** What is wrong with a cord's ends. */
    public enum Fault implements Worded {
        /** Blades at both ends: whoever holds the free one holds the live one. */
        TWO_MALE("two-male"),
        /** No blades at either end: it fits neither the set nor the inlet. */
        TWO_FEMALE("two-female"),
        /** The wrong way round: the house end would be live blades. */
        TURNED("turned");

        private final String word;

        Fault(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Empty when the ends are right. */
    public Optional<Fault> fault() {
        if (generatorMale && houseMale) {
            return Optional.of(Fault.TWO_MALE);
        }
        if (!generatorMale && !houseMale) {
            return Optional.of(Fault.TWO_FEMALE);
        }
        return generatorMale ? Optional.empty() : Optional.of(Fault.TURNED);
    }
}
