package juiceswap.web.meter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Estimate.Known;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.Household;
import juiceswap.core.learn.Learned.Real;
import juiceswap.core.learn.Proposal;
import juiceswap.core.learn.Proposal.Difference;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

/** What was learned against what was entered, and what taking it makes of the house. */
class ProposalTest {
    private Household cottage;

    @BeforeEach
    void read() throws IOException {
        cottage = HouseholdJson.read(Tree.parse(
                new ClassPathResource("households/saltmarsh-cottage.json").getContentAsString(StandardCharsets.UTF_8)));
    }

    private Circuit circuit(Household house, String id) {
        return house.setup().circuit(id);
    }

    private static Real real(String id, double watts, @Nullable Double start, @Nullable Double duty) {
        return new Real(id, watts, start, duty, 12, List.of());
    }

    private Proposal of(Real real) {
        return Proposal.of(cottage, List.of(real)).get(0);
    }

    @Test
    void whatIsAsEnteredDiffersInNothing() {
        Circuit fridge = circuit(cottage, "fridge");
        double duty = fridge.loads().get(0).dutyPercent();
        assertThat(of(real("fridge", fridge.runningWatts() + 39, fridge.startingWatts() * 0.6, duty))
                        .differences())
                .isEmpty();
        assertThat(Proposal.of(cottage, List.of(real("nobody", 100, null, null))))
                .isEmpty();
    }

    @Test
    void whatDiffersIsNamed() {
        Circuit fridge = circuit(cottage, "fridge");
        double watts = fridge.runningWatts();
        assertThat(of(real("fridge", watts + 60, null, null)).differences()).containsExactly(Difference.MORE);
        assertThat(of(real("fridge", watts - 60, null, null)).differences()).containsExactly(Difference.LESS);
        assertThat(of(real("fridge", watts, fridge.startingWatts() * 1.3, null)).differences())
                .containsExactly(Difference.HARDER_START)
                .allMatch(Difference::warns);
        assertThat(of(real("fridge", watts, null, 96.0)).differences()).containsExactly(Difference.ALL_DAY);
    }

    /** One load on it: figures, error and how it is known; what was read of a start is never taken to make it smaller. */
    @Test
    void takingItChangesThatCircuitAlone() {
        Circuit before = circuit(cottage, "fridge");
        Household changed = Proposal.taken(cottage, real("fridge", 181.4, before.startingWatts() / 2, 41.6));
        Circuit after = circuit(changed, "fridge");
        assertThat(after.runningWatts()).isEqualTo(181);
        assertThat(after.startingWatts()).isEqualTo(before.startingWatts());
        assertThat(after.loads().get(0).dutyPercent()).isEqualTo(42);
        HomeLoad load = changed.find("fridge").loads().get(0);
        assertThat(load.known()).isEqualTo(Known.MEASURED);
        assertThat(load.running().plusMinus()).isCloseTo(12, within(0.6));
        assertThat(circuit(Proposal.taken(cottage, real("fridge", 181, before.startingWatts() + 200, null)), "fridge")
                        .startingWatts())
                .isEqualTo(before.startingWatts() + 200);
        assertThat(changed.setup().circuits().stream().filter(one -> !one.id().equals("fridge")))
                .containsExactlyElementsOf(cottage.setup().circuits().stream()
                        .filter(one -> !one.id().equals("fridge"))
                        .toList());
        // it is a household that can be written and read again
        assertThat(HouseholdJson.read(HouseholdJson.write(changed))).isEqualTo(changed);
    }

    /** Several loads on it: each its share, by hand three quarters of what they drew. */
    @Test
    void severalLoadsTakeTheirShare() {
        Circuit counter = cottage.setup().circuits().stream()
                .filter(one -> one.loads().size() > 1)
                .findFirst()
                .orElseThrow();
        Household changed = Proposal.taken(cottage, real(counter.id(), 0.75 * counter.runningWatts(), null, null));
        for (int i = 0; i < counter.loads().size(); i++) {
            assertThat(circuit(changed, counter.id()).loads().get(i).runningWatts())
                    .isCloseTo(0.75 * counter.loads().get(i).runningWatts(), within(1e-6));
        }
    }
}
