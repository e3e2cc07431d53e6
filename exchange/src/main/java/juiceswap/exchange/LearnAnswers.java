package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;
import static juiceswap.exchange.Tree.under;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Setup;
import juiceswap.core.learn.Learned;
import juiceswap.core.learn.Observed;
import juiceswap.core.learn.Observed.Move;
import juiceswap.core.learn.Observed.Reading;
import org.jspecify.annotations.Nullable;

/** The engine's question of what circuits really draw. */
final class LearnAnswers {
    private LearnAnswers() {}

    static Map<String, @Nullable Object> learn(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        List<Reading> readings = new ArrayList<>();
        for (Tree one : request.path("readings")) {
            readings.add(new Reading(
                    one.path("at").asDouble(),
                    one.path("l1Watts").asDouble(),
                    one.path("l2Watts").asDouble()));
        }
        List<Move> moves = new ArrayList<>();
        for (int i = 0; i < request.path("switched").size(); i++) {
            Tree one = request.path("switched").get(i);
            String circuit = one.path("circuit").asString();
            InvalidInput.unless(
                    known.contains(circuit), "/switched/" + i + "/circuit", "invalid.no-circuit", "circuit", circuit);
            moves.add(
                    new Move(one.path("at").asDouble(), circuit, one.path("on").asBoolean()));
        }
        Set<String> onAtStart = new HashSet<>(request.knownOnce("onAtStart", known));
        Learned learned = Learned.from(setup.circuits(), under("", () -> new Observed(readings, moves, onAtStart)));
        return answer(learned);
    }

    private static Map<String, @Nullable Object> answer(Learned learned) {
        List<Object> circuits = new ArrayList<>();
        for (Learned.Real real : learned.circuits()) {
            circuits.add(object(
                    "circuit", real.circuit(),
                    "runningWatts", real.runningWatts(),
                    "startingWatts", real.startingWatts(),
                    "dutyPercent", real.dutyPercent(),
                    "errorWatts", real.errorWatts(),
                    "evidence",
                            real.evidence().stream()
                                    .map(one -> object(
                                            "at", one.at(),
                                            "l1", one.l1(),
                                            "l2", one.l2(),
                                            "kind", one.kind().word()))
                                    .toList()));
        }
        return object(
                "circuits",
                circuits,
                "now",
                object(
                        "explained",
                        learned.explained().stream()
                                .map(one -> object("circuit", one.circuit(), "watts", one.watts()))
                                .toList(),
                        "unexplainedL1",
                        learned.unexplainedL1(),
                        "unexplainedL2",
                        learned.unexplainedL2()));
    }
}
