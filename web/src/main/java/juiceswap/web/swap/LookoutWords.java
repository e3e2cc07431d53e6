package juiceswap.web.swap;

import java.util.List;
import java.util.Locale;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Link;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** What to look for in a check, with this household's own figures. */
@Component
class LookoutWords {
    private final Words words;

    LookoutWords(Words words) {
        this.words = words;
    }

    String say(Lookout point, HouseholdFile household) {
        return words.say("lookout." + point.word(), figure(point, household));
    }

    private static String figure(Lookout point, HouseholdFile household) {
        return switch (point) {
            case DISTANCE -> distance(household);
            case FUEL_LASTS -> hours(household);
            case CORD_DRY -> cord(household);
            default -> "";
        };
    }

    private static String distance(HouseholdFile household) {
        Double opening = household.supply().placement().openingM();
        return opening == null ? "" : String.format(Locale.ENGLISH, "; your place is %.0f m from the nearest", opening);
    }

    /** With everything on that is wanted, each thing by its duty: what the set will burn on average. */
    private static String hours(HouseholdFile household) {
        List<String> wanted = new Changeover(household.setup(), household.outage()).wanted();
        double watts = FuelUse.dutyWatts(
                wanted.stream().map(id -> household.setup().circuit(id)).toList());
        Double tank = household.setup().generator().tankLitres();
        Double use = FuelUse.at(household.setup().generator(), watts).litresPerHour();
        return tank == null || use == null
                ? ""
                : String.format(
                        Locale.ENGLISH, "; a full tank is about %.0f hours at %,.0f W on average", tank / use, watts);
    }

    private static String cord(HouseholdFile household) {
        return household.setup().path().stream()
                .filter(link -> link.kind() == Link.Kind.CORD && link.awg() != null)
                .findFirst()
                .map(link -> ". Yours is " + link.awg() + " AWG"
                        + (link.lengthM() == null ? "" : String.format(Locale.ENGLISH, ", %.0f m", link.lengthM())))
                .orElse("");
    }
}
