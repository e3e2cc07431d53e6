package juiceswap.web.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.Household;
import juiceswap.core.household.OutageWishes;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.form.Form;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

/** What is chosen takes the place of what the page showed, and of nothing else. */
class ChooseTest {
    private static Household cottage(String... tests) throws IOException {
        byte[] file = new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray();
        Household house = new Schemas().household(StrictJson.parse(file));
        return house.withDevice(house.setup().transfer().withProving(new TransferDevice.Proving(true, List.of(tests))));
    }

    @Test
    void testCircuitsThatThePageDoesNotShowStay() throws IOException {
        // fridge and lamp are on leg 1, of which the page shows one
        Household house = cottage("fridge", "lamp", "lights");
        List<String> before = house.setup().transfer().testCircuits();
        assertThat(ChooseController.tests(house, new Form(Map.of("for", "winter"))))
                .isEqualTo(before);
        Form other = new Form(Map.of("testL1", "incubator", "testL2", "lights"));
        assertThat(ChooseController.tests(house, other)).containsExactly("fridge", "incubator", "lights");
        Form none = new Form(Map.of("testL1", "", "testL2", "lights"));
        assertThat(ChooseController.tests(house, none)).containsExactly("fridge", "lights");
    }

    @Test
    void whatStaysOffInThatSeasonIsNotLeftOn() throws IOException {
        Household house = cottage();
        Household keeping = house.withWishes(
                new OutageWishes(new Options(false, true, Set.of("fridge", "counter"), List.of(), false, null), null));
        Household chosen = keeping.withPickUp(List.of("fridge"), List.of("counter"));
        assertThat(chosen.outage().keepOn()).containsExactly("fridge");
        assertThat(chosen.outage().pickUp()).containsExactly("fridge");
    }
}
