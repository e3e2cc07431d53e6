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

    /** An engine that puts what it has to say in sentences by those words. */
    public Engine(Function<Phrase, String> words) {
        questions.put("capacity", EngineAnswers::capacity);
        questions.put("start-order", EngineAnswers::startOrder);
        questions.put("voltages", EngineAnswers::voltages);
        questions.put("changeover", request -> EngineAnswers.changeover(request, words));
        questions.put("changeover/try", EngineAnswers::tryAction);
        questions.put("sizing", PlanningAnswers::sizing);
        questions.put("voltage-drop", PlanningAnswers::voltageDrop);
        questions.put("fuel", PlanningAnswers::fuel);
        questions.put("make-room", PlanningAnswers::makeRoom);
        questions.put("loads-reading", PlanningAnswers::loadsReading);
        questions.put("bonding", MeterAnswers::bonding);
        questions.put("network", MeterAnswers::network);
        questions.put("rehearsal", RehearsalAnswers::rehearsal);
        questions.put("learn", LearnAnswers::learn);
        questions.put("trouble", TroubleAnswers::trouble);
        questions.put("upkeep", UpkeepAnswers::upkeep);
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
