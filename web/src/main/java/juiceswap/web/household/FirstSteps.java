package juiceswap.web.household;

import java.util.List;
import java.util.Optional;
import juiceswap.core.house.Setup;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;

/** The way from an empty house to a first rehearsal: what is done of it, and what comes next. */
public record FirstSteps(List<Step> steps) {
    /** Fewer breakers than these are a panel that nobody has gone down yet. */
    private static final int BREAKERS_OF_A_MAPPED_PANEL = 4;

    /**
     * @param key of its words
     * @param href where it is done
     */
    public record Step(String key, String href, boolean done) {}

    /**
     * @param rehearsed an outage or a rehearsal was gone through before
     */
    public static FirstSteps of(Household file, boolean rehearsed) {
        Setup setup = file.setup();
        boolean panel = setup.transfer().kind().parting().switchesPanel();
        boolean mapped = setup.circuits().size() >= (panel ? BREAKERS_OF_A_MAPPED_PANEL : 1);
        boolean loads = mapped
                && setup.circuits().stream().allMatch(circuit -> circuit.lockedOff() || circuit.runningWatts() > 0);
        boolean chosen = !file.outage().pickUp().isEmpty();
        boolean provable = !panel || setup.transfer().provable();
        return new FirstSteps(List.of(
                new Step("panel", "/house", mapped),
                new Step("loads", "/house/loads", loads),
                new Step("choose", "/house/choose", chosen && provable),
                new Step("bond", "/meter/bonding", setup.source().bond() != Bond.UNKNOWN),
                new Step("rehearse", "/now", rehearsed)));
    }

    public int done() {
        return (int) steps.stream().filter(Step::done).count();
    }

    public boolean over() {
        return done() == steps.size();
    }

    /** The first that is not done; empty when all are. */
    public Optional<Step> next() {
        return steps.stream().filter(step -> !step.done()).findFirst();
    }
}
