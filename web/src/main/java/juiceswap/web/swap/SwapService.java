package juiceswap.web.swap;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import juiceswap.core.capacity.MakeRoom;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Planner.Trial;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Standing;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.security.Account;
import juiceswap.web.swap.Outages.Conflict;
import juiceswap.web.swap.Outages.Outage;
import org.springframework.stereotype.Service;

/** What people confirm, read and choose during an outage, judged by the core and written to the log. */
@Service
public class SwapService {
    /** How often to try again when others write at the same time. */
    private static final int INSIST = 5;

    private final Outages outages;
    private final Clock clock;

    public SwapService(Outages outages, Clock clock) {
        this.outages = outages;
        this.clock = clock;
    }

    /** How a confirmation was taken. */
    public sealed interface Outcome {
        /** Written to the log. */
        record Taken() implements Outcome {}

        /** A field is wrong; nothing was written. */
        record BadReadings(ReadingForm form) implements Outcome {}

        /** Not now: the hardware or a rule is against it. {@code makeRoom} is set when opening circuits would help. */
        record Refused(Action action, String circuit, boolean impossible, List<Rule> broken, List<String> makeRoom)
                implements Outcome {}
    }

    public Optional<Outage> current(Account account) {
        return outages.current(account.householdId());
    }

    /** Begins an outage, or a rehearsal on a live utility. */
    public void start(Account account, HouseholdFile file, boolean rehearsal, Options options) {
        Changeover changeover = new Changeover(file.setup(), options);
        SwapState.Change state = SwapState.initial(
                        file.setup().generator().bond(),
                        file.setup().generator().idleControl(),
                        false)
                .change();
        state.utilityLive = rehearsal;
        state.utilitySteady = rehearsal;
        Event.Started started = new Event.Started(changeover.putRight(state.state()), Goal.ON_GENERATOR, options);
        outages.start(account.householdId(), file, rehearsal, started, account, clock.instant());
    }

    /**
     * Confirms one step.
     *
     * @param seen sequence that the page showed; {@link Conflict} when the log has gone on
     * @param typed readings as typed, for measurements
     */
    public Outcome confirm(Account account, int seen, Action action, String circuit, Map<String, String> typed) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Standing standing = outage.standing();
        requireSeen(standing, seen);
        Changeover changeover = standing.changeover();
        Trial trial = Planner.attempt(changeover, standing.goal(), standing.state(), action, circuit);
        if (!trial.allowed()) {
            List<String> room = trial.broken().equals(List.of(Rule.CAPACITY))
                    ? MakeRoom.toClose(changeover.setup(), standing.state().picked(), circuit)
                            .orElse(null)
                    : null;
            return new Outcome.Refused(action, circuit, trial.impossible(), trial.broken(), room);
        }
        if (!Measuring.takesReadings(action)) {
            write(account, outage, seen, List.of(new Event.Done(action, circuit, null, null, List.of())));
            return new Outcome.Taken();
        }
        ReadingForm form = ReadingForm.typed(standing, action, typed);
        if (form.hasProblems()) {
            return new Outcome.BadReadings(form);
        }
        write(account, outage, seen, List.of(Measuring.judge(standing, action, form.readings())));
        return new Outcome.Taken();
    }

    /** Answers of the walk-round; with {@code finish} the walk-round is confirmed too. */
    public void answer(Account account, int seen, Map<String, Boolean> answers, boolean finish) {
        List<Event> events = new ArrayList<>();
        answers.forEach((circuit, running) -> events.add(new Event.Answered(circuit, running)));
        if (finish) {
            events.add(new Event.Done(Action.WALK_ROUND, null, null, null, List.of()));
        }
        record(account, seen, events);
    }

    /** It isn't like that: how things really stand. */
    public void correct(Account account, int seen, SwapState state) {
        record(account, seen, List.of(new Event.Corrected(state)));
    }

    /** One branch breaker was opened. */
    public void open(Account account, int seen, String circuit) {
        record(account, seen, List.of(new Event.Opened(circuit)));
    }

    /** Takes the last confirmation back; nothing happens when there is none. */
    public void undo(Account account, int seen) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Integer undoable = outage.standing().undoable();
        if (undoable != null) {
            write(account, outage, seen, List.of(new Event.Undone(undoable)));
        }
    }

    /** Another goal, with the wishes as they are. */
    public void aim(Account account, int seen, Goal goal) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Options options = outage.standing().changeover().options();
        write(account, outage, seen, List.of(new Event.Chosen(goal, options)));
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
            SwapState.Change state = outage.standing().state().change();
            state.engine = Engine.RESTING;
            append(account, outage, outage.standing().sequence(), List.of(new Event.Corrected(state.state())));
        }
    }

    /** After an alarm: all counted, the air proven, the cause found. */
    public void allClear(Account account, int seen) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        if (outage.standing().alarmed()) {
            append(account, outage, seen, List.of(new Event.AllClear()));
        }
    }

    /** Writes on top of whatever was written meanwhile; during an alarm nothing else counts. */
    private void insist(Account account, Function<Standing, Event> event) {
        for (int tries = 1; ; tries++) {
            Outage outage = current(account).orElseThrow(Conflict::new);
            Standing standing = outage.standing();
            if (standing.alarmed()) {
                return;
            }
            try {
                append(account, outage, standing.sequence(), List.of(event.apply(standing)));
                return;
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

    /** The street has power again: the way back is opened, but not yet trusted. */
    public void utilityIsBack(Account account, int seen) {
        Outage outage = current(account).orElseThrow(Conflict::new);
        Standing standing = outage.standing();
        SwapState.Change state = standing.state().change();
        state.utilityLive = true;
        write(
                account,
                outage,
                seen,
                List.of(
                        new Event.Corrected(state.state()),
                        new Event.Chosen(Goal.ON_UTILITY, standing.changeover().options())));
    }

    public void end(Account account, int seen) {
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
        append(account, outage, seen, events);
    }

    private void append(Account account, Outage outage, int seen, List<? extends Event> events) {
        outages.append(account.householdId(), outage.id(), seen, events, account, clock.instant());
    }

    private static void requireSeen(Standing standing, int seen) {
        if (standing.sequence() != seen) {
            throw new Conflict();
        }
    }
}
