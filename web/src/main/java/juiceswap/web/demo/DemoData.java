package juiceswap.web.demo;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.Standing;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.household.Households;
import juiceswap.web.meter.SimulatedMonitor;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.swap.Outages;
import juiceswap.web.swap.Outages.Outage;
import juiceswap.web.swap.SimulatedStreetSensor;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** The made-up household of the demo, with two earlier outages in its logbook. Only when started as demo. */
@Component
@ConditionalOnProperty("juice.demo")
public class DemoData implements ApplicationRunner {
    private final Households households;
    private final Accounts accounts;
    private final Outages outages;
    private final SimulatedStreetSensor sensor;
    private final SimulatedMonitor monitor;
    private final Schemas schemas;
    private final Clock clock;

    DemoData(
            Households households,
            Accounts accounts,
            Outages outages,
            SimulatedStreetSensor sensor,
            SimulatedMonitor monitor,
            Schemas schemas,
            Clock clock) {
        this.households = households;
        this.accounts = accounts;
        this.outages = outages;
        this.sensor = sensor;
        this.monitor = monitor;
        this.schemas = schemas;
        this.clock = clock;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        if (!households.none()) {
            return;
        }
        HouseholdFile file = HouseholdFile.read(
                Json.parse(new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray()),
                schemas);
        long household = households.create(file);
        Account ines = accounts.create(household, "Ines", Accounts.DEMO_OWNER, "estuary-lantern", "owner");
        Account bram = accounts.create(household, "Bram", Accounts.DEMO_HELPER, "estuary-lantern", "helper");
        Instant today = clock.instant().truncatedTo(ChronoUnit.DAYS);
        live(household, file, ines, bram, today.minus(Duration.ofDays(312)).plus(Duration.ofHours(18)), 7);
        sensor.show(household, false);
        monitor.put(household, SimulatedMonitor.SOUND);
        live(household, file, bram, ines, today.minus(Duration.ofDays(41)).plus(Duration.ofHours(3)), 26);
    }

    /** Lives through an outage as planned, from dark house to ended, each step confirmed a little after the one before. */
    private void live(long household, HouseholdFile file, Account one, Account other, Instant start, int hours) {
        Changeover changeover = new Changeover(file.setup(), file.outage());
        SwapState dark = SwapState.initial(file.setup().generator().bond(), true, false);
        outages.start(
                household,
                file,
                false,
                new Event.Started(changeover.putRight(dark), Goal.ON_GENERATOR, file.outage()),
                one,
                start);
        long id = outages.current(household).orElseThrow().id();
        Instant now = follow(household, id, one, other, start.plusSeconds(420));
        now = now.plus(Duration.ofHours(hours));
        append(household, id, new Event.UtilitySeen(Sign.METER_DISPLAY, now), one, now);
        append(household, id, new Event.Chosen(Goal.ON_UTILITY, file.outage()), one, now);
        now = follow(household, id, one, other, now.plusSeconds(600));
        append(household, id, new Event.Ended(), one, now);
    }

    private Instant follow(long household, long id, Account one, Account other, Instant from) {
        Instant now = from;
        while (true) {
            Standing standing =
                    outages.find(household, id).map(Outage::standing).orElseThrow();
            Plan plan = standing.plan();
            if (plan.steps().isEmpty()) {
                return now;
            }
            Plan.Step step = plan.steps().get(0);
            now = now.plusSeconds(40 + 60L * step.minutes() + 7L * (standing.sequence() % 5));
            append(household, id, done(step), step.place().outside() ? one : other, now);
        }
    }

    private static Event.Done done(Plan.Step step) {
        if (!Measuring.takesReadings(step.action())) {
            return new Event.Done(step.action(), step.circuit(), null, null, List.of());
        }
        Readings readings = switch (step.action()) {
            case MEASURE_GENERATOR -> new Readings(121.4, 121.9, 243.2, 61.2, null);
            case MEASURE_PANEL -> new Readings(120.8, 121.3, 242.0, 60.9, 0.3);
            case MEASURE_UTILITY -> new Readings(119.6, 120.2, 239.8, null, 0.2);
            default -> new Readings(119.7, 121.1, 240.7, 60.4, 0.4);
        };
        return new Event.Done(step.action(), step.circuit(), readings, Verdict.GOOD, List.of());
    }

    private void append(long household, long id, Event event, Account by, Instant at) {
        int seen = outages.find(household, id).orElseThrow().log().size();
        outages.append(household, id, seen, List.of(event), by, at);
    }
}
