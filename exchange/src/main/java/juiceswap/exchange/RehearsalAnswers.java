package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;
import static juiceswap.exchange.Tree.under;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.rehearsal.Rehearsal;
import org.jspecify.annotations.Nullable;

/** The engine's question of what would come of a row of acts. */
final class RehearsalAnswers {
    private RehearsalAnswers() {}

    static Map<String, @Nullable Object> rehearsal(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        InvalidInput.unless(setup.transfer().refused() == null, "/setup/transfer/kind", "invalid.refused-kind");
        Options options = under("/options", () -> SwapJson.options(request.path("options"), setup));
        SwapState state = under("/state", () -> SwapJson.state(request.path("state"), setup));
        Rehearsal rehearsal = Rehearsal.of(
                setup,
                state,
                options,
                Goal.of(request.path("goal").asString()).orElseThrow(),
                RehearsalJson.script(request.path("world"), "/world", setup),
                RehearsalJson.acts(request.path("acts"), "/acts", setup));
        List<Map<String, @Nullable Object>> timeline = new ArrayList<>();
        rehearsal.timeline().forEach(entry -> timeline.add(RehearsalJson.of(entry)));
        return object("timeline", timeline, "end", RehearsalJson.of(rehearsal.end()));
    }
}
