package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.Worded;
import juiceswap.core.bonding.BondJudgement;
import juiceswap.core.bonding.BondJudgement.Use;
import juiceswap.core.bonding.BondTests;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import org.jspecify.annotations.Nullable;

/** What a meter is asked about: the bond, and the circuit behind the readings. */
final class MeterAnswers {
    private MeterAnswers() {}

    static Map<String, @Nullable Object> bonding(Tree request) {
        Tree tests = request.path("tests");
        Use use = new Use(
                request.path("use").asString().equals("cords"),
                request.text("neutral", "solid").equals("switched"),
                Worded.of(Bond.class, request.path("generatorBond").asString()),
                Worded.of(BondChange.class, request.text("bondChange", "none")),
                request.flag("gfciOutlets", false));
        BondJudgement judged = BondJudgement.of(
                use,
                new BondTests(
                        ohms(tests, "generatorAloneOhms"),
                        ohms(tests, "inletAloneOhms"),
                        ohms(tests, "connectedOhms")));
        return object(
                "generatorBonded", judged.generatorBonded(),
                "houseBondReaches", judged.houseBondReaches(),
                "bonds", judged.bonds(),
                "verdict", judged.verdict().word(),
                "safeToStart", judged.safeToStart(),
                "actions",
                        judged.actions().stream()
                                .map(BondJudgement.Action::word)
                                .toList());
    }

    private static @Nullable Double ohms(Tree tests, String field) {
        return tests.path(field).isString() ? Double.valueOf(Double.POSITIVE_INFINITY) : tests.number(field);
    }

    static Map<String, @Nullable Object> network(Tree request) {
        Network.Solution solved = circuit(request).solve();
        List<Map<String, @Nullable Object>> loads = new ArrayList<>();
        for (Network.Served served : solved.loads()) {
            loads.add(object("volts", served.volts(), "watts", served.watts()));
        }
        return object(
                "l1n", solved.l1n(),
                "l2n", solved.l2n(),
                "l1l2", solved.l1l2(),
                "neutralAmps", solved.neutralAmps(),
                "groundAmps", solved.groundAmps(),
                "frameVolts", solved.frameVolts(),
                "neutralToGroundVolts", solved.neutralToGroundVolts(),
                "loads", loads);
    }

    private static Network circuit(Tree request) {
        Tree source = request.path("source");
        Tree cord = request.path("cord");
        Tree bonds = request.path("bonds");
        Tree faults = request.path("faults");
        List<Network.Load> loads = new ArrayList<>();
        for (Tree load : request.path("loads")) {
            loads.add(new Network.Load(
                    Between.of(load.path("between").asString()).orElseThrow(),
                    load.path("watts").asDouble(),
                    load.number("powerFactor", 1)));
        }
        return new Network(
                new Network.Source(
                        source.path("l1Volts").asDouble(),
                        source.path("l2Volts").asDouble(),
                        source.path("ohms").asDouble()),
                new Network.Cord(
                        cord.path("hotOhms").asDouble(),
                        cord.path("neutralOhms").asDouble(),
                        cord.path("groundOhms").asDouble()),
                new Network.Bonds(bonds.flag("generator", false), bonds.flag("panel", false)),
                new Network.Faults(
                        faults.flag("openNeutral", false),
                        faults.flag("openGround", false),
                        faults.flag("openL1", false),
                        faults.flag("openL2", false),
                        faults.number("looseNeutralOhms", 0),
                        faults.flag("tiedLegs", false)),
                loads);
    }
}
