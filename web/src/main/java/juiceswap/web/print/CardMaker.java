package juiceswap.web.print;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.capacity.Remedies;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.rehearsal.Scenario;
import juiceswap.core.rehearsal.Trouble;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.upkeep.Lending;
import juiceswap.core.upkeep.Lending.Which;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** The card at the panel door and the stand-in's sheet: the planner's steps of this very house, out and back. */
@Component
class CardMaker {
    private final Words words;

    CardMaker(Words words) {
        this.words = words;
    }

    /**
     * One side of the card.
     *
     * @param refused why there is no way, or empty
     */
    public record Side(String title, String under, List<Section> sections, List<Breaker> breakers, String refused) {}

    /** Steps that are done at one place. */
    public record Section(String place, List<Numbered> steps) {}

    /** A step; of several breakers in a row their letters. */
    public record Numbered(int number, String title, String why, String trouble, List<Lettered> letters) {}

    /** A breaker that is turned ON in its turn. */
    public record Lettered(String letter, String text) {}

    /** A breaker of the panel with what the card says of it: its letter, its test, or OFF. */
    public record Breaker(String number, String label, String leg, String mark, boolean off) {}

    Side out(Household household) {
        return side(household, Trouble.DARK_HOUSE, "print.onto-the-generator", "print.side-one");
    }

    Side back(Household household) {
        return side(household, Trouble.WAY_BACK, "print.back-on-utility", "print.side-two");
    }

    /** The steps that make it safe from the house on the generator. */
    List<String> makeSafe(Household household) {
        Scenario scenario = Scenario.of(Trouble.WAY_BACK, 0, household.setup(), household.outage());
        Changeover changeover = new Changeover(household.setup(), scenario.options());
        SwapState.Change state = scenario.begins().change();
        state.utilityLive = false;
        return new Planner(changeover, Goal.MAKE_SAFE)
                .plan(state.state()).steps().stream()
                        .map(step -> words.title(step.action(), step.circuit(), household))
                        .toList();
    }

    /** What stays OFF while one of two generators is away; empty where there are not two. */
    List<String> oneAway(Household household) {
        // how their neutrals are bonded makes no difference here
        Household house = household.withBond(Bond.UNKNOWN);
        if (!(house.setup().source() instanceof ParallelGenerators two)) {
            return List.of();
        }
        if (two.alike()) {
            return List.of(oneAway(house, Which.FIRST, "lend.either-stays"));
        }
        return List.of(
                oneAway(house, Which.SECOND, "lend.first-stays"), oneAway(house, Which.FIRST, "lend.second-stays"));
    }

    private String oneAway(Household household, Which away, String who) {
        return words.say(who) + " " + whatStaysOff(Lending.atHand(household, Set.of(away)));
    }

    private String whatStaysOff(Household stays) {
        List<String> chosen = new Changeover(stays.setup(), stays.outage()).wanted();
        if (Remedies.passes(stays.setup(), chosen)) {
            return words.say("print.one-away.fits");
        }
        List<List<String>> leaveOff = stays.toLeaveOff(chosen);
        if (leaveOff.isEmpty()) {
            return words.say("print.one-away.nothing");
        }
        String circuits =
                leaveOff.get(0).stream().map(id -> Words.label(id, stays)).collect(Collectors.joining(", "));
        return words.say("print.one-away.leave-off", "circuits", circuits);
    }

    private Side side(Household household, Trouble from, String title, String under) {
        Scenario scenario = Scenario.of(from, 0, household.setup(), household.outage());
        Changeover changeover = new Changeover(household.setup(), scenario.options());
        Plan plan = new Planner(changeover, scenario.goal()).plan(scenario.begins());
        Map<String, String> marks = new HashMap<>();
        List<Section> sections = sections(plan, changeover, scenario.goal(), household, marks);
        return new Side(
                words.say(title),
                words.say(under),
                sections,
                breakers(household, marks, scenario.goal() == Goal.ON_GENERATOR),
                plan.refused() == null ? "" : words.say(plan.refused().reason()));
    }

    private List<Section> sections(
            Plan plan, Changeover changeover, Goal goal, Household household, Map<String, String> marks) {
        List<Section> sections = new ArrayList<>();
        List<Numbered> steps = new ArrayList<>();
        List<Lettered> letters = new ArrayList<>();
        int number = 0;
        int lettersUsed = 0;
        Place place = null;
        for (Plan.Step step : plan.steps()) {
            String circuit = step.circuit();
            boolean lettered = step.action() == Action.PICK_UP && circuit != null && !changeover.isTestCircuit(circuit);
            if (step.place() != place) {
                steps = new ArrayList<>();
                letters = new ArrayList<>();
                sections.add(new Section(words.say("print.place." + step.place().word()), steps));
                place = step.place();
            }
            if (lettered) {
                String letter = String.valueOf((char) ('A' + lettersUsed++));
                if (letters.isEmpty()) {
                    steps.add(new Numbered(
                            ++number,
                            words.say("print.one-at-a-time"),
                            words.say("print.wait-until-even"),
                            "",
                            letters));
                }
                letters.add(new Lettered(letter, Words.label(circuit, household)));
                marks.put(String.valueOf(circuit), letter);
                continue;
            }
            letters = new ArrayList<>();
            steps.add(new Numbered(
                    ++number,
                    words.title(step.action(), circuit, household),
                    words.why(step.action(), goal, household),
                    words.trouble(step.action(), household),
                    List.of()));
            if (circuit != null) {
                marks.put(circuit, "(" + number + ")");
            }
        }
        return sections;
    }

    private List<Breaker> breakers(Household household, Map<String, String> marks, boolean out) {
        List<Breaker> breakers = new ArrayList<>();
        for (HomeCircuit circuit : household.circuits()) {
            String mark = marks.get(circuit.id());
            boolean off = out && mark == null;
            breakers.add(new Breaker(
                    household.printed(circuit),
                    circuit.circuit().label(),
                    circuit.circuit().twoPole()
                            ? "L1 L2"
                            : circuit.circuit().leg().word(),
                    off ? words.say("print.off") : mark == null ? "" : mark,
                    off));
        }
        return breakers;
    }
}
