package juiceswap.web.words;

import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import juiceswap.core.measure.ClockFace;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.UnitSystem;
import org.springframework.context.i18n.LocaleContextHolder;

/**
 * The measures in use for the page that is being drawn. They travel as part of its locale, in the standard's own keywords
 * for them (measurement system and hour cycle of Unicode locale identifiers), so that whatever says something knows them.
 */
public final class InUse {
    private static final String MEASURES = "ms";
    private static final String HOURS = "hc";

    /** Countries whose people measure as in the United States. */
    private static final Set<String> LIKE_US = Set.of("US", "LR", "MM");

    /** Countries in which most people read a clock of 12 hours. */
    private static final Set<String> CLOCK_OF_12 = Set.of("US", "CA", "AU", "NZ", "PH", "IN");

    private InUse() {}

    /** Those of the household whose page is being drawn; metric where there is none. */
    public static Measures measures() {
        Locale locale = LocaleContextHolder.getLocale();
        String units = locale.getUnicodeLocaleType(MEASURES);
        String clock = locale.getUnicodeLocaleType(HOURS);
        return new Measures(
                Arrays.stream(UnitSystem.values())
                        .filter(system -> system.inLocales().equals(units))
                        .findFirst()
                        .orElse(Measures.METRIC.units()),
                Arrays.stream(ClockFace.values())
                        .filter(face -> face.inLocales().equals(clock))
                        .findFirst()
                        .orElse(Measures.METRIC.clock()));
    }

    /** The locale that carries those measures. */
    public static Locale locale(Measures measures) {
        return new Locale.Builder()
                .setLanguage("en")
                .setUnicodeLocaleKeyword(MEASURES, measures.units().inLocales())
                .setUnicodeLocaleKeyword(HOURS, measures.clock().inLocales())
                .build();
    }

    /** What people of the browser's country are likely to measure in, until they have said. */
    public static Measures guessed(Locale browser) {
        return new Measures(
                LIKE_US.contains(browser.getCountry()) ? UnitSystem.US : UnitSystem.METRIC,
                CLOCK_OF_12.contains(browser.getCountry()) ? ClockFace.OF_12_HOURS : ClockFace.OF_24_HOURS);
    }
}
