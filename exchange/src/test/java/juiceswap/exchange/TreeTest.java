package juiceswap.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import org.junit.jupiter.api.Test;

class TreeTest {
    @Test
    void whatIsWrittenIsReadAgain() {
        String text = "{\"a\":[1,2.5,-3,12345678901,true,null,\"\\\"ö\\\"\"],\"b\":{\"c\":\"\"}}";
        Tree tree = Tree.parse(text);
        assertThat(tree.toString()).isEqualTo(text);
        assertThat(Tree.parse(tree.toString())).isEqualTo(tree);
        assertThat(tree.path("a").get(3).asDouble()).isEqualTo(12345678901.0);
    }

    @Test
    void whatIsNotThereIsNothing() {
        Tree tree = Tree.parse("{\"none\":null,\"number\":7}");
        assertThat(tree.has("none")).isTrue();
        assertThat(tree.path("none").isNull()).isTrue();
        assertThat(tree.path("absent").isMissing()).isTrue();
        assertThat(tree.path("absent").path("deeper").get(3).asString()).isEmpty();
        assertThat(tree.text("number")).isNull();
        assertThat(tree.number("number")).isEqualTo(7);
        assertThat(tree.object("number")).isNull();
    }

    @Test
    void plainValuesBecomeTrees() {
        Tree inner = Tree.parse("[1]");
        Tree tree = Tree.of(Tree.object("set", Set.of("x"), "inner", inner, "numbers", new double[] {0.5}));
        assertThat(tree.toString()).isEqualTo("{\"set\":[\"x\"],\"inner\":[1],\"numbers\":[0.5]}");
        assertThrows(IllegalArgumentException.class, () -> Tree.of(List.of(new Object())));
    }

    @Test
    void whatIsNoDocumentIsRefused() {
        InvalidInput refused = assertThrows(InvalidInput.class, () -> Tree.parse("{\"a\":"));
        assertThat(refused.problems().get(0).what().key()).isEqualTo("invalid.not-json");
    }

    @Test
    void idsMustBeKnownAndNotRepeat() {
        Tree tree = Tree.parse("{\"on\":[\"a\",\"z\",\"a\"]}");
        InvalidInput refused = assertThrows(InvalidInput.class, () -> tree.knownOnce("on", Set.of("a")));
        assertThat(refused.problems()).extracting(InvalidInput.Problem::field).containsExactly("/on/1", "/on/2");
    }
}
