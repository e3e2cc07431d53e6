package juiceswap.exchange;

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
import juiceswap.core.house.CircuitBuilder;
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
    public static Setup read(Tree json, String place) {
        return new SetupReader(true).setup(json, place);
    }

    /** As {@link #read}, for a question that asks which ratings a set must have: those given, if any, are ignored. */
    public static Setup readWithoutRatings(Tree json, String place) {
        return new SetupReader(false).setup(json, place);
    }

    private Setup setup(Tree json, String place) {
        TransferDevice transfer = problems.keep(place + "/transfer", () -> transfer(json.path("transfer")));
        Generator generator = problems.keep(place + "/generator", () -> generator(json.path("generator"), rated));
        List<Link> path = path(json.path("path"), place + "/path", problems);
        List<Circuit> circuits = new ArrayList<>();
        for (int i = 0; i < json.path("circuits").size(); i++) {
            Tree circuit = json.path("circuits").get(i);
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
        return CircuitBuilder.builder()
                .id(entered.id())
                .label(entered.label())
                .spaces(entered.seat().spaces())
                .breakerAmps(entered.breakerAmps())
                .loads(entered.loads().stream().map(HomeLoad::load).toList())
                .needs(entered.ties().needs())
                .notWith(entered.ties().notWith())
                .sharedNeutralWith(entered.ties().sharedNeutralWith())
                .lockedOff(entered.lockedOff())
                .legAsFound(null)
                .fedThrough(null)
                .attended(entered.said().attended())
                .build();
    }

    /** The links of a path, with their problems noted. */
    static List<Link> path(Tree json, String place, Problems problems) {
        List<Link> path = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            Tree link = json.get(i);
            Link read = problems.keep(place + "/" + i, () -> link(link));
            if (read != null) {
                path.add(read);
            }
        }
        return path;
    }

    static TransferDevice transfer(Tree json) {
        String word = json.path("kind").asString();
        Optional<RefusedArrangement> refused = Worded.find(RefusedArrangement.class, word);
        Double most = json.number("maxBreakersOn");
        TransferDevice device = refused.map(TransferDevice::instead)
                .orElseGet(() -> TransferDevice.of(Worded.of(TransferDevice.Kind.class, word)));
        return device.withSwitchedNeutral(json.text("neutral", "solid").equals("switched"))
                .withMaxBreakersOn(most == null ? null : (Integer) most.intValue())
                .withFeed(new TransferDevice.Feed(
                        json.flag("bridged", false), Worded.of(Leg.class, json.text("fedLeg", "L1"))))
                .withTested(new TransferDevice.Tested(
                        Worded.of(TransferDevice.Proof.class, json.text("proof", "unproven")),
                        Worded.of(TransferDevice.BondPath.class, json.text("bondPath", "unknown"))))
                .withProving(new TransferDevice.Proving(json.flag("panelMeter", false), json.texts("testCircuits")))
                .withRideThrough(
                        new TransferDevice.RideThrough(json.texts("rideThrough"), json.number("rideThroughWattHours")));
    }

    static Generator generator(Tree json, boolean rated) {
        List<Rating> ratings = new ArrayList<>();
        if (!rated) {
            ratings.add(new Rating(fuel(json), 1, 1));
        }
        for (Tree rating : rated ? json.path("ratings") : List.<Tree>of()) {
            ratings.add(new Rating(
                    fuel(rating),
                    rating.path("runningWatts").asDouble(),
                    rating.path("startingWatts").asDouble()));
        }
        TreeMap<Double, Double> litresPerHour = new TreeMap<>();
        json.path("litresPerHour")
                .properties()
                .forEach((percent, litres) -> litresPerHour.put(Double.valueOf(percent), litres.asDouble()));
        return Generator.described()
                .splitPhase(json.path("output").asString().equals("120/240"))
                .fuel(fuel(json))
                .ratings(ratings)
                .outputSwitch(json.flag("outputSwitch", true))
                .altitudeM(json.number("altitudeM", 0))
                .ambientC(json.number("ambientC", 20))
                .marginPercent(json.number("marginPercent", 80))
                .bond(Worded.of(Bond.class, json.text("bond", "unknown")))
                .bondChange(Worded.of(BondChange.class, json.text("bondChange", "none")))
                .gfciOutlets(json.flag("gfciOutlets", false))
                .inverter(json.text("engine", "conventional").equals("inverter"))
                .idleControl(json.flag("eco", false))
                .tankLitres(json.number("tankLitres"))
                .litresPerHour(litresPerHour)
                .generator();
    }

    private static Fuel fuel(Tree json) {
        return Fuel.of(json.path("fuel").asString()).orElseThrow();
    }

    private static Link link(Tree json) {
        return new Link(
                Link.Kind.of(json.path("kind").asString()).orElseThrow(),
                json.path("amps").asDouble(),
                json.text("awg"),
                json.number("lengthM"),
                json.number("plugAmps"));
    }

    /** A circuit as it is entered, or null with its problems noted. What only household files have is absent elsewhere. */
    static @Nullable EnteredCircuit circuit(Tree json, String place, Problems problems) {
        List<HomeLoad> loads = new ArrayList<>();
        for (int i = 0; i < json.path("loads").size(); i++) {
            Tree load = json.path("loads").get(i);
            HomeLoad read = problems.keep(place + "/loads/" + i, () -> homeLoad(load));
            if (read != null) {
                loads.add(read);
            }
        }
        List<Integer> spaces = new ArrayList<>();
        json.path("spaces").forEach(space -> spaces.add(space.asInt()));
        String id = json.path("id").asString();
        String leg = json.text("legAsFound");
        Map<Occasion, Choice> choices = new EnumMap<>(Occasion.class);
        for (Occasion occasion : Occasion.values()) {
            String word = json.text(occasion.word());
            if (word != null) {
                choices.put(occasion, Choice.of(word));
            }
        }
        return problems.keep(
                place,
                () -> new EnteredCircuit(
                        id,
                        json.text("label", id),
                        new EnteredCircuit.Seat(
                                json.text("panel", ""), spaces, leg == null ? null : Worded.of(Leg.class, leg)),
                        json.path("breakerAmps").asDouble(),
                        loads,
                        new EnteredCircuit.Ties(
                                json.texts("needs"), json.texts("notWith"), json.text("sharedNeutralWith")),
                        json.flag("lockedOff", false),
                        new EnteredCircuit.Said(json.text("note", ""), json.flag("attended", false), choices)));
    }

    private static HomeLoad homeLoad(Tree json) {
        String known = json.text("known");
        Tree clamp = json.path("clamp");
        ClampReading reading = !clamp.isObject()
                ? null
                : Tree.under(
                        "/clamp",
                        () -> new ClampReading(
                                clamp.path("beforeAmps").asDouble(),
                                clamp.path("afterAmps").asDouble(),
                                clamp.number("inrushAmps")));
        return new HomeLoad(
                load(json),
                known == null ? null : Estimate.Known.of(known),
                json.number("lowWatts"),
                json.number("highWatts"),
                json.flag("leftOff", false),
                reading);
    }

    private static Load load(Tree json) {
        String leg = json.text("leg");
        return new Load(
                json.path("name").asString(),
                json.path("volts").asInt(),
                leg == null ? null : Worded.of(Leg.class, leg),
                new Nameplate(
                        json.number("runningWatts"),
                        json.number("startingWatts"),
                        json.number("amps"),
                        json.number("horsepower"),
                        json.text("codeLetter"),
                        json.number("lockedRotorAmps"),
                        json.flag("motor", false)),
                json.number("dutyPercent", 100),
                (int) json.number("count", 1));
    }
}
