package juiceswap.web.words;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Rule;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.outage.Event;
import juiceswap.web.exchange.CircuitEntry;
import juiceswap.web.exchange.HouseholdFile;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;

/** The product's words for steps, rules, causes and events, from {@code steps.properties}. */
@Component
public class Words {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter DAY_AND_TIME = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);

    private final MessageSource messages;

    public Words(MessageSource messages) {
        this.messages = messages;
    }

    /** The step as an order, verb first. */
    public String title(Action action, String circuit, HouseholdFile household) {
        return step(action, "title", household, unbroken(label(circuit, household)));
    }

    /** With word joiners, so that a large title does not break inside 6–8. */
    private static String unbroken(String label) {
        return label.replace("–", "\u2060–\u2060");
    }

    /** The step as an order without naming a circuit. */
    public String imperative(Action action, HouseholdFile household) {
        return step(action, "title", household, "");
    }

    /** One line why. */
    public String why(Action action, HouseholdFile household) {
        return step(action, "why", household, "");
    }

    /** What the big button says. */
    public String done(Action action, HouseholdFile household) {
        return step(action, "done", household, "");
    }

    /** As a line of a list: shorter than the title. */
    public String brief(Action action, String circuit, HouseholdFile household) {
        return step(action, "brief", household, label(circuit, household));
    }

    /** What to do when it does not go as told, or empty. */
    public String trouble(Action action) {
        return messages.getMessage("step." + action.word() + ".trouble", null, "", Locale.ENGLISH);
    }

    /** The words for this kind of transfer device where they differ, else those for all. */
    private String step(Action action, String what, HouseholdFile household, String label) {
        String key = "step." + action.word() + "." + what;
        Object[] values = {label, direction(action, household)};
        String kind = household.setup().transfer().kind().word();
        String own = messages.getMessage(key + "." + kind, values, "", Locale.ENGLISH);
        return own.isEmpty() ? messages.getMessage(key, values, Locale.ENGLISH) : own;
    }

    /** What would happen if the rule were broken. */
    public String ifDone(Rule rule) {
        return say("ifnow." + rule.word());
    }

    /** Why the hardware does not let it happen. */
    public String blocked(Action action) {
        return messages.getMessage("blocked." + action.word(), null, say("blocked.other"), Locale.ENGLISH);
    }

    public String rule(Rule rule) {
        return say("rule." + rule.word());
    }

    public String cause(VoltageCause cause) {
        return say("cause." + cause.word());
    }

    public String causeAction(VoltageCause cause) {
        return say("cause." + cause.word() + ".do");
    }

    public String causes(List<VoltageCause> causes) {
        return String.join(" ", causes.stream().map(this::cause).toList());
    }

    public String say(String key, Object... values) {
        return messages.getMessage(key, values, Locale.ENGLISH);
    }

    /** The words of that key if there are any, else the others. */
    public String sayOr(String key, String otherwise) {
        return messages.getMessage(key, null, otherwise, Locale.ENGLISH);
    }

    /** A log entry in one line. */
    public String event(Event event, HouseholdFile household) {
        if (event instanceof Event.Started started) {
            return started.state().utilityLive() ? "Rehearsal started, utility live" : "Outage started";
        }
        if (event instanceof Event.Done done) {
            return brief(done.action(), done.circuit(), household);
        }
        if (event instanceof Event.Read read) {
            return "Read under way: " + read.verdict().word()
                    + (read.causes().isEmpty() ? "" : ". " + causes(read.causes()));
        }
        if (event instanceof Event.RefusedReading refused) {
            return brief(refused.action(), null, household) + ": "
                    + refused.verdict().word() + ". " + causes(refused.causes());
        }
        if (event instanceof Event.Corrected) {
            return "Positions set to how they really are";
        }
        if (event instanceof Event.Opened opened) {
            return label(opened.circuit(), household) + " switched off";
        }
        if (event instanceof Event.Chosen chosen) {
            return say("goal." + chosen.goal().word());
        }
        if (event instanceof Event.Answered answered) {
            return label(answered.circuit(), household) + ": "
                    + say("answer." + answered.answer().word());
        }
        if (event instanceof Event.Undone undone) {
            return "Entry " + undone.sequence() + " taken back";
        }
        if (event instanceof Event.Alarmed) {
            return "CO alarm or headache: everybody out";
        }
        if (event instanceof Event.UtilitySeen seen) {
            return "The street has power: " + say("sign." + seen.sign().word() + ".brief");
        }
        if (event instanceof Event.UtilityLost) {
            return "The street is dark again";
        }
        if (event instanceof Event.TakenOver) {
            return "Took over, positions looked at";
        }
        if (event instanceof Event.Planned planned) {
            return "Rotation planned: " + planned.why();
        }
        if (event instanceof Event.Observed observed) {
            return label(observed.circuit(), household)
                    + (observed.celsius() == null
                            ? ""
                            : String.format(Locale.ENGLISH, " at %.1f °C", observed.celsius()))
                    + ": " + hours(observed.minutes()) + " left";
        }
        if (event instanceof Event.FuelSeen seen) {
            return String.format(Locale.ENGLISH, "%.1f litres in the tank", seen.litres());
        }
        if (event instanceof Event.LoadMeasured measured) {
            return String.format(
                    Locale.ENGLISH, "%s draws %,.0f W", label(measured.circuit(), household), measured.watts());
        }
        if (event instanceof Event.BondFound found) {
            return "Measured: the set’s neutral is " + found.bond().word();
        }
        if (event instanceof Event.Stalled) {
            return "The engine has stalled";
        }
        if (event instanceof Event.AllClear) {
            return "All clear after the alarm";
        }
        return "Ended";
    }

    /** The circuit's label with its space, as on the panel door. */
    public static String label(String circuit, HouseholdFile household) {
        CircuitEntry found = circuit == null ? null : household.find(circuit);
        return found == null
                ? ""
                : household.printed(found) + " " + found.circuit().label();
    }

    /** The way back. */
    public static String opposite(String way) {
        return switch (way) {
            case "up" -> "down";
            case "down" -> "up";
            case "left" -> "right";
            default -> "left";
        };
    }

    /** Minutes as people say them: 45 min, 3 h, 3 h 10, 2 days. */
    public static String hours(double minutes) {
        long whole = Math.max(0, Math.round(minutes));
        if (whole < 60) {
            return whole + " min";
        }
        if (whole >= 48 * 60) {
            return whole / (24 * 60) + " days";
        }
        return whole % 60 == 0 ? whole / 60 + " h" : String.format(Locale.ENGLISH, "%d h %02d", whole / 60, whole % 60);
    }

    /** Since when, on this server's clock: the time, with the day when it was not today. */
    public static String since(Instant then, Instant now) {
        ZonedDateTime local = then.atZone(ZoneId.systemDefault());
        boolean today = local.toLocalDate().equals(LocalDate.ofInstant(now, ZoneId.systemDefault()));
        return (today ? TIME : DAY_AND_TIME).format(local);
    }

    /** How long ago a day is. */
    public static String daysAgo(LocalDate day, LocalDate today) {
        long days = ChronoUnit.DAYS.between(day, today);
        if (days <= 0) {
            return "today";
        }
        if (days < 60) {
            return days == 1 ? "1 day ago" : days + " days ago";
        }
        return days / 30 + " months ago";
    }

    private static String direction(Action action, HouseholdFile household) {
        return action == Action.PLATE_TO_UTILITY ? opposite(household.plateMoves()) : household.plateMoves();
    }
}
