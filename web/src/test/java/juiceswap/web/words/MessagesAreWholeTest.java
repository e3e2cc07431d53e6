package juiceswap.web.words;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.MessageFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import juiceswap.web.words.SourceTexts.Found;
import org.attoparser.ParseException;
import org.junit.jupiter.api.Test;

/** All that people read is in the message files, and all that the sources ask of these is there. */
class MessagesAreWholeTest {
    private static final Pattern ASKED = Pattern.compile("#\\{([a-z0-9.-]+)}|say\\('([a-z0-9.-]+)'[,)]");

    /** The beginning of a key to which a word is added. */
    private static final Pattern BEGUN = Pattern.compile("'([a-z0-9-]+(?:\\.[a-z0-9-]+)*[.-])'");

    private static final Pattern KEY = Pattern.compile("[a-z0-9-]+(\\.[a-z0-9-]+)+");

    /** Names of formats and of the product are the same in every language. */
    private static final Set<String> NAMES = Set.of("CSV", "JSON", "iCalendar", "Juice Swap");

    /** What is read by programs: dates, statements, marks of other languages, headers of answers, names of calendars. */
    private static final Pattern FOR_PROGRAMS = Pattern.compile(
            "(?s)[EdMyHms:, ]+|select .*|listen .*|floor\\(.*|[<{\\[].*|attachment; .*|-//.*|default-src .*"
                    + "|.* :: .*|Bearer | (reading|people|sensor)");

    /** Figures with their units, which are no words. */
    private static final Pattern FIGURES = Pattern.compile("([ ,%.0-9]|%[,.0-9]*[fds]|\\b(Hz|AWG|min|days)\\b)+");

    /** Words that are looked for in what people type, names of the sample houses and people, and a name of a field. */
    private static final Set<String> NOT_SHOWN = Set.of(
            "HouseAuthority.java",
            "HomeTls.java",
            "TlsConfig.java",
            "Keeping.java",
            "FilesController.java",
            "DemoData.java",
            "BondingController.java",
            "ClockFace.java",
            "Units.java");

    private final Map<String, String> messages;

    MessagesAreWholeTest() throws IOException {
        messages = SourceTexts.messages();
    }

    @Test
    void everyMessageIsAPatternWithNamedValues() {
        messages.forEach((key, text) -> assertThat(new MessageFormat(text).usesNamedArguments() || !text.contains("{"))
                .as(key)
                .isTrue());
    }

    /** A breaker is ON or OFF to those who read: open and closed mean the opposite to whoever is not of the trade. */
    @Test
    void breakersAreOnOrOffAndNeverOpenOrClosed() {
        String breaker = "(main|inputs?|breakers?|outputs?|circuits?|switch|\\{circuits?}|\\{o(n|ff)})";
        Pattern moved = Pattern.compile("(?i)\\b(open|clos)(e|ed|es|ing)? (the |a |that )?(nearest |generator |test )*"
                + breaker + "\\b|\\b" + breaker + " (is |are |can(’t)? be |may |from )(open|clos)(e|ed|ing)?\\b");
        messages.forEach((key, text) ->
                assertThat(moved.matcher(text).find()).as(key + "=" + text).isFalse());
    }

    @Test
    void everyKeyThatATemplateAsksForIsThere() throws IOException {
        Set<String> missing = new TreeSet<>();
        for (Path file : SourceTexts.files(SourceTexts.TEMPLATES, ".html")) {
            Matcher asked = ASKED.matcher(Files.readString(file));
            while (asked.find()) {
                String key = asked.group(1) == null ? asked.group(2) : asked.group(1);
                if (!messages.containsKey(key)) {
                    missing.add(file + " asks for " + key);
                }
            }
        }
        assertThat(missing).isEmpty();
    }

    @Test
    void everyKeyThatTheJavaNamesIsThere() throws IOException {
        Set<String> subjects = messages.keySet().stream()
                .map(key -> key.substring(0, key.indexOf('.')))
                .collect(Collectors.toSet());
        Set<String> missing = new TreeSet<>();
        for (Found found : SourceTexts.readable()) {
            String text = found.text();
            boolean looksLikeAKey =
                    KEY.matcher(text).matches() && subjects.contains(text.substring(0, text.indexOf('.')));
            if (looksLikeAKey && !messages.containsKey(text) && !text.endsWith(".csv")) {
                missing.add(found.file().getFileName() + " names " + text);
            }
        }
        assertThat(missing).isEmpty();
    }

    @Test
    void noMessageIsLeftThatNothingAsksFor() throws IOException {
        Set<String> whole = new TreeSet<>();
        Set<String> begun = new TreeSet<>();
        for (Found found : SourceTexts.strings()) {
            whole.add(found.text());
            if (found.text().endsWith(".") || found.text().endsWith("-")) {
                begun.add(found.text());
            }
        }
        for (Path file : SourceTexts.files(SourceTexts.TEMPLATES, ".html")) {
            String text = Files.readString(file);
            Matcher asked = Pattern.compile("[a-z0-9-]+(\\.[a-z0-9-]+)+").matcher(text);
            while (asked.find()) {
                whole.add(asked.group());
            }
            Matcher beginning = BEGUN.matcher(text);
            while (beginning.find()) {
                begun.add(beginning.group(1));
            }
        }
        assertThat(messages.keySet().stream()
                        .filter(key -> !whole.contains(key) && begun.stream().noneMatch(key::startsWith)))
                .isEmpty();
    }

    @Test
    void noSentenceStandsInTheJava() throws IOException {
        // words with a space beside them, or a word that begins like a sentence
        Pattern sentence =
                Pattern.compile("(?s).*\\p{L}{2,}[^\\p{L}]* .*|.* [^\\p{L}]*\\p{L}{2,}.*|\\p{Lu}\\p{Ll}+[.:]?");
        assertThat(SourceTexts.readable().stream()
                        .filter(found -> sentence.matcher(found.text()).matches())
                        .filter(found -> !NAMES.contains(found.text()))
                        .filter(found -> !FIGURES.matcher(found.text()).matches())
                        .filter(found -> !FOR_PROGRAMS.matcher(found.text()).matches())
                        .filter(found ->
                                !NOT_SHOWN.contains(found.file().getFileName().toString()))
                        .map(found -> found.file().getFileName() + ": " + found.text()))
                .isEmpty();
    }

    @Test
    void noTextStandsInATemplate() throws IOException, ParseException {
        Pattern word = Pattern.compile("(?s).*\\p{L}{2,}.*");
        assertThat(SourceTexts.templateTexts().stream()
                        .filter(found ->
                                word.matcher(found.text().replace("&nbsp;", "")).matches())
                        .filter(found -> !NAMES.contains(found.text()))
                        .map(found -> found.file().getFileName() + ": " + found.text()))
                .isEmpty();
    }

    @Test
    void noSentenceStandsInAnExpressionOfATemplate() throws IOException {
        Pattern literal = Pattern.compile("'([^']*)'");
        Pattern sentence = Pattern.compile("\\p{Lu}\\p{Ll}+.*|.*\\p{L}{2,} \\p{L}{2,}.*");
        Set<String> found = new TreeSet<>();
        for (Path file : SourceTexts.files(SourceTexts.TEMPLATES, ".html")) {
            Matcher attribute = Pattern.compile("th:(?:text|attr|title|value|aria-label)=\"([^\"]*)\"")
                    .matcher(Files.readString(file));
            while (attribute.find()) {
                Matcher texts = literal.matcher(attribute.group(1));
                while (texts.find()) {
                    if (sentence.matcher(texts.group(1)).matches()) {
                        found.add(file.getFileName() + ": " + texts.group(1));
                    }
                }
            }
        }
        assertThat(found).isEmpty();
    }
}
