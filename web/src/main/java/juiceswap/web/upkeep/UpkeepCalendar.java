package juiceswap.web.upkeep;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.household.Household;
import juiceswap.core.upkeep.Upkeep;
import juiceswap.web.household.Households;
import juiceswap.web.words.Words;
import net.fortuna.ical4j.model.component.VAlarm;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Action;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.Uid;
import org.springframework.stereotype.Component;

/** What is due of the upkeep by a day, as entries of a calendar that ring on its morning. */
@Component
public class UpkeepCalendar {
    /** When it rings, from the midnight with which its day begins: an hour at which something can be done about it. */
    private static final Duration NINE_IN_THE_MORNING = Duration.ofHours(9);

    private final UpkeepBook book;
    private final Households households;
    private final Words words;

    UpkeepCalendar(UpkeepBook book, Households households, Words words) {
        this.book = book;
        this.households = households;
        this.words = words;
    }

    /**
     * An entry for each task that a day makes due; one whose day is past stands on today, until it is done. None until the
     * engine was entered.
     */
    public List<VEvent> entries(long householdId, LocalDate today, Instant made) {
        Household household = households.file(householdId).orElse(null);
        List<VEvent> entries = new ArrayList<>();
        if (household != null) {
            book.of(householdId, household, today)
                    .ifPresent(upkeep -> upkeep.tasks().forEach(one -> {
                        if (one.due() != null) {
                            entries.add(entry(one, one.due().isBefore(today) ? today : one.due(), made));
                        }
                    }));
        }
        return entries;
    }

    private VEvent entry(Upkeep.Standing one, LocalDate day, Instant made) {
        String what = words.say(
                "upkeep.calendar", "task", words.say("upkeep.task." + one.task().word()));
        VEvent event = new VEvent(day, what);
        event.replace(new DtStamp(made));
        // the same entry moves to another day when it was done
        event.add(new Uid("upkeep-" + one.task().word() + "@juice-swap"));
        event.add(new Description(words.say("upkeep.how." + one.task().word())));
        VAlarm alarm = new VAlarm(NINE_IN_THE_MORNING);
        alarm.add(new Action(Action.VALUE_DISPLAY));
        alarm.add(new Description(what));
        event.add(alarm);
        return event;
    }
}
