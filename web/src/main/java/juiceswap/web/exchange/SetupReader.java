package juiceswap.web.exchange;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import juiceswap.core.InvalidInput;
import juiceswap.core.Problems;
import juiceswap.core.Worded;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.RefusedArrangement;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.meter.ClampReading;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source.BondChange;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/**
 * Builds the core's values from a {@code setup} that already satisfies its schema. Goes on after a problem, so that every
 * one is reported at its place.
 */
public final class SetupReader {
    private final boolean rated;
    private final Problems problems = new Problems();

    private SetupReader(boolean rated) {
        this.rated = rated;
    }

    /** Throws {@link InvalidInput} with pointers that begin with {@code place}. */
    public static Setup read(JsonNode json, String place) {
        return new SetupReader(true).setup(json, place);
    }

    /** As {@link #read}, for a question that asks which ratings a set must have: those given, if any, are ignored. */
    public static Setup readWithoutRatings(JsonNode json, String place) {
        return new SetupReader(false).setup(json, place);
    }

    private Setup setup(JsonNode json, String place) {
        TransferDevice transfer = problems.keep(place + "/transfer", () -> transfer(json.path("transfer")));
        Generator generator = problems.keep(place + "/generator", () -> generator(json.path("generator"), rated));
        List<Link> path = path(json.path("path"), place + "/path", problems);
        List<Circuit> circuits = new ArrayList<>();
        for (int i = 0; i < json.path("circuits").size(); i++) {
            JsonNode circuit = json.path("circuits").get(i);
            EnteredCircuit entered = circuit(circuit, place + "/circuits/" + i, problems);
            if (entered != null) {
                Circuit read = problems.keep(place + "/circuits/" + i, () -> plain(entered));
                if (read != null) {
                    circuits.add(read);
                }
            }
        }
        problems.require();
        Setup setup = problems.keep(
                place,
                () -> new Setup(Objects.requireNonNull(transfer), Objects.requireNonNull(generator), path, circuits));
        problems.require();
        return Objects.requireNonNull(setup);
    }

    /** A circuit of the one panel that the engine knows. */
    private static Circuit plain(EnteredCircuit entered) {
        return new Circuit(
                entered.id(),
                entered.label(),
                entered.seat().spaces(),
                entered.breakerAmps(),
                entered.loads().stream().map(HomeLoad::load).toList(),
                entered.ties().needs(),
                entered.ties().notWith(),
                entered.ties().sharedNeutralWith(),
                entered.lockedOff());
    }

    /** The links of a path, with their problems noted. */
    static List<Link> path(JsonNode json, String place, Problems problems) {
        List<Link> path = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            JsonNode link = json.get(i);
            Link read = problems.keep(place + "/" + i, () -> link(link));
            if (read != null) {
                path.add(read);
            }
        }
        return path;
    }

    static TransferDevice transfer(JsonNode json) {
        String word = json.path("kind").asString();
        Optional<RefusedArrangement> refused = Worded.find(RefusedArrangement.class, word);
        Double most = Json.number(json, "maxBreakersOn");
        TransferDevice device = refused.map(TransferDevice::instead)
                .orElseGet(() -> TransferDevice.of(Worded.of(TransferDevice.Kind.class, word)));
        return device.withSwitchedNeutral(Json.text(json, "neutral", "solid").equals("switched"))
                .withMaxBreakersOn(most == null ? null : (Integer) most.intValue())
                .withFeed(new TransferDevice.Feed(
                        Json.flag(json, "bridged", false), Worded.of(Leg.class, Json.text(json, "fedLeg", "L1"))))
                .withTested(new TransferDevice.Tested(
                        Worded.of(TransferDevice.Proof.class, Json.text(json, "proof", "unproven")),
                        Worded.of(TransferDevice.BondPath.class, Json.text(json, "bondPath", "unknown"))))
                .withProving(new TransferDevice.Proving(
                        Json.flag(json, "panelMeter", false), Json.texts(json, "testCircuits")))
                .withRideThrough(new TransferDevice.RideThrough(
                        Json.texts(json, "rideThrough"), Json.number(json, "rideThroughWattHours")));
    }

    static Generator generator(JsonNode json, boolean rated) {
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
        return Generator.described()
                .splitPhase(json.path("output").asString().equals("120/240"))
                .fuel(fuel(json))
                .ratings(ratings)
                .outputSwitch(Json.flag(json, "outputSwitch", true))
                .altitudeM(Json.number(json, "altitudeM", 0))
                .ambientC(Json.number(json, "ambientC", 20))
                .marginPercent(Json.number(json, "marginPercent", 80))
                .bond(Worded.of(Bond.class, Json.text(json, "bond", "unknown")))
                .bondChange(Worded.of(BondChange.class, Json.text(json, "bondChange", "none")))
                .gfciOutlets(Json.flag(json, "gfciOutlets", false))
                .inverter(Json.text(json, "engine", "conventional").equals("inverter"))
                .idleControl(Json.flag(json, "eco", false))
                .tankLitres(Json.number(json, "tankLitres"))
                .litresPerHour(litresPerHour)
                .generator();
    }

    private static Fuel fuel(JsonNode json) {
        return Fuel.of(json.path("fuel").asString()).orElseThrow();
    }

    private static Link link(JsonNode json) {
        return new Link(
                Link.Kind.of(json.path("kind").asString()).orElseThrow(),
                json.path("amps").asDouble(),
                Json.text(json, "awg"),
                Json.number(json, "lengthM"),
                Json.number(json, "plugAmps"));
    }

    /** A circuit as it is entered, or null with its problems noted. What only household files have is absent elsewhere. */
    static @Nullable EnteredCircuit circuit(JsonNode json, String place, Problems problems) {
        List<HomeLoad> loads = new ArrayList<>();
        for (int i = 0; i < json.path("loads").size(); i++) {
            JsonNode load = json.path("loads").get(i);
            HomeLoad read = problems.keep(place + "/loads/" + i, () -> homeLoad(load));
            if (read != null) {
                loads.add(read);
            }
        }
        List<Integer> spaces = new ArrayList<>();
        json.path("spaces").forEach(space -> spaces.add(space.asInt()));
        String id = json.path("id").asString();
        String leg = Json.text(json, "legAsFound");
        Map<Occasion, Choice> choices = new EnumMap<>(Occasion.class);
        for (Occasion occasion : Occasion.values()) {
            String word = Json.text(json, occasion.word());
            if (word != null) {
                choices.put(occasion, Choice.of(word));
            }
        }
        return problems.keep(
                place,
                () -> new EnteredCircuit(
                        id,
                        Json.text(json, "label", id),
                        new EnteredCircuit.Seat(
                                Json.text(json, "panel", ""), spaces, leg == null ? null : Worded.of(Leg.class, leg)),
                        json.path("breakerAmps").asDouble(),
                        loads,
                        new EnteredCircuit.Ties(
                                Json.texts(json, "needs"),
                                Json.texts(json, "notWith"),
                                Json.text(json, "sharedNeutralWith")),
                        Json.flag(json, "lockedOff", false),
                        new EnteredCircuit.Said(Json.text(json, "note", ""), choices)));
    }

    private static HomeLoad homeLoad(JsonNode json) {
        String known = Json.text(json, "known");
        JsonNode clamp = json.path("clamp");
        ClampReading reading = !clamp.isObject()
                ? null
                : Json.under(
                        "/clamp",
                        () -> new ClampReading(
                                clamp.path("beforeAmps").asDouble(),
                                clamp.path("afterAmps").asDouble(),
                                Json.number(clamp, "inrushAmps")));
        return new HomeLoad(
                load(json),
                known == null ? null : Estimate.Known.of(known),
                Json.number(json, "lowWatts"),
                Json.number(json, "highWatts"),
                Json.flag(json, "leftOff", false),
                reading);
    }

    private static Load load(JsonNode json) {
        String leg = Json.text(json, "leg");
        return new Load(
                json.path("name").asString(),
                json.path("volts").asInt(),
                leg == null ? null : Worded.of(Leg.class, leg),
                new Nameplate(
                        Json.number(json, "runningWatts"),
                        Json.number(json, "startingWatts"),
                        Json.number(json, "amps"),
                        Json.number(json, "horsepower"),
                        Json.text(json, "codeLetter"),
                        Json.number(json, "lockedRotorAmps"),
                        Json.flag(json, "motor", false)),
                Json.number(json, "dutyPercent", 100),
                (int) Json.number(json, "count", 1));
    }
}
