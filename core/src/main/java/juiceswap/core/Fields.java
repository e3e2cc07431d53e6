package juiceswap.core;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An object of a stored document, read by the names of its fields: what the core needs of JSON, so that what is written to
 * the log is read the same on a server and in a phone. What is absent, null or of another type is not there.
 */
public interface Fields {
    /** The text in that field, or null. */
    @Nullable
    String text(String name);

    /** The number in that field, or null. */
    @Nullable
    Double number(String name);

    /** The truth in that field, or null. */
    @Nullable
    Boolean flag(String name);

    /** The texts of the list in that field; empty when there is none. */
    List<String> texts(String name);

    /** The object in that field, or null. */
    @Nullable
    Fields object(String name);

    /** The names of the fields that are there, in the order of the document. */
    List<String> names();

    /** The text in that field, or else the other. */
    default String text(String name, String otherwise) {
        String text = text(name);
        return text == null ? otherwise : text;
    }

    /** The truth in that field, or else the other. */
    default boolean flag(String name, boolean otherwise) {
        Boolean flag = flag(name);
        return flag == null ? otherwise : flag;
    }

    /** The text that must be in that field; {@link InvalidInput} at the field. */
    default String requireText(String name) {
        String text = text(name);
        if (text == null) {
            throw new InvalidInput("/" + name, "invalid.missing");
        }
        return text;
    }

    /** The number that must be in that field; {@link InvalidInput} at the field. */
    default double requireNumber(String name) {
        Double number = number(name);
        if (number == null) {
            throw new InvalidInput("/" + name, "invalid.missing");
        }
        return number;
    }

    /** The object that must be in that field; {@link InvalidInput} at the field. */
    default Fields requireObject(String name) {
        Fields object = object(name);
        if (object == null) {
            throw new InvalidInput("/" + name, "invalid.missing");
        }
        return object;
    }

    /** The value of that kind whose word must be in that field; {@link InvalidInput} at the field. */
    default <E extends Enum<E> & Worded> E require(Class<E> kind, String name) {
        return worded(kind, name, requireText(name));
    }

    /** The value of that kind whose word is in that field, or else the other; {@link InvalidInput} for another word. */
    default <E extends Enum<E> & Worded> E word(Class<E> kind, String name, E otherwise) {
        String text = text(name);
        return text == null ? otherwise : worded(kind, name, text);
    }

    private static <E extends Enum<E> & Worded> E worded(Class<E> kind, String name, String word) {
        try {
            return Worded.of(kind, word);
        } catch (InvalidInput unknown) {
            throw new InvalidInput("/" + name, unknown.problems().get(0).what());
        }
    }
}
