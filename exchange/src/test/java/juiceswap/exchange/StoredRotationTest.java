package juiceswap.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.LivedInHouseholds;
import juiceswap.core.rotation.RandomHouseholds;
import juiceswap.core.rotation.Rotation;
import org.junit.jupiter.api.Test;

/** A question with all that people may mind, as it is stored and sent. */
class StoredRotationTest {
    @Test
    void whatIsStoredIsReadAgain() {
        for (long seed = 1; seed <= 60; seed++) {
            for (Rotation rotation : new Rotation[] {
                RandomHouseholds.of(seed), RandomHouseholds.minding(seed), LivedInHouseholds.of(seed)
            }) {
                Tree stored =
                        Tree.parse(Tree.of(RotationJson.question(rotation)).toString());
                assertThat(RotationJson.stored(stored, rotation.setup())).isEqualTo(rotation);
            }
        }
    }

    /** What was stored before anybody could mind anything is asked as it was. */
    @Test
    void whatIsNotGivenIsNotMinded() {
        Rotation plain = RandomHouseholds.of(3);
        Tree stored =
                Tree.parse(Tree.of(RotationJson.question(plain)).toString().replaceAll(",\"walking\":\\{[^}]*\\}", ""));
        assertThat(stored.has("walking")).isFalse();
        assertThat(RotationJson.stored(stored, plain.setup())).isEqualTo(plain);
    }

    @Test
    void theAnswerNamesWhatIsBelowAtItsTime() {
        Tree answer = Tree.of(RotationJson.of(LivedInHouseholds.of(1).plan(Effort.INSTANT)));
        assertThat(answer.path("below").isArray()).isTrue();
        assertThat(answer.path("below").size()).isPositive();
        assertThat(answer.path("below").get(0).names()).containsExactly("need", "circuit", "at", "minutes");
    }

    @Test
    void eachWrongFieldIsNamed() {
        String need =
                "{\"circuit\":\"a\",\"priority\":\"food\",\"kind\":\"reserve\",\"holdMinutes\":120,\"recoverMinutes\":60,"
                        + "\"levelMinutes\":60,";
        isNamed(
                need + "\"uses\":[{\"from\":null,\"to\":null,\"times\":1},{\"from\":null,\"to\":null,\"times\":0}]}",
                "/uses/1/times");
        isNamed(need + "\"floors\":[{\"at\":\"2031-02-03T07:00\",\"minutes\":121}]}", "/floors/0/minutes");
        isNamed(need + "\"lowShare\":1.5}", "/lowShare");
        isNamed(need + "\"rising\":-1}", "/rising");
        isNamed("{\"circuit\":\"a\",\"priority\":\"food\",\"kind\":\"always\",\"worth\":0}", "/worth");
        isNamed(
                "{\"circuit\":\"a\",\"priority\":\"food\",\"kind\":\"always\",\"interruptionMinutes\":-1}",
                "/interruptionMinutes");
    }

    private static void isNamed(String need, String field) {
        InvalidInput refused = assertThrows(InvalidInput.class, () -> NeedsReader.need(Tree.parse(need), Set.of("a")));
        assertThat(refused.problems().get(0).field()).isEqualTo(field);
    }
}
