package juiceswap.web.outage;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import juiceswap.core.Phrase;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.KeptTest;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Readings;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Confirming;
import juiceswap.core.outage.Confirming.Outcome;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.StallCause;
import juiceswap.core.outage.Standing;
import juiceswap.core.outage.Turns;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Generator;
import juiceswap.core.words.ReadingForm;
import juiceswap.web.form.Form;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.words.Say;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What people confirm, read and choose during an outage, judged by the core and written to the log. */
@Service
public class SwapService {
    /** How often to try again when others write at the same time. */
    private static final int INSIST = 5;

    /** Who writes what a panel monitor shows. */
    private final Outages outages;

    private final Helpers helpers;
    private final PutAside putAside;
    private final DeviceTests tests;
    private final Clock clock;

    public SwapService(Outages outages, Helpers helpers, PutAside putAside, DeviceTests tests, Clock clock) {
        this.outages = outages;
        this.helpers = helpers;
        this.putAside = putAside;
        this.tests = tests;
        this.clock = clock;
    }

    /** A field is wrong; nothing was written. */
    public record BadReadings(ReadingForm form) implements Outcome {}

    /** How much was filled in can't be read; nothing was written. */
    public record BadAmount(Form form) implements Outcome {}

    public Optional<Outage> current(Account account) {
        return outages.current(account);
    }

    /** Begins an outage, or a rehearsal on a live utility. */
    public void start(Account account, Household file, boolean rehearsal, Options wishes) {
        boolean noSensitive =
                wishes.noSensitive() || Lookout.nothingSensitive(file.setup(), putAside.of(account.householdId()));
        Options options = wishes.withoutSensitive(noSensitive);
        Event.Started started = Confirming.begin(file.setup(), options, rehearsal);
        outages.start(account.householdId(), file, rehearsal, started, account, clock.instant());
    }

    /**
     * Confirms one step.
     *
     * @param seen sequence that the page showed; {@link Conflict} when the log has gone on
     * @param typed readings as typed, for measurements
     */
    public Outcome confirm(
            Account account, int seen, Action action, @Nullable String circuit, Map<String, String> typed) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Standing standing = outage.standing();
        if (!Turns.stillMeant(standing.changeover(), outage.log(), seen, action)) {
            throw new Conflict();
        }
        Confirming confirming = confirming(outage);
        Optional<Outcome> against = confirming.against(action, circuit);
        if (against.isPresent()) {
            return against.get();
        }
        if (!Measuring.takesReadings(action)) {
            return confirm(account, outage, action, circuit, new Form(typed));
        }
        ReadingForm form = ReadingForm.typed(Say.WORDS, standing, action, typed);
        if (form.hasProblems()) {
            return new BadReadings(form);
        }
        List<Event> read = List.of(Measuring.judge(standing, action, form.readings()));
        take(account, outage, action, read);
        return new Outcome.Taken(read);
    }

    private Confirming confirming(Outage outage) {
        return outage.confirming(clock.instant());
    }

    /** A step without readings. */
    private Outcome confirm(Account account, Outage outage, Action action, @Nullable String circuit, Form form) {
        Double litres = null;
        if (action == Action.REFUEL && form.text("filledLitres") != null) {
            litres = form.amount(outage.household().fuelDimension(), "filledLitres");
            Generator engine = outage.standing().changeover().source().engine();
            Double tank = engine == null ? null : engine.tankLitres();
            if (litres != null && !confirming(outage).canBeFilled(litres)) {
                form.problem(
                        "filledLitres",
                        tank == null ? "rotate.litres-wrong" : "rotate.more-than-the-tank",
                        "tank",
                        tank == null ? "" : outage.household().fuel(tank));
            }
            if (form.wrong() || litres == null) {
                return new BadAmount(form);
            }
        }
        Outcome outcome = confirming(outage).step(action, circuit, litres, form.checked("early"));
        if (outcome instanceof Outcome.Taken taken) {
            take(account, outage, action, taken.events());
        }
        return outcome;
    }

    private void take(Account account, Outage outage, Action action, List<Event> events) {
        Standing standing = outage.standing();
        helpers.acted(account, outage.id(), action.place(standing.changeover()));
        write(account, outage, standing.sequence(), events);
    }

    /** Readings taken under way; a stop halts everything, on whatever the log holds. */
    public void read(Account account, Readings readings) {
        insist(account, standing -> Measuring.underWay(standing, readings));
    }

    /**
     * What a panel monitor shows halts everything, as it would when a person had read it. Nothing is written when nothing
     * is fed that it could be about, or when a stop stands already.
     */
    public void monitorStops(long householdId, Readings readings) {
        Account monitor = Account.device(householdId, say("swap.panel-monitor"));
        if (current(monitor).filter(outage -> !outage.rehearsal()).isPresent()) {
            insist(
                    monitor,
                    standing -> standing.stop() == null
                                    && Measuring.underWay(standing, readings) instanceof Event.RefusedReading refused
                            ? refused
                            : null);
        }
    }

    /**
     * What a panel monitor shows for some seconds, when it is more or less than what counts so far: from then on it counts in
     * everything that is added up, for everybody.
     */
    public void monitorReads(long householdId, Readings readings) {
        Account monitor = Account.device(householdId, say("swap.panel-monitor"));
        Optional<Outage> outage = current(monitor).filter(one -> !one.rehearsal());
        if (outage.isPresent() && Measuring.tellsNews(outage.get().standing(), readings, clock.instant())) {
            insist(monitor, standing -> Measuring.underWay(standing, readings));
        }
    }

    /** What was behind a trouble; taken on whatever the log holds. */
    public void causeFound(Account account, Event.CauseFound found) {
        insist(account, standing -> found);
    }

    /** Somebody walks round in that room. */
    public void takeRoom(Account account, int seen, String room) {
        record(account, seen, List.of(new Event.TookRoom(room)));
    }

    /** Somebody who is alone outside is well; taken on whatever the log holds. */
    public void allRight(Account account) {
        insist(account, standing -> new Event.AllRight());
    }

    /** Answers of the walk-round; with {@code finish} the walk-round is confirmed too. */
    public void answer(Account account, int seen, Map<String, Answer> answers, boolean finish) {
        List<Event> events = new ArrayList<>();
        answers.forEach((circuit, answer) -> events.add(new Event.Answered(circuit, answer)));
        if (finish) {
            current(account).ifPresent(outage -> helpers.acted(account, outage.id(), Place.INDOORS));
            events.add(Event.Done.step(Action.WALK_ROUND, null));
        }
        record(account, seen, events);
    }

    /** It isn't like that: how things really stand. */
    public void correct(Account account, int seen, SwapState state) {
        plateFailed(account, state);
        record(account, seen, List.of(new Event.Corrected(state)));
    }

    /**
     * A plate that let both on is faulty, whatever else is put right, until somebody records that its test has passed after
     * an electrician has looked at it.
     */
    public void plateFailed(Account account, SwapState found) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        if (outage.standing().changeover().backfeeds(found)) {
            tests.record(
                    account.householdId(),
                    new DeviceTests.Found(
                            DeviceProof.INPUT_BLOCKS_MAIN.word(),
                            KeptTest.Result.FAILED,
                            null,
                            say("tests.both-were-on"),
                            account.displayName(),
                            LocalDate.now(clock)));
        }
    }

    /** One branch breaker was opened. */
    public void open(Account account, int seen, String circuit) {
        record(account, seen, List.of(new Event.Opened(circuit)));
    }

    /** Takes back what this person has confirmed last, with one press; nothing happens when that is not the last act. */
    public void undo(Account account, int seen) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        List<Event.Undone> undone = outage.standing().undoableBy(account.displayName()).stream()
                .map(Event.Undone::new)
                .toList();
        if (!undone.isEmpty()) {
            write(account, outage, seen, undone);
        }
    }

    /** Another goal, with the wishes as they are. */
    public void aim(Account account, int seen, Goal goal) {
        aim(account, seen, goal, null);
    }

    /**
     * Another goal.
     *
     * @param pickUp what is to run once it is reached, in start order; null: as it was wished before
     */
    public void aim(Account account, int seen, Goal goal, @Nullable List<String> pickUp) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Options before = outage.standing().changeover().options();
        Options options = pickUp == null ? before : before.picking(pickUp);
        write(account, outage, seen, List.of(new Event.Chosen(goal, options)));
    }

    /** A rotation is in force, on somebody's yes. */
    public void planned(Account account, int seen, long plan, Phrase why) {
        record(account, seen, List.of(new Event.Planned(plan, why)));
    }

    /**
     * A rotation is in force because time or chance asked for it, or because somebody does not want to walk now; where things
     * still stand as it was made from.
     *
     * @param from how things stood when the plan was begun
     * @return whether it is in force
     */
    public boolean planned(Account account, Standing from, long plan, Phrase why) {
        return insist(account, standing -> standing.standsAs(from) ? new Event.Planned(plan, why) : null);
    }

    /**
     * One walk to the panel: opens circuits, then closes others in order. What a rule is against is not taken, and nothing
     * of the walk is written then.
     */
    public Outcome move(Account account, int seen, List<String> off, List<String> on) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Outcome outcome = confirming(outage).move(account.displayName(), off, on);
        if (outcome instanceof Outcome.Taken taken) {
            helpers.acted(account, outage.id(), Place.PANEL);
            write(account, outage, seen, taken.events());
        }
        return outcome;
    }

    /** A reserve as somebody found it. */
    public void observe(Account account, int seen, Event.Observed observed) {
        record(account, seen, List.of(observed));
    }

    /** Somebody has looked at the tank; litres in it. */
    public void fuelSeen(Account account, int seen, double litres) {
        record(account, seen, List.of(new Event.FuelSeen(litres)));
    }

    /** Somebody has read the battery station; watt-hours in it. */
    public void chargeSeen(Account account, int seen, double wattHours) {
        record(account, seen, List.of(new Event.ChargeSeen(wattHours)));
    }

    /** A circuit draws what was measured, not what was thought. */
    public void loadMeasured(Account account, int seen, String circuit, double watts) {
        record(account, seen, List.of(new Event.LoadMeasured(circuit, watts)));
    }

    /** The set's own bond was measured: an outage that is going on goes on from it, whatever its log holds. */
    public void bondFound(Account account, Bond bond) {
        if (current(account).isPresent()) {
            insist(account, standing -> standing.state().bond() == bond ? null : new Event.BondFound(bond));
        }
    }

    /** The engine has stopped by itself. */
    public void stalled(Account account, int seen, StallCause cause) {
        record(account, seen, List.of(new Event.Stalled(cause)));
    }

    /** Making safe never waits for somebody to look again: it is taken on whatever the log holds. */
    public void makeSafe(Account account) {
        insist(
                account,
                standing ->
                        new Event.Chosen(Goal.MAKE_SAFE, standing.changeover().options()));
    }

    /** A CO alarm or a headache: taken on whatever the log holds. False when no outage is on to log it in. */
    public boolean alarm(Account account) {
        if (current(account).isEmpty()) {
            return false;
        }
        insist(account, standing -> new Event.Alarmed());
        return true;
    }

    /** During an alarm: somebody could reach the engine in clean air and has stopped it. */
    public void engineStoppedInCleanAir(Account account) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        if (outage.standing().alarmed()) {
            append(
                    account,
                    outage,
                    outage.standing().sequence(),
                    List.of(confirming(outage).engineStoppedInCleanAir()));
        }
    }

    /** After an alarm: all counted, the air proven, the cause found. */
    public void allClear(Account account, int seen, List<String> counted) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        if (outage.standing().alarmed()) {
            append(account, outage, seen, List.of(new Event.AllClear(counted)));
        }
    }

    /** Writes on top of whatever was written meanwhile, unless it gives null; during an alarm nothing else counts. */
    private boolean insist(Account account, Function<Standing, @Nullable Event> event) {
        for (int tries = 1; ; tries++) {
            Outage outage = current(account).orElseThrow(Conflict::new);
            Standing standing = outage.standing();
            Event next = standing.alarmed() ? null : event.apply(standing);
            if (next == null) {
                return false;
            }
            try {
                append(account, outage, standing.sequence(), List.of(next));
                return true;
            } catch (Conflict somebodyWroteMeanwhile) {
                if (tries == INSIST) {
                    throw somebodyWroteMeanwhile;
                }
            }
        }
    }

    /** Other circuits to pick up. */
    public void choose(Account account, int seen, Options options) {
        record(account, seen, List.of(new Event.Chosen(Goal.ON_GENERATOR, options)));
    }

    /** The street has power again: it is watched from then on, and not yet trusted. */
    public void utilitySeen(Account account, int seen, Sign sign, Duration ago) {
        record(
                account,
                seen,
                List.of(new Event.UtilitySeen(sign, clock.instant().minus(ago))));
    }

    public void utilityLost(Account account, int seen) {
        record(account, seen, List.of(new Event.UtilityLost()));
    }

    /** The way back, once the street's power has held; false while it has not. */
    public boolean goBack(Account account, int seen) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Optional<List<Event>> back = confirming(outage).goBack();
        back.ifPresent(events -> write(account, outage, seen, events));
        return back.isPresent();
    }

    /** What the street-side sensor reports goes to the log like what a person says, whatever else is written. */
    public void sensorShows(Account account, boolean live) {
        if (current(account).filter(outage -> !outage.rehearsal()).isEmpty()) {
            return;
        }
        Instant now = clock.instant();
        insist(account, standing -> live ? new Event.UtilitySeen(Sign.SENSOR, now) : new Event.UtilityLost());
    }

    /** Somebody takes over, having looked how things really stand. */
    public void takeOver(Account account, int seen, SwapState state) {
        plateFailed(account, state);
        record(account, seen, List.of(new Event.TakenOver(state)));
    }

    /** A point of a check is put aside for good; when nothing sensitive is left, the step itself goes. */
    public void putAside(Account account, int seen, Lookout point) {
        putAside.add(account.householdId(), point);
        Outage outage = current(account).orElseThrow(Conflict::new);
        Options options = outage.standing().changeover().options();
        boolean none = Lookout.nothingSensitive(outage.household().setup(), putAside.of(account.householdId()));
        if (none && !options.noSensitive()) {
            write(
                    account,
                    outage,
                    seen,
                    List.of(new Event.Chosen(outage.standing().goal(), options.withoutSensitive(true))));
        }
    }

    /** All points of that check are asked for again. */
    public void takeUp(Account account, Action check) {
        putAside.takeUp(account.householdId(), check);
    }

    /** Ends it where it may end; {@link Conflict} where the house still hangs on the set. */
    public void end(Account account, int seen) {
        if (!current(account).orElseThrow(Conflict::new).standing().mayEnd()) {
            throw new Conflict();
        }
        record(account, seen, List.of(new Event.Ended()));
    }

    private void record(Account account, int seen, List<? extends Event> events) {
        write(account, current(account).orElseThrow(Conflict::new), seen, events);
    }

    /** During an alarm nobody is where anything could be done: nothing is written but what the alarm itself needs. */
    private void write(Account account, Outage outage, int seen, List<? extends Event> events) {
        if (outage.standing().alarmed()) {
            throw new Conflict();
        }
        Outage now = outage;
        for (int tries = 1; ; tries++) {
            boolean still = Turns.nothingMoved(now.log(), seen);
            try {
                append(account, now, still ? now.standing().sequence() : seen, events);
                return;
            } catch (Conflict somebodyWroteMeanwhile) {
                now = current(account).orElseThrow(Conflict::new);
                if (tries == INSIST || !Turns.nothingMoved(now.log(), seen)) {
                    throw somebodyWroteMeanwhile;
                }
            }
        }
    }

    private void append(Account account, Outage outage, int seen, List<? extends Event> events) {
        outages.append(account.householdId(), outage.id(), seen, events, account, clock.instant());
    }
}
