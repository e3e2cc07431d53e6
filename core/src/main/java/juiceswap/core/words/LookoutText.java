package juiceswap.core.words;

import juiceswap.core.changeover.Lookout;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Quantity;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Placement;

/** What to look for in a check, with a household's own figures. */
public final class LookoutText {
    private final Wording words;
    private final Household household;
    private final String bond;

    /** @param bond how it is known that there is one neutral bond, and since when, as a sentence */
    public LookoutText(Wording words, Household household, String bond) {
        this.words = words;
        this.household = household;
        this.bond = bond;
    }

    public String of(Lookout point) {
        return words.say("lookout." + point.word(), "figure", figure(point));
    }

    private String figure(Lookout point) {
        return switch (point) {
            case DISTANCE -> distance();
            case FUEL_LASTS -> hours();
            case CORD_DRY -> cord();
            case BOND_PROVEN -> bond;
            default -> "";
        };
    }

    private String distance() {
        Placement place = household.supply().placement();
        Double opening = place.openingM();
        if (opening == null) {
            return "";
        }
        return place.tooNearOpening()
                ? words.say(
                        "swap.lookout-words.too-near",
                        "opening",
                        Quantity.metres(opening),
                        "least",
                        Quantity.metres(Placement.LEAST_OPENING_M))
                : words.say("swap.lookout-words.your-place-is-m-from", "opening", Quantity.metres(opening));
    }

    /** With everything on that is wanted, each thing by its duty: what the generator will burn on average. */
    private String hours() {
        double watts = household.averageWattsWanted();
        Double hours = FuelUse.fullTankHours(household.setup().source(), watts);
        return hours == null
                ? ""
                : words.say(
                        "swap.lookout-words.a-full-tank-is-about",
                        "use",
                        Math.round(hours),
                        "watts",
                        Math.round(watts));
    }

    private String cord() {
        for (Link link : household.setup().path()) {
            String awg = link.awg();
            if (link.kind() == Link.Kind.CORD && awg != null) {
                return link.lengthM() == null
                        ? words.say("swap.lookout-words.yours-is-awg", "awg", awg)
                        : words.say(
                                "swap.lookout-words.yours-is-awg-long",
                                "awg",
                                awg,
                                "length",
                                Quantity.metres(link.lengthM()));
            }
        }
        return "";
    }
}
