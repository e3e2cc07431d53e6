package juiceswap.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import juiceswap.core.Worded;
import juiceswap.web.words.Messages;
import org.junit.jupiter.api.Test;

/** {@code docs/rules.md} leads from every sentence to its rule and back. */
class RulesMapTest {
    private static final Pattern ROW = Pattern.compile("\\| `([a-z]+)\\.` \\| `([a-z]+)\\.([A-Za-z.]+)` \\|.*");

    @Test
    void everyRuleHasItsSentenceAndEverySentenceItsRule() throws Exception {
        Set<String> keys = new Messages().keys();
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
                String own = prefix + ((Worded) constant).word();
                known.add(own);
                boolean said = keys.stream().anyMatch(key -> key.equals(own) || key.startsWith(own + "."));
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
