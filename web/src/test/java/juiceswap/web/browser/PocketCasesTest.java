package juiceswap.web.browser;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Page;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.rotation.Effort;
import juiceswap.exchange.Engine;
import juiceswap.exchange.RotationJson;
import juiceswap.exchange.Tree;
import org.junit.jupiter.api.Test;

/** The worked cases, asked of the core in the browser: it answers as the one on the server does. */
class PocketCasesTest extends OutageJourney {
    private static final Engine SERVER = Engine.ofTheOutage(Phrase::key);

    /** One of each of the two, so that both the compiled core and the script that stands in for it are asked. */
    static final String START =
            "how => { const parts = document.body.dataset; const at = path => new URL(path, location.href).href;"
                    + " window.core = new Worker(parts.worker); window.waits = new Map(); let calls = 0;"
                    + " core.onmessage = ({ data }) => waits.get(data.id)(data);"
                    + " window.ask = message => new Promise(done => { waits.set(++calls, done); core.postMessage({ id: calls, ...message }); });"
                    + " return ask({ load: { runtime: at(parts.runtime), core: how === 'script' ? at('/assets/nothing') : at(parts.core),"
                    + " script: at(parts.script), sentences: at(parts.sentences) } }).then(came => came.answer); }";

    static List<Tree> cases(boolean rotations) throws IOException {
        Set<String> known = SERVER.endpoints();
        try (Stream<Path> files = Files.walk(Path.of("../exchange/src/test/resources/cases"))) {
            return files.filter(file -> file.toString().endsWith(".json"))
                    .sorted()
                    .map(PocketCasesTest::read)
                    .filter(worked -> known.contains(worked.text("endpoint", ""))
                            || rotations && worked.text("endpoint", "").equals("rotation"))
                    .toList();
        }
    }

    private static Tree read(Path file) {
        try {
            return Tree.parse(Files.readString(file));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static Tree onTheServer(Tree worked) {
        try {
            Tree request = worked.path("request");
            if (!worked.text("endpoint", "").equals("rotation")) {
                return Tree.of(SERVER.answer(worked.text("endpoint", ""), request));
            }
            return Tree.of(RotationJson.of(RotationJson.read(request).plan(Effort.INSTANT, null)));
        } catch (InvalidInput invalid) {
            return Tree.of(Map.of("errors", invalid.problems().size()));
        }
    }

    private static Tree inThePhone(Page page, Tree worked) {
        return inThePhone(page, worked, "instant");
    }

    static Tree inThePhone(Page page, Tree worked, String effort) {
        String request = worked.path("request").toString();
        if (worked.text("endpoint", "").equals("rotation")) {
            request = request.substring(0, request.length() - 1).replaceAll("\"effort\":\"[a-z]+\",?", "")
                    + ",\"effort\":\"" + effort + "\"}";
        }
        @SuppressWarnings("unchecked")
        Map<String, Object> came = (Map<String, Object>) page.evaluate(
                "([endpoint, request]) => ask({ call: 'ask', with: [endpoint, request] })",
                List.of(worked.text("endpoint", ""), request));
        assertThat(came).as(worked.toString()).containsKey("answer");
        Tree answer = Tree.parse((String) came.get("answer"));
        return answer.has("errors")
                ? Tree.of(Map.of("errors", answer.path("errors").size()))
                : answer;
    }

    private int asked(String how, boolean rotations) throws IOException {
        Person somebody = person(390, 844);
        somebody.go("/pocket");
        assertThat(somebody.page.evaluate(START, how)).isEqualTo(how);
        int asked = 0;
        for (Tree worked : cases(rotations)) {
            same(onTheServer(worked), inThePhone(somebody.page, worked), worked.text("name", ""));
            asked++;
        }
        return asked;
    }

    @Test
    void theCompiledCoreAnswersAsTheServerDoes() throws IOException {
        assertThat(asked("webassembly", true)).isGreaterThan(100);
    }

    @Test
    void theScriptThatStandsInForItDoesToo() throws IOException {
        assertThat(asked("script", false)).isGreaterThan(90);
    }

    /** Numbers to twelve digits: a browser writes the last ones otherwise. */
    private static void same(Tree server, Tree phone, String at) {
        if (server.isObject()) {
            assertThat(phone.names()).as(at).containsExactlyElementsOf(server.names());
            server.properties().forEach((name, value) -> same(value, phone.path(name), at + "/" + name));
        } else if (server.isArray()) {
            assertThat(phone.size()).as(at).isEqualTo(server.size());
            for (int i = 0; i < server.size(); i++) {
                same(server.get(i), phone.get(i), at + "/" + i);
            }
        } else if (server.isNumber()) {
            assertThat(phone.asDouble())
                    .as(at)
                    .isCloseTo(server.asDouble(), within(1e-12 * Math.max(1, Math.abs(server.asDouble()))));
        } else {
            assertThat(phone).as(at).isEqualTo(server);
        }
    }
}
