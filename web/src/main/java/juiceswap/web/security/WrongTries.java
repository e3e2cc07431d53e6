package juiceswap.web.security;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;

/** Tries of passwords or codes by where they came from: after too many within a minute nothing is tried for a while. */
final class WrongTries {
    private static final int MOST = 10;
    private static final Duration WITHIN = Duration.ofMinutes(1);
    private static final int CALLERS_REMEMBERED = 10_000;

    private final Clock clock;

    private final Map<String, Deque<Instant>> tries = new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Deque<Instant>> eldest) {
            return size() > CALLERS_REMEMBERED;
        }
    };

    WrongTries(Clock clock) {
        this.clock = clock;
    }

    private boolean mayTry(String caller) {
        Deque<Instant> latest = tries.get(caller);
        if (latest == null) {
            return true;
        }
        Instant now = clock.instant();
        while (!latest.isEmpty() && Duration.between(latest.peekFirst(), now).compareTo(WITHIN) >= 0) {
            latest.removeFirst();
        }
        return latest.size() < MOST;
    }

    /** Counts a try before it is looked at; false when there were too many already. */
    synchronized boolean take(String caller) {
        if (!mayTry(caller)) {
            return false;
        }
        remember(caller);
        return true;
    }

    /** It was right after all. */
    synchronized void forget(String caller) {
        tries.remove(caller);
    }

    private void remember(String caller) {
        tries.computeIfAbsent(caller, key -> new ArrayDeque<>()).add(clock.instant());
    }
}
