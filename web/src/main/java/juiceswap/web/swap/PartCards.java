package juiceswap.web.swap;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Reach;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Standing;
import juiceswap.core.supply.Source.BondChange;
import juiceswap.web.drawing.DevicePart;
import juiceswap.web.drawing.FitView;
import juiceswap.web.swap.SwapPage.Ask;
import juiceswap.web.swap.SwapPage.Choice;
import juiceswap.web.swap.SwapPage.Part;
import juiceswap.web.swap.SwapPage.PartCard;
import juiceswap.web.swap.SwapPage.Why;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** What a touched part is, how it can be set right, and what would happen if it were moved now. */
@Component
class PartCards {
    private final Words words;

    PartCards(Words words) {
        this.words = words;
    }

    /** The question, with how things would stand; empty when nothing was asked that exists in this household. */
    static Optional<WhatIf> whatIf(Standing standing, String action, String circuit) {
        return Action.of(action)
                .filter(asked -> standing.changeover().has(asked))
                .filter(asked -> asked != Action.PICK_UP
                        || circuit != null && standing.changeover().setup().find(circuit) != null)
                .map(asked -> WhatIf.of(
                        standing.changeover(),
                        standing.planned(),
                        standing.state(),
                        asked,
                        asked == Action.PICK_UP ? circuit : null));
    }

    /**
     * The card for what was touched or asked.
     *
     * @param name of the part, or null
     * @param action asked about, or null
     */
    PartCard card(Standing standing, Household household, Plan plan, String name, String action, String circuit) {
        Optional<WhatIf> asked = action == null ? Optional.empty() : whatIf(standing, action, circuit);
        String of = asked.isPresent() && name == null
                ? DevicePart.of(Action.of(action).orElseThrow())
                : name;
        Part part = parts(standing.changeover(), standing.state()).stream()
                .filter(one -> one.name().equals(of))
                .findFirst()
                .orElse(null);
        if (part == null && asked.isEmpty()) {
            return null;
        }
        Why why = asked.map(whatIf ->
                        why(standing, household, plan, Action.of(action).orElseThrow(), circuit, whatIf))
                .orElse(null);
        List<Ask> asks = part == null
                ? List.of()
                : asks(standing, household, plan).stream()
                        .filter(ask -> DevicePart.of(Action.of(ask.action()).orElseThrow())
                                .equals(part.name()))
                        .toList();
        return new PartCard(part, part == null ? "" : words.say("about." + part.name()), asks, why);
    }

    /** Everything that could be done in this household apart from picking up single circuits. */
    List<Ask> asks(Standing standing, Household household, Plan plan) {
        Action next = plan.steps().isEmpty() ? null : plan.steps().get(0).action();
        return Arrays.stream(Action.values())
                .filter(action ->
                        action != Action.PICK_UP && standing.changeover().has(action))
                .map(action -> new Ask(action.word(), null, words.imperative(action, household), action == next))
                .toList();
    }

    private Why why(Standing standing, Household household, Plan plan, Action action, String circuit, WhatIf whatIf) {
        String title = action == Action.PICK_UP
                ? words.title(action, circuit, household)
                : words.imperative(action, household);
        List<String> sentences = new ArrayList<>();
        switch (whatIf.answer()) {
            case ALREADY_SO -> {
                sentences.add("Nothing would change. If it is not so in truth, say so below.");
                return new Why(title, "good", "It is so already.", sentences);
            }
            case ALLOWED -> {
                int at = indexOf(plan, action, circuit);
                sentences.add(
                        at == 0
                                ? "It is the next step."
                                : at > 0
                                        ? "It comes as step " + (at + 1) + " from here; doing it now breaks no rule."
                                        : "The plan does not need it.");
                addNewlyLive(sentences, whatIf);
                return new Why(title, at < 0 ? "watch" : "good", "No rule is against it.", sentences);
            }
            case BLOCKED -> {
                sentences.add(words.blocked(action));
                if (!whatIf.newlyLive().isEmpty() && !whatIf.broken().isEmpty()) {
                    sentences.add(
                            "If it were forced: " + words.ifDone(whatIf.broken().get(0)));
                    addNewlyLive(sentences, whatIf);
                }
                return new Why(title, "stop", "It can’t be done as things stand.", sentences);
            }
            default -> {
                for (Rule rule : whatIf.broken()) {
                    sentences.add(words.ifDone(rule));
                }
                if (whatIf.broken().contains(Rule.CAPACITY)) {
                    sentences.addAll(FitView.of(
                                    household,
                                    Capacity.of(
                                            household.setup(), standing.state().picked(), circuit),
                                    circuit)
                            .lines());
                }
                addNewlyLive(sentences, whatIf);
                return new Why(title, "stop", "Not now.", sentences);
            }
        }
    }

    private void addNewlyLive(List<String> sentences, WhatIf whatIf) {
        if (!whatIf.newlyLive().isEmpty()) {
            List<String> parts = whatIf.newlyLive().stream()
                    .map(part -> words.say("live." + part.word()))
                    .toList();
            sentences.add("It would make live: " + String.join(", ", parts) + ".");
        }
    }

    private static int indexOf(Plan plan, Action action, String circuit) {
        for (int i = 0; i < plan.steps().size(); i++) {
            Plan.Step step = plan.steps().get(i);
            if (step.action() == action && (circuit == null || circuit.equals(step.circuit()))) {
                return i;
            }
        }
        return -1;
    }

    // ---- positions

    /** Everything whose true position can be told, with the words that {@link SwapController} reads back. */
    static List<Part> parts(Changeover changeover, SwapState state) {
        List<Part> parts = new ArrayList<>();
        add(parts, "utility", "Street", state.utilityLive() ? "live" : "dead", "dead:no power", "live:has power");
        add(
                parts,
                "engine",
                "Engine",
                state.engine().word(),
                "stopped:stopped and cold",
                "resting:stopped, still hot",
                "cold:runs, not yet warm",
                "ready:runs, warm",
                "hot:runs, has carried load",
                "cooled:runs, cooled down");
        if (changeover.source().outputSwitch()) {
            add(parts, "output", "Breaker on the set", onOff(state.outputOn()), "off:off", "on:on");
        }
        boolean cords = changeover.parting() == Parting.UNPLUGGED;
        add(parts, "cordGenerator", "Cord at the set", inOut(state.cordAtGenerator()), "out:out", "in:in");
        add(
                parts,
                "cordHouse",
                cords ? "Cords at the appliances" : "Cord at the inlet",
                inOut(state.cordAtHouse()),
                "out:out",
                "in:in");
        if (changeover.source().bondChange() == BondChange.SWITCH) {
            add(parts, "bond", "Bond switch", state.bond().word(), "bonded:bonded", "floating:floating");
        }
        if (changeover.source().idleControl()) {
            add(parts, "eco", "Idle control", onOff(state.ecoOn()), "off:off", "on:on");
        }
        if (changeover.parting() == Parting.PLATE) {
            String feed = changeover.kind().reach() == Reach.OWN_PANEL ? "Utility feed" : "Main breaker";
            add(parts, "main", feed, onOff(state.mainOn()), "on:on", "off:off");
            add(
                    parts,
                    "plate",
                    "Interlock plate",
                    state.plateToGenerator() ? "generator" : "utility",
                    "utility:lets the main close",
                    "generator:holds the main off");
            add(parts, "input", "Generator input breaker", onOff(state.inputOn()), "off:off", "on:on");
        }
        if (changeover.parting() == Parting.HANDLE) {
            add(
                    parts,
                    "handle",
                    "Transfer switch",
                    state.handle().word(),
                    "utility:utility",
                    "off:off",
                    "generator:generator");
        }
        addBranches(parts, changeover, state);
        return List.copyOf(parts);
    }

    private static void addBranches(List<Part> parts, Changeover changeover, SwapState state) {
        if (changeover.parting() == Parting.BY_ITSELF) {
            return;
        }
        String value = state.branches().word();
        if (changeover.parting().switchesPanel()) {
            add(parts, "branches", "Branch breakers", value, "on:all on", "off:all off", "staged:on one by one");
        } else if (changeover.parting() == Parting.UNPLUGGED) {
            add(
                    parts,
                    "branches",
                    "Appliances",
                    value,
                    "on:all in the wall",
                    "off:all unplugged",
                    "staged:on a cord one by one");
        } else {
            add(
                    parts,
                    "branches",
                    "Circuit switches",
                    value,
                    "on:all on line",
                    "off:all off",
                    "staged:on generator one by one");
        }
    }

    private static void add(List<Part> parts, String name, String label, String value, String... choices) {
        List<Choice> all = new ArrayList<>();
        for (String choice : choices) {
            int colon = choice.indexOf(':');
            all.add(new Choice(choice.substring(0, colon), choice.substring(colon + 1)));
        }
        parts.add(new Part(name, label, value, all));
    }

    private static String onOff(boolean on) {
        return on ? "on" : "off";
    }

    private static String inOut(boolean in) {
        return in ? "in" : "out";
    }
}
