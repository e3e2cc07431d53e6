package juiceswap.web.pocket;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.words.Sentences;
import juiceswap.exchange.Tree;
import juiceswap.pocket.Session;
import juiceswap.web.words.Messages;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.ClassPathResource;

/** What the phone does by itself, asked without a browser: with the sentences that it carries and no others. */
class PocketSessionTest {
    private static final Messages MESSAGES = new Messages();
    private static final Tree CARRIED = Tree.parse(new PocketWords(MESSAGES).json());

    /** A sentence that the phone does not carry is an error here as it is there. */
    private static final Sentences SENTENCES = new Sentences() {
        @Override
        public boolean has(String key) {
            return CARRIED.has(key);
        }

        @Override
        public String say(String key, Map<String, ?> values) {
            assertThat(has(key)).as("carried: " + key).isTrue();
            return MESSAGES.say(key, values);
        }
    };

    private Instant now = Instant.parse("2026-01-14T18:00:00Z");
    private final List<Map<String, ?>> own = new ArrayList<>();
    private Tree snapshot;
    private Session session;

    private void carry(String sample, String kind, boolean member) throws IOException {
        String file =
                new ClassPathResource("households/" + sample + ".json").getContentAsString(StandardCharsets.UTF_8);
        if (!kind.isEmpty()) {
            file = file.replaceFirst(
                    "(\"transfer\"\\s*:\\s*\\{\\s*\"kind\"\\s*:\\s*)\"[a-z-]+\"", "$1\"" + kind + "\"");
            assertThat(Tree.parse(file).path("setup").path("transfer").text("kind"))
                    .isEqualTo(kind);
        }
        snapshot = Tree.of(Tree.object("household", Tree.parse(file), "me", "Ines", "member", member));
        reopen();
    }

    private void reopen() {
        session = Session.open(snapshot, Tree.of(own), -300, SENTENCES);
    }

    private Tree view() {
        return Tree.of(session.view(now));
    }

    private Tree act(Object... fields) {
        Tree came = Tree.of(session.act(Tree.of(Tree.object(fields)), now));
        came.path("entries")
                .forEach(entry -> own.add(Map.of(
                        "at", entry.number("at"),
                        "who", entry.text("who", ""),
                        "kind", entry.text("kind", ""),
                        "payload", entry.path("payload"))));
        now = now.plus(Duration.ofSeconds(20));
        return came;
    }

    private void taken(Object... fields) {
        Tree came = act(fields);
        assertThat(came.path("entries").size()).as(came.toString()).isPositive();
    }

    /** Does what the steps ask; waits are waited for by the clock. */
    private void follow() {
        for (int most = 0; view().text("phase", "").equals("step") && most < 90; most++) {
            Tree step = view().path("step");
            Tree wait = step.path("wait");
            if (wait.isObject()) {
                now = Instant.ofEpochMilli((long) wait.number("until", 0)).plusSeconds(1);
            }
            Map<String, String> fields = new HashMap<>();
            step.path("fields")
                    .forEach(field -> fields.put(
                            field.text("name", ""),
                            Map.of("l1n", "121", "l2n", "120", "l1l2", "241", "hz", "60.4", "ng", "0.3")
                                    .getOrDefault(field.text("name", ""), "")));
            taken("do", "done", "action", step.text("action"), "circuit", step.text("circuit"), "fields", fields);
        }
    }

    private void outAndBack() {
        taken("do", "begin");
        follow();
        assertThat(view().text("phase")).isEqualTo("reached");
        assertThat(view().flag("fed")).isTrue();
        taken("do", "utility-seen", "sign", "meter-display");
        assertThat(act("do", "go-back").text("refused")).isNotEmpty();
        now = now.plus(Duration.ofHours(1));
        taken("do", "go-back");
        // a closed browser forgets nothing
        reopen();
        follow();
        assertThat(view().text("phase")).isEqualTo("reached");
        assertThat(view().flag("onUtility")).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"interlock", "transfer-switch", "subpanel", "circuit-switches", "automatic-circuits"})
    void outAndBackWithEveryDevice(String kind) throws IOException {
        carry("saltmarsh-cottage", kind, true);
        outAndBack();
    }

    /** Dark again before anything could be sent: the outage that was ended goes on, and can be lived once more. */
    @Test
    void darkAgainAfterTheEnd() throws IOException {
        carry("saltmarsh-cottage", "", true);
        outAndBack();
        taken("do", "end");
        assertThat(view().text("phase")).isEqualTo("none");
        taken("do", "begin");
        reopen();
        assertThat(view().text("phase")).isEqualTo("step");
        follow();
        assertThat(view().flag("fed")).isTrue();
    }

    @Test
    void anAlarmStopsEverythingAndOnlyTheHouseholdClearsIt() throws IOException {
        carry("saltmarsh-cottage", "", false);
        taken("do", "alarm");
        assertThat(view().text("phase")).isEqualTo("alarm");
        assertThat(act("do", "done", "action", "main-off").text("refused")).isNotEmpty();
        List<String> heads = view().texts("heads");
        assertThat(act("do", "all-clear", "counted", heads, "sure", List.of("air", "cause"))
                        .path("entries")
                        .isEmpty())
                .isTrue();
        snapshot = Tree.of(Tree.object("household", snapshot.path("household"), "me", "Ines", "member", true));
        reopen();
        assertThat(act("do", "all-clear", "counted", List.of(), "sure", List.of("air", "cause"))
                        .text("refused"))
                .contains(heads.get(0));
        // the same thing said twice is one thing
        assertThat(act("do", "all-clear", "counted", heads, "sure", List.of("air", "air"))
                        .text("refused"))
                .isNotEmpty();
        taken("do", "all-clear", "counted", heads, "sure", List.of("air", "cause"));
        assertThat(view().text("phase")).isNotEqualTo("alarm");
    }

    @Test
    void whatDoesNotFitIsSaidWithWhatWouldMakeRoom() throws IOException {
        carry("saltmarsh-cottage", "", true);
        taken("do", "begin");
        follow();
        Tree asked = Tree.of(session.asked("range", now));
        assertThat(asked.flag("allowed")).isFalse();
        assertThat(asked.texts("lines")).isNotEmpty();
        assertThat(act("do", "done", "action", "pick-up", "circuit", "range", "fields", Map.of())
                        .text("refused"))
                .isNotEmpty();
        Tree on = view();
        taken("do", "open", "circuit", "fridge");
        assertThat(view()).isNotEqualTo(on);
        assertThat(session.plan(now)).isNotNull();
    }

    @ParameterizedTest
    @ValueSource(strings = {"appliance", "cords"})
    void outAndBackWithoutATestCircuit(String kind) throws IOException {
        carry("saltmarsh-cottage", "", true);
        Tree household = snapshot.path("household");
        Map<String, Object> changed = new HashMap<>();
        household.properties().forEach((name, value) -> changed.put(name, value));
        Map<String, Object> setup = new HashMap<>();
        household.path("setup").properties().forEach((name, value) -> setup.put(name, value));
        setup.put("transfer", Map.of("kind", kind, "neutral", "solid"));
        changed.put("setup", setup);
        snapshot = Tree.of(Tree.object("household", changed, "me", "Ines", "member", true));
        reopen();
        outAndBack();
    }

    @Test
    void otherCircuitsAreChosenAndWhatThereIsNotIsLeftOut() throws IOException {
        carry("saltmarsh-cottage", "", true);
        taken("do", "begin");
        taken("do", "choose", "pickUp", List.of("fridge", "no-such-thing"));
        assertThat(view().texts("chosen")).contains("fridge").doesNotContain("well", "no-such-thing");
        follow();
        assertThat(view().path("circuits"))
                .filteredOn(circuit -> circuit.flag("on", false))
                .extracting(circuit -> circuit.text("id"))
                .contains("fridge")
                .doesNotContain("well", "freezer");
    }

    private Tree trouble(String symptom, String found) {
        return Tree.of(session.trouble(Tree.of(Tree.object("symptom", symptom, "found", found, "start", "pull")), now));
    }

    /** What was behind it before is looked at sooner; what is wrong ends the search and goes to the log. */
    @Test
    void aTroubleIsFollowedToItsCause() throws IOException {
        carry("saltmarsh-cottage", "", true);
        taken("do", "begin");
        Tree first = trouble("cranks-no-start", "");
        assertThat(first.text("check")).isNotEmpty();
        assertThat(first.path("onward").size()).isEqualTo(3);
        Tree second = trouble("cranks-no-start", first.path("onward").get(0).text("found", ""));
        assertThat(second.text("check")).isNotEqualTo(first.text("check"));
        assertThat(trouble("cranks-no-start", second.text("back", "")).text("check"))
                .isEqualTo(first.text("check"));
        Tree wrong = trouble("cranks-no-start", "spark-plug.not");
        assertThat(wrong.text("cause")).isEqualTo("spark-plug");
        assertThat(wrong.text("fix")).isNotEmpty();
        taken("do", "cause-found", "symptom", "cranks-no-start", "cause", "spark-plug");
        // a hundred times the plug
        snapshot = Tree.of(Tree.object(
                "household",
                snapshot.path("household"),
                "me",
                "Ines",
                "member",
                true,
                "causes",
                Map.of("spark-plug", 100)));
        reopen();
        assertThat(trouble("cranks-no-start", "").text("check"))
                .isEqualTo(MESSAGES.say("trouble.check.spark-plug", Map.of()));
    }

    /** Every symptom, whatever comes out of every check, ends: in a cause or with whom to call. */
    @ParameterizedTest
    @ValueSource(strings = {"ok", "skipped"})
    void everyTroubleEnds(String outcome) throws IOException {
        carry("saltmarsh-cottage", "", true);
        taken("do", "begin");
        view().path("symptoms").forEach(symptom -> {
            Tree at = trouble(symptom.text("value", ""), "");
            for (int most = 0; at.text("check") != null && most < 40; most++) {
                String next = "";
                for (Tree onward : at.path("onward")) {
                    next = onward.text("outcome", "").equals(outcome) ? onward.text("found", "") : next;
                }
                at = trouble(symptom.text("value", ""), next);
            }
            assertThat(at.text("giveUp")).as(symptom.toString()).isNotEmpty();
        });
    }

    /** What is to be looked for is said with the household's own figures, as on the server. */
    @Test
    void whatToLookForHasItsFigures() throws IOException {
        carry("saltmarsh-cottage", "", true);
        taken("do", "begin");
        List<String> looked = new ArrayList<>();
        for (int most = 0; view().text("phase", "").equals("step") && most < 12; most++) {
            looked.addAll(view().path("step").texts("lookFor"));
            Tree step = view().path("step");
            act("do", "done", "action", step.text("action"), "circuit", step.text("circuit"), "fields", Map.of());
        }
        assertThat(looked).anyMatch(line -> line.contains("AWG")).anyMatch(line -> line.contains("full tank is about"));
    }

    @Test
    void aStallAsksForEverythingAgain() throws IOException {
        carry("saltmarsh-cottage", "", true);
        taken("do", "begin");
        follow();
        taken("do", "stalled", "cause", "low-oil");
        assertThat(view().flag("engineRuns")).isFalse();
        assertThat(view().text("phase")).isEqualTo("step");
        follow();
        assertThat(view().flag("fed")).isTrue();
    }

    @Test
    void moreThanTheTankHoldsWasNotFilledIn() throws IOException {
        carry("saltmarsh-cottage", "", true);
        taken("do", "begin");
        follow();
        taken("do", "aim", "goal", "refuel");
        for (int most = 0; !"refuel".equals(view().path("step").text("action")) && most < 30; most++) {
            Tree step = view().path("step");
            taken(
                    "do",
                    "done",
                    "action",
                    step.text("action"),
                    "circuit",
                    step.text("circuit"),
                    "fields",
                    Map.of(),
                    "early",
                    true);
        }
        assertThat(act("do", "done", "action", "refuel", "fields", Map.of("filledLitres", "900 gal"))
                        .text("refused"))
                .isNotEmpty();
        taken("do", "done", "action", "refuel", "fields", Map.of("filledLitres", "1 gal"));
    }
}
