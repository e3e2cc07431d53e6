package juiceswap.core.outage;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.EveryState;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.outage.Timers.Wait;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;

class TimersTest {
    private static final Instant START = Instant.parse("2026-01-14T18:04:00Z");

    private final Changeover changeover = EveryState.changeover(Kind.INTERLOCK);
    private final List<Entry> log = new ArrayList<>();
    private Instant now = START;

    private Standing write(Event event) {
        now = now.plusSeconds(20);
        log.add(new Entry(log.size() + 1, now, "Ines", event));
        return Standing.of(changeover.setup(), log);
    }

    private Standing start() {
        return write(new Event.Started(
                SwapState.initial(Bond.BONDED, true, false), Goal.ON_GENERATOR, changeover.options()));
    }

    private static Event.Done done(Action action) {
        return Event.Done.step(action, null);
    }

    private Standing follow(Standing from, Action until) {
        Standing standing = from;
        while (true) {
            Plan.Step next = standing.plan().steps().get(0);
            standing = write(Event.Done.step(next.action(), next.circuit()));
            if (next.action() == until) {
                return standing;
            }
        }
    }

    private static Optional<Wait> wait(Standing standing, Action action) {
        return standing.timers()
                .of(standing.changeover(), standing.state(), action, standing.watch(), UtilityWatch.DEFAULT_HOLD);
    }

    @Test
    void warmUpRunsFromTheStartWhateverIsConfirmedMeanwhileAndLongerInTheCold() {
        Standing started = follow(start(), Action.START_ENGINE);
        Instant at = now;
        assertThat(wait(started, Action.WARM_UP)).contains(new Wait(at, at.plus(Duration.ofMinutes(5))));
        Standing meanwhile = write(done(Action.CHECK_CO_ALARM));
        assertThat(wait(meanwhile, Action.WARM_UP)).contains(new Wait(at, at.plus(Duration.ofMinutes(5))));
    }

    @Test
    void takingTheStartBackTakesItsTimeBackToo() {
        follow(start(), Action.START_ENGINE);
        Standing back = write(new Event.Undone(log.size()));
        assertThat(wait(back, Action.WARM_UP)).isEmpty();
    }

    @Test
    void eachPickUpGetsItsRecovery() {
        Standing picked = follow(start(), Action.PICK_UP);
        Wait wait = wait(picked, Action.PICK_UP).orElseThrow();
        assertThat(wait.until()).isEqualTo(now.plus(Timers.RECOVERY));
        assertThat(wait.over(now)).isFalse();
        assertThat(wait.over(now.plus(Timers.RECOVERY))).isTrue();
    }

    @Test
    void coolingCountsByTheClockFromTheMomentTheLoadIsGone() {
        follow(start(), Action.WALK_ROUND);
        write(new Event.UtilitySeen(Sign.METER_DISPLAY, now));
        write(new Event.Chosen(Goal.ON_UTILITY, changeover.options()));
        Standing unloaded = follow(Standing.of(changeover.setup(), log), Action.BRANCHES_OFF);
        Instant at = now;
        Standing later = write(done(Action.INPUT_OFF));
        assertThat(wait(unloaded, Action.COOL_DOWN)).isEqualTo(wait(later, Action.COOL_DOWN));
        assertThat(wait(later, Action.COOL_DOWN)).contains(new Wait(at, at.plus(Duration.ofMinutes(5))));
    }

    @Test
    void fuelWaitsAQuarterOfAnHourFromTheStop() {
        follow(start(), Action.WALK_ROUND);
        write(new Event.Chosen(Goal.REFUEL, changeover.options()));
        Standing stopped = follow(Standing.of(changeover.setup(), log), Action.STOP_ENGINE);
        assertThat(wait(stopped, Action.WAIT_COOL)).contains(new Wait(now, now.plus(Duration.ofMinutes(15))));
    }

    @Test
    void theStreetMustHoldFromWhenItCameBack() {
        start();
        Instant back = now.minusSeconds(300);
        Standing seen = write(new Event.UtilitySeen(Sign.MESSAGE, back));
        assertThat(seen.state().utilityLive()).isTrue();
        assertThat(seen.goal()).isEqualTo(Goal.ON_GENERATOR);
        assertThat(wait(seen, Action.CONFIRM_UTILITY)).contains(new Wait(back, back.plus(Duration.ofMinutes(10))));
        assertThat(seen.watch().held(UtilityWatch.DEFAULT_HOLD, back.plusSeconds(599)))
                .isFalse();
        assertThat(seen.watch().held(UtilityWatch.DEFAULT_HOLD, back.plusSeconds(600)))
                .isTrue();
        Standing lost = write(new Event.UtilityLost());
        assertThat(lost.watch()).isNull();
        assertThat(lost.state().utilityLive()).isFalse();
        Standing again = write(new Event.UtilitySeen(Sign.SENSOR, now.plusSeconds(3600)));
        // nothing is believed to have happened in the future
        assertThat(again.watch()).isEqualTo(new UtilityWatch(Sign.SENSOR, now));
    }

    @Test
    void whoTakesOverStartsFromWhatTheySaw() {
        follow(start(), Action.MAIN_OFF);
        SwapState.Change seen = Standing.of(changeover.setup(), log).state().change();
        seen.plateToGenerator = true;
        Standing over = write(new Event.TakenOver(seen.state()));
        assertThat(over.state().plateToGenerator()).isTrue();
        assertThat(over.here()).isNull();
        assertThat(over.undoable()).isNull();
    }
}
