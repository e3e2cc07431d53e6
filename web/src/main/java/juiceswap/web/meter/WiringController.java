package juiceswap.web.meter;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Bonds;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.meter.HouseCircuit;
import juiceswap.core.meter.Verdict;
import juiceswap.web.drawing.WiringView;
import juiceswap.web.security.Account;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The circuit as it is wired, with what flows in it, and what each fault would do. */
@Controller
@RequestMapping("/meter/wiring")
class WiringController {
    private static final double LOOSE_OHMS = 2;
    private static final double LONG_CORD_TIMES = 6;

    private final MeterHouse houses;

    WiringController(MeterHouse houses) {
        this.houses = houses;
    }

    /** A fault that can be switched on. */
    public record Fault(String name, String label, boolean on) {}

    /** What one load gets; {@code verdict} is good, watch or stop. */
    public record LoadLine(String label, String legs, String volts, String watts, String verdict) {}

    @GetMapping
    String wiring(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> asked, Model model) {
        Optional<MeterHouse.Present> present = houses.present(account);
        if (present.isEmpty()) {
            return "redirect:/house";
        }
        HouseCircuit circuit = HouseCircuit.of(
                present.get().setup(), present.get().on(), present.get().bond());
        Network network = network(circuit, asked);
        Network.Solution solved = network.solve();
        model.addAttribute("faults", faults(asked, network.bonds()));
        model.addAttribute("wiring", WiringView.of(network, solved));
        model.addAttribute("loads", loads(present.get(), network, solved));
        model.addAttribute("inOutage", present.get().inOutage());
        return "meter/wiring";
    }

    private static Network network(HouseCircuit circuit, Map<String, String> asked) {
        Network network = circuit.with(new Faults(
                asked.containsKey("openNeutral"),
                asked.containsKey("openGround"),
                asked.containsKey("openL1"),
                asked.containsKey("openL2"),
                asked.containsKey("looseNeutral") ? LOOSE_OHMS : 0,
                asked.containsKey("tiedLegs")));
        Bonds bonds = asked.containsKey("asked")
                ? new Bonds(asked.containsKey("bondGenerator"), asked.containsKey("bondPanel"))
                : network.bonds();
        double times = asked.containsKey("longCord") ? LONG_CORD_TIMES : 1;
        return network.withBonds(bonds).withCordTimes(times);
    }

    private static List<Fault> faults(Map<String, String> asked, Bonds bonds) {
        return List.of(
                new Fault("bondGenerator", "Bond in the set", bonds.generator()),
                new Fault("bondPanel", "Bond in the house", bonds.panel()),
                new Fault("openNeutral", "Neutral lost", asked.containsKey("openNeutral")),
                new Fault("looseNeutral", "Neutral loose, 2 Ω", asked.containsKey("looseNeutral")),
                new Fault("openGround", "Ground wire broken", asked.containsKey("openGround")),
                new Fault("openL1", "L1 lost", asked.containsKey("openL1")),
                new Fault("openL2", "L2 lost", asked.containsKey("openL2")),
                new Fault("tiedLegs", "Both legs tied", asked.containsKey("tiedLegs")),
                new Fault("longCord", "Cord six times as long", asked.containsKey("longCord")));
    }

    private static List<LoadLine> loads(MeterHouse.Present present, Network network, Network.Solution solved) {
        List<String> labels = new ArrayList<>();
        for (String id : present.on()) {
            var circuit = present.setup().circuit(id);
            circuit.loads().stream().filter(load -> load.runningWatts() > 0).forEach(load -> labels.add(load.name()));
        }
        List<LoadLine> lines = new ArrayList<>();
        for (int i = 0; i < labels.size(); i++) {
            Network.Load load = network.loads().get(i);
            Network.Served served = solved.loads().get(i);
            boolean both = load.between() == Network.Between.L1_L2;
            Verdict verdict = served.volts() == null
                    ? Verdict.STOP
                    : both ? Verdict.ofLineVolts(served.volts()) : Verdict.ofLegVolts(served.volts());
            lines.add(new LoadLine(
                    labels.get(i),
                    both ? "L1 L2" : load.between().word().substring(0, 2),
                    WiringView.volts(served.volts()),
                    // what the set must carry for it, as everywhere else
                    String.format(java.util.Locale.ENGLISH, "%,.0f W", load.voltAmperes(served.watts())),
                    verdict.word()));
        }
        return lines;
    }
}
