package juiceswap.core.outage;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import juiceswap.core.capacity.MakeRoom;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Planner.Trial;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * What comes of what somebody says to have done: the events to log, or why it is not taken. The same code judges on a server
 * and in a phone, and judges anew what a phone has taken while it was alone.
 *
 * @param setup of the household as the outage began
 * @param hold how long utility power has to hold before the house goes back
 * @param rehearsal nothing waits for its time
 * @param log all of it
 * @param standing where the log leads
 */
public record Confirming(
        Setup setup, Duration hold, boolean rehearsal, List<Entry> log, Standing standing, Instant now) {

    /** What becomes of it; edges that read what was typed add what they could not read. */
    public interface Outcome {
        /** To be written. */
        record Taken(List<Event> events) implements Outcome {
            public Taken {
                events = List.copyOf(events);
            }
        }

        /**
         * Not now: the hardware or a rule is against it.
         *
         * @param makeRoom what to open first, when that would help; else null
         */
        record Refused(
                Action action,
                @Nullable String circuit,
                boolean impossible,
                List<Rule> broken,
                @Nullable List<String> makeRoom)
                implements Outcome {}

        /** What it waits for has not come yet. */
        record TooEarly() implements Outcome {}

        /** Its time is not over: it is taken once somebody says again that it is so. */
        record AskBack(Instant until) implements Outcome {}

        /** Two tell it differently how things stand: first somebody looks at everything. */
        record LookFirst() implements Outcome {}

        /** After a stop something is drawn from the generator still: first it goes OFF, then it is read again. */
        record OffFirst() implements Outcome {}
    }

    /**
     * How an outage begins: the house as it stands by itself, where to, and how this household wants it done.
     *
     * @param rehearsal the utility is live
     */
    public static Event.Started begin(Setup setup, Options options, boolean rehearsal) {
        SwapState.Change state = SwapState.initial(
                        setup.source().bond(), setup.source().idleControl(), false)
                .change();
        state.utilityLive = rehearsal;
        state.utilitySteady = rehearsal;
        return new Event.Started(new Changeover(setup, options).putRight(state.state()), Goal.ON_GENERATOR, options);
    }

    /** During an alarm: somebody could reach the engine in clean air and has stopped it. */
    public Event.Corrected engineStoppedInCleanAir() {
        SwapState.Change state = standing.state().change();
        state.engine = Engine.RESTING;
        return new Event.Corrected(state.state());
    }

    /** Whether so much can have been filled in; litres. */
    public boolean canBeFilled(double litres) {
        Generator engine = standing.changeover().source().engine();
        Double tank = engine == null ? null : engine.tankLitres();
        return litres >= 0 && (tank == null || litres <= tank);
    }

    /** Whether nothing is switched on before somebody has looked: two tell it differently, and nobody makes it safe. */
    private boolean lookFirst() {
        return standing.stories() != null && standing.goal() != Goal.MAKE_SAFE;
    }

    /** Whether utility power has held as long as this household wants; a rehearsal does not wait for it. */
    public boolean utilityHasHeld() {
        UtilityWatch watch = standing.watch();
        boolean held = rehearsal || watch != null && watch.held(hold, now);
        return held && !standing.utilityFault();
    }

    /** Why that step can't be confirmed, whatever was read or filled in; empty when it can. */
    public Optional<Outcome> against(Action action, @Nullable String circuit) {
        if (lookFirst()) {
            return Optional.of(new Outcome.LookFirst());
        }
        boolean readsAgain = standing.stop() != null && standing.stop().action() == action;
        if (readsAgain && !standing.course().openedSinceStop()) {
            return Optional.of(new Outcome.OffFirst());
        }
        // what a stop was read at is read again for itself: how the rest stands is settled by the plan that follows
        Optional<Outcome> refused = readsAgain ? Optional.empty() : refused(action, circuit);
        if (refused.isPresent()) {
            return refused;
        }
        return action == Action.CONFIRM_UTILITY && !utilityHasHeld()
                ? Optional.of(new Outcome.TooEarly())
                : Optional.empty();
    }

    private Optional<Outcome> refused(Action action, @Nullable String circuit) {
        Trial trial = Planner.attempt(standing.changeover(), standing.goal(), standing.state(), action, circuit);
        if (trial.allowed()) {
            return Optional.empty();
        }
        List<String> room = circuit != null && trial.broken().equals(List.of(Rule.CAPACITY))
                ? MakeRoom.toClose(
                                standing.changeover().setup(), standing.state().picked(), circuit)
                        .orElse(null)
                : null;
        return Optional.of(new Outcome.Refused(action, circuit, trial.impossible(), trial.broken(), room));
    }

    /**
     * A step without readings that nothing is {@link #against}. What needs its time is asked about before that is over, and
     * never in a rehearsal.
     *
     * @param filledLitres what went into the tank, or null
     * @param early somebody has said again that it is so
     */
    public Outcome step(Action action, @Nullable String circuit, @Nullable Double filledLitres, boolean early) {
        Optional<Timers.Wait> wait = standing.timers()
                .of(standing.changeover(), standing.state(), action, standing.watch(), hold)
                .filter(one -> action.takesItsTime() && !rehearsal && !one.over(now));
        if (wait.isPresent() && !early) {
            return new Outcome.AskBack(wait.get().until());
        }
        Event.Done done = Event.Done.step(action, circuit);
        done = wait.isPresent() ? done.early() : done;
        return new Outcome.Taken(List.of(filledLitres == null ? done : done.filling(filledLitres)));
    }

    /**
     * One walk to the panel: opens circuits, then closes others in order. What a rule is against is not taken, and nothing
     * of the walk is written then.
     */
    public Outcome move(String who, List<String> off, List<String> on) {
        if (lookFirst()) {
            return new Outcome.LookFirst();
        }
        boolean walkedRound = standing.state().done().has(Check.WALK_ROUND);
        List<Event> events = new ArrayList<>();
        List<Entry> lived = new ArrayList<>(log);
        for (String circuit : off) {
            add(events, lived, new Event.Opened(circuit), who);
        }
        for (String circuit : on) {
            Standing so = Standing.of(setup, lived);
            Trial trial = Planner.attempt(so.changeover(), so.goal(), so.state(), Action.PICK_UP, circuit);
            if (!trial.allowed()) {
                return new Outcome.Refused(Action.PICK_UP, circuit, trial.impossible(), trial.broken(), null);
            }
            add(events, lived, Event.Done.step(Action.PICK_UP, circuit), who);
        }
        // whoever says that a move is done has seen that what was closed runs
        if (walkedRound && !on.isEmpty()) {
            events.add(Event.Done.step(Action.WALK_ROUND, null));
        }
        return new Outcome.Taken(events);
    }

    private void add(List<Event> events, List<Entry> lived, Event event, String who) {
        events.add(event);
        lived.add(new Entry(lived.size() + 1, now, who, event));
    }

    /** The way back, once utility power has held; empty while it has not. */
    public Optional<List<Event>> goBack() {
        if (lookFirst() || !standing.state().utilityLive() || !utilityHasHeld()) {
            return Optional.empty();
        }
        List<Event> events = new ArrayList<>();
        if (!standing.state().utilitySteady()) {
            events.add(Event.Done.step(Action.CONFIRM_UTILITY, null));
        }
        events.add(new Event.Chosen(Goal.ON_UTILITY, standing.changeover().options()));
        return Optional.of(events);
    }
}
