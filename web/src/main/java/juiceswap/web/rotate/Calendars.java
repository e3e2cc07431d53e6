package juiceswap.web.rotate;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.RotationPlan.Move;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.web.rotate.RotationPlans.Kept;
import juiceswap.web.rotate.Rotations.Life;
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
import org.springframework.stereotype.Component;

/** Moves to come as calendar entries that ring. */
@Component
class Calendars {
    /** Long enough to be seen in a calendar, and for a walk to the panel. */
    private static final Duration LENGTH = Duration.ofMinutes(10);

    private static final Duration BEFORE = Duration.ofMinutes(5);

    private final RotationWords words;

    Calendars(RotationWords words) {
        this.words = words;
    }

    /** A calendar without an entry. */
    static Calendar empty() {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Juice Swap//Rotation//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        return calendar;
    }

    /** Everything that somebody has to do from now on, each entry ringing a little before. */
    Calendar of(Life life, Instant made) {
        Calendar calendar = empty();
        Kept lived = life.lived();
        Household household = life.outage().household();
        Refuelling fuel = life.fuelAlong(lived);
        List<Move> moves = lived.plan().moves().stream()
                .filter(move -> move.kind() != MoveKind.FIRST && move.at().isAfter(life.now()))
                .toList();
        for (Move move : moves) {
            Instant at = move.at().atZone(ZoneId.systemDefault()).toInstant();
            String what = words.brief(move, fuel, household);
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
