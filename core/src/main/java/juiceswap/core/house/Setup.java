package juiceswap.core.house;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.PowerStation;
import juiceswap.core.supply.Source;
import juiceswap.core.supply.Storage;
import org.jspecify.annotations.Nullable;

/**
 * Everything the rules need to know of a household: transfer device, generator, the path between them, circuits.
 *
 * @param path the links from the generator's outlet to the panel, in order; may be empty
 * @param unexplained what a meter shows above what is known to be on
 * @param storage a battery station beside the generator, null where there is none
 */
public record Setup(
        TransferDevice transfer,
        Source source,
        List<Link> path,
        List<Circuit> circuits,
        Unexplained unexplained,
        @Nullable Storage storage) {

    /** A house of which no meter has shown more than is known. */
    public Setup(TransferDevice transfer, Source source, List<Link> path, List<Circuit> circuits) {
        this(transfer, source, path, circuits, Unexplained.NOTHING, null);
    }

    public Setup {
        path = List.copyOf(path);
        circuits = List.copyOf(circuits);
        List<Problem> problems = new ArrayList<>();
        findDuplicates(circuits, problems);
        findUnknownNames(transfer, circuits, problems);
        if (problems.isEmpty()) {
            findCircles(circuits, problems);
        }
        if (storage != null) {
            findUnknownNames(storage, circuits, problems);
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
    }

    /** The circuit of that id, or null. */
    public @Nullable Circuit find(String id) {
        return circuits.stream()
                .filter(circuit -> circuit.id().equals(id))
                .findFirst()
                .orElse(null);
    }

    /** The circuit of that id, which must exist. */
    public Circuit circuit(String id) {
        Circuit circuit = find(id);
        InvalidInput.unless(circuit != null, "", "invalid.no-circuit", "circuit", id);
        return Objects.requireNonNull(circuit);
    }

    /** These circuits and all that they need, directly or through others; each after the one that first asked for it. */
    public Set<String> withNeeded(Collection<String> ids) {
        Set<String> all = new LinkedHashSet<>();
        List<String> open = new ArrayList<>(ids);
        while (!open.isEmpty()) {
            String next = open.remove(0);
            if (all.add(next)) {
                open.addAll(circuit(next).needs());
            }
        }
        return all;
    }

    /** The circuits of these ids, in the order of the setup. */
    public List<Circuit> circuits(Collection<String> ids) {
        Set<String> wanted = ids instanceof Set<String> set ? set : new HashSet<>(ids);
        return circuits.stream()
                .filter(circuit -> wanted.contains(circuit.id()))
                .toList();
    }

    /**
     * The same house with a circuit that draws so much in all while everything on it runs: its loads are scaled alike.
     *
     * @param watts above 0
     */
    public Setup withRunningWatts(String id, double watts) {
        InvalidInput.positive("/watts", watts);
        List<Circuit> others = circuits.stream()
                .map(circuit -> circuit.id().equals(id) ? circuit.withRunningWatts(watts) : circuit)
                .toList();
        return withCircuits(others);
    }

    /** The same house with a set that is bonded, or not, as found. */
    public Setup withBond(Bond bond) {
        return new Setup(transfer, source.withBond(bond), path, circuits, unexplained, storage);
    }

    /** The same house where a meter shows so much more than is known. */
    public Setup withUnexplained(Unexplained more) {
        return new Setup(transfer, source, path, circuits, more, storage);
    }

    /** The same house with these circuits in the place of its own. */
    public Setup withCircuits(List<Circuit> others) {
        return new Setup(transfer, source, path, others, unexplained, storage);
    }

    /** The same house with another source. */
    public Setup withSource(Source other) {
        return new Setup(transfer, other, path, circuits, unexplained, storage);
    }

    /** The same house with that battery station beside the generator; null: without one. */
    public Setup withStorage(@Nullable Storage other) {
        return new Setup(transfer, source, path, circuits, unexplained, other);
    }

    /** What the house lives on while no engine runs: the station that is its source, or the one beside the generator; or null. */
    public @Nullable Battery battery() {
        return source instanceof PowerStation station ? station : storage;
    }

    /**
     * What the battery station can't do in this house, at its field below {@code /storage}: told when it is entered. A circuit
     * that becomes too big for it later is not carried.
     */
    public List<Problem> unfitStorage() {
        List<Problem> problems = new ArrayList<>();
        if (storage == null) {
            return problems;
        }
        if (!source.burns()) {
            problems.add(new Problem("/storage", "invalid.storage-beside-engine"));
        }
        Circuit charger = circuit(storage.charging().circuit());
        if (charger.runningWatts() < storage.charging().watts()) {
            problems.add(new Problem(
                    "/storage/charging/watts",
                    "invalid.charger-is-no-load",
                    "watts",
                    Math.round(charger.runningWatts())));
        }
        for (int i = 0; i < storage.carries().size(); i++) {
            String id = storage.carries().get(i);
            if (id.equals(charger.id())) {
                problems.add(new Problem("/storage/carries/" + i, "invalid.carries-its-charger"));
            } else if (circuit(id).has240()) {
                problems.add(new Problem("/storage/carries/" + i, "invalid.carries-240"));
            }
        }
        double running = circuits(storage.carries()).stream()
                .mapToDouble(Circuit::runningWatts)
                .sum();
        if (running > storage.runningWatts()) {
            problems.add(new Problem("/storage/carries", "invalid.carries-too-much", "watts", Math.round(running)));
        } else if (problems.isEmpty() && !carries(storage.carries())) {
            problems.add(new Problem("/storage/carries", "invalid.carries-too-big-a-start"));
        }
        return problems;
    }

    /** Whether the battery station can carry these together: by the legs, by running and by starting watts. */
    public boolean carries(Collection<String> ids) {
        if (storage == null || ids.contains(storage.charging().circuit())) {
            return false;
        }
        double running = 0;
        double start = 0;
        for (Circuit circuit : circuits(ids)) {
            running += circuit.runningWatts();
            start = Math.max(start, circuit.startingWatts() - circuit.runningWatts());
        }
        return circuits(ids).stream().noneMatch(Circuit::has240)
                && running <= storage.runningWatts()
                && running + start <= storage.startingWatts();
    }

    private static void findDuplicates(List<Circuit> circuits, List<Problem> problems) {
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < circuits.size(); i++) {
            if (!seen.add(circuits.get(i).id())) {
                problems.add(new Problem("/circuits/" + i + "/id", "invalid.circuit-exists"));
            }
        }
    }

    private static void findUnknownNames(TransferDevice transfer, List<Circuit> circuits, List<Problem> problems) {
        Set<String> known = new HashSet<>();
        circuits.forEach(circuit -> known.add(circuit.id()));
        requireKnown(known, transfer.testCircuits(), "/transfer/testCircuits", problems);
        Set<String> once = new HashSet<>();
        for (int i = 0; i < transfer.testCircuits().size(); i++) {
            if (!once.add(transfer.testCircuits().get(i))) {
                problems.add(new Problem("/transfer/testCircuits/" + i, "invalid.listed-twice"));
            }
        }
        for (int i = 0; i < circuits.size(); i++) {
            Circuit circuit = circuits.get(i);
            String place = "/circuits/" + i;
            requireKnown(known, circuit.needs(), place + "/needs", problems);
            requireKnown(known, circuit.notWith(), place + "/notWith", problems);
            String partner = circuit.sharedNeutralWith();
            if (partner != null && (!known.contains(partner) || partner.equals(circuit.id()))) {
                problems.add(new Problem(place + "/sharedNeutralWith", "invalid.no-other-circuit", "circuit", partner));
            }
        }
    }

    private static void findUnknownNames(Storage storage, List<Circuit> circuits, List<Problem> problems) {
        Set<String> known = new HashSet<>();
        circuits.forEach(circuit -> known.add(circuit.id()));
        String charger = storage.charging().circuit();
        if (!known.contains(charger)) {
            problems.add(new Problem("/storage/charging/circuit", "invalid.no-circuit", "circuit", charger));
        }
        requireKnown(known, storage.carries(), "/storage/carries", problems);
    }

    private static void requireKnown(Set<String> known, List<String> ids, String place, List<Problem> problems) {
        for (int i = 0; i < ids.size(); i++) {
            if (!known.contains(ids.get(i))) {
                problems.add(new Problem(place + "/" + i, "invalid.no-circuit", "circuit", ids.get(i)));
            }
        }
    }

    /** Circuits that need each other in a circle could never be closed one after the other. */
    private static void findCircles(List<Circuit> circuits, List<Problem> problems) {
        Map<String, Circuit> byId = new HashMap<>();
        circuits.forEach(circuit -> byId.put(circuit.id(), circuit));
        for (int i = 0; i < circuits.size(); i++) {
            Set<String> reached = new HashSet<>();
            List<String> open = new ArrayList<>(circuits.get(i).needs());
            while (!open.isEmpty()) {
                String next = open.remove(open.size() - 1);
                if (reached.add(next)) {
                    open.addAll(Objects.requireNonNull(byId.get(next)).needs());
                }
            }
            if (reached.contains(circuits.get(i).id())) {
                problems.add(new Problem("/circuits/" + i + "/needs", "invalid.needs-in-circle"));
                return;
            }
        }
    }
}
