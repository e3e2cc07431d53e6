package juiceswap.core.household;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.measure.AsTyped;
import juiceswap.core.measure.Measures;

/**
 * Whose house it is.
 *
 * @param name not blank
 * @param notes empty when there are none
 * @param measures in which they see and type amounts and times
 * @param typed amounts that were typed in another unit
 */
public record About(String name, String notes, List<Person> people, Measures measures, AsTyped typed) {

    /**
     * Somebody who helps in an outage.
     *
     * @param name not blank
     * @param notes where they usually stand, what they know; empty when there is nothing to say
     */
    public record Person(String name, String notes) {}

    public About {
        people = List.copyOf(people);
        InvalidInput.unless(!name.isBlank(), "/name", "invalid.empty");
    }

    /** Nothing known but the name. */
    public static About named(String name) {
        return new About(name, "", List.of(), Measures.METRIC, AsTyped.NOTHING);
    }

    /** The same under another name. */
    public About withName(String other) {
        return new About(other, notes, people, measures, typed);
    }

    /** The same in other measures. */
    public About withMeasures(Measures others) {
        return new About(name, notes, people, others, typed);
    }

    /** The same, with how amounts were typed. */
    public About withTyped(AsTyped other) {
        return new About(name, notes, people, measures, other);
    }
}
