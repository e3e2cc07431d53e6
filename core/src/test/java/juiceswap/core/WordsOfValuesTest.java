package juiceswap.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * The words by which values are stored and sent never change: files, logs and programs of others hold them. A new value
 * gets a line in {@code stored-words.txt}; a line is never edited.
 */
class WordsOfValuesTest {
    private static final String WORDS = "stored-words.txt";

    @Test
    void everyWordIsAsItWas() throws IOException {
        try (var known = WordsOfValuesTest.class.getResourceAsStream(WORDS)) {
            assertThat(words())
                    .containsExactlyElementsOf(new String(known.readAllBytes(), StandardCharsets.UTF_8)
                            .lines()
                            .toList());
        }
    }

    @Test
    void noWordStandsForTwoValues() {
        for (Class<?> kind : kinds()) {
            List<String> words = Arrays.stream(kind.getEnumConstants())
                    .map(value -> ((Worded) value).word())
                    .toList();
            assertThat(words).as(kind.getName()).doesNotHaveDuplicates();
        }
    }

    private static List<String> words() {
        return kinds().stream()
                .map(kind -> kind.getName().replace("juiceswap.core.", "") + ": "
                        + Arrays.stream(kind.getEnumConstants())
                                .map(value -> ((Worded) value).word())
                                .collect(Collectors.joining(" ")))
                .sorted()
                .toList();
    }

    /** Every enum of the core with words, found among the compiled classes: none has to be listed here. */
    private static List<Class<?>> kinds() {
        Path classes = Path.of(
                Worded.class.getProtectionDomain().getCodeSource().getLocation().getPath());
        List<Class<?>> kinds = new ArrayList<>();
        try (Stream<Path> files = Files.walk(classes)) {
            for (Path file :
                    files.filter(path -> path.toString().endsWith(".class")).toList()) {
                String name =
                        classes.relativize(file).toString().replace('/', '.').replaceAll("\\.class$", "");
                Class<?> type = Class.forName(name, false, Worded.class.getClassLoader());
                if (type.isEnum() && Worded.class.isAssignableFrom(type)) {
                    kinds.add(type);
                }
            }
        } catch (IOException | ClassNotFoundException unexpected) {
            throw new AssertionError(unexpected);
        }
        return kinds;
    }
}
