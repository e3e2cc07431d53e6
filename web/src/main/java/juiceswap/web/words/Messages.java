package juiceswap.web.words;

import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.text.MessagePattern;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import juiceswap.core.words.Sentences;
import juiceswap.core.words.Shown;
import org.jspecify.annotations.Nullable;
import org.springframework.context.support.AbstractMessageSource;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/**
 * All sentences that people see, by key, from {@code messages/*.properties}: one file for each subject. They are written in
 * ICU's message format, which names its values and knows plurals, so that another language is another set of files.
 */
public class Messages extends AbstractMessageSource implements Sentences {
    private static final String FILES = "classpath*:messages/*.properties";

    private final Map<String, Sentence> sentences;

    /** The messages that ship with the application. */
    public Messages() {
        sentences = read();
    }

    /** All sentences as they are written, by their keys, for where they are put together elsewhere. */
    public Map<String, String> patterns() {
        Map<String, String> patterns = new TreeMap<>();
        sentences.forEach((key, sentence) -> patterns.put(key, sentence.pattern()));
        return patterns;
    }

    /** The keys that there are. */
    public Set<String> keys() {
        return sentences.keySet();
    }

    /** Whether there is a sentence of that key. */
    @Override
    public boolean has(String key) {
        return sentences.containsKey(key);
    }

    /** The sentence with its values by name, ready to be shown. Throws when there is no such sentence. */
    @Override
    public String say(String key, Map<String, ?> values) {
        Sentence sentence = sentences.get(key);
        if (sentence == null) {
            throw new IllegalArgumentException("no message " + key);
        }
        return sentence.with(inUse(sentence, values));
    }

    /** Amounts and times in the measures of the household whose page this is. */
    private static Map<String, ?> inUse(Sentence sentence, Map<String, ?> values) {
        return !sentence.namesFixed() && values.values().stream().noneMatch(Shown::measured)
                ? values
                : Shown.of(values, InUse.measures());
    }

    // ---- as templates ask

    @Override
    protected @Nullable String resolveCodeWithoutArguments(String code, Locale locale) {
        Sentence sentence = sentences.get(code);
        return sentence == null ? null : sentence.with(inUse(sentence, Map.of()));
    }

    @Override
    protected java.text.@Nullable MessageFormat resolveCode(String code, Locale locale) {
        Sentence sentence = sentences.get(code);
        return sentence == null
                ? null
                : new java.text.MessageFormat(quoted(sentence.with(inUse(sentence, Map.of()))), locale);
    }

    private static String quoted(String text) {
        return text.replace("'", "''").replace("{", "'{'");
    }

    // ---- files

    private static Map<String, Sentence> read() {
        Map<String, Sentence> all = new HashMap<>();
        try {
            for (Resource file : new PathMatchingResourcePatternResolver().getResources(FILES)) {
                Properties texts = new Properties();
                try (InputStreamReader reader = new InputStreamReader(file.getInputStream(), StandardCharsets.UTF_8)) {
                    texts.load(reader);
                }
                for (String key : texts.stringPropertyNames()) {
                    if (all.put(key, Sentence.of(texts.getProperty(key))) != null) {
                        throw new IllegalStateException("two messages have the key " + key);
                    }
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Collections.unmodifiableMap(all);
    }

    /** A sentence, taken apart once: most have no values, or only such as stand there as they are. */
    private record Sentence(String pattern, @Nullable String plain, boolean simple, boolean namesFixed) {
        static Sentence of(String pattern) {
            MessagePattern parsed = new MessagePattern(pattern);
            boolean values = false;
            boolean simple = pattern.indexOf('\'') < 0;
            for (int i = 0; i < parsed.countParts(); i++) {
                MessagePattern.Part part = parsed.getPart(i);
                if (part.getType() == MessagePattern.Part.Type.ARG_START) {
                    values = true;
                    simple &= part.getArgType() == MessagePattern.ArgType.NONE;
                }
            }
            boolean namesFixed = Shown.fixed().stream().anyMatch(name -> pattern.contains("{" + name + "}"));
            return new Sentence(pattern, values ? null : format(pattern, Map.of()), simple, namesFixed);
        }

        String with(Map<String, ?> values) {
            if (plain != null) {
                return plain;
            }
            return simple ? filledIn(values) : format(pattern, values);
        }

        private String filledIn(Map<String, ?> values) {
            StringBuilder text = new StringBuilder();
            int from = 0;
            for (int open = pattern.indexOf('{'); open >= 0; open = pattern.indexOf('{', from)) {
                int close = pattern.indexOf('}', open);
                String name = pattern.substring(open + 1, close);
                text.append(pattern, from, open);
                text.append(values.containsKey(name) ? values.get(name) : "{" + name + "}");
                from = close + 1;
            }
            return text.append(pattern, from, pattern.length()).toString();
        }

        private static String format(String pattern, Map<String, ?> values) {
            return new MessageFormat(pattern, Locale.ENGLISH).format(new LinkedHashMap<>(values));
        }
    }
}
