package juiceswap.web.meter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.List;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Event;
import juiceswap.core.rotation.StandingNeed.Keep;
import juiceswap.web.TestDatabase;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.security.Role;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.core.io.ClassPathResource;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;

/** What temperatures noted in an outage tell is proposed, and taken on a yes. */
@SpringBootTest
class LearnedReservesTest {
    private static final Instant SIX = Instant.parse("2026-01-14T18:00:00Z");

    @Autowired
    private Households households;

    @Autowired
    private Accounts accounts;

    @Autowired
    private Outages outages;

    @Autowired
    private WebApplicationContext context;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    private static Keep fridge(Household house) {
        return (Keep) house.needs().stream()
                .filter(need -> need instanceof Keep keep && keep.circuit().equals("fridge"))
                .findFirst()
                .orElseThrow();
    }

    /** In the dark from six on; at six it was at 2 °C, at seven at 3, at eight all but at 4: it holds two hours, not four. */
    private long darkWith(Account ines, Household house) {
        Changeover changeover = new Changeover(house.setup(), house.outage());
        SwapState dark =
                changeover.putRight(SwapState.initial(house.setup().source().bond(), true, false));
        long id = outages.start(
                ines.householdId(),
                house,
                false,
                new Event.Started(dark, Goal.ON_GENERATOR, house.outage()),
                ines,
                SIX);
        double[] celsius = {2, 3, 3.9};
        for (int i = 0; i < celsius.length; i++) {
            Event seen = new Event.Observed("fridge", celsius[i], 100);
            outages.append(ines.householdId(), id, i + 1, List.of(seen), ines, SIX.plusSeconds(60 + 3600L * i));
        }
        return id;
    }

    @Test
    void whatTwoHoursInTheDarkTellIsProposedAndTaken() throws Exception {
        long home = households.create(new Schemas()
                .household(StrictJson.parse(
                        new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray())));
        Account ines = accounts.create(home, "Ines", "reserves" + home, "estuary-lantern", Role.OWNER, null);
        MockMvc pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
        Household before = households.file(home).orElseThrow();
        assertThat(page(pages, ines)).contains("Nothing has been learned yet of how long");
        darkWith(ines, before);
        assertThat(page(pages, ines))
                // what can be taken stands above what may still be learned
                .containsSubsequence("holds less than entered", "No load has been learned yet")
                .contains("From 2 pairs of temperatures")
                .contains("2 h");
        pages.perform(MockMvcRequestBuilders.post("/meter/learned/take-times")
                .param("circuit", "fridge")
                .with(SecurityMockMvcRequestPostProcessors.authentication(ines.signedIn()))
                .with(SecurityMockMvcRequestPostProcessors.csrf()));
        Household after = households.file(home).orElseThrow();
        assertThat(fridge(after).holdMinutes()).isCloseTo(126, within(3.0));
        assertThat(fridge(after).recoverMinutes()).isEqualTo(fridge(before).recoverMinutes());
        assertThat(after.needs()).hasSameSizeAs(before.needs());
        assertThat(page(pages, ines)).doesNotContain("holds less than entered").contains("as entered");
        // one change, which can be taken back
        households.undo(home);
        assertThat(fridge(households.file(home).orElseThrow())).isEqualTo(fridge(before));
    }

    private static String page(MockMvc pages, Account account) throws Exception {
        return pages.perform(MockMvcRequestBuilders.get("/meter/learned")
                        .with(SecurityMockMvcRequestPostProcessors.authentication(account.signedIn())))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }
}
