package juiceswap.web.swap;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Optional;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.household.Household;
import juiceswap.core.words.LookoutText;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** What to look for in a check, with this household's own figures and what it has proven. */
@Component
public class LookoutWords {
    private final Words words;
    private final DeviceTests tests;
    private final Clock clock;

    LookoutWords(Words words, DeviceTests tests, Clock clock) {
        this.words = words;
        this.tests = tests;
        this.clock = clock;
    }

    LookoutText of(Household household, long householdId) {
        return new LookoutText(words, household, bond(householdId));
    }

    /** How it is known that there is one bond, and for how long. */
    public String bond(long householdId) {
        Optional<DeviceTests.Found> last = tests.last(householdId, DeviceProof.BONDING);
        if (last.isEmpty()) {
            return words.say("bondproof.never");
        }
        String ago = words.daysAgo(last.get().onDay(), LocalDate.now(clock));
        String proof = switch (last.get().result()) {
            case PASSED -> "bondproof.passed";
            case PARTLY -> "bondproof.partly";
            case FAILED, VOID -> "bondproof.failed";
        };
        return words.say(proof, "when", ago);
    }
}
