package juiceswap.web.frame;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A stop on the walk through the demo's outage.
 *
 * @param number from 0, the invitation
 * @param next address of the stop after it, null at the last
 */
public record Tour(int number, int last, @Nullable String next) {
    /** Where each stop is looked at. */
    private static final List<String> STOPS = List.of(
            "/now?",
            "/now?",
            "/now?circuit=counter&",
            "/rotate?",
            "/rotate?circuit=heater&",
            "/meter?",
            "/meter/wiring?asked=yes&openNeutral=yes&",
            "/meter/bonding?generatorAlone=silent&houseAlone=beeps&",
            "/swap?why=main-on&",
            "/logbook?");

    /** Null when there is no such stop. */
    static @Nullable Tour at(@Nullable String number) {
        int last = STOPS.size() - 1;
        int here = number != null && number.matches("[0-9]{1,2}") ? Integer.parseInt(number) : -1;
        if (here < 0 || here > last) {
            return null;
        }
        return new Tour(here, last, here == last ? null : STOPS.get(here + 1) + "tour=" + (here + 1));
    }
}
