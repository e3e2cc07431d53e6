package juiceswap.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.support.EncodedResource;
import org.springframework.core.io.support.PropertiesLoaderUtils;

/** {@code docs/rules.md} leads from every sentence to its rule and back. */
class RulesMapTest {
    private static final Pattern ROW = Pattern.compile("\\| `([a-z]+)\\.` \\| `([a-z]+)\\.([A-Za-z.]+)` \\|.*");

    private static Set<String> sentences() throws IOException {
        Set<String> keys = new TreeSet<>();
        for (String file : List.of("steps.properties", "messages.properties")) {
            Properties words = PropertiesLoaderUtils.loadProperties(
                    new EncodedResource(new ClassPathResource(file), StandardCharsets.UTF_8));
            words.forEach((key, text) -> keys.add((String) key));
        }
        return keys;
    }

    /** How a constant is named in a key: as it is, or as people write it. */
    private static List<String> names(Object constant) {
        String name = ((Enum<?>) constant).name();
        List<String> names =
                new ArrayList<>(List.of(name, name.toLowerCase(Locale.ROOT).replace('_', '-')));
        try {
            names.add((String) constant.getClass().getMethod("word").invoke(constant));
        } catch (ReflectiveOperationException nameAlone) {
            // it has no other word
        }
        return names;
    }

    @Test
    void everyRuleHasItsSentenceAndEverySentenceItsRule() throws Exception {
        Set<String> keys = sentences();
        List<String> missing = new ArrayList<>();
        int rows = 0;
        for (String line : Files.readAllLines(Path.of("../docs/rules.md"))) {
            Matcher row = ROW.matcher(line);
            if (!row.matches()) {
                continue;
            }
            rows++;
            String prefix = row.group(1) + ".";
            Object[] constants = Class.forName("juiceswap.core." + row.group(2) + "."
                            + row.group(3).replace('.', '$'))
                    .getEnumConstants();
            Set<String> known = new TreeSet<>();
            for (Object constant : constants) {
                names(constant).forEach(name -> known.add(prefix + name));
                boolean said = names(constant).stream()
                        .anyMatch(one -> keys.stream()
                                .anyMatch(key -> key.equals(prefix + one) || key.startsWith(prefix + one + ".")));
                if (!said) {
                    missing.add(constant + " has no sentence " + prefix);
                }
            }
            keys.stream()
                    .filter(key -> key.startsWith(prefix))
                    .filter(key -> known.stream().noneMatch(name -> key.equals(name) || key.startsWith(name + ".")))
                    .forEach(key -> missing.add(key + " has no rule"));
        }
        assertThat(rows).isGreaterThan(10);
        assertThat(missing).isEmpty();
    }
}
