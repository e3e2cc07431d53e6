package juiceswap.web.rotate;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Set;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Had;
import juiceswap.core.rotation.Refuelling.Fuel;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.rotation.Wanted;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

class RotationWordsTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 1, 14, 18, 0);

    private final RotationWords words = new RotationWords(new Words(new Messages()));

    /** What the stops of a plan are called, in the order of time. */
    private List<String> stops(Fuel fuel) throws IOException {
        Household cottage = new Schemas()
                .household(StrictJson.parse(
                        new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray()));
        Wanted.Now now = new Wanted.Now(cottage.setup(), SIX, Set.of(), Had.NOTHING, fuel, null);
        Wanted.Made made = cottage.wanted().plan(now, Effort.INSTANT, null);
        return made.plan().moves().stream()
                .filter(move -> move.kind() == MoveKind.ENGINE_OFF)
                .map(move -> words.title(move, made.fuel(), cottage))
                .toList();
    }

    @Test
    void aStopSaysWhatItIsFor() throws IOException {
        assertThat(stops(new Fuel(8, 100))).isNotEmpty().containsOnly("Stop the engine, let it cool, fill it");
        assertThat(stops(new Fuel(8, 0))).containsExactly("Stop the engine before the fuel runs out");
        assertThat(stops(new Fuel(8, 8)))
                .hasSizeGreaterThan(1)
                .contains("Stop the engine, let it cool, fill it")
                .endsWith("Stop the engine before the fuel runs out");
    }
}
