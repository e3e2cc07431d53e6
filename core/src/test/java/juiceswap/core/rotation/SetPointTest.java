package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.rotation.SetPoint.Way;
import juiceswap.core.rotation.StandingNeed.DailyCare;
import juiceswap.core.rotation.StandingNeed.Keep;
import org.junit.jupiter.api.Test;

/** Cold now, warm now: before a long rest; and a look at what nothing turns off by itself. */
class SetPointTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);
    private static final Instant AT_SIX = SIX.toInstant(ZoneOffset.UTC);

    /** On until nine, and not again before the end at six in the morning. */
    private static RotationPlan plan() {
        return new Rotation(
                        Samples.setup(Samples.generator(3000, 3600), Samples.circuit("cold", 1, 200, 900)),
                        new Horizon(SIX, 15, 48, null, List.of()),
                        Set.of("cold"),
                        List.of(
                                new Need.Pinned("cold", true, new Window(SIX, SIX.plusHours(3))),
                                new Need.Pinned("cold", false, new Window(SIX.plusHours(3), null))))
                .plan(Effort.INSTANT);
    }

    private static Keep keep(Keeping keeping, double holdMinutes, double recoverMinutes) {
        return new Keep("cold", Priority.FOOD, keeping, holdMinutes, recoverMinutes, null, null);
    }

    @Test
    void aFreezerIsSetToItsColdestAsLongBeforeAsItTakes() {
        assertThat(SetPoint.of(plan(), List.of(keep(Keeping.FREEZER, 900, 120)), SIX))
                .containsExactly(new SetPoint("cold", Way.COLDEST, SIX.plusHours(1), SIX.plusHours(3), 540));
        // with less time than that, at once
        assertThat(SetPoint.of(plan(), List.of(keep(Keeping.FRIDGE, 240, 120)), SIX.plusHours(2)))
                .containsExactly(new SetPoint("cold", Way.COLD, SIX.plusHours(2), SIX.plusHours(3), 540));
        assertThat(SetPoint.of(plan(), List.of(keep(Keeping.FRIDGE, 240, 120)), SIX.plusHours(3)))
                .isEmpty();
    }

    /** Medicine must not freeze, and a rest that takes a third of what it holds needs no advice. */
    @Test
    void whereItHarmsOrSparesNothingThereIsNone() {
        for (Keeping keeping : List.of(Keeping.MEDICINE, Keeping.FISH, Keeping.HOT_WATER, Keeping.OTHER)) {
            assertThat(SetPoint.of(plan(), List.of(keep(keeping, 240, 60)), SIX))
                    .isEmpty();
        }
        assertThat(SetPoint.of(plan(), List.of(keep(Keeping.FREEZER, 1620, 120)), SIX))
                .isEmpty();
    }

    private static Had had(Had.Observed... observed) {
        return new Had(
                ZoneOffset.UTC,
                List.of(
                        new Supplied(AT_SIX, Set.of(), true),
                        new Supplied(AT_SIX.plusSeconds(600), Set.of("stove"), true)),
                List.of(observed));
    }

    private static Had.Observed seen(int minute, double celsius) {
        return new Had.Observed(AT_SIX.plusSeconds(60L * minute), "stove", celsius, 100);
    }

    @Test
    void heatThatNothingTurnsOffIsLookedAtEveryHalfHour() {
        Keep stove = new Keep(
                "stove",
                Priority.PROPERTY,
                Keeping.HOUSE_WARM,
                360,
                150,
                20.0,
                12.0,
                new DailyCare(null, 0, List.of(), List.of(), true));
        List<StandingNeed> watched = List.of(stove);
        assertThat(WarmthWatch.of(watched, had(), AT_SIX.plusSeconds(60 * 39)))
                .containsExactly(new WarmthWatch("stove", null, false, false));
        assertThat(WarmthWatch.of(watched, had(), AT_SIX.plusSeconds(60 * 40)))
                .containsExactly(new WarmthWatch("stove", null, true, false));
        // what was seen before it went on says nothing
        assertThat(WarmthWatch.of(watched, had(seen(5, 21)), AT_SIX.plusSeconds(60 * 20)))
                .containsExactly(new WarmthWatch("stove", null, false, false));
        assertThat(WarmthWatch.of(watched, had(seen(45, 18)), AT_SIX.plusSeconds(60 * 50)))
                .containsExactly(new WarmthWatch("stove", 18.0, false, false));
        assertThat(WarmthWatch.of(watched, had(seen(45, 18), seen(70, 20.5)), AT_SIX.plusSeconds(60 * 75)))
                .containsExactly(new WarmthWatch("stove", 20.5, false, true));
        // off, or with a thermostat, nobody has to
        Had off = new Had(ZoneOffset.UTC, List.of(new Supplied(AT_SIX, Set.of(), true)), List.of());
        assertThat(WarmthWatch.of(watched, off, AT_SIX.plusSeconds(7200))).isEmpty();
        assertThat(WarmthWatch.of(List.of(Keeping.HOUSE_WARM.usual("stove")), had(), AT_SIX.plusSeconds(7200)))
                .isEmpty();
    }
}
