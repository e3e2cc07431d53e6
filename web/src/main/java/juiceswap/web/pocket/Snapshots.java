package juiceswap.web.pocket;

import static juiceswap.exchange.Tree.object;

import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.household.About;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Entry;
import juiceswap.core.supply.StartControl;
import juiceswap.exchange.EventJson;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.RotationJson;
import juiceswap.web.household.Households;
import juiceswap.web.outage.CausesFound;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.PutAside;
import juiceswap.web.rotate.RotationPlans;
import juiceswap.web.security.Account;
import juiceswap.web.swap.LookoutWords;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a phone takes with it, so that it can go on alone: the house, the outage as it stands, the plan lived by. */
@Component
class Snapshots {
    private final Households households;
    private final Outages outages;
    private final RotationPlans plans;
    private final PutAside putAside;
    private final CausesFound causes;
    private final LookoutWords lookouts;
    private final Clock clock;

    Snapshots(
            Households households,
            Outages outages,
            RotationPlans plans,
            PutAside putAside,
            CausesFound causes,
            LookoutWords lookouts,
            Clock clock) {
        this.households = households;
        this.outages = outages;
        this.plans = plans;
        this.putAside = putAside;
        this.causes = causes;
        this.lookouts = lookouts;
        this.clock = clock;
    }

    /** For that person; empty before there is a house. */
    Optional<Map<String, @Nullable Object>> of(Account account) {
        Optional<Outage> outage = outages.current(account);
        Optional<Household> house = outage.map(Outage::household).or(() -> households.atHand(account.householdId()));
        return house.map(file -> object(
                "taken", clock.millis(),
                "asOf", InUse.measures().dateAndClock(LocalDateTime.ofInstant(clock.instant(), ZoneId.systemDefault())),
                "me", account.displayName(),
                "member", !account.guest(),
                "household", HouseholdJson.write(account.guest() ? withoutNotes(file) : file),
                "tests", tests(file),
                "pictures",
                        file.supply().start().stream()
                                .map(StartControl::photo)
                                .filter(Objects::nonNull)
                                .toList(),
                "aside",
                        putAside.of(account.householdId()).stream()
                                .map(Lookout::word)
                                .toList(),
                "bondProof", lookouts.bond(account.householdId()),
                "causes", causes(account.householdId()),
                "outage", outage.map(Snapshots::outage).orElse(null),
                "plan", outage.flatMap(this::plan).orElse(null)));
    }

    /** A guest works at the panel: what the household has written about itself is not theirs. */
    private static Household withoutNotes(Household file) {
        About about = file.about();
        List<About.Person> people = about.people().stream()
                .map(person -> new About.Person(person.name(), ""))
                .toList();
        return file.withAbout(new About(about.name(), "", people, about.measures(), about.typed()));
    }

    private Map<String, @Nullable Object> causes(long household) {
        Map<String, @Nullable Object> counted = new TreeMap<>();
        causes.in(household).forEach((cause, times) -> counted.put(cause.word(), times));
        return counted;
    }

    private static Map<String, @Nullable Object> tests(Household file) {
        var tested = file.setup().transfer().tested();
        return object(
                "proof", tested.proof().word(), "bondPath", tested.bondPath().word());
    }

    private static Map<String, @Nullable Object> outage(Outage outage) {
        return object(
                "id", outage.id(),
                "rehearsal", outage.rehearsal(),
                "log", outage.log().stream().map(Snapshots::entry).toList());
    }

    private static Map<String, @Nullable Object> entry(Entry entry) {
        Map<String, @Nullable Object> json = EventJson.of(entry.event());
        json.put("at", entry.at().toEpochMilli());
        json.put("who", entry.who());
        return json;
    }

    private Optional<Map<String, @Nullable Object>> plan(Outage outage) {
        Long number = outage.standing().living().plan();
        return number == null
                ? Optional.empty()
                : plans.find(outage.id(), number, outage.standing().changeover().setup())
                        .map(kept -> object(
                                "question", RotationJson.question(kept.plan().rotation()),
                                "onSets", RotationJson.onSets(kept.plan().on())));
    }
}
