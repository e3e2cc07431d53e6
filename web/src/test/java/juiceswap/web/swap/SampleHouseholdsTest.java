package juiceswap.web.swap;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import juiceswap.core.outage.Standing;
import juiceswap.exchange.EventJson;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.ClassPathResource;

/** Each household that ships gets through a whole outage, and its log survives being stored. */
class SampleHouseholdsTest {

    @ParameterizedTest
    @ValueSource(strings = {"saltmarsh-cottage", "weavers-loft", "tarn-edge-workshop"})
    void goesThereAndBack(String name) throws IOException {
        byte[] file = new ClassPathResource("households/" + name + ".json").getContentAsByteArray();
        Household household = new Schemas().household(StrictJson.parse(file));
        Changeover changeover = new Changeover(household.setup(), household.outage());
        SwapState dark =
                changeover.putRight(SwapState.initial(household.setup().source().bond(), true, false));
        List<Entry> log = new ArrayList<>();
        write(log, household, new Event.Started(dark, Goal.ON_GENERATOR, household.outage()));
        Standing out = follow(log, household);
        assertThat(out.changeover().fed(out.state())).isTrue();
        assertThat(out.state().picked()).containsAll(household.outage().pickUp());

        SwapState.Change live = out.state().change();
        live.utilityLive = true;
        write(log, household, new Event.Corrected(live.state()));
        write(log, household, new Event.Chosen(Goal.ON_UTILITY, household.outage()));
        Standing back = follow(log, household);
        assertThat(back.state().engine().running()).isFalse();
        assertThat(back.state().branches()).isEqualTo(SwapState.Branches.ON);
    }

    private static Standing follow(List<Entry> log, Household household) {
        while (true) {
            Standing standing = Standing.of(household.setup(), log);
            Plan plan = standing.plan();
            assertThat(plan.refused()).isNull();
            if (plan.steps().isEmpty()) {
                return standing;
            }
            assertThat(log.size()).isLessThan(80);
            Plan.Step next = plan.steps().get(0);
            write(log, household, Event.Done.step(next.action(), next.circuit()));
        }
    }

    /** Through the JSON in which it would be stored. */
    private static void write(List<Entry> log, Household household, Event event) {
        var stored = StrictJson.parse(EventJson.payload(event).getBytes(java.nio.charset.StandardCharsets.UTF_8));
        Event read = EventJson.read(EventKind.wordOf(event), stored, household.setup());
        log.add(new Entry(log.size() + 1, Instant.EPOCH, "Ines", read));
    }
}
