package juiceswap.web.outage;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Standing;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What cuts through everything on every page of everybody: who said it, and what to do first for whoever reads it. */
@Component
public class Urgents {
    /** That something is over is told for so long. */
    private static final Duration TOLD_FOR = Duration.ofMinutes(15);

    /** Whoever is alone outside is asked after when nothing was heard of them for so long: our judgement. */
    private static final Duration ALONE_FOR = Duration.ofMinutes(15);

    private final Helpers helpers;
    private final Words words;
    private final Clock clock;

    Urgents(Helpers helpers, Words words, Clock clock) {
        this.helpers = helpers;
        this.words = words;
        this.clock = clock;
    }

    /**
     * Something that has to be told at once.
     *
     * @param key another one is told anew
     * @param kind alarm, stop, safe, cleared, lifted or alone
     * @param who said it, and when
     * @param first what to do, the first thing first
     */
    public record Urgent(String key, String kind, String title, String who, List<String> first) {
        /** It rings, and is shown over whatever somebody does. */
        public boolean loud() {
            return !kind.equals("cleared") && !kind.equals("lifted");
        }
    }

    /** What has to be told to that person now; empty when there is nothing. */
    public Optional<Urgent> of(Outage outage, Account account) {
        Standing standing = outage.standing();
        if (standing.alarmed()) {
            return last(outage, event -> event instanceof Event.Alarmed)
                    .map(entry -> urgent(outage, entry, "alarm", words.say("urgent.alarm"), alarm()));
        }
        Event.RefusedReading halted = standing.stop();
        if (halted != null) {
            return last(outage, event -> event instanceof Event.RefusedReading)
                    .map(entry -> urgent(
                            outage,
                            entry,
                            "stop",
                            words.causes(halted.measured().causes()),
                            firstOf(outage, account)));
        }
        return over(outage, account).or(() -> makeSafe(outage, account)).or(() -> alone(outage, account));
    }

    private Optional<Urgent> makeSafe(Outage outage, Account account) {
        Standing standing = outage.standing();
        if (standing.goal() != Goal.MAKE_SAFE || standing.plan().steps().isEmpty()) {
            return Optional.empty();
        }
        return last(outage, event -> event instanceof Event.Chosen)
                .map(entry -> urgent(outage, entry, "safe", words.say("urgent.safe"), firstOf(outage, account)));
    }

    /** That an alarm or a stop is over, told to all but who has said so. */
    private Optional<Urgent> over(Outage outage, Account account) {
        Optional<Urgent> cleared = last(outage, event -> event instanceof Event.AllClear)
                .filter(entry -> news(entry, account))
                .map(entry -> urgent(
                        outage,
                        entry,
                        "cleared",
                        words.say("urgent.cleared", "who", entry.who()),
                        List.of(words.event(entry.event(), outage.household()), words.say("urgent.cleared.then"))));
        Integer lifted = outage.standing().course().lifted();
        return cleared.or(() -> outage.standing().lived().stream()
                .filter(entry -> lifted != null && entry.sequence() == lifted && news(entry, account))
                .findFirst()
                .map(entry -> urgent(
                        outage,
                        entry,
                        "lifted",
                        words.say("urgent.lifted", "who", entry.who()),
                        List.of(words.event(entry.event(), outage.household())))));
    }

    private boolean news(Entry entry, Account account) {
        return entry.at().isAfter(clock.instant().minus(TOLD_FOR))
                && !entry.who().equals(account.displayName());
    }

    /** Nobody else is there, the next thing is outside, and nothing was heard for a while. */
    private Optional<Urgent> alone(Outage outage, Account account) {
        Standing standing = outage.standing();
        Entry last = outage.log().get(outage.log().size() - 1);
        boolean unheard = last.at().isBefore(clock.instant().minus(ALONE_FOR));
        boolean outside = standing.here() != null && standing.here().outside();
        // the way on is worked out only for whom it matters
        if (outage.rehearsal()
                || !unheard
                || !outside
                || standing.plan().steps().isEmpty()
                || others(outage, last)) {
            return Optional.empty();
        }
        String first = last.who().equals(account.displayName()) ? "urgent.alone.me" : "urgent.alone.others";
        return Optional.of(
                urgent(outage, last, "alone", words.say("urgent.alone", "who", last.who()), List.of(words.say(first))));
    }

    /** Somebody else works on it; who only looks at a page is no help to somebody outside. */
    private boolean others(Outage outage, Entry last) {
        return helpers.present(outage.id()).stream()
                .anyMatch(helper -> helper.place() != null && !helper.name().equals(last.who()));
    }

    private static Optional<Entry> last(Outage outage, Predicate<Event> kind) {
        List<Entry> lived = outage.standing().lived();
        for (int i = lived.size() - 1; i >= 0; i--) {
            if (kind.test(lived.get(i).event())) {
                return Optional.of(lived.get(i));
            }
        }
        return Optional.empty();
    }

    private Urgent urgent(Outage outage, Entry entry, String kind, String title, List<String> first) {
        String since = Words.since(entry.at(), clock.instant());
        return new Urgent(
                outage.id() + "-" + entry.sequence() + "-" + kind,
                kind,
                title,
                words.say("urgent.said-by", "who", entry.who(), "since", since),
                first);
    }

    private List<String> alarm() {
        return List.of(
                words.say("swap.alarm.out-all-of-you-at"),
                words.say("swap.alarm.fresh-air-upwind-well-away"),
                words.say("swap.alarm.call-for-help-the-emergency"),
                words.say("swap.alarm.count-heads-who-is-missing"));
    }

    /** The first thing for this person where they are; for somebody who has not said where, for both sides of the door. */
    private List<String> firstOf(Outage outage, Account account) {
        Place at = helpers.placeOf(outage.id(), account.displayName());
        if (at != null) {
            return first(outage, at).map(List::of).orElseGet(() -> List.of(words.say("urgent.nothing-for-you")));
        }
        List<String> both = new ArrayList<>();
        first(outage, Place.PANEL).ifPresent(text -> both.add(words.say("urgent.inside", "step", text)));
        first(outage, Place.GENERATOR).ifPresent(text -> both.add(words.say("urgent.outside", "step", text)));
        return List.copyOf(both);
    }

    private Optional<String> first(Outage outage, @Nullable Place at) {
        return title(outage, outage.standing().plan(at));
    }

    private Optional<String> title(Outage outage, Plan plan) {
        return plan.steps().stream()
                .findFirst()
                .map(step -> words.title(step.action(), step.circuit(), outage.household()));
    }

    /** What making safe takes from where this person stands, in order: it is in every page, should the connection be gone. */
    public List<String> makingSafe(Outage outage, Account account) {
        Household household = outage.household();
        return outage.standing().makeSafe(helpers.placeOf(outage.id(), account.displayName())).steps().stream()
                .map(step -> words.title(step.action(), step.circuit(), household))
                .toList();
    }
}
