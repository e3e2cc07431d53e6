package juiceswap.web.words;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.attoparser.ParseException;
import org.attoparser.config.ParseConfiguration;
import org.attoparser.simple.AbstractSimpleMarkupHandler;
import org.attoparser.simple.SimpleMarkupParser;

/** What stands as text in the sources of the product, for the tests over them. */
final class SourceTexts {
    static final List<Path> JAVA = List.of(
            Path.of("../core/src/main/java"),
            Path.of("../exchange/src/main/java"),
            Path.of("../pocket/src/main/java"),
            Path.of("src/main/java"));
    static final Path TEMPLATES = Path.of("src/main/resources/templates");

    /** A text of a source. */
    record Found(Path file, String text) {}

    private SourceTexts() {}

    static List<Path> files(Path root, String ending) throws IOException {
        try (Stream<Path> files = Files.walk(root)) {
            return files.filter(file -> file.toString().endsWith(ending))
                    .sorted()
                    .toList();
        }
    }

    static List<Path> javaFiles() throws IOException {
        List<Path> all = new ArrayList<>();
        for (Path root : JAVA) {
            all.addAll(files(root, ".java"));
        }
        return all;
    }

    /** Every string of the Java. */
    static List<Found> strings() throws IOException {
        return scan(false);
    }

    /** The strings of the Java that somebody could read on a page: not what is logged, thrown as a defect or annotated. */
    static List<Found> readable() throws IOException {
        return scan(true);
    }

    private static List<Found> scan(boolean readableOnly) throws IOException {
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        List<Found> found = new ArrayList<>();
        try (StandardJavaFileManager manager = compiler.getStandardFileManager(null, null, null)) {
            JavacTask task = (JavacTask) compiler.getTask(
                    null, manager, null, List.of("-proc:none"), null, manager.getJavaFileObjectsFromPaths(javaFiles()));
            for (var unit : task.parse()) {
                Path file = Path.of(unit.getSourceFile().getName());
                new Strings(file, found, readableOnly).scan(unit, null);
            }
        }
        return found;
    }

    private static final class Strings extends TreeScanner<Void, Void> {
        /** Nobody but a developer reads what these throw. */
        private static final Set<String> DEFECTS = Set.of(
                "IllegalStateException",
                "UsernameNotFoundException",
                "IllegalArgumentException",
                "NoSuchElementException",
                "AssertionError",
                "UncheckedIOException");

        private final Path file;
        private final List<Found> found;
        private final boolean readableOnly;

        Strings(Path file, List<Found> found, boolean readableOnly) {
            this.file = file;
            this.found = found;
            this.readableOnly = readableOnly;
        }

        @Override
        public Void visitLiteral(LiteralTree literal, Void none) {
            if (literal.getValue() instanceof String text) {
                found.add(new Found(file, text));
            }
            return null;
        }

        @Override
        public Void visitAnnotation(AnnotationTree annotation, Void none) {
            return readableOnly ? null : super.visitAnnotation(annotation, none);
        }

        @Override
        public Void visitNewClass(NewClassTree made, Void none) {
            boolean defect = DEFECTS.contains(made.getIdentifier().toString());
            return readableOnly && defect ? null : super.visitNewClass(made, none);
        }

        @Override
        public Void visitMethodInvocation(MethodInvocationTree call, Void none) {
            ExpressionTree method = call.getMethodSelect();
            boolean logged =
                    method.toString().startsWith("LOG.") || method.toString().contains("requireNonNull");
            return readableOnly && logged ? null : super.visitMethodInvocation(call, none);
        }
    }

    /** The texts of the templates that stand between tags and in attributes that are not worked out. */
    static List<Found> templateTexts() throws IOException, ParseException {
        List<Found> found = new ArrayList<>();
        for (Path file : files(TEMPLATES, ".html")) {
            new SimpleMarkupParser(ParseConfiguration.htmlConfiguration())
                    .parse(Files.readString(file), new AbstractSimpleMarkupHandler() {
                        @Override
                        public void handleText(char[] buffer, int offset, int length, int line, int column) {
                            found.add(new Found(file, new String(buffer, offset, length)));
                        }

                        @Override
                        public void handleOpenElement(
                                String element, Map<String, String> attributes, int line, int column) {
                            plain(file, attributes);
                        }

                        @Override
                        public void handleStandaloneElement(
                                String element,
                                Map<String, String> attributes,
                                boolean minimized,
                                int line,
                                int column) {
                            plain(file, attributes);
                        }

                        private void plain(Path in, @org.jspecify.annotations.Nullable Map<String, String> attributes) {
                            if (attributes == null) {
                                return;
                            }
                            for (String read : List.of("title", "alt", "placeholder", "aria-label", "data-label")) {
                                String text = attributes.get(read);
                                if (text != null) {
                                    found.add(new Found(in, text));
                                }
                            }
                        }
                    });
        }
        return found;
    }

    /** Every message by its key, of all files. */
    static Map<String, String> messages() throws IOException {
        Map<String, String> all = new LinkedHashMap<>();
        for (Path file : files(Path.of("src/main/resources/messages"), ".properties")) {
            java.util.Properties properties = new java.util.Properties();
            try (var in = Files.newBufferedReader(file)) {
                properties.load(in);
            }
            properties.forEach((key, text) -> {
                if (all.put((String) key, (String) text) != null) {
                    throw new IllegalStateException(key + " has two messages");
                }
            });
        }
        return all;
    }
}
