package juiceswap.web.words;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Action;
import juiceswap.core.house.RefusedArrangement;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.measure.ClockFace;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.Quantity;
import juiceswap.core.measure.UnitSystem;
import juiceswap.core.supply.Fuel;
import juiceswap.core.words.Wording;
import org.springframework.stereotype.Component;

/** The product's words: sentences by their keys, and what the core wants to say, in the household's own measures. */
@Component
public class Words extends Wording {

    private static final long MONTHS_FROM = 60;

    public Words(Messages messages) {
        super(messages);
    }

    /** Fuels by their words, as a form offers them. */
    public Map<String, String> fuels() {
        return choices("fuel.", Fuel.values());
    }

    /** What a house may have, by their words, as a house that is begun offers them: devices, and what people use instead. */
    public Map<String, String> devices() {
        Map<String, String> all = choices("house.begin.device.", TransferDevice.Kind.values());
        all.putAll(arrangements());
        return all;
    }

    /** Arrangements that nobody is led through, by their words: they can be told, so that they can be warned of. */
    public Map<String, String> arrangements() {
        return choices("arrangement.", RefusedArrangement.values());
    }

    private Map<String, String> choices(String beginning, Worded[] values) {
        Map<String, String> choices = new LinkedHashMap<>();
        for (Worded value : values) {
            choices.put(value.word(), say(beginning + value.word()));
        }
        return choices;
    }

    /** What people call a panel; the first one may have no name of its own. */
    public String panel(String name) {
        return name.isEmpty() ? say("house.panel") : name;
    }

    /** What is told once on a page: a phrase, or words that are put already. */
    public String told(Object phraseOrWords) {
        return phraseOrWords instanceof Phrase phrase ? say(phrase) : String.valueOf(phraseOrWords);
    }

    /** Terms of the trade that a step uses, to be explained by a touch. */
    public List<String> terms(String action) {
        return Action.of(action).map(Words::terms).orElse(List.of());
    }

    private static List<String> terms(Action action) {
        return switch (action) {
            case PLATE_TO_GENERATOR, PLATE_TO_UTILITY -> List.of("interlock", "back-feed");
            case HANDLE_GENERATOR, HANDLE_UTILITY -> List.of("transfer-switch");
            case MAIN_OFF, INPUT_OFF -> List.of("back-feed");
            case CORD_HOUSE_IN, INSPECT_CORD -> List.of("inlet");
            case SET_BOND_FLOATING, SET_BOND_BONDED -> List.of("neutral-bond", "floating");
            case ECO_OFF, ECO_ON -> List.of("idle-control");
            case CHECK_GFCI -> List.of("gfci");
            case MEASURE_GENERATOR, MEASURE_PANEL -> List.of("leg", "hertz");
            case MEASURE_LOADED, MEASURE_UTILITY -> List.of("leg");
            default -> List.of();
        };
    }

    /** The systems of units to choose from, by their words. */
    public Map<String, String> unitSystems() {
        return choices(UnitSystem.values());
    }

    /** The clocks to choose from, by their words. */
    public Map<String, String> clockFaces() {
        return choices(ClockFace.values());
    }

    private Map<String, String> choices(Worded[] all) {
        Map<String, String> choices = new LinkedHashMap<>();
        for (Worded one : all) {
            choices.put(one.word(), say("house.measures." + one.word()));
        }
        return choices;
    }

    /** The sign of the unit that stands beside a field, by the word of its dimension. */
    public String unit(String dimension) {
        return InUse.measures().symbol(Worded.of(Dimension.class, dimension));
    }

    /** The sign of the unit in that system. */
    public String unit(String dimension, String system) {
        UnitSystem units = Worded.of(UnitSystem.class, system);
        return new Measures(units, ClockFace.OF_24_HOURS).symbol(Worded.of(Dimension.class, dimension));
    }

    /** A length for a sentence, from meters. */
    public Quantity metres(double metres) {
        return Quantity.metres(metres);
    }

    /** A height above the sea for a sentence, from meters. */
    public Quantity altitude(double metres) {
        return Quantity.altitude(metres);
    }

    /** A temperature for a sentence. */
    public Quantity celsius(double celsius) {
        return Quantity.celsius(celsius);
    }

    /** Minutes as people say them: 45 min, 3 h, 3 h 10, 2 days. */
    public static String hours(double minutes) {
        return InUse.measures().duration(minutes);
    }

    /** Since when, on this server's clock: the time, with the day when it was not today. */
    public static String since(Instant then, Instant now) {
        return InUse.measures().clock(then, now, ZoneId.systemDefault());
    }

    /** How long ago a day is. */
    public String daysAgo(LocalDate day, LocalDate today) {
        long days = Measures.daysBetween(day, today);
        return days < MONTHS_FROM ? say("ago.days", "days", days) : say("ago.months", "months", days / 30);
    }
}
