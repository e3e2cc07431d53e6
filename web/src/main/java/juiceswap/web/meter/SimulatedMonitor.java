package juiceswap.web.meter;

import static juiceswap.web.db.Tables.SIMULATED_MONITOR;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.electrical.CircuitFault;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.meter.Readings;
import juiceswap.core.outage.Standing;
import juiceswap.core.rehearsal.World;
import juiceswap.web.meter.ReadingStore.Source;
import juiceswap.web.outage.Outages;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The stand-in for a panel power monitor: once a second it reports what the household's own circuit gives with what the log
 * says is on. A panel without voltage feeds no monitor, so that it is silent then. Several server processes may run it for
 * the same household: a reading is known by its second.
 */
@Component
public class SimulatedMonitor {
    /** The setting of a house in which nothing is wrong. */
    public static final @Nullable CircuitFault SOUND = null;

    private static final Logger LOG = LoggerFactory.getLogger(SimulatedMonitor.class);

    /** Readings of a real supply are never quite still. */
    private static final double WOBBLE_VOLTS = 0.4;

    private static final double WOBBLE_HERTZ = 0.1;
    private static final double NOMINAL_VOLTS = 120;

    /** Another way by which what it reads comes in, such as a broker. */
    public interface Out {
        /** Whether it goes that way; else it comes in straight. */
        boolean told(long household, Readings read);
    }

    private final DSLContext db;
    private final Outages outages;
    private final Monitoring monitoring;
    private final List<Out> out;
    private final Clock clock;

    SimulatedMonitor(DSLContext db, Outages outages, Monitoring monitoring, List<Out> out, Clock clock) {
        this.out = out;
        this.db = db;
        this.outages = outages;
        this.monitoring = monitoring;
        this.clock = clock;
    }

    /** The word of what a household's stand-in is set to; empty when it has none. */
    Optional<String> of(long household) {
        return db.selectFrom(SIMULATED_MONITOR)
                .where(SIMULATED_MONITOR.HOUSEHOLD_ID.eq(household))
                .fetchOptional(SIMULATED_MONITOR.FAULT);
    }

    /** Puts the stand-in in, or sets it to another fault. */
    @Transactional
    public void put(long household, @Nullable CircuitFault fault) {
        db.insertInto(SIMULATED_MONITOR)
                .set(SIMULATED_MONITOR.HOUSEHOLD_ID, household)
                .set(SIMULATED_MONITOR.FAULT, SimulatedMeter.word(fault))
                .onDuplicateKeyUpdate()
                .set(SIMULATED_MONITOR.FAULT, SimulatedMeter.word(fault))
                .execute();
    }

    @Transactional
    public void takeOut(long household) {
        db.deleteFrom(SIMULATED_MONITOR)
                .where(SIMULATED_MONITOR.HOUSEHOLD_ID.eq(household))
                .execute();
    }

    @Scheduled(fixedRate = 1000)
    void report() {
        try {
            Map<Long, String> all =
                    db.selectFrom(SIMULATED_MONITOR).fetchMap(SIMULATED_MONITOR.HOUSEHOLD_ID, SIMULATED_MONITOR.FAULT);
            all.forEach((household, fault) -> report(household, SimulatedMeter.fault(fault)));
        } catch (RuntimeException databaseAway) {
            LOG.warn("the simulated monitor could not report: {}", databaseAway.getMessage());
        }
    }

    private void report(long household, @Nullable CircuitFault fault) {
        Instant second = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        outages.current(household)
                .filter(outage -> !outage.rehearsal())
                .flatMap(outage -> shows(outage.standing(), fault, second.getEpochSecond()))
                .filter(readings -> !toldElsewhere(household, readings))
                .ifPresent(readings -> monitoring.take(
                        household, List.of(new Taken(second, Taken.PANEL, readings)), Source.SIMULATED));
    }

    private boolean toldElsewhere(long household, Readings readings) {
        return out.stream().anyMatch(way -> way.told(household, readings));
    }

    /** What it shows in that second; empty when the panel is dead. */
    public static Optional<Readings> shows(Standing standing, @Nullable CircuitFault fault, long second) {
        World world = World.sound(standing.changeover(), standing.state());
        Solution solved = SimulatedMeter.solved(world, fault);
        return solved == null
                ? Optional.empty()
                : Optional.of(readings(
                        solved,
                        SimulatedMeter.hertz(world),
                        !world.generatorFeeds()
                                || standing.changeover().source().splitPhase(),
                        second));
    }

    private static Readings readings(Solution solved, double hertz, boolean splitPhase, long second) {
        double neither = 1 + wobble(second, 0) * WOBBLE_VOLTS / NOMINAL_VOLTS;
        return new Readings(
                times(solved.l1n(), neither + wobble(second, 1) / 1000),
                splitPhase ? times(solved.l2n(), neither + wobble(second, 2) / 1000) : null,
                splitPhase ? times(solved.l1l2(), neither) : null,
                hertz + WOBBLE_HERTZ * wobble(second, 3),
                times(solved.neutralToGroundVolts(), 1),
                solved.l1Amps() * neither,
                splitPhase ? (Double) (solved.l2Amps() * neither) : null);
    }

    private static @Nullable Double times(@Nullable Double value, double factor) {
        return value == null ? null : (Double) (value * factor);
    }

    /** From -1 to 1, the same for the same second: two server processes report the same. */
    private static double wobble(long second, int kind) {
        return Math.sin(second * 0.7 + kind * 2.1) * Math.cos(second * 0.13 + kind);
    }
}
