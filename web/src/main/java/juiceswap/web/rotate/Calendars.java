package juiceswap.web.rotate;

import static juiceswap.web.db.Tables.HOUSEHOLD;

import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.RotationPlan.Move;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VAlarm;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Action;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Moves to come as calendar entries that ring, and the address at which a household's calendar can be read. */
@Component
class Calendars {
    private static final int KEY_BYTES = 20;
    private static final SecureRandom RANDOM = new SecureRandom();

    /** Long enough to be seen in a calendar, and for a walk to the panel. */
    private static final Duration LENGTH = Duration.ofMinutes(10);

    private static final Duration BEFORE = Duration.ofMinutes(5);

    private final DSLContext db;
    private final RotationWords words;

    Calendars(DSLContext db, RotationWords words) {
        this.db = db;
        this.words = words;
    }

    /** The key of a household's calendar, made when it is first asked for. */
    @Transactional
    public String key(long household) {
        byte[] bytes = new byte[KEY_BYTES];
        RANDOM.nextBytes(bytes);
        db.update(HOUSEHOLD)
                .set(HOUSEHOLD.CALENDAR_KEY, HexFormat.of().formatHex(bytes))
                .where(HOUSEHOLD.ID.eq(household), HOUSEHOLD.CALENDAR_KEY.isNull())
                .execute();
        return db.select(HOUSEHOLD.CALENDAR_KEY)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(household))
                .fetchSingle(HOUSEHOLD.CALENDAR_KEY);
    }

    /** The household whose calendar has that key. */
    Optional<Long> household(String key) {
        return db.select(HOUSEHOLD.ID)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.CALENDAR_KEY.eq(key))
                .fetchOptional(HOUSEHOLD.ID);
    }

    /** A calendar without an entry. */
    static Calendar empty() {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Juice Swap//Rotation//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        return calendar;
    }

    /** Everything that somebody has to do from {@code now} on, each entry ringing a little before. */
    Calendar of(RotationPlan plan, Household household, LocalDateTime now, Instant made) {
        Calendar calendar = empty();
        List<Move> moves = plan.moves().stream()
                .filter(move -> move.kind() != MoveKind.FIRST && move.at().isAfter(now))
                .toList();
        for (Move move : moves) {
            Instant at = move.at().atZone(ZoneId.systemDefault()).toInstant();
            String what = words.brief(move, true, household);
            VEvent event = new VEvent(at, LENGTH, what);
            event.replace(new DtStamp(made));
            event.add(new Uid("move-" + at.getEpochSecond() + "-" + move.kind().word() + "@juice-swap"));
            VAlarm alarm = new VAlarm(BEFORE.negated());
            alarm.add(new Action(Action.VALUE_DISPLAY));
            alarm.add(new Description(what));
            event.add(alarm);
            calendar.add(event);
        }
        return calendar;
    }
}
