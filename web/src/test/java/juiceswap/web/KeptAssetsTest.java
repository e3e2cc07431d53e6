package juiceswap.web;

import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledIfSystemProperty;

/** Where Node is missing or old, styles and scripts are taken from frontend/built: it must be what is built now. */
class KeptAssetsTest {
    @Test
    // where the kept ones were taken they are what is compared with, and nothing is shown by it
    @DisabledIfSystemProperty(named = "frontend.kept", matches = "true")
    void whatIsKeptIsWhatIsBuilt() throws IOException {
        Map<String, String> built = files(Path.of("target/classes/static/assets"));
        Map<String, String> kept = files(Path.of("frontend/built"));
        assertThat(built)
                .containsKeys(
                        "app.css", "alpine.js", "morph.js", "fonts/atkinson-hyperlegible-next-latin-wght-normal.woff2");
        // the core in the phone is compiled, never kept, nor what is made small of it
        built.keySet().removeIf(name -> name.startsWith("pocket/core.") || name.endsWith(".br"));
        // the application's own scripts are not built, and taken from where they stand
        for (String own : List.of("app.js", "outbox.js", "without-server.js")) {
            assertThat(built.remove(own))
                    .isEqualTo(Files.readString(Path.of("frontend/src").resolve(own), ISO_8859_1));
        }
        // and each is taken along where nothing is built, too
        String profile = Files.readString(Path.of("pom.xml"));
        for (String own : List.of("app.js", "outbox.js", "without-server.js")) {
            assertThat(profile).contains("<include>" + own + "</include>");
        }
        assertThat(kept)
                .as("run npm run keep in web/frontend and commit what changes")
                .isEqualTo(built);
    }

    private static Map<String, String> files(Path directory) throws IOException {
        Map<String, String> files = new TreeMap<>();
        try (Stream<Path> all = Files.walk(directory)) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                files.put(directory.relativize(file).toString(), new String(Files.readAllBytes(file), ISO_8859_1));
            }
        }
        return files;
    }
}
