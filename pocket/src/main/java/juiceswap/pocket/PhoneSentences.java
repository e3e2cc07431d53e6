package juiceswap.pocket;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import juiceswap.core.measure.Measures;
import juiceswap.core.words.Sentences;
import juiceswap.core.words.Shown;
import juiceswap.exchange.Tree;
import org.teavm.jso.JSBody;

/** The sentences of the message files, which the phone carries; plurals and choices are put together by the page's library. */
final class PhoneSentences implements Sentences {
    private final Map<String, String> patterns = new HashMap<>();
    private Measures measures = Measures.METRIC;

    void take(Tree sentences) {
        sentences.properties().forEach((key, pattern) -> patterns.put(key, pattern.asString()));
    }

    /** From now on amounts and times are shown in these. */
    void measure(Measures inUse) {
        measures = inUse;
    }

    @Override
    public boolean has(String key) {
        return patterns.containsKey(key);
    }

    @Override
    public String say(String key, Map<String, ?> values) {
        String pattern = patterns.get(key);
        if (pattern == null) {
            throw new IllegalArgumentException("no message " + key);
        }
        if (pattern.indexOf('{') < 0 && pattern.indexOf('\'') < 0) {
            return pattern;
        }
        Map<String, Object> plain = new LinkedHashMap<>();
        Shown.of(values, measures)
                .forEach((name, value) -> plain.put(
                        name, value instanceof Number || value instanceof Boolean ? value : String.valueOf(value)));
        return format(pattern, Tree.text(plain));
    }

    @JSBody(
            params = {"pattern", "values"},
            script = "return globalThis.juiceFormat(pattern, values);")
    private static native String format(String pattern, String values);
}
