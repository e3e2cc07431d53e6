package juiceswap.core.outage;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.StateFields;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Event.Stories;
import juiceswap.core.outage.Event.Stories.Story;
import juiceswap.core.outage.Event.Told;
import org.jspecify.annotations.Nullable;

/**
 * What a phone wrote while it was alone, taken into the log that went on without it. Nothing is lost: what the log can't go by
 * is kept as it was told. Nothing is believed either: readings are judged anew. What was done by hand is a fact even where a
 * rule is against it; where it can't be, because others have done otherwise meanwhile, two stories stand side by side until
 * somebody has looked. Alarms, making safe and readings that stop everything are always taken.
 */
public final class Merging {
    private final Setup setup;
    private final List<Entry> log;
    private final List<Entry> phone;
    private final boolean othersMoved;
    private final boolean alarmedByOthers;
    private final boolean steeredByOthers;
    private final List<Taken> taken = new ArrayList<>();
    private final Map<Integer, Integer> sequences = new HashMap<>();
    private Standing standing;
    private boolean apart;
    private @Nullable Own lastTold;

    /**
     * An entry of a phone.
     *
     * @param id made by the phone, and unlike any other
     * @param at by the phone's clock, put right by what it knew of the server's
     */
    public record Own(String id, Instant at, String who, Event event) {}

    /**
     * What is to be written.
     *
     * @param id of the phone's entry; null for what the merging itself adds
     */
    public record Taken(@Nullable String id, Entry entry) {}

    private Merging(Setup setup, List<Entry> log, int basedOn) {
        this.setup = setup;
        this.log = new ArrayList<>(log);
        this.phone = new ArrayList<>(log.subList(0, basedOn));
        this.standing = Standing.of(setup, log);
        List<Entry> theirs = log.subList(basedOn, log.size());
        this.othersMoved = theirs.stream()
                .filter(entry -> !(entry.event() instanceof Event.Started))
                .anyMatch(entry -> EventKind.moves(entry.event()));
        this.alarmedByOthers = theirs.stream().anyMatch(entry -> entry.event() instanceof Event.Alarmed);
        this.steeredByOthers = theirs.stream()
                .anyMatch(entry -> entry.event() instanceof Event.Chosen
                        || entry.event() instanceof Event.RefusedReading
                        || entry.event() instanceof Event.Alarmed);
        // a phone that does not know yet that stories differ is not asked into a second one
        this.apart = standing.stories() != null && theirs.stream().anyMatch(entry -> entry.event() instanceof Stories);
        for (int sequence = 1; sequence <= basedOn; sequence++) {
            sequences.put(sequence, sequence);
        }
    }

    /**
     * The entries to be written behind the log, in order. Entries whose ids the log has already must have been left out.
     *
     * @param log all of it, as it stands
     * @param basedOn how much of it the phone had when it was left alone; 0 when the outage began there
     * @param fresh what it wrote since, in order
     * @param mayClear whether whoever wrote it is one who may clear an alarm and end an outage
     */
    public static List<Taken> of(
            Setup setup, List<Entry> log, int basedOn, List<Own> fresh, boolean mayClear, Instant now) {
        if (log.isEmpty()) {
            return fresh.isEmpty() ? List.of() : begun(setup, fresh, mayClear, now);
        }
        Merging merging = new Merging(setup, log, Math.min(basedOn, log.size()));
        for (Own own : fresh) {
            merging.take(own, mayClear, now);
        }
        merging.tellApart(now);
        return List.copyOf(merging.taken);
    }

    /** An outage that began in the phone: its first entry begins the log, and the rest stands on it. */
    private static List<Taken> begun(Setup setup, List<Own> fresh, boolean mayClear, Instant now) {
        Own start = fresh.get(0);
        Entry first = new Entry(1, start.at().isAfter(now) ? now : start.at(), start.who(), start.event());
        List<Taken> all = new ArrayList<>();
        all.add(new Taken(start.id(), first));
        all.addAll(of(setup, List.of(first), 1, fresh.subList(1, fresh.size()), mayClear, now));
        return List.copyOf(all);
    }

    private void take(Own own, boolean mayClear, Instant now) {
        phone.add(new Entry(phone.size() + 1, own.at(), own.who(), own.event()));
        Event event = judged(own, mayClear);
        write(own.id(), own, event == null ? new Told(own.event()) : event, now);
        if (event != null) {
            sequences.put(phone.size(), log.size());
        }
    }

    /** Time never runs backwards in a log, nor ahead of the server. */
    private Instant clamped(Instant at, Instant now) {
        Instant last = log.get(log.size() - 1).at();
        Instant notAhead = at.isAfter(now) ? now : at;
        return notAhead.isBefore(last) ? last : notAhead;
    }

    private void write(@Nullable String id, Own own, Event event, Instant now) {
        Entry entry = new Entry(log.size() + 1, clamped(own.at(), now), own.who(), event);
        log.add(entry);
        standing = standing.after(setup, log);
        taken.add(new Taken(id, entry));
    }

    /** The event as the log takes it, or null when it is only told. */
    private @Nullable Event judged(Own own, boolean mayClear) {
        Event event = own.event();
        if (event instanceof Event.Alarmed) {
            return event;
        }
        if (event instanceof Event.Chosen chosen) {
            boolean safe = chosen.goal() == Goal.MAKE_SAFE;
            return safe || !steeredByOthers && !apart ? event : null;
        }
        if (event.measured() != null) {
            return reading(event);
        }
        if (event instanceof Event.Undone undone && !apart) {
            Integer sequence = sequences.get(undone.sequence());
            boolean ofOthers = sequence != null && sequence <= log.size() - taken.size();
            return sequence == null || othersMoved && ofOthers ? null : new Event.Undone(sequence);
        }
        if (standing.ended() || apart) {
            return null;
        }
        if (event instanceof Event.Done done) {
            return done(own, done);
        }
        if (event instanceof Event.Opened opened) {
            return !othersMoved || standing.state().picked().contains(opened.circuit()) ? event : null;
        }
        if (event instanceof Event.Corrected corrected) {
            return positions(own, event, corrected.state());
        }
        if (event instanceof Event.TakenOver takenOver) {
            return positions(own, event, takenOver.state());
        }
        if (event instanceof Event.AllClear) {
            return mayClear && standing.alarmed() && !alarmedByOthers ? event : null;
        }
        if (event instanceof Event.Ended) {
            return mayClear && standing.mayEnd() ? event : null;
        }
        if (event instanceof Event.Stalled) {
            return standing.state().engine().running() ? event : null;
        }
        boolean ofTheServer = event instanceof Event.Planned || event instanceof Told || event instanceof Stories;
        return event instanceof Event.Started || ofTheServer ? null : event;
    }

    /** Readings by what they are here and now; what stops everything is taken whatever else is told. */
    private @Nullable Event reading(Event event) {
        Event judged;
        if (event instanceof Event.Done done) {
            judged = Measuring.judge(standing, done.action(), readings(event));
        } else if (event instanceof Event.RefusedReading before) {
            judged = Measuring.judge(standing, before.action(), readings(event));
        } else if (event instanceof Event.UtilityTested) {
            judged = Measuring.judge(standing, Action.MEASURE_UTILITY, readings(event));
        } else {
            judged = Measuring.underWay(standing, readings(event));
        }
        boolean stops = judged instanceof Event.RefusedReading refused && refused.verdict() == Verdict.STOP;
        if (stops || !othersMoved && !apart && !standing.ended()) {
            return judged;
        }
        boolean onlyRead = judged instanceof Event.Read;
        boolean mayBe = judged instanceof Event.Done done
                && Planner.attempt(standing.changeover(), standing.goal(), standing.state(), done.action(), null)
                        .allowed();
        return !apart && !standing.ended() && (onlyRead || mayBe) ? judged : null;
    }

    private static Readings readings(Event event) {
        return Objects.requireNonNull(event.measured()).readings();
    }

    private @Nullable Event done(Own own, Event.Done done) {
        if (done.circuit() != null && setup.find(done.circuit()) == null) {
            return null;
        }
        WhatIf.Answer answer = WhatIf.of(
                        standing.changeover(), standing.goal(), standing.state(), done.action(), done.circuit())
                .answer();
        if (othersMoved && answer == WhatIf.Answer.ALREADY_SO) {
            // both have done it
            return null;
        }
        boolean canBe = othersMoved ? answer == WhatIf.Answer.ALLOWED : answer != WhatIf.Answer.BLOCKED;
        if (!canBe) {
            lastTold = own;
            apart = true;
            return null;
        }
        return done;
    }

    /** How somebody found everything: a fact while nobody else moved anything, else one of two stories. */
    private @Nullable Event positions(Own own, Event event, SwapState found) {
        if (!othersMoved) {
            return event;
        }
        if (!hardware(found).equals(hardware(standing.state()))) {
            lastTold = own;
            apart = true;
        }
        return null;
    }

    private static Map<String, Object> hardware(SwapState state) {
        Map<String, Object> fields = StateFields.of(state);
        fields.keySet()
                .retainAll(Set.of(
                        "main",
                        "plate",
                        "input",
                        "handle",
                        "branches",
                        "output",
                        "cordGenerator",
                        "cordHouse",
                        "bond",
                        "engine",
                        "picked"));
        return fields;
    }

    /** Writes the two stories once, with where the phone's leads in the end. */
    private void tellApart(Instant now) {
        Own told = lastTold;
        if (told == null || phone.isEmpty() || !(phone.get(0).event() instanceof Event.Started)) {
            return;
        }
        Entry mine = lastMoved(log);
        Entry theirs = lastMoved(phone);
        Story here = new Story(mine.who(), mine.at(), EventKind.phraseOf(mine.event()), standing.state());
        Story there = new Story(
                theirs.who(),
                theirs.at(),
                EventKind.phraseOf(theirs.event()),
                Standing.of(setup, phone).state());
        write(null, new Own("", now, told.who(), told.event()), new Stories(here, there), now);
    }

    private static Entry lastMoved(List<Entry> log) {
        Entry last = log.get(0);
        for (Entry entry : log) {
            last = EventKind.moves(entry.event()) ? entry : last;
        }
        return last;
    }
}
