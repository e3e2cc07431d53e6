package juiceswap.web.security;

import com.ibm.icu.text.SpoofChecker;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Names that people give themselves: readable, and never to be taken for somebody else's or for the product's own. */
final class PeopleNames {
    /** Control, formatting (such as a change of direction), private and unassigned characters; separators of lines. */
    private static final Pattern UNSEEN = Pattern.compile("[\\p{Cc}\\p{Cf}\\p{Co}\\p{Cn}\\p{Cs}\\p{Zl}\\p{Zp}]");

    private static final Pattern SPACES = Pattern.compile("\\s+");

    private static final SpoofChecker LIKENESS = new SpoofChecker.Builder().build();

    /** Who speaks in the log without being a person. */
    private static final Set<String> RESERVED =
            Set.of("juiceswap", "system", "server", "monitor", "sensor", "everybody", "nobody", "owner", "device");

    private PeopleNames() {}

    /** The name as it is kept: composed, with single spaces. */
    static String tidy(String typed) {
        return SPACES.matcher(Normalizer.normalize(typed, Normalizer.Form.NFC))
                .replaceAll(" ")
                .strip();
    }

    static boolean unreadable(String name) {
        return UNSEEN.matcher(name).find() || name.codePoints().noneMatch(Character::isLetterOrDigit);
    }

    static boolean reserved(String name) {
        return RESERVED.stream().anyMatch(one -> alike(one, name));
    }

    /** Two names that a reader could take for each other (Unicode Technical Standard 39, confusable skeletons). */
    static boolean alike(String one, String other) {
        return skeleton(one).equals(skeleton(other));
    }

    private static String skeleton(String name) {
        String folded = Normalizer.normalize(name, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
        return LIKENESS.getSkeleton(LIKENESS.getSkeleton(folded).toLowerCase(Locale.ROOT))
                .replace(" ", "");
    }
}
