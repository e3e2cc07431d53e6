package juiceswap.pocket;

import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.rotation.Beside;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Rotation;
import juiceswap.exchange.Engine;
import juiceswap.exchange.RotationJson;
import juiceswap.exchange.Tree;
import org.teavm.jso.JSExport;

/** What the page's worker calls: texts of JSON in, texts of JSON out. */
public final class Pocket {
    private static final Engine ENGINE = new Engine(Phrase::key);

    private Pocket() {}

    /** TeaVM wants one; nothing is done until something is asked. */
    public static void main(String[] arguments) {}

    /** The engine's answer to a question, or {@code {"errors": …}} with what is wrong. */
    @JSExport
    public static String ask(String endpoint, String request) {
        try {
            Tree asked = Tree.parse(request);
            if (!endpoint.equals("rotation")) {
                return Tree.text(ENGINE.answer(endpoint, asked));
            }
            Rotation rotation = RotationJson.read(asked);
            Effort effort = Effort.of(asked.text("effort", Effort.QUICK.word())).orElse(Effort.QUICK);
            return Tree.text(RotationJson.of(rotation.plan(effort, null, Beside.IN_TURN)));
        } catch (InvalidInput invalid) {
            return Tree.text(Map.of(
                    "errors",
                    invalid.problems().stream()
                            .map(problem ->
                                    Map.of("field", problem.field(), "key", problem.what().key()))
                            .toList()));
        }
    }
}
