package juiceswap.core.electrical;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.electrical.Network.Bonds;
import juiceswap.core.electrical.Network.Cord;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.electrical.Network.Load;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.electrical.Network.Source;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;

/**
 * Random circuits, healthy and faulty, solved by an independent simulator too. Opt-in, since it needs Debian's package
 * ngspice: {@code JUICE_NGSPICE=yes mvn -pl core test -Dtest=NgspiceTest}.
 */
@EnabledIfEnvironmentVariable(named = "JUICE_NGSPICE", matches = "yes")
class NgspiceTest {
    private static final double RADIANS_PER_SECOND = 2 * Math.PI * 60;

    /** So that no point hangs in the air, which the simulator can't bear: a thousandth of a milliamp at most. */
    private static final double LEAK_OHMS = 1e9;

    private static final Pattern PRINTED =
            Pattern.compile("^(vm\\([^)]*\\)|vm|[a-z0-9_]+)\\s*=\\s*(\\S+)", Pattern.MULTILINE);

    @TempDir
    private Path directory;

    @Test
    void agreesOnRandomCircuits() throws Exception {
        Random random = new Random(60);
        int compared = 0;
        for (int i = 0; i < 60; i++) {
            Network network = random(random);
            Solution ours = network.solve();
            Map<String, Double> theirs = simulate(network);
            compared += compare("l1n", ours.l1n(), theirs, network);
            compared += compare("l2n", ours.l2n(), theirs, network);
            compared += compare("l1l2", ours.l1l2(), theirs, network);
            compared += compare("frame", ours.frameVolts(), theirs, network);
            compared += compare("ng", ours.neutralToGroundVolts(), theirs, network);
            compared += compare("neutralamps", ours.neutralAmps(), theirs, network);
            compared += compare("groundamps", ours.groundAmps(), theirs, network);
        }
        assertThat(compared).isGreaterThan(300);
    }

    /** To 0.1 %, or 1 mV or 1 mA. What is floating has no true value to compare. */
    private static int compare(String name, Double ours, Map<String, Double> theirs, Network network) {
        if (ours == null) {
            return 0;
        }
        double other = theirs.get(name);
        assertThat(Math.abs(ours - other))
                .as(name + ": " + ours + " or " + other + " in " + network)
                .isLessThanOrEqualTo(Math.max(0.001, 0.001 * Math.abs(other)));
        return 1;
    }

    private static Network random(Random random) {
        List<Load> loads = new ArrayList<>();
        for (int k = 0; k <= random.nextInt(6); k++) {
            loads.add(new Load(
                    Between.values()[random.nextInt(3)], 10 + random.nextInt(3000), 0.4 + 0.6 * random.nextDouble()));
        }
        return new Network(
                new Source(110 + random.nextInt(20), 110 + random.nextInt(20), 0.01 + random.nextDouble() / 5),
                new Cord(
                        0.01 + random.nextDouble() / 2, 0.01 + random.nextDouble() / 2, 0.01 + random.nextDouble() / 2),
                new Bonds(random.nextBoolean(), random.nextInt(4) > 0),
                new Faults(
                        random.nextInt(4) == 0,
                        random.nextInt(6) == 0,
                        random.nextInt(8) == 0,
                        random.nextInt(8) == 0,
                        random.nextInt(3) == 0 ? random.nextDouble() * 5 : 0,
                        random.nextInt(8) == 0),
                loads);
    }

    private Map<String, Double> simulate(Network network) throws IOException, InterruptedException {
        Path netlist = directory.resolve("circuit.cir");
        Files.writeString(netlist, netlist(network));
        Process process = new ProcessBuilder("ngspice", "-b", netlist.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
        Map<String, Double> values = new HashMap<>();
        Matcher matcher = PRINTED.matcher(said);
        while (matcher.find()) {
            values.put(matcher.group(1), Double.parseDouble(matcher.group(2)));
        }
        assertThat(values).as(said).containsKeys("l1n", "neutralamps");
        return values;
    }

    private static String netlist(Network network) {
        StringBuilder text = new StringBuilder("split-phase circuit\n");
        Faults faults = network.faults();
        Source source = network.source();
        boolean tied = faults.tiedLegs();
        // ac magnitude and phase; the second winding half a turn later, seen from the neutral
        text.append(String.format(
                Locale.ROOT, "V1 e1 sn dc 0 ac %.9f 0\nRs1 e1 s1 %.9f\n", source.l1Volts(), source.ohms()));
        if (!tied) {
            text.append(String.format(
                    Locale.ROOT, "V2 e2 sn dc 0 ac %.9f 180\nRs2 e2 s2 %.9f\n", source.l2Volts(), source.ohms()));
        }
        resistor(text, "h1", "s1", "p1", network.cord().hotOhms(), faults.openL1());
        resistor(text, "h2", tied ? "s1" : "s2", "p2", network.cord().hotOhms(), faults.openL2());
        double neutral = network.cord().neutralOhms() + faults.looseNeutralOhms();
        resistor(text, "n", "sn", "pn", neutral, faults.openNeutral());
        resistor(text, "g", "fr", "0", network.cord().groundOhms(), faults.openGround());
        resistor(text, "b1", "sn", "fr", Network.BOND_OHMS, !network.bonds().generator());
        resistor(text, "b2", "pn", "0", Network.BOND_OHMS, !network.bonds().panel());
        int count = 0;
        for (Load load : network.loads()) {
            count++;
            double volts = load.between() == Between.L1_L2 ? 240 : 120;
            double impedance = volts * volts / (load.watts() / load.powerFactor());
            double reactance = impedance * Math.sqrt(1 - load.powerFactor() * load.powerFactor());
            String one = load.between() == Between.L2_N ? "p2" : "p1";
            String other = load.between() == Between.L1_L2 ? "p2" : "pn";
            text.append(String.format(
                    Locale.ROOT,
                    "Rl%d %s m%d %.9f\nLl%d m%d %s %.12f\n",
                    count,
                    one,
                    count,
                    impedance * load.powerFactor(),
                    count,
                    count,
                    other,
                    reactance / RADIANS_PER_SECOND));
        }
        for (String node : List.of("sn", "fr", "pn", "p1", "p2")) {
            text.append(String.format(Locale.ROOT, "Rleak%s %s 0 %.1f\n", node, node, LEAK_OHMS));
        }
        return text
                + String.format(
                        Locale.ROOT,
                        """
                .control
                set numdgt=9
                ac lin 1 60 60
                let l1n = mag(v(p1)-v(pn))
                let l2n = mag(v(p2)-v(pn))
                let l1l2 = mag(v(p1)-v(p2))
                let frame = mag(v(fr))
                let ng = mag(v(pn))
                let neutralamps = %s
                let groundamps = %s
                print l1n l2n l1l2 frame ng neutralamps groundamps
                .endc
                .end
                """,
                        faults.openNeutral() ? "0*l1n" : String.format(Locale.ROOT, "mag(v(sn)-v(pn))/%.9f", neutral),
                        faults.openGround()
                                ? "0*l1n"
                                : String.format(
                                        Locale.ROOT,
                                        "mag(v(fr))/%.9f",
                                        network.cord().groundOhms()));
    }

    private static void resistor(
            StringBuilder text, String name, String one, String other, double ohms, boolean absent) {
        if (!absent) {
            text.append(String.format(Locale.ROOT, "R%s %s %s %.9f\n", name, one, other, ohms));
        }
    }
}
