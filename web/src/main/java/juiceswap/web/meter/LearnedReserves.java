package juiceswap.web.meter;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Had;
import juiceswap.core.rotation.LearnedTimes;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.StandingNeed.Keep;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import org.springframework.stereotype.Component;

/**
 * How long what is kept holds and recovers, learned from the temperatures that people have noted in outages. Nothing of the
 * house changes until somebody says yes.
 */
@Component
class LearnedReserves {
    /** A seal ages and a freezer is filled otherwise: older outages tell little. */
    private static final int MOST_OUTAGES = 10;

    private final Outages outages;
    private final Households households;
    private final Clock clock;

    LearnedReserves(Outages outages, Households households, Clock clock) {
        this.outages = outages;
        this.households = households;
        this.clock = clock;
    }

    /** A need and what was learned of it. */
    record One(Keep keep, LearnedTimes times) {}

    /** What was seen in the last outages, those that are noticeably other than entered first. */
    List<One> of(long household, Household file) {
        List<Keep> told = file.wanted().standing().stream()
                .filter(need -> need instanceof Keep keep && keep.full() != null && file.find(keep.circuit()) != null)
                .map(need -> (Keep) need)
                .toList();
        if (told.isEmpty()) {
            return List.of();
        }
        List<Had> had = outages.all(household).stream()
                .filter(one -> !one.rehearsal())
                .limit(MOST_OUTAGES)
                .flatMap(one -> outages.find(household, one.id()).stream())
                .map(this::had)
                .filter(one -> !one.observed().isEmpty())
                .toList();
        List<One> learned = new ArrayList<>();
        for (Keep keep : told) {
            LearnedTimes.of(keep, had).ifPresent(times -> learned.add(new One(keep, times)));
        }
        learned.sort(Comparator.comparing((One one) -> !one.times.differs(one.keep)));
        return learned;
    }

    private Had had(Outage outage) {
        Instant end = outage.endedAt() == null ? clock.instant() : outage.endedAt();
        return outage.standing().living().had(outage.household().setup(), ZoneId.systemDefault(), end);
    }

    /** These circuits hold and recover as was learned from now on: one change, which can be taken back. */
    int take(Account account, List<String> circuits) {
        Optional<Household> file = households.file(account.householdId());
        if (file.isEmpty()) {
            return 0;
        }
        List<One> wanted = of(account.householdId(), file.get()).stream()
                .filter(one -> circuits.contains(one.keep.circuit()))
                .toList();
        if (wanted.isEmpty()) {
            return 0;
        }
        households.change(
                account.householdId(),
                null,
                account.displayName(),
                say("change.learned-times", "count", wanted.size()),
                house -> taken(Objects.requireNonNull(house), wanted));
        return wanted.size();
    }

    private static Household taken(Household house, List<One> wanted) {
        List<StandingNeed> needs = new ArrayList<>(house.wanted().standing());
        for (One one : wanted) {
            needs.replaceAll(need -> need.equals(one.keep) ? one.times.taken(one.keep) : need);
        }
        return house.withLiving(house.living().withNeeds(needs));
    }
}
