package juiceswap.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How somebody has typed amounts that their household's unit would not give back: 25 ft comes back as 25 ft, whatever is
 * stored for it. What is stored beside it stays SI.
 *
 * @param texts the latest last; only as many as a household has use for are kept
 */
public record AsTyped(List<Text> texts) {
    /** Nothing typed that would not come back by itself. */
    public static final AsTyped NOTHING = new AsTyped(List.of());

    private static final int KEPT = 200;

    /** Two amounts are the same when they differ by less than a double loses on its way through a unit. */
    static final double SAME = 1e-9;

    /**
     * An amount, and what was typed for it.
     *
     * @param field the name of the field, as two fields may hold the same amount
     */
    public record Text(String field, Quantity quantity, String text) {}

    public AsTyped {
        texts = List.copyOf(texts.subList(Math.max(0, texts.size() - KEPT), texts.size()));
    }

    /** What was typed for it in that field; empty when nothing is kept. */
    public Optional<String> text(String field, Quantity quantity) {
        return texts.stream()
                .filter(one -> same(one, field, quantity))
                .map(Text::text)
                .reduce((earlier, later) -> later);
    }

    /** With what was typed for that amount; null when its unit gives it back by itself. */
    public AsTyped with(String field, Quantity quantity, @Nullable String text) {
        List<Text> others = new ArrayList<>(texts);
        others.removeIf(one -> same(one, field, quantity));
        if (text != null) {
            others.add(new Text(field, quantity, text));
        }
        return new AsTyped(others);
    }

    private static boolean same(Text one, String field, Quantity quantity) {
        return one.field.equals(field)
                && one.quantity.dimension() == quantity.dimension()
                && Math.abs(one.quantity.si() - quantity.si()) < SAME;
    }
}
