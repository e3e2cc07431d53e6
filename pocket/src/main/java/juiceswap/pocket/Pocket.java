package juiceswap.pocket;

import java.time.Instant;
import java.util.Map;
import java.util.function.Supplier;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.rotation.Beside;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Rotation;
import juiceswap.exchange.Engine;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.RotationJson;
import juiceswap.exchange.Tree;
import org.jspecify.annotations.Nullable;
import org.teavm.jso.JSExport;

/**
 * What the page's worker calls: texts of JSON in, texts of JSON out. What can't be done answers with {@code errors}, each with
 * its {@code field} and what is wrong.
 */
public final class Pocket {
    private static final Engine ENGINE = Engine.ofTheOutage(Phrase::key);
    private static final PhoneSentences SENTENCES = new PhoneSentences();
    private static @Nullable Session session;

    private Pocket() {}

    /** The compiler wants one; nothing is done until something is asked. */
    public static void main(String[] arguments) {}

    /** The engine's answer to a question of an outage. */
    @JSExport
    public static String ask(String endpoint, String request) {
        return answered(() -> {
            Tree asked = Tree.parse(request);
            if (!endpoint.equals("rotation")) {
                return ENGINE.answer(endpoint, asked);
            }
            Rotation rotation = RotationJson.read(asked);
            Effort effort = Effort.of(asked.text("effort", Effort.QUICK.word())).orElse(Effort.QUICK);
            return RotationJson.of(rotation.plan(effort, null, Beside.IN_TURN));
        });
    }

    /** The sentences by which everything is said, by their keys. */
    @JSExport
    public static String words(String sentences) {
        return answered(() -> {
            SENTENCES.take(Tree.parse(sentences));
            return Map.of();
        });
    }

    /** Opens what the phone carries; see {@link Session#open}. */
    @JSExport
    public static String open(String snapshot, String own, int zoneMinutes) {
        return answered(() -> {
            Tree carried = Tree.parse(snapshot);
            SENTENCES.measure(HouseholdJson.measures(
                    carried.path("household").text("units"),
                    carried.path("household").text("clock")));
            session = Session.open(carried, Tree.parse(own), zoneMinutes, SENTENCES);
            return Map.of();
        });
    }

    /** What the page shows at that moment, in milliseconds since 1970. */
    @JSExport
    public static String view(double now) {
        return answered(() -> opened().view(moment(now)));
    }

    /** Whether a circuit may be switched. */
    @JSExport
    public static String asked(String circuit, double now) {
        return answered(() -> opened().asked(circuit, moment(now)));
    }

    /** What comes of something that was done. */
    @JSExport
    public static String act(String command, double now) {
        return answered(() -> opened().act(Tree.parse(command), moment(now)));
    }

    /** The next check of a trouble. */
    @JSExport
    public static String trouble(String asked, double now) {
        return answered(() -> opened().trouble(Tree.parse(asked), moment(now)));
    }

    /** A quick new plan. */
    @JSExport
    public static String plan(double now) {
        return answered(() -> Map.of("moves", opened().plan(moment(now))));
    }

    private static Session opened() {
        return InvalidInput.present(session, "", "invalid.missing");
    }

    private static Instant moment(double now) {
        return Instant.ofEpochMilli((long) now);
    }

    private static String answered(Supplier<Object> answer) {
        try {
            return Tree.text(answer.get());
        } catch (InvalidInput invalid) {
            return Tree.text(Map.of(
                    "errors",
                    invalid.problems().stream()
                            .map(problem -> Map.of(
                                    "field",
                                    problem.field(),
                                    "key",
                                    problem.what().key()))
                            .toList()));
        }
    }
}
