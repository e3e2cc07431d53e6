package juiceswap.core.rotation;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Something that heats, or cools, and that nothing turns off by itself: somebody has to look at the temperature, and turn it off
 * when it is enough.
 *
 * @param celsius when it was looked at last, null when nobody has since it was turned on
 * @param due nobody has looked for half an hour
 * @param enough it was full when somebody looked last, and is still on
 */
public record WarmthWatch(String circuit, @Nullable Double celsius, boolean due, boolean enough) {
    /** A small room is too warm in an hour: half of that. Our judgement. */
    private static final Duration EVERY = Duration.ofMinutes(30);

    /** Of everything that is watched and has power. */
    public static List<WarmthWatch> of(List<StandingNeed> standing, Had had, Instant now) {
        List<WarmthWatch> all = new ArrayList<>();
        for (StandingNeed need : standing) {
            boolean watched =
                    need instanceof StandingNeed.Keep keep && keep.care().watched() && keep.full() != null;
            if (watched && need instanceof StandingNeed.Keep keep && had.powered(keep.circuit())) {
                all.add(of(keep, had, now));
            }
        }
        return List.copyOf(all);
    }

    private static WarmthWatch of(StandingNeed.Keep keep, Had had, Instant now) {
        Instant since = had.since(keep.circuit());
        Had.Observed last = null;
        for (Had.Observed one : had.observed()) {
            boolean counts = since == null || !one.at().isBefore(since);
            if (counts && one.circuit().equals(keep.circuit()) && one.celsius() != null) {
                last = one;
            }
        }
        Instant looked = last == null ? since : last.at();
        boolean due = looked == null || Duration.between(looked, now).compareTo(EVERY) >= 0;
        Double celsius = last == null ? null : last.celsius();
        Double level = celsius == null ? null : keep.levelAt(celsius);
        boolean enough = level != null && level >= keep.holdMinutes();
        return new WarmthWatch(keep.circuit(), celsius, due, enough);
    }
}
