package juiceswap.web.words;

import juiceswap.core.Phrase;
import juiceswap.core.words.Wording;
import org.jspecify.annotations.Nullable;

/** Sentences by their keys where no bean is at hand, as in what drawings and lists are made of. */
public final class Say {
    static final Messages MESSAGES = new Messages();

    /** The core's words where no bean is at hand. */
    public static final Wording WORDS = new Wording(MESSAGES);

    private Say() {}

    /** The sentence of that key with the values that it names, in turn name and value, each as it is to be shown. */
    public static String say(String key, @Nullable Object... namesAndValues) {
        return MESSAGES.say(key, Phrase.named(namesAndValues));
    }
}
