package juiceswap.core.bonding;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.Worded;
import juiceswap.core.bonding.BondTests.Finding;
import juiceswap.core.house.KeptTest;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import org.jspecify.annotations.Nullable;

/**
 * How many neutral-to-ground bonds there will be in what the set energises, and what to do about it. Two bonds put load
 * current on ground wires and hide a broken neutral from every voltmeter; none lets faults go untripped. What is measured
 * beats what is declared.
 *
 * @param generatorBonded the set's own bond, null when neither test nor label says
 * @param houseBondReaches the house's bond counts in what the set feeds
 * @param bonds how many there are, null when that is not known
 * @param actions what to do, the first first
 */
public record BondJudgement(
        @Nullable Boolean generatorBonded,
        boolean houseBondReaches,
        @Nullable Integer bonds,
        Verdict verdict,
        List<Action> actions) {

    /** What the tests and the label amount to. */
    public enum Verdict implements Worded {
        ONE_BOND("one-bond", true),
        FLOATING_BY_DESIGN("floating-by-design", true),
        TWO_BONDS("two-bonds", false),
        NO_BOND("no-bond", false),
        MEASURE("measure", false),
        DOUBTFUL("doubtful", false),
        CONTRADICTION("contradiction", false),
        BROKEN_PATH("broken-path", false);

        private final String word;

        private final boolean safe;

        Verdict(String word, boolean safe) {
            this.word = word;
            this.safe = safe;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** What to do about it. */
    public enum Action implements Worded {
        REPEAT_TESTS("REPEAT_TESTS"),
        CALL_ELECTRICIAN("CALL_ELECTRICIAN"),
        TEST_GENERATOR_ALONE("TEST_GENERATOR_ALONE"),
        FLOAT_GENERATOR("FLOAT_GENERATOR"),
        BOND_GENERATOR("BOND_GENERATOR"),
        FOLLOW_MANUAL("FOLLOW_MANUAL"),
        LABEL_WRONG("LABEL_WRONG"),
        GFCI_WILL_TRIP("GFCI_WILL_TRIP"),
        USE_GFCI_CORDS("USE_GFCI_CORDS");

        private final String word;

        Action(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * What it is used for and how it is labelled.
     *
     * @param onCords extension cords to appliances; else the house's wiring
     * @param switchedNeutral the transfer device switches the neutral, so that the house's bond stays behind
     * @param label what the set's label or manual says
     * @param gfciOutlets its outlets are ground-fault protected
     */
    public record Use(boolean onCords, boolean switchedNeutral, Bond label, BondChange change, boolean gfciOutlets) {
        private boolean solidHouse() {
            return !onCords && !switchedNeutral;
        }
    }

    /**
     * As what the tests are kept. Silent or beeping on the set alone is half an answer: whether the house's bond is reached
     * through the cord was not asked. Tests that don't come together, or find a break, fail; two bonds or none are the set's
     * to be changed and say nothing against the path.
     */
    public KeptTest.Result keptAs(Use use, BondTests tests) {
        return switch (verdict) {
            case DOUBTFUL, CONTRADICTION, BROKEN_PATH -> KeptTest.Result.FAILED;
            case TWO_BONDS, NO_BOND, MEASURE -> KeptTest.Result.PARTLY;
            case ONE_BOND, FLOATING_BY_DESIGN ->
                tests.wholeFor(use.onCords()) ? KeptTest.Result.PASSED : KeptTest.Result.PARTLY;
        };
    }

    /** Whether the set may be started with this bond. */
    public boolean safeToStart() {
        return verdict.safe;
    }

    /** What the tests amount to for this use of the set. */
    public static BondJudgement of(Use use, BondTests tests) {
        Finding alone = BondTests.finding(tests.generatorAlone());
        Finding inlet = BondTests.finding(tests.inletAlone());
        Boolean bonded = switch (alone) {
            case BOND -> Boolean.TRUE;
            case OPEN -> Boolean.FALSE;
            default -> use.label() == Bond.UNKNOWN ? null : (Boolean) (use.label() == Bond.BONDED);
        };
        boolean houseReaches = use.solidHouse() ? inlet != Finding.OPEN : !use.onCords() && inlet == Finding.BOND;
        Integer bonds = bonded == null ? null : (Integer) ((bonded ? 1 : 0) + (houseReaches ? 1 : 0));
        Outcome outcome = outcome(use, tests, bonded, bonds);

        List<Action> actions = new ArrayList<>();
        if (outcome.action() != null) {
            actions.add(outcome.action());
        }
        boolean labelSays = use.label() != Bond.UNKNOWN && (alone == Finding.BOND || alone == Finding.OPEN);
        if (labelSays && (use.label() == Bond.BONDED) != (alone == Finding.BOND)) {
            actions.add(Action.LABEL_WRONG);
        }
        if (use.solidHouse() && Boolean.TRUE.equals(bonded) && use.gfciOutlets()) {
            actions.add(Action.GFCI_WILL_TRIP);
        }
        if (use.onCords() && !use.gfciOutlets()) {
            actions.add(Action.USE_GFCI_CORDS);
        }
        boolean uncertain = outcome.verdict() == Verdict.DOUBTFUL || outcome.verdict() == Verdict.CONTRADICTION;
        return new BondJudgement(
                bonded, houseReaches, uncertain ? null : bonds, outcome.verdict(), List.copyOf(actions));
    }

    private record Outcome(Verdict verdict, @Nullable Action action) {}

    /** The first that fits, the doubts before the counting. */
    private static Outcome outcome(Use use, BondTests tests, @Nullable Boolean bonded, @Nullable Integer bonds) {
        Finding inlet = BondTests.finding(tests.inletAlone());
        Finding connected = BondTests.finding(tests.connected());
        if (tests.anyDoubtful()) {
            return new Outcome(Verdict.DOUBTFUL, Action.REPEAT_TESTS);
        }
        if (!use.onCords() && use.switchedNeutral() && inlet == Finding.BOND) {
            // the switch does not switch the neutral
            return new Outcome(Verdict.CONTRADICTION, Action.CALL_ELECTRICIAN);
        }
        if (connected == Finding.BOND && bonds != null && bonds == 0) {
            return new Outcome(Verdict.CONTRADICTION, Action.REPEAT_TESTS);
        }
        boolean houseExpected = use.solidHouse() && inlet != Finding.OPEN;
        boolean someExpected = houseExpected || Boolean.TRUE.equals(bonded);
        if (use.solidHouse() && inlet == Finding.OPEN || connected == Finding.OPEN && someExpected) {
            return new Outcome(Verdict.BROKEN_PATH, Action.CALL_ELECTRICIAN);
        }
        if (bonds == null) {
            return new Outcome(Verdict.MEASURE, Action.TEST_GENERATOR_ALONE);
        }
        boolean canChange = use.change() != BondChange.NONE;
        return switch (bonds) {
            case 1 -> new Outcome(Verdict.ONE_BOND, null);
            case 2 -> new Outcome(Verdict.TWO_BONDS, canChange ? Action.FLOAT_GENERATOR : Action.CALL_ELECTRICIAN);
            default -> {
                if (use.onCords() && !canChange && use.label() != Bond.BONDED) {
                    yield new Outcome(Verdict.FLOATING_BY_DESIGN, Action.FOLLOW_MANUAL);
                }
                yield new Outcome(Verdict.NO_BOND, canChange ? Action.BOND_GENERATOR : Action.CALL_ELECTRICIAN);
            }
        };
    }
}
