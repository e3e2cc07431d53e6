package juiceswap.core.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import juiceswap.core.Worded;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Source.BondChange;

/** What a rehearsal is about; each asks for something that the household must have. */
public enum Trouble implements Worded {
    /** Nothing goes wrong: from the dark to the generator. */
    DARK_HOUSE("dark-house", always()),
    /** The way back, with nothing wrong. */
    WAY_BACK("way-back", always()),
    REFUEL("refuel", burns()),
    /** The exhaust gets in while the house runs. */
    ALARM("alarm", burns()),
    /** Somebody began in the wrong order. */
    BACKWARDS("backwards", always()),
    /** The set is bonded, and the house is too. */
    TWO_BONDS("two-bonds", switchesBond()),
    /** The label on its bond switch is wrong. */
    WRONG_LABEL("wrong-label", switchesBond()),
    OPEN_NEUTRAL("open-neutral", twoLegs()),
    LOOSE_NEUTRAL("loose-neutral", twoLegs()),
    LOST_LEG("lost-leg", twoLegs()),
    LEGS_TIED("legs-tied", twoLegs()),
    REGULATOR_HIGH("regulator-high", always()),
    REGULATOR_LOW("regulator-low", always()),
    PLATE_LOOSE("plate-loose", setup -> setup.transfer().kind().parting() == Parting.PLATE),
    UTILITY_NEUTRAL(
            "utility-neutral", setup -> setup.transfer().kind().parting().switchesPanel()),
    FUEL_SHUT("fuel-shut", burns()),
    OIL_LOW("oil-low", burns()),
    IDLE_CONTROL("idle-control", setup -> setup.source().idleControl()),
    /** Something draws twice what everybody believes. */
    HEAVY_LOAD("heavy-load", setup -> !setup.circuits().isEmpty()),
    /** Utility power is back before the generator carries anything. */
    BACK_EARLY("back-early", always()),
    /** Utility power is back and gone again. */
    BACK_AND_GONE("back-and-gone", always()),
    /** Utility power is back and nothing says so. */
    BACK_UNSEEN("back-unseen", always()),
    /** It stands where its exhaust gets in, from the start. */
    BAD_PLACE("bad-place", burns()),
    /** The engine has died at night under what is still switched on. */
    STALLED("stalled", always()),
    /** Somebody else was at the panel. */
    SOMEBODY_ELSE("somebody-else", always()),
    /** Utility power comes and goes, again and again. */
    FLICKER("flicker", always()),
    /** Somebody hands over half way: fed, nothing read, nothing picked up. */
    TAKE_OVER("take-over", always()),
    /** The engine runs with the cord in at one end. */
    LOOSE_END("loose-end", always()),
    /** The engine has just stopped, hot, with little fuel left. */
    HOT_TANK("hot-tank", burns()),
    /** Electronics were left plugged in, and the line sags. */
    ELECTRONICS("electronics", setup -> setup.transfer().kind().asksForSensitive());

    private final String word;
    private final Predicate<Setup> needs;

    Trouble(String word, Predicate<Setup> needs) {
        this.word = word;
        this.needs = needs;
    }

    @Override
    public String word() {
        return word;
    }

    /** Whether it can befall that house. */
    public boolean fits(Setup setup) {
        return needs.test(setup);
    }

    /** All that can befall that house. */
    public static List<Trouble> of(Setup setup) {
        List<Trouble> fitting = new ArrayList<>();
        for (Trouble trouble : values()) {
            if (trouble.fits(setup)) {
                fitting.add(trouble);
            }
        }
        return List.copyOf(fitting);
    }

    private static Predicate<Setup> always() {
        return setup -> true;
    }

    private static Predicate<Setup> burns() {
        return setup -> setup.source().burns();
    }

    private static Predicate<Setup> twoLegs() {
        return setup -> setup.source().splitPhase();
    }

    private static Predicate<Setup> switchesBond() {
        return setup -> setup.source().bondChange() == BondChange.SWITCH
                && setup.transfer().houseBondReaches();
    }
}
