package juiceswap.web.demo;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.Standing;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.RotationPlan.Move;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.rotation.Wanted;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.meter.SimulatedMonitor;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.SimulatedStreetSensor;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.security.Role;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The made-up household of the demo, with two earlier outages in its logbook. Only when started as demo; if asked for, in
 * the middle of its second evening on the set.
 */
@Component
@ConditionalOnProperty("juice.demo")
public class DemoData implements ApplicationRunner {
    /** The street went dark yesterday evening. */
    private static final Duration EVENING_SINCE = Duration.ofHours(26);

    private static final Duration READ_EVERY = Duration.ofHours(3);

    private final Households households;
    private final Accounts accounts;
    private final Outages outages;
    private final SimulatedStreetSensor sensor;
    private final SimulatedMonitor monitor;
    private final boolean secondEvening;
    private final Schemas schemas;
    private final Clock clock;

    DemoData(
            Households households,
            Accounts accounts,
            Outages outages,
            SimulatedStreetSensor sensor,
            SimulatedMonitor monitor,
            @Value("${juice.demo.second-evening:false}") boolean secondEvening,
            Schemas schemas,
            Clock clock) {
        this.households = households;
        this.accounts = accounts;
        this.outages = outages;
        this.sensor = sensor;
        this.monitor = monitor;
        this.secondEvening = secondEvening;
        this.schemas = schemas;
        this.clock = clock;
    }

    /** All or nothing: a start that is cut off leaves no half demo behind, which the next one would take for a household. */
    @Override
    @Transactional
    public void run(ApplicationArguments arguments) throws IOException {
        if (!households.none()) {
            return;
        }
        Household file = schemas.household(
                StrictJson.parse(new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray()));
        long household = households.create(file);
        Account ines = accounts.create(household, "Ines", Accounts.DEMO_OWNER, "estuary-lantern", Role.OWNER, null);
        Account bram = accounts.create(household, "Bram", Accounts.DEMO_HELPER, "estuary-lantern", Role.MEMBER, null);
        Instant today = clock.instant().truncatedTo(ChronoUnit.DAYS);
        live(household, file, ines, bram, today.minus(Duration.ofDays(312)).plus(Duration.ofHours(18)), 7);
        sensor.show(household, false, clock.instant().minus(EVENING_SINCE));
        monitor.put(household, SimulatedMonitor.SOUND);
        live(household, file, bram, ines, today.minus(Duration.ofDays(41)).plus(Duration.ofHours(3)), 26);
        if (secondEvening) {
            begin(household, file, ines, bram, clock.instant().minus(EVENING_SINCE));
            liveOnTheSet(household, ines, bram);
        }
    }

    /** Lives through an outage as planned, from dark house to ended, each step confirmed a little after the one before. */
    private void live(long household, Household file, Account one, Account other, Instant start, int hours) {
        Instant now = begin(household, file, one, other, start);
        long id = outages.current(household).orElseThrow().id();
        Instant end = now.plus(Duration.ofHours(hours));
        for (Instant read = now.plus(READ_EVERY); read.isBefore(end); read = read.plus(READ_EVERY)) {
            Standing standing = outages.find(household, id).orElseThrow().standing();
            append(household, id, reading(standing, read), other, read);
        }
        now = end;
        append(household, id, new Event.UtilitySeen(Sign.METER_DISPLAY, now), one, now);
        append(household, id, new Event.Chosen(Goal.ON_UTILITY, file.outage()), one, now);
        now = follow(household, id, one, other, now.plusSeconds(600));
        append(household, id, new Event.Ended(), one, now);
    }

    /** From a dark house onto the set; when that was done. */
    private Instant begin(long household, Household file, Account one, Account other, Instant start) {
        Changeover changeover = new Changeover(file.setup(), file.outage());
        SwapState dark = SwapState.initial(file.setup().source().bond(), true, false);
        outages.start(
                household,
                file,
                false,
                new Event.Started(changeover.putRight(dark), Goal.ON_GENERATOR, file.outage()),
                one,
                start);
        long id = outages.current(household).orElseThrow().id();
        return follow(household, id, one, other, start.plusSeconds(420));
    }

    /** From move to move and from refuelling to refuelling until shortly before now, by plans made as they go. */
    private void liveOnTheSet(long household, Account one, Account other) {
        Instant end = clock.instant().minus(Duration.ofMinutes(20));
        long id = outages.current(household).orElseThrow().id();
        Instant now = outages.current(household).orElseThrow().log().stream()
                .map(Entry::at)
                .max(Instant::compareTo)
                .orElseThrow();
        Instant read = now;
        Deque<Move> ahead = new ArrayDeque<>();
        while (true) {
            Outage outage = outages.find(household, id).orElseThrow();
            if (ahead.isEmpty()) {
                ahead.addAll(movesFrom(outage, now));
            }
            Move move = ahead.poll();
            if (move == null || !at(move).isBefore(end)) {
                return;
            }
            if (Duration.between(read, at(move)).compareTo(READ_EVERY) > 0) {
                read = now.plusSeconds(60);
                append(household, id, reading(outage.standing(), read), other, read);
            }
            now = at(move).isAfter(now) ? at(move).plusSeconds(150) : now.plusSeconds(150);
            if (move.kind() == MoveKind.ENGINE_OFF) {
                Options options = outage.standing().changeover().options();
                append(household, id, new Event.Chosen(Goal.REFUEL, options), one, now);
                now = follow(household, id, one, other, now);
                // the tank is full again, and everything has stood still for half an hour
                ahead.clear();
            } else {
                now = switchBreakers(household, id, move, other, now);
            }
        }
    }

    private static Instant at(Move move) {
        return move.at().atZone(ZoneId.systemDefault()).toInstant();
    }

    private static List<Move> movesFrom(Outage outage, Instant now) {
        Standing standing = outage.standing();
        Wanted.Now from =
                standing.planFrom(ZoneId.systemDefault(), outage.household().storedLitres(), now);
        return outage.household().wanted().plan(from, Effort.INSTANT, null).plan().moves().stream()
                .filter(move -> move.kind() != MoveKind.ENGINE_ON)
                .toList();
    }

    private Instant switchBreakers(long household, long id, Move move, Account who, Instant from) {
        Instant now = from;
        for (String circuit : move.off()) {
            append(household, id, new Event.Opened(circuit), who, now);
            now = now.plusSeconds(8);
        }
        for (String circuit : move.on()) {
            append(household, id, Event.Done.step(Action.PICK_UP, circuit), who, now);
            now = now.plusSeconds(25);
        }
        append(household, id, Event.Done.step(Action.WALK_ROUND, null), who, now);
        return now;
    }

    private static Event reading(Standing standing, Instant now) {
        return Measuring.underWay(
                standing,
                SimulatedMonitor.shows(standing, SimulatedMonitor.SOUND, now.getEpochSecond())
                        .orElseThrow());
    }

    /** Step by step along the plan; when that was done. */
    private Instant follow(long household, long id, Account one, Account other, Instant from) {
        Instant now = from;
        while (true) {
            Standing standing =
                    outages.find(household, id).map(Outage::standing).orElseThrow();
            List<Plan.Step> steps = standing.plan().steps();
            if (steps.isEmpty()) {
                return now;
            }
            int seen = standing.sequence();
            for (Plan.Step step : steps) {
                now = now.plusSeconds(40 + 60L * step.minutes() + 7L * (seen % 5));
                outages.append(
                        household, id, seen++, List.of(done(step)), step.place().outside() ? one : other, now);
            }
        }
    }

    private static Event.Done done(Plan.Step step) {
        if (!Measuring.takesReadings(step.action())) {
            return Event.Done.step(step.action(), step.circuit());
        }
        Readings readings = switch (step.action()) {
            case MEASURE_GENERATOR -> new Readings(121.4, 121.9, 243.2, 61.2, null);
            case MEASURE_PANEL -> new Readings(120.8, 121.3, 242.0, 60.9, 0.3);
            case MEASURE_UTILITY -> new Readings(119.6, 120.2, 239.8, null, 0.2);
            default -> new Readings(119.7, 121.1, 240.7, 60.4, 0.4);
        };
        return new Event.Done(step.action(), step.circuit(), new Measured(readings, Verdict.GOOD, List.of()));
    }

    private void append(long household, long id, Event event, Account by, Instant at) {
        int seen = outages.find(household, id).orElseThrow().log().size();
        outages.append(household, id, seen, List.of(event), by, at);
    }
}
