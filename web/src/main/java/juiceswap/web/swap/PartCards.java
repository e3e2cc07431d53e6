package juiceswap.web.swap;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
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
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a touched part is, how it can be set right, and what would happen if it were moved now. */
@Component
class PartCards {
    private final Words words;

    PartCards(Words words) {
        this.words = words;
    }

    /** The question, with how things would stand; empty when nothing was asked that exists in this household. */
    static Optional<WhatIf> whatIf(Standing standing, String action, @Nullable String circuit) {
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
    @Nullable
    PartCard card(
            Standing standing,
            Household household,
            Plan plan,
            @Nullable String name,
            @Nullable String action,
            @Nullable String circuit) {
        Optional<WhatIf> asked = action == null ? Optional.empty() : whatIf(standing, action, circuit);
        String of = asked.isPresent() && name == null
                ? DevicePart.of(Action.of(Objects.requireNonNull(action)).orElseThrow())
                : name;
        Part part = parts(standing.changeover(), standing.state()).stream()
                .filter(one -> one.name().equals(of))
                .findFirst()
                .orElse(null);
        if (part == null && asked.isEmpty()) {
            return null;
        }
        Why why = asked.map(whatIf -> why(
                        standing,
                        household,
                        plan,
                        Action.of(Objects.requireNonNull(action)).orElseThrow(),
                        circuit,
                        whatIf))
                .orElse(null);
        List<Ask> asks = part == null
                ? List.of()
                : asks(standing, household, plan).stream()
                        .filter(ask -> DevicePart.of(Action.of(ask.action()).orElseThrow())
                                .equals(part.name()))
                        .toList();
        String about = part == null ? "" : words.say("about." + part.name());
        if (part != null && part.name().equals("bond")) {
            about += " "
                    + words.bond(standing.changeover().setup(), standing.state().bond());
        }
        return new PartCard(part, about, asks, why);
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

    private Why why(
            Standing standing, Household household, Plan plan, Action action, @Nullable String circuit, WhatIf whatIf) {
        String title = action == Action.PICK_UP
                ? words.title(action, circuit, household)
                : words.imperative(action, household);
        List<String> sentences = new ArrayList<>();
        switch (whatIf.answer()) {
            case ALREADY_SO -> {
                sentences.add(say("swap.part-cards.nothing-would-change-if-it"));
                return new Why(title, "good", say("swap.part-cards.it-is-so-already"), sentences);
            }
            case ALLOWED -> {
                int at = indexOf(plan, action, circuit);
                sentences.add(
                        at == 0
                                ? say("swap.part-cards.it-is-the-next-step")
                                : at > 0
                                        ? say("swap.part-cards.it-comes-as-step-from", "step", (at + 1))
                                        : say("swap.part-cards.the-plan-does-not-need"));
                addNewlyLive(sentences, whatIf);
                return new Why(
                        title, at < 0 ? "watch" : "good", say("swap.part-cards.no-rule-is-against-it"), sentences);
            }
            case BLOCKED -> {
                sentences.add(words.blocked(action));
                if (!whatIf.newlyLive().isEmpty() && !whatIf.broken().isEmpty()) {
                    sentences.add(say(
                            "swap.part-cards.if-it-were-forced",
                            "get",
                            words.ifDone(whatIf.broken().get(0))));
                    addNewlyLive(sentences, whatIf);
                }
                return new Why(title, "stop", say("swap.part-cards.it-cant-be-done-as"), sentences);
            }
            default -> {
                for (Rule rule : whatIf.broken()) {
                    sentences.add(words.ifDone(rule));
                }
                if (whatIf.broken().contains(Rule.CAPACITY)) {
                    sentences.addAll(FitView.of(
                                    household,
                                    Capacity.of(
                                            standing.changeover().setup(),
                                            standing.state().picked(),
                                            circuit),
                                    circuit)
                            .lines());
                }
                addNewlyLive(sentences, whatIf);
                return new Why(title, "stop", say("swap.part-cards.not-now"), sentences);
            }
        }
    }

    private void addNewlyLive(List<String> sentences, WhatIf whatIf) {
        if (!whatIf.newlyLive().isEmpty()) {
            List<String> parts = whatIf.newlyLive().stream()
                    .map(part -> words.say("live." + part.word()))
                    .toList();
            sentences.add(say("swap.part-cards.it-would-make-live", "join", String.join(", ", parts)));
        }
    }

    private static int indexOf(Plan plan, Action action, @Nullable String circuit) {
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
        add(
                parts,
                "utility",
                say("swap.part-cards.street"),
                state.utilityLive() ? "live" : "dead",
                say("swap.part-cards.dead", "say", say("swap.position.no-power")),
                say("swap.part-cards.live", "say", say("swap.position.has-power")));
        add(
                parts,
                "engine",
                say("swap.part-cards.engine"),
                state.engine().word(),
                say("swap.part-cards.stopped", "say", say("swap.position.stopped-and-cold")),
                say("swap.part-cards.resting", "say", say("swap.position.stopped-still-hot")),
                say("swap.part-cards.cold", "say", say("swap.position.runs-not-yet-warm")),
                say("swap.part-cards.ready", "say", say("swap.position.runs-warm")),
                say("swap.part-cards.hot", "say", say("swap.position.runs-has-carried-load")),
                say("swap.part-cards.cooled", "say", say("swap.position.runs-cooled-down")));
        if (changeover.source().outputSwitch()) {
            add(
                    parts,
                    "output",
                    say("swap.part-cards.breaker-on-the-set"),
                    onOff(state.outputOn()),
                    say("swap.part-cards.off", "say", say("swap.position.off")),
                    say("swap.part-cards.on", "say", say("swap.position.on")));
        }
        boolean cords = changeover.parting() == Parting.UNPLUGGED;
        add(
                parts,
                "cordGenerator",
                say("swap.part-cards.cord-at-the-set"),
                inOut(state.cordAtGenerator()),
                say("swap.part-cards.out", "say", say("swap.position.out")),
                say("swap.part-cards.in", "say", say("swap.position.in")));
        add(
                parts,
                "cordHouse",
                cords ? say("swap.part-cards.cords-at-the-appliances") : say("swap.part-cards.cord-at-the-inlet"),
                inOut(state.cordAtHouse()),
                say("swap.part-cards.out", "say", say("swap.position.out")),
                say("swap.part-cards.in", "say", say("swap.position.in")));
        if (changeover.source().bondChange() == BondChange.SWITCH) {
            add(
                    parts,
                    "bond",
                    say("swap.part-cards.bond-switch"),
                    state.bond().word(),
                    say("swap.part-cards.bonded", "say", say("swap.position.bonded")),
                    say("swap.part-cards.floating", "say", say("swap.position.floating")));
        }
        if (changeover.source().idleControl()) {
            add(
                    parts,
                    "eco",
                    say("swap.part-cards.idle-control"),
                    onOff(state.ecoOn()),
                    say("swap.part-cards.off", "say", say("swap.position.off")),
                    say("swap.part-cards.on", "say", say("swap.position.on")));
        }
        if (changeover.parting() == Parting.PLATE) {
            String feed = changeover.kind().reach() == Reach.OWN_PANEL
                    ? say("swap.part-cards.utility-feed")
                    : say("swap.part-cards.main-breaker");
            add(
                    parts,
                    "main",
                    feed,
                    onOff(state.mainOn()),
                    say("swap.part-cards.on", "say", say("swap.position.on")),
                    say("swap.part-cards.off", "say", say("swap.position.off")));
            add(
                    parts,
                    "plate",
                    say("swap.part-cards.interlock-plate"),
                    state.plateToGenerator() ? "generator" : "utility",
                    say("swap.part-cards.utility", "say", say("swap.position.lets-the-main-close")),
                    say("swap.part-cards.generator", "say", say("swap.position.holds-the-main-off")));
            add(
                    parts,
                    "input",
                    say("swap.part-cards.generator-input-breaker"),
                    onOff(state.inputOn()),
                    say("swap.part-cards.off", "say", say("swap.position.off")),
                    say("swap.part-cards.on", "say", say("swap.position.on")));
        }
        if (changeover.parting() == Parting.HANDLE) {
            add(
                    parts,
                    "handle",
                    say("swap.part-cards.transfer-switch"),
                    state.handle().word(),
                    say("swap.part-cards.utility", "say", say("swap.position.utility")),
                    say("swap.part-cards.off", "say", say("swap.position.off")),
                    say("swap.part-cards.generator", "say", say("swap.position.generator")));
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
            add(
                    parts,
                    "branches",
                    say("swap.part-cards.branch-breakers"),
                    value,
                    say("swap.part-cards.on", "say", say("swap.position.all-on")),
                    say("swap.part-cards.off", "say", say("swap.position.all-off")),
                    say("swap.part-cards.staged", "say", say("swap.position.on-one-by-one")));
        } else if (changeover.parting() == Parting.UNPLUGGED) {
            add(
                    parts,
                    "branches",
                    say("swap.part-cards.appliances"),
                    value,
                    say("swap.part-cards.on", "say", say("swap.position.all-in-the-wall")),
                    say("swap.part-cards.off", "say", say("swap.position.all-unplugged")),
                    say("swap.part-cards.staged", "say", say("swap.position.on-a-cord-one-by")));
        } else {
            add(
                    parts,
                    "branches",
                    say("swap.part-cards.circuit-switches"),
                    value,
                    say("swap.part-cards.on", "say", say("swap.position.all-on-line")),
                    say("swap.part-cards.off", "say", say("swap.position.all-off")),
                    say("swap.part-cards.staged", "say", say("swap.position.on-generator-one-by-one")));
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
