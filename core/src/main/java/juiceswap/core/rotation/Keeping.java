package juiceswap.core.rotation;

import java.time.LocalTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.rotation.StandingNeed.Daily;
import juiceswap.core.rotation.StandingNeed.DailyCare;
import org.jspecify.annotations.Nullable;

/**
 * What a circuit keeps, with values to begin with until the household knows better. Where no source is given they are our
 * judgement, on the careful side.
 */
public enum Keeping implements Worded {
    /**
     * A closed refrigerator keeps food at 4 °C or below for about 4 hours; above that for more than 2 hours, food that spoils
     * is thrown out: usual food-safety advice.
     */
    FRIDGE("fridge", Priority.FOOD, 240, 60, 2.0, 4.0),
    /** A half-full freezer keeps for about 24 hours, a full one for 48: usual food-safety advice. */
    FREEZER("freezer", Priority.FOOD, 1440, 240, -18.0, -8.0),
    /** Medicine is to be kept from 2 to 8 °C: usual label. */
    MEDICINE("medicine", Priority.LIFE, 180, 45, 4.0, 8.0),
    /** Nobody lets a house go cold for a television: it is low from a third on, and the more so the nearer to the bottom. */
    HOUSE_WARM("house-warm", Priority.PROPERTY, 360, 150, 20.0, 12.0, new DailyCare(0.33, 0.1, List.of(), List.of())),
    /**
     * A room for an infant, or for somebody old or ill: no colder than 18 °C (64 °F) is the usual advice on indoor air for
     * those whom cold harms.
     */
    FRAIL_ROOM("frail-room", Priority.LIFE, 180, 90, 21.0, 18.0),
    /** A device that somebody's life hangs on: what its own battery or a bottle gives is not known until it is entered. */
    MEDICAL_DEVICE("medical-device", Priority.LIFE, 30, 30, null, null),
    /** Hot by seven in the morning. */
    HOT_WATER(
            "hot-water",
            Priority.COMFORT,
            720,
            90,
            55.0,
            40.0,
            new DailyCare(null, 0, List.of(), List.of(new DailyCare.Floor(LocalTime.of(7, 0), 0.5)))),
    /** A pit that fills in heavy rain: a guess on the short side until the household has timed it. */
    SUMP("sump", Priority.PROPERTY, 45, 10, null, null),
    SEWAGE("sewage", Priority.PROPERTY, 480, 15, null, null),
    /** What the pressure tank gives before the pump runs again; full for the night, in which hardly any is drawn. */
    WATER(
            "water",
            Priority.PROPERTY,
            240,
            10,
            null,
            null,
            new DailyCare(
                    null,
                    0,
                    List.of(new DailyCare.Use(new Daily(LocalTime.of(22, 30), LocalTime.of(6, 0)), 0.25)),
                    List.of(new DailyCare.Floor(LocalTime.of(22, 0), 0.75)))),
    CHARGED("charged", Priority.COMFORT, 480, 120, null, null),
    /** Animals and eggs that need warmth. */
    ANIMALS("animals", Priority.LIFE, 60, 30, 37.5, 34.0),
    /** Reptiles that need warmth from outside; a day in the cold harms them: usual keepers' advice, on the careful side. */
    REPTILES("reptiles", Priority.LIFE, 120, 60, 28.0, 22.0),
    /** Tropical fish: air runs out before the water is cold, so short rests only: usual keepers' advice. */
    FISH("fish", Priority.LIFE, 120, 30, 25.0, 22.0),
    OTHER("other", Priority.COMFORT, 240, 60, null, null);

    private final String word;

    private final Priority priority;
    private final double holdMinutes;
    private final double recoverMinutes;
    private final @Nullable Double full;
    private final @Nullable Double empty;
    private final DailyCare care;

    Keeping(
            String word,
            Priority priority,
            double holdMinutes,
            double recoverMinutes,
            @Nullable Double full,
            @Nullable Double empty) {
        this(word, priority, holdMinutes, recoverMinutes, full, empty, DailyCare.NONE);
    }

    Keeping(
            String word,
            Priority priority,
            double holdMinutes,
            double recoverMinutes,
            @Nullable Double full,
            @Nullable Double empty,
            DailyCare care) {
        this.word = word;
        this.priority = priority;
        this.holdMinutes = holdMinutes;
        this.recoverMinutes = recoverMinutes;
        this.full = full;
        this.empty = empty;
        this.care = care;
    }

    /** What is usually asked of it beyond not running out. */
    public DailyCare care() {
        return care;
    }

    @Override
    public String word() {
        return word;
    }

    /** It is kept cold by a compressor, which starts hard for some minutes after it has stopped. */
    public boolean byCompressor() {
        return this == FRIDGE || this == FREEZER || this == MEDICINE;
    }

    /** A need of this kind with the values to begin with. */
    public StandingNeed.Keep usual(String circuit) {
        return new StandingNeed.Keep(circuit, priority, this, holdMinutes, recoverMinutes, full, empty);
    }

    /** What a circuit of that name is likely to keep; empty when its name does not tell. */
    public static Optional<Keeping> guessed(String label) {
        String words = label.toLowerCase(Locale.ROOT);
        return WORDS.entrySet().stream()
                .filter(entry -> entry.getKey().stream().anyMatch(words::contains))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    /** Parts of names, the more telling ones first. */
    private static final Map<List<String>, Keeping> WORDS = words();

    private static Map<List<String>, Keeping> words() {
        Map<List<String>, Keeping> words = new LinkedHashMap<>();
        words.put(List.of("medicine", "insulin"), MEDICINE);
        words.put(List.of("freezer"), FREEZER);
        words.put(List.of("fridge", "refrigerator", "larder"), FRIDGE);
        words.put(List.of("reptile", "terrarium", "vivarium", "snake", "gecko", "tortoise"), REPTILES);
        words.put(List.of("aquarium", "fish tank"), FISH);
        words.put(List.of("incubator", "brooder", "chick"), ANIMALS);
        // not "ventilator": that is a fan in most panels
        words.put(List.of("oxygen", "concentrator", "dialysis"), MEDICAL_DEVICE);
        words.put(List.of("sump"), SUMP);
        words.put(List.of("septic", "sewage", "lift pump"), SEWAGE);
        words.put(List.of("well pump", "water pump", "pressure pump"), WATER);
        words.put(List.of("water heater", "hot water", "boiler tank"), HOT_WATER);
        words.put(List.of("furnace", "stove", "heat pump", "boiler", "heating", "mini-split"), HOUSE_WARM);
        words.put(List.of("charger", "batter"), CHARGED);
        return words;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Keeping> of(String word) {
        return Worded.find(Keeping.class, word);
    }
}
