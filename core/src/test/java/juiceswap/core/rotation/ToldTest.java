package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.house.Need;
import juiceswap.core.rotation.RotationSearch.Start;
import org.junit.jupiter.api.Test;

/** What people have been told stays, unless another plan is better by a walk and more. */
class ToldTest {
    /** Everything that is kept is a little lower than was thought, or a little fuller, as somebody has just seen. */
    private static Rotation asFound(Rotation rotation, double share) {
        List<Need> needs = new ArrayList<>();
        for (Need need : rotation.needs()) {
            needs.add(
                    need instanceof Need.Reserve one
                            ? new Need.Reserve(
                                    one.circuit(),
                                    one.priority(),
                                    one.holdMinutes(),
                                    one.recoverMinutes(),
                                    Math.min(one.holdMinutes(), share * one.levelMinutes()),
                                    one.care())
                            : need);
        }
        return rotation.withNeeds(needs);
    }

    @Test
    void aPlanMadeAnewKeepsWhatWasToldOrIsWorthIt() {
        int kept = 0;
        int changed = 0;
        for (long seed = 1; seed <= 20; seed++) {
            Rotation asked = LivedInHouseholds.of(seed);
            RotationPlan told = asked.plan(Effort.INSTANT);
            for (double share : new double[] {0.97, 0.8, 0.3}) {
                Rotation found = asFound(asked, share);
                Start start = new Start(told.on(), told.on().size());
                RotationPlan anew = found.planFrom(start, Effort.INSTANT, Beside.IN_TURN, Watch.PATIENT);
                if (anew.on().equals(told.on())) {
                    kept++;
                } else if (onlyLess(anew, told)) {
                    // what is on for nothing now was taken out, no more
                    kept++;
                } else {
                    changed++;
                    assertThat(anew.score())
                            .as("household " + seed)
                            .isLessThan(found.judged(told.on()).score() - 20);
                }
                RotationChecker checker = new RotationChecker(found, anew.on());
                assertThat(checker.wrongs()).isEmpty();
            }
        }
        assertThat(kept).isGreaterThan(20);
        assertThat(changed).isPositive();
    }

    private static boolean onlyLess(RotationPlan anew, RotationPlan told) {
        for (int slot = 0; slot < told.on().size(); slot++) {
            if (!told.on().get(slot).containsAll(anew.on().get(slot))) {
                return false;
            }
        }
        return true;
    }

    /** An hour on, the hours that nobody has been told of are planned, those before them stay. */
    @Test
    void whatWasNotToldIsPlanned() {
        for (long seed = 1; seed <= 5; seed++) {
            Rotation asked = LivedInHouseholds.of(seed);
            RotationPlan told = asked.plan(Effort.QUICK);
            int known = told.on().size() / 2;
            List<Set<String>> half = new ArrayList<>();
            for (int slot = 0; slot < told.on().size(); slot++) {
                half.add(told.on().get(Math.min(slot, known - 1)));
            }
            RotationPlan anew = asked.planFrom(new Start(half, known), Effort.QUICK, Beside.IN_TURN, Watch.PATIENT);
            LocalDateTime end = told.at(known);
            boolean same = anew.on().subList(0, known).equals(told.on().subList(0, known));
            double asTold = told.score();
            // what was found first for the whole day is as good a plan: the half that was told has no reason to go
            assertThat(same || anew.score() < asTold + 20)
                    .as("household " + seed + " until " + end)
                    .isTrue();
        }
    }
}
