package juiceswap.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Need;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationChecker;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The worked rotations. */
class RotationCasesTest {
    /** Normal effort must come that near to the best known score; both are counted from 100 below. */
    private static final double MOST_ABOVE_THE_BEST = 1.03;

    static Stream<Path> cases() throws IOException {
        try (Stream<Path> files = Files.walk(Path.of("src/test/resources/cases/rotation"))) {
            return files.filter(file -> file.toString().endsWith(".json")).sorted().toList().stream();
        }
    }

    @ParameterizedTest
    @MethodSource("cases")
    void answersAsExpected(Path file) throws IOException {
        Tree worked = Tree.parse(Files.readString(file));
        Tree request = worked.path("request");
        if (worked.number("status", 200) != 200) {
            assertThrows(InvalidInput.class, () -> RotationJson.read(request));
            return;
        }
        Rotation rotation = RotationJson.read(request);
        Effort effort = Effort.of(request.text("effort", Effort.NORMAL.word())).orElseThrow();
        Tree answer = Tree.of(RotationJson.of(rotation.plan(effort)));
        List<Set<String>> on = new ArrayList<>();
        answer.path("on").forEach(slot -> on.add(Set.copyOf(slot.texts())));
        RotationChecker checker = new RotationChecker(rotation, on);
        assertThat(checker.wrongs()).isEmpty();
        assertThat(checker.forNothing()).isEmpty();
        assertThat(checker.unmet(Need.Priority.LIFE))
                .isEqualTo(worked.path("lifeUnmet").asDouble());
        double score = answer.path("score").asDouble();
        assertThat(score).isCloseTo(checker.score(), within(1e-6));
        assertThat((score + 100) / (worked.path("best").asDouble() + 100)).isLessThanOrEqualTo(MOST_ABOVE_THE_BEST);
        if (worked.path("bound").isNumber()) {
            assertThat(score).isGreaterThanOrEqualTo(worked.path("bound").asDouble() - 1e-6);
        }
        int visits = 0;
        for (Tree move : answer.path("moves")) {
            visits += move.path("kind").asString().equals("visit") ? 1 : 0;
        }
        assertThat(answer.path("visits").asInt()).isEqualTo(visits);
    }
}
