package juiceswap.web.api;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import juiceswap.web.TestDatabase;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/** The open API under people who mean it no good, beside somebody who only wants their page. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT, properties = "juice.demo=true")
class ApiLimitsTest {
    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");
    private static final String ROTATION = """
            {"effort": "%s", "start": "2031-02-03T18:00", "slotMinutes": 15, "slots": %d, "needs": [
              {"kind": "always", "circuit": "a", "priority": "food"}],
             "setup": {"transfer": {"kind": "interlock"}, "generator": {"output": "120/240", "fuel": "gasoline",
                "ratings": [{"fuel": "gasoline", "runningWatts": 5000, "startingWatts": 6000}]},
              "path": [{"kind": "cord", "amps": 30, "awg": "10"}],
              "circuits": [{"id": "a", "spaces": [1], "breakerAmps": 15,
                "loads": [{"name": "Lamp", "volts": 120, "runningWatts": 60}]}]}}
            """;

    @LocalServerPort
    private int port;

    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    private final List<Socket> slow = new ArrayList<>();

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @AfterEach
    void hangUp() throws IOException {
        for (Socket socket : slow) {
            socket.close();
        }
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                .timeout(Duration.ofSeconds(20));
    }

    private HttpResponse<String> send(HttpRequest request) throws Exception {
        return client.send(request, HttpResponse.BodyHandlers.ofString());
    }

    private HttpResponse<String> ask(String path, String body, String... headers) throws Exception {
        HttpRequest.Builder builder = request(path).POST(HttpRequest.BodyPublishers.ofString(body));
        if (headers.length > 0) {
            builder.headers(headers);
        }
        return send(builder.build());
    }

    private void signIn() throws Exception {
        Matcher token = TOKEN.matcher(send(request("/sign-in").build()).body());
        assertThat(token.find()).isTrue();
        HttpResponse<String> in = ask(
                "/demo-sign-in",
                "as=ines&_csrf=" + java.net.URLEncoder.encode(token.group(1), StandardCharsets.UTF_8),
                "Content-Type",
                "application/x-www-form-urlencoded");
        assertThat(in.statusCode()).isEqualTo(302);
    }

    /** The head of a request whose body comes never to its end. */
    private void slowly(String method, String path, String type) throws IOException {
        Socket socket = new Socket("127.0.0.1", port);
        socket.getOutputStream()
                .write((method + " " + path + " HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: " + type
                                + "\r\nContent-Length: 4000\r\n\r\n{")
                        .getBytes(StandardCharsets.US_ASCII));
        slow.add(socket);
    }

    @Test
    void slowBodiesKeepNobodyFromTheirPages() throws Exception {
        signIn();
        for (int i = 0; i < 100; i++) {
            slowly("GET", "/now", "text/plain");
        }
        for (int i = 0; i < 300; i++) {
            slowly(
                    "POST",
                    i % 2 == 0 ? "/api/v1/rotation" : "/sign-in",
                    i % 2 == 0 ? "application/json" : "application/x-www-form-urlencoded");
        }
        Thread.sleep(500);
        for (int i = 0; i < 20; i++) {
            long began = System.nanoTime();
            assertThat(send(request("/now").build()).statusCode()).isEqualTo(200);
            assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofSeconds(5));
        }
        HttpResponse<String> busy = ask("/api/v1/voltages", "{}", "Content-Type", "application/json");
        assertThat(busy.statusCode()).isEqualTo(503);
        assertThat(busy.headers().firstValue("Retry-After")).contains("1");
    }

    @Test
    void aPageOfSomebodyElsesCanNotAsk() throws Exception {
        String own = "http://127.0.0.1:" + port;
        for (String foreign : List.of("https://elsewhere.example", "null", "http://127.0.0.1:1", own + ".example")) {
            assertThat(ask("/api/v1/voltages", "{}", "Content-Type", "application/json", "Origin", foreign)
                            .statusCode())
                    .as(foreign)
                    .isEqualTo(403);
        }
        assertThat(ask("/api/v1/voltages", "{}", "Content-Type", "application/json", "Origin", own)
                        .statusCode())
                .isNotEqualTo(403);
        assertThat(ask("/api/v1/voltages", "{}", "Content-Type", "text/plain").statusCode())
                .isEqualTo(415);
    }

    @Test
    void theDeepSearchIsForWhoIsSignedIn() throws Exception {
        String deep = ROTATION.formatted("deep", 0);
        String whole = ROTATION.formatted("deep", 1);
        assertThat(ask("/api/v1/rotation", whole, "Content-Type", "application/json")
                        .statusCode())
                .isEqualTo(403);
        // what is wrong is told first, to everybody
        assertThat(ask("/api/v1/rotation", deep, "Content-Type", "application/json")
                        .statusCode())
                .isEqualTo(400);
        assertThat(ask("/api/v1/rotation", ROTATION.formatted("quick", 1), "Content-Type", "application/json")
                        .statusCode())
                .isEqualTo(200);
    }

    /** Searches for minutes end with the lines on which they were asked for: else nobody else's would have a turn. */
    @Test
    void nobodyWorksForWhoHasHungUp() throws Exception {
        signIn();
        String cookies = String.join(
                "; ",
                client.cookieHandler()
                        .orElseThrow()
                        .get(URI.create("http://127.0.0.1:" + port + "/"), Map.of())
                        .get("Cookie"));
        byte[] deep = crowded("deep").getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < RotationApi.AT_ONCE; i++) {
            Socket socket = new Socket("127.0.0.1", port);
            slow.add(socket);
            socket.getOutputStream()
                    .write(("POST /api/v1/rotation HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: " + cookies
                                    + "\r\nContent-Type: application/json\r\nContent-Length: " + deep.length
                                    + "\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            socket.getOutputStream().write(deep);
        }
        // no turn for anybody: also not after a while, in which the line is looked at often
        Thread.sleep(3000);
        for (Socket socket : slow) {
            assertThat(socket.getInputStream().available())
                    .as("still being looked for")
                    .isZero();
        }
        String quick = ROTATION.formatted("quick", 1);
        assertThat(status(quick)).isEqualTo(503);
        hangUp();
        long until = System.nanoTime() + Duration.ofSeconds(20).toNanos();
        while (status(quick) != 200) {
            assertThat(System.nanoTime()).as("the long searches have ended").isLessThan(until);
            Thread.sleep(100);
        }
    }

    /** A request that is sent back whole would show a script what the browser keeps from it. */
    @Test
    void nothingIsSentBackAsItCame() throws Exception {
        for (String path : List.of("/sign-in", "/api/v1/voltages", "/assets/app.css", "/there/is/nothing")) {
            HttpResponse<String> answer = send(request(path)
                    .method("TRACE", HttpRequest.BodyPublishers.noBody())
                    .header("X-Kept", "lantern")
                    .build());
            assertThat(answer.statusCode()).as(path).isBetween(400, 501);
            assertThat(answer.body()).as(path).doesNotContain("lantern");
            assertThat(answer.headers().firstValue("X-Content-Type-Options"))
                    .as(path)
                    .contains("nosniff");
        }
    }

    private int status(String question) throws Exception {
        return ask("/api/v1/rotation", question, "Content-Type", "application/json")
                .statusCode();
    }

    /** Two days of sixteen circuits, of which three fit at a time. */
    private static String crowded(String effort) {
        StringBuilder needs = new StringBuilder();
        StringBuilder circuits = new StringBuilder();
        for (int i = 1; i <= 16; i++) {
            needs.append(i == 1 ? "" : ",")
                    .append("{\"kind\": \"always\", \"circuit\": \"c%d\", \"priority\": \"food\"}".formatted(i));
            circuits.append(i == 1 ? "" : ",").append("""
                            {"id": "c%d", "spaces": [%d], "breakerAmps": 20,
                             "loads": [{"name": "Heater", "volts": 120, "runningWatts": %d}]}
                            """.formatted(i, i, 900 + 37 * i));
        }
        return ROTATION.formatted(effort, 192)
                .replaceFirst("(?s)\"needs\": \\[.*?]", "\"needs\": [" + needs + "]")
                .replaceFirst("(?s)\"circuits\": \\[.*]}", "\"circuits\": [" + circuits + "]}");
    }

    /** Each refusal arrives, with the time after which to ask again; who asks on waits for the next. Pages go on. */
    @Test
    void whoAsksTooOftenIsTurnedAway() throws Exception {
        signIn();
        List<CompletableFuture<HttpResponse<String>>> many = new ArrayList<>();
        List<Long> late = Collections.synchronizedList(new ArrayList<>());
        for (int i = 0; i < 3000; i++) {
            long began = System.nanoTime();
            many.add(client.sendAsync(
                            request("/api/v1/voltages")
                                    .POST(HttpRequest.BodyPublishers.ofString("{}"))
                                    .header("Content-Type", "application/json")
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .whenComplete((answer, failed) -> {
                        if (answer != null && answer.statusCode() == 429) {
                            late.add((System.nanoTime() - began) / 1_000_000);
                        }
                    }));
        }
        assertThat(send(request("/now").build()).statusCode()).isEqualTo(200);
        List<HttpResponse<String>> refused = many.stream()
                .map(CompletableFuture::join)
                .filter(answer -> answer.statusCode() == 429)
                .toList();
        assertThat(refused).hasSizeGreaterThan(200);
        assertThat(refused)
                .allMatch(answer -> answer.headers().firstValue("Retry-After").isPresent()
                        && answer.body().contains("\"status\":429"));
        assertThat(late.stream().filter(millis -> millis >= 1000).count()).isGreaterThan(100);
    }

    @Test
    void theDescriptionNamesWhatThereIs() throws Exception {
        JsonNode description = new ObjectMapper()
                .readTree(send(request("/api/v1/openapi.json").build()).body());
        assertThat(description.path("openapi").asString()).isEqualTo("3.1.0");
        JsonNode paths = description.path("paths");
        assertThat(paths.has("/api/v1/rotation")
                        && paths.has("/api/v1/changeover/try")
                        && paths.has("/api/v1/household"))
                .isTrue();
        // whatever it refers to is there
        Matcher reference = Pattern.compile("#/components/schemas/([A-Za-z-]+)").matcher(description.toString());
        int references = 0;
        while (reference.find()) {
            references++;
            assertThat(description
                            .at("/components/schemas/" + reference.group(1))
                            .isMissingNode())
                    .as(reference.group(1))
                    .isFalse();
        }
        assertThat(references).isGreaterThan(20);
        assertThat(description.toString()).doesNotContain("$defs");
    }

    @Test
    void whatIsLargerThanAnyHouseIsRefused() throws Exception {
        String one = "{\"id\": \"c%d\", \"spaces\": [%d], \"breakerAmps\": 15, \"loads\": []}";
        StringBuilder many = new StringBuilder();
        for (int i = 1; i <= 85; i++) {
            many.append(i == 1 ? "" : ",").append(one.formatted(i, i));
        }
        String request = ROTATION.formatted("quick", 1)
                .replaceFirst("(?s)\"circuits\": \\[.*]}", "\"circuits\": [" + many + "]}");
        HttpResponse<String> answer = ask("/api/v1/rotation", request, "Content-Type", "application/json");
        assertThat(answer.statusCode()).isEqualTo(400);
        assertThat(answer.body()).contains("/setup/circuits");
    }
}
