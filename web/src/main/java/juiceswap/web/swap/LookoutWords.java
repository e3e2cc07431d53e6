package juiceswap.web.swap;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Quantity;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Placement;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** What to look for in a check, with this household's own figures. */
@Component
class LookoutWords {
    private final Words words;
    private final DeviceTests tests;
    private final Clock clock;

    LookoutWords(Words words, DeviceTests tests, Clock clock) {
        this.words = words;
        this.tests = tests;
        this.clock = clock;
    }

    String text(Lookout point, Household household, long householdId) {
        return words.say("lookout." + point.word(), "figure", figure(point, household, householdId));
    }

    private String figure(Lookout point, Household household, long householdId) {
        return switch (point) {
            case DISTANCE -> distance(household);
            case FUEL_LASTS -> hours(household);
            case CORD_DRY -> cord(household);
            case BOND_PROVEN -> bond(householdId);
            default -> "";
        };
    }

    /** How it is known that there is one bond, and for how long. */
    private String bond(long householdId) {
        Optional<DeviceTests.Found> last = tests.last(householdId, DeviceProof.BONDING);
        if (last.isEmpty()) {
            return words.say("bondproof.never");
        }
        String ago = words.daysAgo(last.get().onDay(), LocalDate.now(clock));
        String proof = switch (last.get().result()) {
            case PASSED -> "bondproof.passed";
            case PARTLY -> "bondproof.partly";
            case FAILED, VOID -> "bondproof.failed";
        };
        return words.say(proof, "when", ago);
    }

    private static String distance(Household household) {
        Double opening = household.supply().placement().openingM();
        return opening == null
                ? ""
                : household.supply().placement().tooNearOpening()
                        ? say(
                                "swap.lookout-words.too-near",
                                "opening",
                                Quantity.metres(opening),
                                "least",
                                Quantity.metres(Placement.LEAST_OPENING_M))
                        : say("swap.lookout-words.your-place-is-m-from", "opening", Quantity.metres(opening));
    }

    /** With everything on that is wanted, each thing by its duty: what the set will burn on average. */
    private static String hours(Household household) {
        List<String> wanted = new Changeover(household.setup(), household.outage()).wanted();
        double watts = DutyWatts.of(
                wanted.stream().map(id -> household.setup().circuit(id)).toList());
        Double hours = FuelUse.fullTankHours(household.setup().source(), watts);
        return hours == null
                ? ""
                : say(
                        "swap.lookout-words.a-full-tank-is-about",
                        "use",
                        String.format(Locale.ENGLISH, "%.0f", hours),
                        "watts",
                        String.format(Locale.ENGLISH, "%,.0f", watts));
    }

    private static String cord(Household household) {
        return household.setup().path().stream()
                .filter(link -> link.kind() == Link.Kind.CORD && link.awg() != null)
                .findFirst()
                .map(link -> say(
                        "swap.lookout-words.yours-is-awg",
                        "awg",
                        link.awg(),
                        "length",
                        (link.lengthM() == null ? "" : ", " + InUse.measures().show(Quantity.metres(link.lengthM())))))
                .orElse("");
    }
}
