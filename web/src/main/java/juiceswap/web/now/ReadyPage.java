package juiceswap.web.now;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.household.Household;
import juiceswap.core.learn.Proposal;
import juiceswap.core.supply.Generator;
import juiceswap.core.upkeep.Lending;
import juiceswap.core.upkeep.Readiness;
import juiceswap.core.upkeep.Readiness.Item;
import juiceswap.core.upkeep.Readiness.Point;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.household.LentBook;
import juiceswap.web.meter.LearnedLoads;
import juiceswap.web.pocket.ReadyPhones;
import juiceswap.web.print.Sheets;
import juiceswap.web.rehearse.Practices;
import juiceswap.web.upkeep.UpkeepBook;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Whether the household is ready, in one sentence, and what there is to do for it, each with where it is done. */
@Component
class ReadyPage {
    private final DeviceTests tests;
    private final UpkeepBook upkeep;
    private final LentBook lent;
    private final LearnedLoads learned;
    private final ReadyPhones phones;
    private final Sheets sheets;
    private final Practices practices;
    private final Words words;
    private final Clock clock;

    ReadyPage(
            DeviceTests tests,
            UpkeepBook upkeep,
            LentBook lent,
            LearnedLoads learned,
            ReadyPhones phones,
            Sheets sheets,
            Practices practices,
            Words words,
            Clock clock) {
        this.tests = tests;
        this.upkeep = upkeep;
        this.lent = lent;
        this.learned = learned;
        this.phones = phones;
        this.sheets = sheets;
        this.practices = practices;
        this.words = words;
        this.clock = clock;
    }

    /**
     * What is shown.
     *
     * @param verdict good, tight or stop
     * @param byHeart who has gone through the changeover by heart, and when last
     */
    record Shown(String verdict, String sentence, List<Line> lines, String byHeart) {}

    /** One thing to do, and where. */
    record Line(String text, String href, boolean first) {}

    Shown of(long householdId, Household household) {
        LocalDate today = LocalDate.now(clock);
        Generator engine = household.setup().source().engine();
        Readiness readiness = Readiness.of(
                household,
                new Readiness.Known(
                        proven(householdId, household, today),
                        engine == null
                                ? null
                                : upkeep.of(householdId, household, today).orElse(null),
                        phones.notReady(householdId),
                        sheets.outOfDate(householdId, household).isPresent(),
                        away(householdId, household),
                        changed(householdId, household)));
        List<Item> items = readiness.items();
        List<Line> lines = items.stream()
                .map(item -> new Line(
                        words.say(item.what()), href(item.point()), item.point().standsInTheWay()))
                .toList();
        String byHeart = byHeart(householdId);
        if (items.isEmpty()) {
            return new Shown("good", words.say("ready.yes"), lines, byHeart);
        }
        return readiness.ready()
                ? new Shown("tight", words.say("ready.but", "count", items.size()), lines, byHeart)
                : new Shown(
                        "stop",
                        words.say(
                                "ready.no",
                                "count",
                                items.stream()
                                        .filter(item -> item.point().standsInTheWay())
                                        .count()),
                        lines,
                        byHeart);
    }

    private String byHeart(long householdId) {
        List<String> people = practices.byHeart(householdId).entrySet().stream()
                .map(one -> words.say(
                        "ready.by-heart.one",
                        "who",
                        one.getKey(),
                        "count",
                        one.getValue().size(),
                        "day",
                        InUse.measures().date(Collections.max(one.getValue().values()))))
                .toList();
        return people.isEmpty()
                ? words.say("ready.by-heart.nobody")
                : words.say("ready.by-heart", "people", String.join("; ", people));
    }

    private Readiness.@Nullable Away away(long householdId, Household household) {
        List<LentBook.Loan> out = lent.out(householdId);
        String who = out.stream().map(LentBook.Loan::toWhom).distinct().collect(Collectors.joining(", "));
        return out.isEmpty() ? null : new Readiness.Away(who, Lending.noneLeft(household, lent.away(householdId)));
    }

    private Set<DeviceProof> proven(long householdId, Household household, LocalDate today) {
        Set<DeviceProof> proven = EnumSet.noneOf(DeviceProof.class);
        for (DeviceProof proof : DeviceProof.of(household.setup().transfer().kind())) {
            tests.last(householdId, proof)
                    .filter(found -> found.passed() && !DeviceProof.due(found.onDay(), today))
                    .ifPresent(found -> proven.add(proof));
        }
        return proven;
    }

    /** Circuits whose loads start harder than they did, or hardly ever rest. */
    private List<String> changed(long householdId, Household household) {
        return learned.news(householdId, household).stream()
                .filter(one -> one.differences().stream().anyMatch(Proposal.Difference::warns))
                .map(one -> Words.label(one.circuit(), household))
                .toList();
    }

    private static String href(Point point) {
        return switch (point) {
            case PROOF_FAILED, DEVICE_QUESTION, PARTING_UNPROVEN -> "/house/device";
            case PLACE_NEAR, CORD_GAP -> "/house/supply?edit=place";
            case CORD_OVERLOADED -> "/house/cords";
            case CO_ALARM, TASK_DUE, HOURS_UNKNOWN -> "/upkeep";
            case LOAD_CHANGED -> "/meter/learned";
            case LENT, ONE_LENT -> "/upkeep/lend";
            case BOND_UNKNOWN, BOND_UNPROVEN -> "/meter/bonding";
            case NO_TEST_CIRCUIT -> "/house/choose";
            case PATH_UNKNOWN -> "/house/supply?edit=link";
            case TANK_UNKNOWN -> "/house/supply?edit=generator";
            case FUEL_LOW, NEEDS_UNSAID -> "/house/needs";
            case PHONES -> "/pocket";
            case CARD -> "/print";
        };
    }
}
