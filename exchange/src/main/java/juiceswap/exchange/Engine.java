package juiceswap.exchange;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * The engine's questions, JSON in and JSON out: the same code answers on the server and in a phone. A request satisfies its
 * schema before it comes here. The rotation is asked apart ({@link RotationJson}), because it takes its time.
 */
public final class Engine {
    private interface Question {
        Map<String, @Nullable Object> answer(Tree request);
    }

    private final Map<String, Question> questions = new LinkedHashMap<>();

    private Engine() {}

    /** Everything that can be asked, with what is said put in sentences by those words. */
    public static Engine whole(Function<Phrase, String> words) {
        Engine engine = ofTheOutage(words);
        engine.questions.put("sizing", PlanningAnswers::sizing);
        engine.questions.put("voltage-drop", PlanningAnswers::voltageDrop);
        engine.questions.put("network", MeterAnswers::network);
        engine.questions.put("rehearsal", RehearsalAnswers::rehearsal);
        engine.questions.put("learn", LearnAnswers::learn);
        engine.questions.put("upkeep", UpkeepAnswers::upkeep);
        return engine;
    }

    /**
     * What is asked while an outage goes on: all that a phone carries. What is asked on calm days is left out, which makes it
     * a third smaller.
     */
    public static Engine ofTheOutage(Function<Phrase, String> words) {
        Engine engine = new Engine();
        Map<String, Question> questions = engine.questions;
        questions.put("capacity", EngineAnswers::capacity);
        questions.put("start-order", EngineAnswers::startOrder);
        questions.put("voltages", EngineAnswers::voltages);
        questions.put("changeover", request -> EngineAnswers.changeover(request, words));
        questions.put("changeover/try", EngineAnswers::tryAction);
        questions.put("fuel", PlanningAnswers::fuel);
        questions.put("make-room", PlanningAnswers::makeRoom);
        questions.put("loads-reading", PlanningAnswers::loadsReading);
        questions.put("bonding", MeterAnswers::bonding);
        questions.put("trouble", TroubleAnswers::trouble);
        return engine;
    }

    /** What can be asked, by the ends of the addresses. */
    public Set<String> endpoints() {
        return Collections.unmodifiableSet(questions.keySet());
    }

    /** The answer; throws {@link InvalidInput} that names the field. */
    public Map<String, @Nullable Object> answer(String endpoint, Tree request) {
        Question question = questions.get(endpoint);
        if (question == null) {
            throw new InvalidInput("", "invalid.unknown");
        }
        return question.answer(request);
    }
}
