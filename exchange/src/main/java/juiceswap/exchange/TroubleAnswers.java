package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;

import java.util.EnumMap;
import java.util.Map;
import juiceswap.core.Worded;
import juiceswap.core.supply.Fuel;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Diagnosis;
import juiceswap.core.trouble.Diagnosis.Outcome;
import juiceswap.core.trouble.EngineKind;
import juiceswap.core.trouble.Symptom;
import org.jspecify.annotations.Nullable;

/** The engine's question of what is wrong with it. */
final class TroubleAnswers {
    private TroubleAnswers() {}

    static Map<String, @Nullable Object> trouble(Tree request) {
        Tree engine = request.path("engine");
        Map<Check, Outcome> found = new EnumMap<>(Check.class);
        request.path("found")
                .properties()
                .forEach((check, outcome) -> found.put(
                        Tree.under("/found/" + check, () -> Worded.of(Check.class, check)),
                        Worded.of(Outcome.class, outcome.asString())));
        Diagnosis diagnosis = Diagnosis.of(
                Worded.of(Symptom.class, request.path("symptom").asString()),
                new EngineKind(
                        Worded.of(Fuel.class, engine.path("fuel").asString()),
                        engine.path("start").asString().equals("electric"),
                        engine.flag("choke", false),
                        engine.flag("coShutOff", false),
                        engine.flag("cold", true)),
                found,
                Map.of());
        Check next = diagnosis.next();
        return object(
                "next",
                next == null
                        ? null
                        : object(
                                "check", next.word(),
                                "place", next.place().word(),
                                "minutes", next.minutes(),
                                "engineOff", next.engineOff()),
                "causes",
                diagnosis.causes().stream()
                        .map(cause -> object("code", cause.check().word(), "share", cause.share()))
                        .toList(),
                "fix",
                diagnosis.fix(),
                "giveUp",
                diagnosis.giveUp());
    }
}
