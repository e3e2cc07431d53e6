package juiceswap.core.household;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.measure.Measures;

/**
 * Whose house it is.
 *
 * @param name not blank
 * @param notes empty when there are none
 * @param measures in which they see and type amounts and times
 */
public record About(String name, String notes, List<Person> people, Measures measures) {

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
        return new About(name, "", List.of(), Measures.METRIC);
    }

    /** The same under another name. */
    public About withName(String other) {
        return new About(other, notes, people, measures);
    }
}
