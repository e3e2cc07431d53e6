package juiceswap.core.words;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.StateFields;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Reach;
import juiceswap.core.supply.Source.BondChange;

/** Everything whose true position can be told, by the names and words of {@link StateFields}. */
public final class Parts {
    private final Wording words;
    private final List<Part> parts = new ArrayList<>();

    private Parts(Wording words) {
        this.words = words;
    }

    /**
     * A part.
     *
     * @param name of its field, such as {@code plate}
     * @param value where it stands as far as is known
     */
    public record Part(String name, String label, String value, List<Choice> choices) {
        /** What people call the position it is in. */
        public String position() {
            return choices.stream()
                    .filter(choice -> choice.value().equals(value))
                    .map(Choice::label)
                    .findFirst()
                    .orElse(value);
        }
    }

    /** A position that it may be in. */
    public record Choice(String value, String label) {}

    /** The parts of that house, with where they stand. */
    public static List<Part> of(Wording words, Changeover changeover, SwapState state) {
        Parts all = new Parts(words);
        all.add(changeover, state);
        return List.copyOf(all.parts);
    }

    private void add(Changeover changeover, SwapState state) {
        add(
                "utility",
                "swap.part-cards.street",
                state.utilityLive() ? "live" : "dead",
                "dead",
                "swap.position.no-power",
                "live",
                "swap.position.has-power");
        add(
                "engine",
                "swap.part-cards.engine",
                state.engine().word(),
                "stopped",
                "swap.position.stopped-and-cold",
                "resting",
                "swap.position.stopped-still-hot",
                "cold",
                "swap.position.runs-not-yet-warm",
                "ready",
                "swap.position.runs-warm",
                "hot",
                "swap.position.runs-has-carried-load",
                "cooled",
                "swap.position.runs-cooled-down");
        if (changeover.source().outputSwitch()) {
            add(
                    "output",
                    "swap.part-cards.breaker-on-the-set",
                    onOff(state.outputOn()),
                    "off",
                    "swap.position.off",
                    "on",
                    "swap.position.on");
        }
        boolean cords = changeover.parting() == Parting.UNPLUGGED;
        add(
                "cordGenerator",
                "swap.part-cards.cord-at-the-set",
                inOut(state.cordAtGenerator()),
                "out",
                "swap.position.out",
                "in",
                "swap.position.in");
        add(
                "cordHouse",
                cords ? "swap.part-cards.cords-at-the-appliances" : "swap.part-cards.cord-at-the-inlet",
                inOut(state.cordAtHouse()),
                "out",
                "swap.position.out",
                "in",
                "swap.position.in");
        if (changeover.source().bondChange() == BondChange.SWITCH) {
            add(
                    "bond",
                    "swap.part-cards.bond-switch",
                    state.bond().word(),
                    "bonded",
                    "swap.position.bonded",
                    "floating",
                    "swap.position.floating");
        }
        if (changeover.source().idleControl()) {
            add(
                    "eco",
                    "swap.part-cards.idle-control",
                    onOff(state.ecoOn()),
                    "off",
                    "swap.position.off",
                    "on",
                    "swap.position.on");
        }
        if (changeover.parting() == Parting.PLATE) {
            String feed = changeover.kind().reach() == Reach.OWN_PANEL
                    ? "swap.part-cards.utility-feed"
                    : "swap.part-cards.main-breaker";
            add("main", feed, onOff(state.mainOn()), "on", "swap.position.on", "off", "swap.position.off");
            add(
                    "plate",
                    "swap.part-cards.interlock-plate",
                    state.plateToGenerator() ? "generator" : "utility",
                    "utility",
                    "swap.position.lets-the-main-close",
                    "generator",
                    "swap.position.holds-the-main-off");
            add(
                    "input",
                    "swap.part-cards.generator-input-breaker",
                    onOff(state.inputOn()),
                    "off",
                    "swap.position.off",
                    "on",
                    "swap.position.on");
        }
        if (changeover.parting() == Parting.HANDLE) {
            add(
                    "handle",
                    "swap.part-cards.transfer-switch",
                    state.handle().word(),
                    "utility",
                    "swap.position.utility",
                    "off",
                    "swap.position.off",
                    "generator",
                    "swap.position.generator");
        }
        addBranches(changeover, state);
    }

    private void addBranches(Changeover changeover, SwapState state) {
        if (changeover.parting() == Parting.BY_ITSELF) {
            return;
        }
        String value = state.branches().word();
        if (changeover.parting().switchesPanel()) {
            add(
                    "branches",
                    "swap.part-cards.branch-breakers",
                    value,
                    "on",
                    "swap.position.all-on",
                    "off",
                    "swap.position.all-off",
                    "staged",
                    "swap.position.on-one-by-one");
        } else if (changeover.parting() == Parting.UNPLUGGED) {
            add(
                    "branches",
                    "swap.part-cards.appliances",
                    value,
                    "on",
                    "swap.position.all-in-the-wall",
                    "off",
                    "swap.position.all-unplugged",
                    "staged",
                    "swap.position.on-a-cord-one-by");
        } else {
            add(
                    "branches",
                    "swap.part-cards.circuit-switches",
                    value,
                    "on",
                    "swap.position.all-on-line",
                    "off",
                    "swap.position.all-off",
                    "staged",
                    "swap.position.on-generator-one-by-one");
        }
    }

    /** @param positions in turn the word of each and the key of what people call it */
    private void add(String name, String label, String value, String... positions) {
        List<Choice> choices = new ArrayList<>();
        for (int i = 0; i < positions.length; i += 2) {
            choices.add(new Choice(positions[i], words.say(positions[i + 1])));
        }
        parts.add(new Part(name, words.say(label), value, choices));
    }

    private static String onOff(boolean on) {
        return on ? "on" : "off";
    }

    private static String inOut(boolean in) {
        return in ? "in" : "out";
    }
}
