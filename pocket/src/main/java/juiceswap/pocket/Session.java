package juiceswap.pocket;

import static juiceswap.exchange.Tree.object;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import juiceswap.core.outage.Standing;
import juiceswap.core.rotation.Beside;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.trouble.Findings;
import juiceswap.core.trouble.Symptom;
import juiceswap.core.words.Sentences;
import juiceswap.core.words.Wording;
import juiceswap.exchange.Tree;
import org.jspecify.annotations.Nullable;

/**
 * An outage lived in a phone: what it carries, what was done since, and what is to be done now. Everything goes in and out as
 * JSON; the page keeps what comes out and draws it.
 */
public final class Session {
    private final Carried carried;
    private final Wording words;
    private final List<Entry> log;
    private @Nullable Standing standing;

    private Session(Carried carried, Wording words) {
        this.carried = carried;
        this.words = words;
        this.log = new ArrayList<>(carried.base());
    }

    /**
     * Opens what a phone carries.
     *
     * @param snapshot as the server gave it
     * @param own what was written on this phone since, in order
     * @param zoneMinutes the phone's time zone, in minutes east of Greenwich
     * @throws InvalidInput it can't be read
     */
    public static Session open(Tree snapshot, Tree own, int zoneMinutes, Sentences sentences) {
        Carried carried = Carried.read(snapshot, ZoneOffset.ofTotalSeconds(zoneMinutes * 60));
        Session session = new Session(carried, new Wording(sentences));
        for (Entry entry : Carried.entries(own, carried.household())) {
            session.log.add(new Entry(session.log.size() + 1, entry.at(), entry.who(), entry.event()));
        }
        if (!session.log.isEmpty()) {
            session.standing = Standing.of(carried.household().setup(), session.log);
        }
        return session;
    }

    /** What the page shows now. */
    public Map<String, @Nullable Object> view(Instant now) {
        Standing so = standing;
        return so == null ? View.calm(carried) : new View(carried, words, log, so, now).view();
    }

    /** Whether that circuit may be switched now, and what would make room for it. */
    public Map<String, @Nullable Object> asked(String circuit, Instant now) {
        Standing so = InvalidInput.present(standing, "", "invalid.missing");
        return new View(carried, words, log, so, now).asked(circuit);
    }

    /** The next check of a trouble: {@code symptom}, how the engine is started, and what was found so far. */
    public Map<String, @Nullable Object> trouble(Tree asked, Instant now) {
        Standing so = InvalidInput.present(standing, "", "invalid.missing");
        return new View(carried, words, log, so, now)
                .trouble(
                        Worded.of(Symptom.class, asked.text("symptom", "")),
                        asked.text("start", "").equals("electric"),
                        Findings.read(asked.text("found", "")));
    }

    /**
     * What comes of something that was done: {@code entries} to keep, which count from now on, with the {@code view} that they
     * lead to; or {@code refused} with why not, {@code early} when it may be said again, {@code fields} when something typed
     * can't be read.
     */
    public Map<String, @Nullable Object> act(Tree command, Instant now) {
        Acts.Came came = new Acts(carried, words, log, standing, now).act(command);
        List<Map<String, @Nullable Object>> entries = new ArrayList<>();
        for (Event event : came.events()) {
            entries.add(write(event, now));
        }
        return object(
                "entries",
                entries,
                // what came of it, so that the page need not ask again
                "view",
                entries.isEmpty() ? null : view(now),
                "refused",
                came.refused(),
                "early",
                came.early(),
                "fields",
                came.readings() == null ? null : View.fields(came.readings()));
    }

    private Map<String, @Nullable Object> write(Event event, Instant now) {
        // a clock that was put back turns nothing back
        Instant last = log.isEmpty() ? now : log.get(log.size() - 1).at();
        Instant at = now.isBefore(last) ? last : now;
        log.add(new Entry(log.size() + 1, at, carried.me(), event));
        Standing so = standing;
        standing = so == null
                ? Standing.of(carried.household().setup(), log)
                : so.after(carried.household().setup(), log);
        return object(
                "at", at.toEpochMilli(),
                "who", carried.me(),
                "kind", EventKind.wordOf(event),
                "payload", EventKind.payloadOf(event));
    }

    /** A quick new plan from how things stand, as moves to come; it lives in this phone alone. */
    public List<Map<String, @Nullable Object>> plan(Instant now) {
        Standing so = InvalidInput.present(standing, "", "invalid.missing");
        Wanted.Now from = so.planFrom(carried.zone(), carried.household().storedLitres(), now);
        RotationPlan plan = carried.household()
                .wanted()
                .plan(from, Effort.INSTANT, null, Beside.IN_TURN)
                .plan();
        List<Map<String, @Nullable Object>> moves = new ArrayList<>();
        for (RotationPlan.Move move : plan.moves()) {
            moves.add(object(
                    "at", carried.household().measures().clock(move.at().toLocalTime()),
                    "off", labels(move.off()),
                    "on", labels(move.on())));
        }
        return moves;
    }

    private List<String> labels(List<String> circuits) {
        return circuits.stream()
                .map(id -> Wording.label(id, carried.household()))
                .toList();
    }
}
