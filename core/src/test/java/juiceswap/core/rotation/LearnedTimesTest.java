package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.rotation.Had.Observed;
import juiceswap.core.rotation.StandingNeed.Keep;
import org.junit.jupiter.api.Test;

/** How long things hold, learned from temperatures of a refrigerator whose true paces are known. */
class LearnedTimesTest {
    private static final Instant SIX = Instant.parse("2031-02-03T18:00:00Z");
    private static final Keep FRIDGE = new Keep("fridge", Priority.FOOD, Keeping.FRIDGE, 240, 60, 2.0, 8.0);

    /**
     * An outage of a day in which somebody looks about every so often.
     *
     * @param noise degrees by which a thermometer is wrong at most
     */
    private static Had outage(Random random, double hold, double recover, double looks, double noise) {
        List<Supplied> supplied = new ArrayList<>();
        List<Observed> observed = new ArrayList<>();
        double level = 1;
        boolean on = false;
        double nextLook = 0;
        double nextSwitch = 0;
        for (int minute = 0; minute < 1440; minute++) {
            if (minute >= nextSwitch) {
                on = minute > 0 && level < 0.7 && !on;
                supplied.add(new Supplied(SIX.plusSeconds(60L * minute), on ? Set.of("fridge") : Set.of(), true));
                nextSwitch = minute + (on ? 20 + random.nextInt(30) : 50 + random.nextInt(60));
            }
            if (minute >= nextLook) {
                double celsius = 2 + 6 * (1 - level) + noise * (2 * random.nextDouble() - 1);
                observed.add(new Observed(SIX.plusSeconds(60L * minute), "fridge", celsius, Math.max(0, level * 240)));
                nextLook = minute + looks * (0.5 + random.nextDouble());
            }
            level = on ? Math.min(1, level + 1 / recover) : level - 1 / hold;
        }
        return new Had(ZoneOffset.UTC, supplied, observed);
    }

    /** Sixty refrigerators, two outages each, a look every forty minutes with a thermometer that is right to half a degree. */
    @Test
    void bothPacesAreFoundBetweenMoves() {
        Random random = new Random(4);
        double[] holds = new double[60];
        double[] recovers = new double[60];
        for (int i = 0; i < 60; i++) {
            double hold = 150 + random.nextInt(300);
            double recover = 40 + random.nextInt(80);
            LearnedTimes times = LearnedTimes.of(
                            FRIDGE,
                            List.of(outage(random, hold, recover, 40, 0.5), outage(random, hold, recover, 40, 0.5)))
                    .orElseThrow();
            holds[i] = Math.abs(times.holdMinutes() / hold - 1);
            recovers[i] = Math.abs(times.recoverMinutes() / recover - 1);
            assertThat(times.missedShare()).isLessThan(0.12);
            assertThat(times.taken(FRIDGE).holdMinutes()).isEqualTo(Math.rint(times.holdMinutes()));
        }
        Arrays.sort(holds);
        Arrays.sort(recovers);
        assertThat(holds[54]).as("nine of ten").isLessThan(0.15);
        assertThat(recovers[54]).as("nine of ten").isLessThan(0.25);
    }

    @Test
    void withoutPowerOnlyTheHoldIsLearned() {
        Had dark = new Had(
                ZoneOffset.UTC,
                List.of(new Supplied(SIX, Set.of(), true)),
                List.of(
                        new Observed(SIX, "fridge", 3.0, 200),
                        new Observed(SIX.plusSeconds(3600), "fridge", 5.0, 120),
                        new Observed(SIX.plusSeconds(7200), "fridge", 7.0, 40)));
        LearnedTimes times = LearnedTimes.of(FRIDGE, List.of(dark)).orElseThrow();
        assertThat(times.holdMinutes()).isCloseTo(180, within(1e-6));
        assertThat(times.recoverMinutes()).isNull();
        assertThat(times.differs(FRIDGE)).isTrue();
        assertThat(times.isWorse(FRIDGE)).isTrue();
        assertThat(times.taken(FRIDGE).recoverMinutes()).isEqualTo(60);
    }

    /** A refrigerator that has been cold for hours tells nothing of how fast it became so; nor do two looks at once. */
    @Test
    void whatTellsNothingIsLeftOut() {
        Had kept = new Had(
                ZoneOffset.UTC,
                List.of(new Supplied(SIX, Set.of("fridge"), true)),
                List.of(
                        new Observed(SIX, "fridge", 5.0, 120),
                        new Observed(SIX.plusSeconds(300), "fridge", 4.9, 120),
                        new Observed(SIX.plusSeconds(20_000), "fridge", 2.0, 240)));
        assertThat(LearnedTimes.of(FRIDGE, List.of(kept))).isEmpty();
        Keep untold = new Keep("fridge", Priority.FOOD, Keeping.OTHER, 240, 60, null, null);
        assertThat(LearnedTimes.of(untold, List.of(kept))).isEmpty();
        assertThat(LearnedTimes.of(FRIDGE, List.of())).isEmpty();
    }

    /** An hour that takes the whole reserve of four is a door that stood open, not a refrigerator. */
    @Test
    void nobodyBelievesATenth() {
        Had open = new Had(
                ZoneOffset.UTC,
                List.of(new Supplied(SIX, Set.of(), true)),
                List.of(new Observed(SIX, "fridge", 2.0, 240), new Observed(SIX.plusSeconds(1200), "fridge", 8.0, 0)));
        assertThat(LearnedTimes.of(FRIDGE, List.of(open))).isEmpty();
    }
}
