package juiceswap.web.wall;

import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** The household for which this thread works; none where it works for all of them. */
final class ForHousehold {
    private static final ThreadLocal<@Nullable Long> HOUSEHOLD = new ThreadLocal<>();

    private ForHousehold() {}

    static @Nullable Long now() {
        return HOUSEHOLD.get();
    }

    static void begin(long household) {
        HOUSEHOLD.set(household);
    }

    static void end() {
        HOUSEHOLD.remove();
    }

    /** Works for that household, and then for whom it worked before. */
    static <T> T in(long household, Supplier<T> work) {
        Long before = now();
        begin(household);
        try {
            return work.get();
        } finally {
            if (before == null) {
                end();
            } else {
                begin(before);
            }
        }
    }
}
