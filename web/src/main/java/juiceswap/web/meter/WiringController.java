package juiceswap.web.meter;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.electrical.CircuitFault;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Bonds;
import juiceswap.core.meter.HouseCircuit;
import juiceswap.core.meter.Verdict;
import juiceswap.web.drawing.WiringView;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
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
    private static final String BOND_GENERATOR = "bondGenerator";
    private static final String BOND_PANEL = "bondPanel";

    private final MeterHouse houses;
    private final Words words;

    WiringController(MeterHouse houses, Words words) {
        this.houses = houses;
        this.words = words;
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
        model.addAttribute(
                "bondSentence", words.bond(present.get().setup(), present.get().bondNow()));
        model.addAttribute("splitPhase", present.get().setup().source().splitPhase());
        return "meter/wiring";
    }

    private static Network network(HouseCircuit circuit, Map<String, String> asked) {
        Network network = circuit.healthy();
        for (CircuitFault fault : CircuitFault.values()) {
            if (!fault.aboutBonds() && asked.containsKey(fault.word())) {
                network = fault.in(network);
            }
        }
        return asked.containsKey("asked")
                ? network.withBonds(new Bonds(asked.containsKey(BOND_GENERATOR), asked.containsKey(BOND_PANEL)))
                : network;
    }

    private static List<Fault> faults(Map<String, String> asked, Bonds bonds) {
        List<Fault> faults = new ArrayList<>();
        faults.add(new Fault(BOND_GENERATOR, say("meter.wiring.bond-in-the-set"), bonds.generator()));
        faults.add(new Fault(BOND_PANEL, say("meter.wiring.bond-in-the-house"), bonds.panel()));
        for (CircuitFault fault : CircuitFault.values()) {
            if (!fault.aboutBonds()) {
                faults.add(new Fault(fault.word(), say("fault." + fault.word()), asked.containsKey(fault.word())));
            }
        }
        return faults;
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
