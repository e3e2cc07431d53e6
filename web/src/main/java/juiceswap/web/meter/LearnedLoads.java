package juiceswap.web.meter;

import static juiceswap.web.db.Tables.DRAWN;
import static juiceswap.web.db.Tables.LEARNED;
import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Semaphore;
import juiceswap.core.Worded;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.household.Household;
import juiceswap.core.learn.Learned;
import juiceswap.core.learn.Learned.Kind;
import juiceswap.core.learn.Learned.Real;
import juiceswap.core.learn.Observed;
import juiceswap.core.learn.Observed.Reading;
import juiceswap.core.learn.Proposal;
import juiceswap.core.supply.Limits;
import juiceswap.web.db.tables.records.DrawnRecord;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What circuits really draw, learned from a monitor's readings and the moves that the log tells: now and then by itself, and
 * whenever somebody asks. It changes nothing of the house until somebody says yes.
 */
@Component
public class LearnedLoads {
    private static final Logger LOG = LoggerFactory.getLogger(LearnedLoads.class);

    /** More hours make it better known, and take longer to look at: our own choice. */
    private static final Duration LOOKED_AT = Duration.ofHours(4);

    private static final int MOST_READINGS = 20_000;

    /** Less says nothing. */
    private static final int LEAST_READINGS = 60;

    private final DSLContext db;
    private final TransactionTemplate transaction;
    private final ReadingStore store;
    private final Outages outages;
    private final Households households;
    private final Clock clock;

    /** One at a time: it takes a processor for seconds. */
    private final Semaphore turn = new Semaphore(1);

    LearnedLoads(
            DSLContext db,
            TransactionTemplate transaction,
            ReadingStore store,
            Outages outages,
            Households households,
            Clock clock) {
        this.db = db;
        this.transaction = transaction;
        this.store = store;
        this.outages = outages;
        this.households = households;
        this.clock = clock;
    }

    /**
     * A circuit as learned.
     *
     * @param left somebody has left it as it was entered
     */
    public record One(Real real, int closed, int opened, int cycled, Instant from, Instant to, boolean left) {}

    /** What came of asking. */
    enum Asked implements Worded {
        LEARNED("learned"),
        TOO_LITTLE("too-little"),
        BUSY("busy");

        private final String word;

        Asked(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** All that is known, circuit by circuit. */
    public List<One> of(long household) {
        return db.selectFrom(LEARNED)
                .where(LEARNED.HOUSEHOLD_ID.eq(household))
                .fetch(row -> new One(
                        new Real(
                                row.getCircuit(),
                                row.getRunningWatts(),
                                row.getStartingWatts(),
                                row.getDutyPercent(),
                                row.getErrorWatts(),
                                List.of()),
                        row.getClosed(),
                        row.getOpened(),
                        row.getCycled(),
                        row.getReadFrom().toInstant(),
                        row.getReadTo().toInstant(),
                        row.getLeftAt() != null));
    }

    /**
     * What was drawn at the end of the readings that were looked at last.
     *
     * @param circuits that ran, with their watts
     * @param unexplained watts of both legs that none of them explains
     */
    public record Now(Instant at, List<Learned.Drawn> circuits, double unexplained) {}

    /** Empty until something was learned. */
    public Optional<Now> now(long household) {
        return db.selectFrom(DRAWN).where(DRAWN.HOUSEHOLD_ID.eq(household)).fetchOptional(row -> {
            List<Learned.Drawn> circuits = new ArrayList<>();
            for (int i = 0; i < row.getCircuits().length; i++) {
                circuits.add(new Learned.Drawn(row.getCircuits()[i], row.getWatts()[i]));
            }
            return new Now(row.getAt().toInstant(), circuits, row.getUnexplainedL1() + row.getUnexplainedL2());
        });
    }

    /** What differs from what was entered and nobody has looked at yet. */
    public List<Proposal> news(long household, Household file) {
        List<Real> open =
                of(household).stream().filter(one -> !one.left()).map(One::real).toList();
        return Proposal.of(file, open).stream()
                .filter(one -> !one.differences().isEmpty())
                .toList();
    }

    /** Learns from the latest readings: of the outage that is on, or of the last hours. */
    Asked learn(long household) {
        if (!turn.tryAcquire()) {
            return Asked.BUSY;
        }
        try {
            return learnNow(household) ? Asked.LEARNED : Asked.TOO_LITTLE;
        } finally {
            turn.release();
        }
    }

    private boolean learnNow(long household) {
        Taken latest = store.latest(household).orElse(null);
        Household file = households.file(household).orElse(null);
        if (latest == null || file == null) {
            return false;
        }
        Instant to = latest.at();
        Outage outage = during(household, to);
        Instant from = to.minus(LOOKED_AT);
        if (outage != null && outage.startedAt().isAfter(from)) {
            from = outage.startedAt();
        }
        List<Taken> taken = store.between(household, from, to, MOST_READINGS).stream()
                .filter(one -> one.where().equals(Taken.PANEL) && one.readings().l1a() != null)
                .toList();
        if (taken.size() < LEAST_READINGS) {
            return false;
        }
        Setup setup = file.setup();
        Learned learned = Learned.from(setup.circuits(), observed(setup, taken, outage));
        transaction.executeWithoutResult(status -> {
            learned.circuits()
                    .forEach(real -> keep(household, real, taken.get(0).at(), to));
            keepDrawn(household, learned, to);
        });
        return true;
    }

    /** The outage in which that was read; null where there was none, and everything stands on the utility. */
    private @Nullable Outage during(long household, Instant at) {
        return outages.all(household).stream()
                .filter(one -> !one.rehearsal()
                        && !one.startedAt().isAfter(at)
                        && (one.endedAt() == null || !one.endedAt().isBefore(at)))
                .findFirst()
                .flatMap(one -> outages.find(household, one.id()))
                .orElse(null);
    }

    private static Observed observed(Setup setup, List<Taken> taken, @Nullable Outage outage) {
        List<Reading> readings = new ArrayList<>();
        double last = Double.NEGATIVE_INFINITY;
        for (Taken one : taken) {
            double second = one.at().toEpochMilli() / 1000.0;
            if (second > last) {
                readings.add(new Reading(
                        second,
                        watts(one.readings().l1a(), one.readings().l1n()),
                        watts(one.readings().l2a(), one.readings().l2n())));
                last = second;
            }
        }
        Set<String> all = new HashSet<>();
        setup.circuits().stream()
                .filter(circuit -> !circuit.lockedOff())
                .map(Circuit::id)
                .forEach(all::add);
        return outage == null
                ? new Observed(readings, List.of(), all)
                : Observed.along(readings, outage.standing().living().supplied(), all);
    }

    private static double watts(@Nullable Double amps, @Nullable Double volts) {
        return amps == null ? 0 : amps * (volts == null ? Limits.LEG_VOLTS : volts);
    }

    private void keep(long household, Real real, Instant from, Instant to) {
        db.deleteFrom(LEARNED)
                .where(LEARNED.HOUSEHOLD_ID.eq(household), LEARNED.CIRCUIT.eq(real.circuit()))
                .execute();
        db.insertInto(LEARNED)
                .set(LEARNED.HOUSEHOLD_ID, household)
                .set(LEARNED.CIRCUIT, real.circuit())
                .set(LEARNED.RUNNING_WATTS, real.runningWatts())
                .set(LEARNED.STARTING_WATTS, real.startingWatts())
                .set(LEARNED.DUTY_PERCENT, real.dutyPercent())
                .set(LEARNED.ERROR_WATTS, real.errorWatts())
                .set(LEARNED.CLOSED, count(real, Kind.CLOSED))
                .set(LEARNED.OPENED, count(real, Kind.OPENED))
                .set(LEARNED.CYCLED, count(real, Kind.CYCLED))
                .set(LEARNED.READ_FROM, from.atOffset(ZoneOffset.UTC))
                .set(LEARNED.READ_TO, to.atOffset(ZoneOffset.UTC))
                .execute();
    }

    private void keepDrawn(long household, Learned learned, Instant at) {
        DrawnRecord row = db.newRecord(DRAWN);
        row.setHouseholdId(household);
        row.setAt(at.atOffset(ZoneOffset.UTC));
        row.setCircuits(learned.explained().stream().map(Learned.Drawn::circuit).toArray(String[]::new));
        row.setWatts(learned.explained().stream().map(Learned.Drawn::watts).toArray(Double[]::new));
        row.setUnexplainedL1(learned.unexplainedL1());
        row.setUnexplainedL2(learned.unexplainedL2());
        db.deleteFrom(DRAWN).where(DRAWN.HOUSEHOLD_ID.eq(household)).execute();
        db.insertInto(DRAWN).set(row).execute();
    }

    private static int count(Real real, Kind kind) {
        return (int) real.evidence().stream().filter(one -> one.kind() == kind).count();
    }

    /** These circuits draw what was learned, from now on, in the household's file: one change, which can be taken back. */
    void take(Account account, List<String> circuits) {
        List<Real> wanted = of(account.householdId()).stream()
                .map(One::real)
                .filter(real -> circuits.contains(real.circuit()))
                .toList();
        if (wanted.isEmpty()) {
            return;
        }
        transaction.executeWithoutResult(status -> {
            households.change(
                    account.householdId(),
                    null,
                    account.displayName(),
                    say("change.learned", "count", wanted.size()),
                    house -> {
                        Household changed = Objects.requireNonNull(house);
                        for (Real real : wanted) {
                            if (changed.find(real.circuit()) != null) {
                                changed = Proposal.taken(changed, real);
                            }
                        }
                        return changed;
                    });
            leave(account.householdId(), circuits);
        });
    }

    /** They stay as they were entered, until something else is learned of them. */
    void leave(long household, List<String> circuits) {
        db.update(LEARNED)
                .set(LEARNED.LEFT_AT, clock.instant().atOffset(ZoneOffset.UTC))
                .where(LEARNED.HOUSEHOLD_ID.eq(household), LEARNED.CIRCUIT.in(circuits))
                .execute();
    }

    /** What has been read since it was learned last is looked at now and then, also while nobody asks. */
    @Scheduled(fixedDelay = 1_800_000, initialDelay = 900_000)
    void lookNowAndThen() {
        for (long household : store.readSince(clock.instant().minus(LOOKED_AT))) {
            try {
                Optional<Instant> last = of(household).stream().map(One::to).max(Instant::compareTo);
                Optional<Instant> read = store.latest(household).map(Taken::at);
                if (read.isPresent() && (last.isEmpty() || read.get().isAfter(last.get()))) {
                    learn(household);
                }
            } catch (RuntimeException failed) {
                LOG.warn("nothing could be learned: {}", failed.toString());
            }
        }
    }
}
