package juiceswap.web.exchange;

import juiceswap.core.supply.Source;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Supplier;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Worded;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Rating;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/**
 * Builds the core's values from a {@code setup} that already satisfies its schema. Goes on after a problem, so that every
 * one is reported at its place.
 */
public final class SetupReader {
    /**
     * Where a circuit hangs, as a household knows it.
     *
     * @param leg of a single-pole breaker, null where its space tells
     * @param feeder the circuit that feeds its sub-panel, null in the first panel
     * @param reachable the generator can feed its panel
     */
    record Hang(@Nullable Leg leg, @Nullable String feeder, boolean reachable) {
        static final Hang FIRST_PANEL = new Hang(null, null, true);
    }

    private final boolean rated;
    private final Function<JsonNode, Hang> hang;
    private final List<Problem> problems = new ArrayList<>();

    private SetupReader(boolean rated, Function<JsonNode, Hang> hang) {
        this.rated = rated;
        this.hang = hang;
    }

    /** Throws {@link InvalidInput} with pointers that begin with {@code place}. */
    public static Setup read(JsonNode json, String place) {
        return read(json, place, circuit -> Hang.FIRST_PANEL);
    }

    /** As {@link #read}, for a question that asks which ratings a set must have: those given, if any, are ignored. */
    public static Setup readWithoutRatings(JsonNode json, String place) {
        return new SetupReader(false, circuit -> Hang.FIRST_PANEL).all(json, place);
    }

    /** As {@link #read}, where {@code hang} tells of the JSON of a circuit where it hangs. */
    static Setup read(JsonNode json, String place, Function<JsonNode, Hang> hang) {
        return new SetupReader(true, hang).all(json, place);
    }

    private Setup all(JsonNode json, String place) {
        Setup setup = setup(json, place);
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        return setup;
    }

    private Setup setup(JsonNode json, String place) {
        TransferDevice transfer = keep(place + "/transfer", () -> transfer(json.path("transfer")));
        Generator generator = keep(place + "/generator", () -> generator(json.path("generator")));
        List<Link> path = new ArrayList<>();
        for (int i = 0; i < json.path("path").size(); i++) {
            JsonNode link = json.path("path").get(i);
            path.add(keep(place + "/path/" + i, () -> link(link)));
        }
        List<Circuit> circuits = new ArrayList<>();
        for (int i = 0; i < json.path("circuits").size(); i++) {
            circuits.add(circuit(json.path("circuits").get(i), place + "/circuits/" + i));
        }
        return problems.isEmpty() ? keep(place, () -> new Setup(transfer, generator, path, circuits)) : null;
    }

    /** The value, or null with its problems noted. */
    private <T> T keep(String place, Supplier<T> value) {
        try {
            return value.get();
        } catch (InvalidInput invalid) {
            invalid.problems().forEach(problem -> problems.add(problem.under(place)));
            return null;
        }
    }

    private static TransferDevice transfer(JsonNode json) {
        Double most = Json.number(json, "maxBreakersOn");
        return new TransferDevice(
                TransferDevice.Kind.of(json.path("kind").asString()).orElseThrow(),
                Json.text(json, "neutral", "solid").equals("switched"),
                most == null ? null : most.intValue(),
                Json.flag(json, "bridged", false),
                Worded.of(Leg.class, Json.text(json, "fedLeg", "L1")),
                Json.flag(json, "panelMeter", false),
                Json.texts(json, "testCircuits"));
    }

    private Generator generator(JsonNode json) {
        List<Rating> ratings = new ArrayList<>();
        if (!rated) {
            ratings.add(new Rating(fuel(json), 1, 1));
        }
        for (JsonNode rating : rated ? json.path("ratings") : List.<JsonNode>of()) {
            ratings.add(new Rating(
                    fuel(rating),
                    rating.path("runningWatts").asDouble(),
                    rating.path("startingWatts").asDouble()));
        }
        TreeMap<Double, Double> litresPerHour = new TreeMap<>();
        json.path("litresPerHour")
                .properties()
                .forEach(entry -> litresPerHour.put(
                        Double.valueOf(entry.getKey()), entry.getValue().asDouble()));
        return new Generator(
                json.path("output").asString().equals("120/240"),
                fuel(json),
                ratings,
                Json.flag(json, "outputSwitch", true),
                Json.number(json, "altitudeM", 0),
                Json.number(json, "ambientC", 20),
                Json.number(json, "marginPercent", 80),
                bond(Json.text(json, "bond", "unknown")),
                Worded.of(Source.BondChange.class, Json.text(json, "bondChange", "none")),
                Json.flag(json, "gfciOutlets", false),
                Json.text(json, "engine", "conventional").equals("inverter"),
                Json.flag(json, "eco", false),
                Json.number(json, "tankLitres"),
                litresPerHour);
    }

    static Bond bond(String word) {
        return Worded.of(Bond.class, word);
    }

    private static Fuel fuel(JsonNode json) {
        return Fuel.of(json.path("fuel").asString()).orElseThrow();
    }

    private static Link link(JsonNode json) {
        return new Link(
                Link.Kind.of(json.path("kind").asString()).orElseThrow(),
                json.path("amps").asDouble(),
                Json.text(json, "awg", null),
                Json.number(json, "lengthM"),
                Json.number(json, "plugAmps"));
    }

    private Circuit circuit(JsonNode json, String place) {
        List<Load> loads = new ArrayList<>();
        List<Load> used = new ArrayList<>();
        for (int i = 0; i < json.path("loads").size(); i++) {
            JsonNode load = json.path("loads").get(i);
            Load read = keep(place + "/loads/" + i, () -> load(load));
            if (read != null) {
                loads.add(read);
                if (!Json.flag(load, "leftOff", false)) {
                    used.add(read);
                }
            }
        }
        List<Integer> spaces = new ArrayList<>();
        json.path("spaces").forEach(space -> spaces.add(space.asInt()));
        String id = json.path("id").asString();
        Hang hangs = hang.apply(json);
        return keep(
                place,
                () -> new Circuit(
                                id,
                                Json.text(json, "label", id),
                                spaces,
                                json.path("breakerAmps").asDouble(),
                                loads,
                                Json.texts(json, "needs"),
                                Json.texts(json, "notWith"),
                                Json.text(json, "sharedNeutralWith", null),
                                Json.flag(json, "lockedOff", false) || !hangs.reachable(),
                                spaces.size() == 1 ? hangs.leg() : null,
                                hangs.feeder())
                        .withLoads(used));
    }

    static Load load(JsonNode json) {
        String leg = Json.text(json, "leg", null);
        return new Load(
                json.path("name").asString(),
                json.path("volts").asInt(),
                leg == null ? null : Worded.of(Leg.class, leg),
                new Nameplate(
                        Json.number(json, "runningWatts"),
                        Json.number(json, "startingWatts"),
                        Json.number(json, "amps"),
                        Json.number(json, "horsepower"),
                        Json.text(json, "codeLetter", null),
                        Json.number(json, "lockedRotorAmps"),
                        Json.flag(json, "motor", false)),
                Json.number(json, "dutyPercent", 100),
                (int) Json.number(json, "count", 1));
    }
}
