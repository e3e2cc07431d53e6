package juiceswap.core.words;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import juiceswap.core.Phrase;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Rule;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.household.Mounting;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.Quantity;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.outage.Confirming;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import juiceswap.core.supply.Bond;
import org.jspecify.annotations.Nullable;

/** The core's words by the keys of the message files: which sentence is said of what, the same on the server and in a phone. */
public class Wording {
    /** More would have to be weighed against each other by somebody who has no time. */
    private static final int SMALLER_CHOICES = 2;

    private final Sentences sentences;

    public Wording(Sentences sentences) {
        this.sentences = sentences;
    }

    /** The step as an order, verb first. */
    public String title(Action action, @Nullable String circuit, Household household) {
        return step(action, "title", household, unbroken(label(circuit, household)));
    }

    /** With word joiners, so that a large title does not break inside 6–8. */
    private static String unbroken(String label) {
        return label.replace("–", "\u2060–\u2060");
    }

    /** The step as an order without naming a circuit. */
    public String imperative(Action action, Household household) {
        return step(action, "title", household, "");
    }

    /** One line why; on the way back some things are done for another reason. */
    public String why(Action action, Goal goal, Household household) {
        String back = "step." + action.word() + ".why.back";
        return goal == Goal.ON_UTILITY && sentences.has(back) ? say(back) : step(action, "why", household, "");
    }

    /** What the big button says. */
    public String done(Action action, Household household) {
        return step(action, "done", household, "");
    }

    /** As a line of a list: shorter than the title. */
    public String brief(Action action, @Nullable String circuit, Household household) {
        return step(action, "brief", household, label(circuit, household));
    }

    /** What to do when it does not go as told, or empty. */
    public String trouble(Action action, Household household) {
        String key = variant(action, "step." + action.word() + ".trouble", household.setup());
        return sayOr(key, "");
    }

    /** The words for this house where they differ: by what is read, the device, the fuel, or a set without two legs. */
    private String variant(Action action, String key, Setup setup) {
        TransferDevice device = setup.transfer();
        boolean readsFirstCircuit =
                action == Action.MEASURE_PANEL && device.kind().readUnderLoad() && !device.provable();
        List<String> variants = new ArrayList<>();
        if (readsFirstCircuit) {
            variants.add(key + ".first");
        }
        variants.add(key + "." + device.kind().word());
        if (setup.source().engine() != null) {
            variants.add(key + "." + setup.source().engine().fuel().word());
        }
        if (!setup.source().splitPhase() && action != Action.MEASURE_UTILITY) {
            variants.add(key + ".single");
        }
        return variants.stream().filter(sentences::has).findFirst().orElse(key);
    }

    /** The words for this kind of transfer device where they differ, else those for all. */
    private String step(Action action, String what, Household household, String label) {
        String key = "step." + action.word() + "." + what;
        Mounting.Way way = household.plateMoves();
        return say(
                variant(action, key, household.setup()),
                "circuit",
                label,
                "way",
                say("way." + (action == Action.PLATE_TO_UTILITY ? way.opposite() : way).word()));
    }

    /** How the set is bonded now, and what that makes on the house and alone: the same sentence wherever it is spoken of. */
    public String bond(Setup setup, Bond now) {
        return say(
                "bond.sentence",
                "bond",
                now.word(),
                "reaches",
                setup.transfer().houseBondReaches() ? "yes" : "no",
                "change",
                setup.source().bondChange().word(),
                "wired",
                setup.transfer().kind().wired() ? "yes" : "no");
    }

    /** What would happen if the rule were broken. */
    public String ifDone(Rule rule) {
        return say("ifnow." + rule.word());
    }

    /** Why the hardware does not let it happen. */
    public String blocked(Action action) {
        return sayOr("blocked." + action.word(), say("blocked.other"));
    }

    public String rule(Rule rule) {
        return say("rule." + rule.word());
    }

    public String cause(VoltageCause cause) {
        return say("cause." + cause.word());
    }

    /** What to do about it; of the utility's own supply that is another thing than of the set's. */
    public String causeAction(VoltageCause cause, boolean utility) {
        String key = "cause." + cause.word() + ".do";
        return utility ? sayOr(key + ".utility", say(key)) : say(key);
    }

    public String causes(List<VoltageCause> causes) {
        return String.join(" ", causes.stream().map(this::cause).toList());
    }

    /** The sentence of that key with the values that it names, in turn name and value, each as it is to be shown. */
    public String say(String key, @Nullable Object... namesAndValues) {
        return sentences.say(key, Phrase.named(namesAndValues));
    }

    /** The words of that key if there are any, else the others. */
    public String sayOr(String key, String otherwise, @Nullable Object... namesAndValues) {
        return sentences.has(key) ? say(key, namesAndValues) : otherwise;
    }

    /** A phrase of the core where no household's words or measures are needed, as for something that was typed wrong. */
    public String say(Phrase phrase) {
        Map<String, Object> shown = new LinkedHashMap<>();
        phrase.values().forEach((name, value) -> shown.put(name, value instanceof Phrase inner ? say(inner) : value));
        return sentences.say(phrase.key(), shown);
    }

    /** Several things that are wrong, in one sentence. */
    public String everything(List<Phrase> phrases) {
        String text = phrases.stream().map(this::say).collect(Collectors.joining("; "));
        return text.isEmpty() ? text : text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }

    /** Several phrases in one line. */
    public String list(List<Phrase> phrases) {
        return phrases.stream().map(this::say).collect(Collectors.joining(", "));
    }

    /** A phrase of the core in the words and measures of that household. */
    public String say(Phrase phrase, Household household) {
        Map<String, Object> shown = new LinkedHashMap<>();
        phrase.values().forEach((name, value) -> shown.put(name, shown(value, household)));
        if (!phrase.key().startsWith("step.")) {
            return sentences.say(phrase.key(), shown);
        }
        shown.putIfAbsent("circuit", "");
        shown.put("way", say("way." + household.plateMoves().word()));
        String own = phrase.key() + "." + household.setup().transfer().kind().word();
        return sentences.say(sentences.has(own) ? own : phrase.key(), shown);
    }

    private Object shown(Object value, Household household) {
        Measures measures = household.measures();
        if (value instanceof Phrase phrase) {
            return say(phrase, household);
        }
        if (value instanceof List<?> several) {
            return several.stream()
                    .map(one -> String.valueOf(shown(one, household)))
                    .collect(Collectors.joining(" "));
        }
        if (value instanceof Phrase.OfCircuit circuit) {
            String label = label(circuit.id(), household);
            return label.isEmpty() ? circuit.id() : label;
        }
        if (value instanceof Quantity quantity) {
            return measures.show(quantity);
        }
        if (value instanceof Duration duration) {
            return measures.duration(duration.getSeconds() / 60.0);
        }
        if (value instanceof LocalDateTime time) {
            return measures.clock(time.toLocalTime());
        }
        return value instanceof LocalTime time ? measures.clock(time) : value;
    }

    /** A log entry in one line. */
    public String event(Event event, Household household) {
        return say(EventKind.phraseOf(event), household);
    }

    /**
     * A choice of fewer circuits that can be started and carried.
     *
     * @param text what to leave off, as a button says it
     * @param rest what still runs, by id
     */
    public record SmallerChoice(String text, List<String> rest) {}

    /** Smaller choices than one that is too much, the best first; empty where it fits. */
    public List<SmallerChoice> smallerChoices(Collection<String> chosen, Household household) {
        return household.toLeaveOff(chosen).stream()
                .limit(SMALLER_CHOICES)
                .map(off -> new SmallerChoice(
                        say(
                                "swap.leave-off",
                                "circuits",
                                off.stream().map(id -> label(id, household)).collect(Collectors.joining(", "))),
                        chosen.stream().filter(id -> !off.contains(id)).toList()))
                .toList();
    }

    /** The circuit's label with its space, as on the panel door. */
    public static String label(@Nullable String circuit, Household household) {
        HomeCircuit found = circuit == null ? null : household.find(circuit);
        return found == null
                ? ""
                : household.printed(found) + " " + found.circuit().label();
    }

    /** The sentence for a refused confirmation. */
    public String refusal(Confirming.Outcome.Refused refused, Household household) {
        String what = brief(refused.action(), refused.circuit(), household);
        if (refused.impossible()) {
            return say("swap.swap.not-possible-as-things-stand", "what", what);
        }
        String rules =
                String.join(" ", refused.broken().stream().map(this::rule).toList());
        if (!refused.broken().contains(Rule.CAPACITY)) {
            return say("swap.swap.not-now", "what", what, "rules", rules);
        }
        if (refused.makeRoom() == null) {
            return say("swap.swap.doesnt-fit-nothing-that-could", "what", what);
        }
        String open = String.join(
                ", ",
                refused.makeRoom().stream().map(id -> label(id, household)).toList());
        return say("swap.swap.doesnt-fit-now-to-make", "what", what, "open", open);
    }

    /** Where something is done. */
    public String place(Place place) {
        return switch (place) {
            case GENERATOR -> say("swap.swap.outside-at-the-set");
            case INLET -> say("swap.swap.outside-at-the-inlet");
            case PANEL -> say("swap.swap.at-the-panel");
            case INDOORS -> say("swap.swap.indoors");
        };
    }
}
