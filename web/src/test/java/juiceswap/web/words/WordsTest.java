package juiceswap.web.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** People are told everything in the words of docs/words.md, in sentences that a tired twelve-year-old follows. */
class WordsTest {
    private static final double HIGHEST_MEAN_GRADE = 6;
    private static final double HIGHEST_GRADE = 9;

    /** Titles and reasons: what is read at the panel, with the work in the other hand. */
    private static final Pattern READ_AT_THE_PANEL = Pattern.compile("step\\..+\\.(title|why)(\\..+)?");

    private static final Pattern REASON = Pattern.compile("(rule|ifnow|blocked|refusal)\\.[A-Z_a-z-]+(\\.instead)?");

    private final Map<String, String> messages = new TreeMap<>(SourceTexts.messages());

    WordsTest() throws IOException {}

    @Test
    void nothingIsSaidInWordsThatAreNotTheirs() throws IOException {
        List<Pattern> never = never();
        assertThat(never).hasSizeGreaterThan(12);
        List<String> found = new ArrayList<>();
        messages.forEach((key, text) -> {
            for (Pattern word : never) {
                if (word.matcher(text).find()) {
                    found.add(key + ": " + text + " (" + word + ")");
                }
            }
        });
        assertThat(found).isEmpty();
    }

    /** The notes of the samples, the catalogue, the README and what the script says are read by the same people. */
    @Test
    void neitherAreThoseOfWhatShipsBesideThem() throws IOException {
        List<Pattern> never = never();
        List<String> found = new ArrayList<>();
        for (Path file : List.of(
                Path.of("src/main/resources/households/saltmarsh-cottage.json"),
                Path.of("src/main/resources/households/weavers-loft.json"),
                Path.of("src/main/resources/households/tarn-edge-workshop.json"),
                Path.of("src/main/resources/catalogue.csv"),
                Path.of("frontend/src/app.js"),
                Path.of("../README.md"))) {
            for (String line : Files.readAllLines(file)) {
                // comments of the script are for those who work on it
                if (line.strip().startsWith("//")) {
                    continue;
                }
                never.stream()
                        .filter(word -> word.matcher(line).find())
                        .forEach(word -> found.add(file.getFileName() + ": " + line + " (" + word + ")"));
            }
        }
        assertThat(found).isEmpty();
    }

    @Test
    void theGlossaryFindsWhatItForbids() throws IOException {
        List<Pattern> never = never();
        for (String wrong :
                List.of("Plug it into the set", "The street is dark", "about 3 kW, reckoned", "what hangs on it")) {
            assertThat(never).as(wrong).anyMatch(word -> word.matcher(wrong).find());
        }
    }

    /** The last column of the table, each pattern in code marks; the bars in it are escaped for the table. */
    private static List<Pattern> never() throws IOException {
        List<Pattern> never = new ArrayList<>();
        for (String line : Files.readAllLines(Path.of("../docs/words.md"))) {
            String[] cells = line.split("(?<!\\\\)\\|");
            if (cells.length == 4) {
                Matcher code = Pattern.compile("`([^`]+)`").matcher(cells[3]);
                while (code.find()) {
                    never.add(Pattern.compile(code.group(1).replace("\\|", "|"), Pattern.CASE_INSENSITIVE));
                }
            }
        }
        return never;
    }

    @Test
    void stepsAndReasonsAreEasyToRead() {
        Map<String, Double> grades = new TreeMap<>();
        messages.forEach((key, text) -> {
            if (READ_AT_THE_PANEL.matcher(key).matches() || REASON.matcher(key).matches()) {
                grades.put(key + "=" + text, grade(text));
            }
        });
        assertThat(grades).hasSizeGreaterThan(200);
        assertThat(grades.values().stream()
                        .mapToDouble(Double::doubleValue)
                        .average()
                        .orElseThrow())
                .isLessThanOrEqualTo(HIGHEST_MEAN_GRADE);
        assertThat(grades.entrySet().stream().filter(grade -> grade.getValue() > HIGHEST_GRADE))
                .isEmpty();
    }

    @Test
    void theFormulaTellsHardFromEasy() {
        assertThat(grade("Turn the main OFF.")).isLessThan(3);
        assertThat(grade("Nevertheless, simultaneous energisation of conductors necessitates immediate disconnection."))
                .isGreaterThan(15);
    }

    private static double grade(String text) {
        String said = text.replaceAll("\\{[^{}]*}", "it");
        long sentences = Arrays.stream(said.split("[.:;?!]"))
                .filter(one -> !one.isBlank())
                .count();
        List<String> words = Pattern.compile("[A-Za-z][A-Za-z’'-]*")
                .matcher(said)
                .results()
                .map(MatchResult::group)
                .toList();
        int syllables = words.stream().mapToInt(WordsTest::syllables).sum();
        return 0.39 * words.size() / Math.max(1, sentences) + 11.8 * syllables / Math.max(1, words.size()) - 15.59;
    }

    private static int syllables(String word) {
        String letters = word.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
        int groups =
                (int) Pattern.compile("[aeiouy]+").matcher(letters).results().count();
        boolean silent = letters.endsWith("e") && !letters.endsWith("le") || letters.matches(".*[^td]ed");
        return Math.max(1, silent ? groups - 1 : groups);
    }
}
