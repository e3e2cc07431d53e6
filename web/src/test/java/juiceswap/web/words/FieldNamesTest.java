package juiceswap.web.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import juiceswap.core.Worded;
import juiceswap.web.words.SourceTexts.Found;
import org.junit.jupiter.api.Test;

/**
 * A field has its name in the form and where the form is read: neither may have one that the other doesn't know, or what
 * somebody typed would be thrown away without a word.
 */
class FieldNamesTest {
    private static final String OURS = "src/main/java/juiceswap/web/";
    private static final Path JAVA = Path.of("src/main/java/juiceswap/web");

    private static final Pattern FORM = Pattern.compile("<form\\b(.*?)</form>", Pattern.DOTALL);
    private static final Pattern ACTION = Pattern.compile("th:action=\"@\\{([^{}(\"]*(?:\\{[^}]*}[^{}(\"]*)*)");

    /** A field’s name, or the beginning of one that goes on with a circuit, a space or a percentage. */
    private static final Pattern FIELD = Pattern.compile(
            "\\b(?:th:)?name=\"(?:\\$\\{')?([A-Za-z_]+[-.]?)(?:' \\+[^\"]*)?\"|form/fields :: \\w+\\(\\s*(?:\\$\\{)?'([^']*)'");

    private static final Pattern MAPPING = Pattern.compile("@(?:Post|Get)Mapping\\b(?:\\(([^)]*)\\))?");
    private static final Pattern UNDER = Pattern.compile("@RequestMapping\\((?:value = |path = )?\"([^\"]*)\"");
    private static final Pattern LITERAL = Pattern.compile("\"([^\"\\\\]*)\"");

    /** What a handler takes by its name: of a request, or of a form that is a record. */
    private static final Pattern TAKEN =
            Pattern.compile("@RequestParam(?:\\([^)]*\\))?\\s+(?:@Nullable )?[\\w<>., ?]+?\\s(\\w+)[,)\\s]");

    private static final Pattern ASKED = Pattern.compile(
            "[fF]orm\\.(?:value|text|number|amount|amountFrom0|required|whole|time|word|wordOrNull|checked)\\(\\s*"
                    + "(?:[\\w.]+,\\s*)?\"([A-Za-z]+[-.]?)\"");

    /** Fields that the script or the frame puts into a request, and what belongs to no form: a file, a token, a version. */
    private static final Set<String> BY_THE_FRAME = Set.of("_csrf", "version");

    /** The strings of each package. */
    private final Map<String, Set<String>> texts = new HashMap<>();

    private static final Pattern CHOICE =
            Pattern.compile("form/fields :: choice\\('(\\w+)',[^$]*\\$\\{\\s*\\{(.*?)}\\s*}", Pattern.DOTALL);
    private static final Pattern WORD_OF_A_CHOICE = Pattern.compile("'([^']*)':");

    private final Map<String, String> sources = new HashMap<>();
    private final Map<String, Path> handlers = new HashMap<>();
    private final List<String> faults = new ArrayList<>();

    FieldNamesTest() throws IOException {
        for (Found text : SourceTexts.strings()) {
            if (text.file().toString().contains(OURS)) {
                texts.computeIfAbsent(packageOf(text.file()).toString(), none -> new HashSet<>())
                        .add(text.text());
            }
        }
        for (Path file : SourceTexts.files(JAVA, ".java")) {
            String source = Files.readString(file);
            sources.merge(packageOf(file).toString(), source, String::concat);
            Matcher under = UNDER.matcher(source);
            String prefix = under.find() ? under.group(1) : "";
            Matcher mapping = MAPPING.matcher(source);
            while (mapping.find()) {
                String arguments = mapping.group(1) == null ? "" : mapping.group(1);
                List<String> paths = new ArrayList<>();
                LITERAL.matcher(arguments).results().forEach(path -> paths.add(path.group(1)));
                if (paths.isEmpty()) {
                    paths.add("");
                }
                paths.forEach(path -> handlers.put((prefix + path).replaceAll("\\{[^}]*}", "*"), file));
            }
        }
    }

    private static Path packageOf(Path file) {
        String path = file.toString();
        return Path.of(path.substring(path.indexOf(OURS) + OURS.length())).getName(0);
    }

    @Test
    void everyFieldIsReadAndEveryNameThatIsReadIsAField() throws IOException {
        int forms = 0;
        Set<String> anywhere = new LinkedHashSet<>();
        for (Path template : SourceTexts.files(SourceTexts.TEMPLATES, ".html")) {
            String html = Files.readString(template);
            anywhere.addAll(fields(html));
            Matcher form = FORM.matcher(html);
            while (form.find()) {
                forms += checkForm(template, form.group(1));
            }
        }
        assertThat(forms).as("forms that were found").isGreaterThan(100);
        checkReaders(anywhere);
        assertThat(faults).isEmpty();
    }

    private int checkForm(Path template, String form) {
        Matcher action = ACTION.matcher(form);
        if (!action.find()) {
            return 0;
        }
        Path handler = handlers.get(action.group(1).replaceAll("\\{[^}]*}", "*"));
        if (handler == null) {
            // signing in and out are answered by the framework
            if (!action.group(1).startsWith("/sign-")) {
                faults.add(template + ": nobody answers " + action.group(1));
            }
            return 0;
        }
        // what a page asks about while it is filled in is answered by its own controller
        Set<String> known = known(packageOf(handler));
        known.addAll(known(template.getName(template.getNameCount() - 2)));
        Set<String> fields = fields(form);
        fields.stream()
                .filter(field -> !known.contains(field))
                .forEach(field ->
                        faults.add(template + ": “" + field + "” is asked for, and " + handler + " does not read it"));
        return 1;
    }

    /** All names that the package of a handler, or what it reads forms with, knows. */
    private Set<String> known(Path handlersPackage) {
        Set<String> known = new LinkedHashSet<>(BY_THE_FRAME);
        for (String name : List.of(handlersPackage.toString(), "outage", "form", "swap")) {
            String source = sources.getOrDefault(name, "");
            known.addAll(texts.getOrDefault(name, Set.of()));
            Stream.of(TAKEN, Pattern.compile("\\brecord \\w+\\(([^)]*)\\)"))
                    .flatMap(pattern -> pattern.matcher(source).results())
                    .flatMap(found -> Stream.of(found.group(1).split("[\\s,]+")))
                    .forEach(known::add);
        }
        return known;
    }

    private void checkReaders(Set<String> anywhere) {
        sources.forEach((name, source) -> ASKED.matcher(source)
                .results()
                .map(found -> found.group(1))
                .filter(field -> !anywhere.contains(field) && !BY_THE_FRAME.contains(field))
                .forEach(field -> faults.add(name + " reads “" + field + "”, which no form has")));
    }

    private static Set<String> fields(String html) {
        Set<String> fields = new TreeSet<>();
        Matcher field = FIELD.matcher(html);
        while (field.find()) {
            fields.add(field.group(1) == null ? field.group(2) : field.group(1));
        }
        return fields;
    }

    /** A choice that is written out in a template offers what the reader understands: no word more, none less. */
    @Test
    void everyChoiceOffersTheWordsThatAreUnderstood() throws Exception {
        int compared = 0;
        for (Path template : SourceTexts.files(SourceTexts.TEMPLATES, ".html")) {
            String its = template.getName(template.getNameCount() - 2).toString();
            String source = sources.getOrDefault(its, "");
            Matcher choice = CHOICE.matcher(Files.readString(template));
            while (choice.find()) {
                Matcher read = Pattern.compile("word(OrNull)?\\(\\s*([\\w.]+)\\.class,\\s*\"" + choice.group(1) + "\"")
                        .matcher(source);
                if (read.find()) {
                    Set<String> offered = new TreeSet<>();
                    WORD_OF_A_CHOICE.matcher(choice.group(2)).results().forEach(word -> offered.add(word.group(1)));
                    Set<String> understood = words(read.group(2), source);
                    if (read.group(1) != null) {
                        understood.add("");
                    }
                    assertThat(offered).as(template + ": " + choice.group(1)).isEqualTo(understood);
                    compared++;
                }
            }
        }
        assertThat(compared).as("choices that were compared").isGreaterThan(3);
    }

    private static Set<String> words(String type, String source) throws ClassNotFoundException {
        String outer = type.contains(".") ? type.substring(0, type.indexOf('.')) : type;
        Matcher imported =
                Pattern.compile("import (juiceswap[\\w.]*\\." + outer + ");").matcher(source);
        String name = imported.find() ? imported.group(1) + type.substring(outer.length()) : ownOf(type, source);
        Set<String> words = new TreeSet<>();
        for (Object constant : load(name).getEnumConstants()) {
            words.add(((Worded) constant).word());
        }
        return words;
    }

    /** One that a controller has for itself. */
    private static String ownOf(String type, String source) {
        String before = source.substring(0, source.indexOf("enum " + type + " "));
        String last = "";
        for (Pattern pattern : List.of(
                Pattern.compile("package ([\\w.]+);"), Pattern.compile("(?m)^(?:public )?(?:final )?class (\\w+)"))) {
            String found = pattern.matcher(before)
                    .results()
                    .reduce((one, later) -> later)
                    .orElseThrow()
                    .group(1);
            last = last.isEmpty() ? found : last + "." + found;
        }
        return last + "." + type;
    }

    /** A class within a class is written with a dot, and loaded with a dollar sign. */
    private static Class<?> load(String name) throws ClassNotFoundException {
        try {
            return Class.forName(name);
        } catch (ClassNotFoundException nested) {
            int dot = name.lastIndexOf('.');
            if (!name.substring(0, dot).matches(".*\\.[A-Z]\\w*")) {
                throw nested;
            }
            return load(name.substring(0, dot) + "$" + name.substring(dot + 1));
        }
    }
}
