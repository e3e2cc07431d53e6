package juiceswap.web.now;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.household.Household;
import juiceswap.core.upkeep.StandBy;
import juiceswap.core.upkeep.StandBy.Chore;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

class StandByTest {
    private Household cottage;

    @BeforeEach
    void read() throws IOException {
        cottage = HouseholdJson.read(Tree.parse(
                new ClassPathResource("households/saltmarsh-cottage.json").getContentAsString(StandardCharsets.UTF_8)));
    }

    private static List<Chore> pressing(List<StandBy.Line> lines) {
        return lines.stream()
                .filter(StandBy.Line::pressing)
                .map(StandBy.Line::chore)
                .toList();
    }

    @Test
    void theNearerItIsTheMoreIsPressing() {
        int before = -1;
        for (double hours : new double[] {48, 12, 6, 3, 1, 0}) {
            int now = pressing(StandBy.of(cottage, hours, Set.of())).size();
            assertThat(now).isGreaterThanOrEqualTo(before);
            before = now;
        }
        assertThat(pressing(StandBy.of(cottage, 48, Set.of()))).isEmpty();
        assertThat(pressing(StandBy.of(cottage, 12, Set.of()))).containsExactly(Chore.FUEL);
        assertThat(pressing(StandBy.of(cottage, 0, Set.of())))
                .hasSize(StandBy.of(cottage, 0, Set.of()).size());
    }

    @Test
    void whatIsDoneIsNotPressingAndTakesNoMoreTime() {
        List<StandBy.Line> all = StandBy.of(cottage, 0, EnumSet.allOf(Chore.class));
        assertThat(pressing(all)).isEmpty();
        assertThat(StandBy.minutesLeft(all)).isZero();
        int whole = StandBy.minutesLeft(StandBy.of(cottage, 0, Set.of()));
        assertThat(StandBy.minutesLeft(StandBy.of(cottage, 0, Set.of(Chore.FUEL))))
                .isEqualTo(whole - Chore.FUEL.minutes());
    }

    /** With full cans there is nothing to fetch; the less there is, the more. */
    @Test
    void fuelIsFetchedForTwoDays() {
        Household full = cottage.withLiving(cottage.living().withStoredLitres(400));
        assertThat(StandBy.of(full, 24, Set.of()).get(0).what().key()).isEqualTo("storm.fuel.enough");
        Household empty = cottage.withLiving(cottage.living().withStoredLitres(0));
        assertThat(StandBy.of(empty, 24, Set.of()).get(0).what().key()).isEqualTo("storm.fuel");
    }

    /** Whoever has no well fills no tub for the pump's sake. */
    @Test
    void whatTheHouseDoesNotHaveIsNotAskedFor() {
        Household dry = cottage.without("well");
        assertThat(StandBy.of(dry, 24, Set.of()))
                .extracting(StandBy.Line::chore)
                .doesNotContain(Chore.WATER);
        assertThat(StandBy.of(cottage, 24, Set.of()))
                .extracting(StandBy.Line::chore)
                .contains(Chore.WATER, Chore.CHILL, Chore.WARM, Chore.CORD);
    }
}
