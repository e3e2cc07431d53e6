package juiceswap.web.swap;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Standing;
import juiceswap.core.words.Parts;
import juiceswap.core.words.Parts.Part;
import juiceswap.web.drawing.DevicePart;
import juiceswap.web.drawing.FitView;
import juiceswap.web.swap.SwapPage.Ask;
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
        Part part = Parts.of(words, standing.changeover(), standing.state()).stream()
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
}
