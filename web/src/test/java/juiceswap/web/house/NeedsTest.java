package juiceswap.web.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.house.Need;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.StandingNeed.Daily;
import juiceswap.core.rotation.StandingNeed.DailyCare;
import juiceswap.exchange.HouseholdJson;
import org.junit.jupiter.api.Test;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;

/** What people ask of a need beyond its minutes: typed, stored, shown, and in the household's file. */
class NeedsTest extends InTheCottage {
    private StandingNeed last() {
        List<StandingNeed> needs = house().needs();
        return needs.get(needs.size() - 1);
    }

    private String save(Map<String, String> typed) throws Exception {
        Map<String, String> all = new LinkedHashMap<>(typed);
        all.put("version", String.valueOf(households.held(home).orElseThrow().version()));
        all.putIfAbsent("circuit", house().circuits().get(1).id());
        MockHttpServletRequestBuilder post = MockMvcRequestBuilders.post("/house/needs")
                .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn()))
                .with(SecurityMockMvcRequestPostProcessors.csrf());
        all.forEach(post::param);
        return pages.perform(post).andReturn().getResponse().getContentAsString();
    }

    private String page(String address) throws Exception {
        return pages.perform(MockMvcRequestBuilders.get(address)
                        .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn())))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private static Map<String, String> water() {
        Map<String, String> typed = new LinkedHashMap<>(Map.of("kind", "keep", "keeping", "hot-water"));
        typed.put("holdHours", "12");
        typed.put("recoverMinutes", "90");
        typed.put("lowPercent", "30");
        typed.put("rising", "true");
        typed.put("leftAt0", "07:00");
        typed.put("leftPercent0", "60");
        typed.put("useFrom", "06:30");
        typed.put("useTo", "08:00");
        typed.put("useTimes", "3");
        return typed;
    }

    @Test
    void hotBySevenAndShowersInTheMorning() throws Exception {
        save(water());
        StandingNeed.Keep keep = (StandingNeed.Keep) last();
        assertThat(keep.care())
                .isEqualTo(new DailyCare(
                        0.3,
                        0.1,
                        List.of(new DailyCare.Use(new Daily(LocalTime.of(6, 30), LocalTime.of(8, 0)), 3)),
                        List.of(new DailyCare.Floor(LocalTime.of(7, 0), 0.6))));
        String shown = page("/house/needs?need=" + (house().needs().size() - 1));
        assertThat(shown).contains("at least 60 % left by").contains("name=\"useTimes\" value=\"3\"");
        assertThat(schemas.household(HouseholdJson.write(house()))).isEqualTo(house());
    }

    /** Nothing typed there says that nothing is asked, whatever is usual for hot water. */
    @Test
    void whatIsUsualCanBeTakenAway() throws Exception {
        Map<String, String> typed = water();
        List.of("lowPercent", "rising", "leftAt0", "leftPercent0", "useFrom", "useTo", "useTimes")
                .forEach(typed::remove);
        save(typed);
        assertThat(((StandingNeed.Keep) last()).care()).isEqualTo(DailyCare.NONE);
        assertThat(schemas.household(HouseholdJson.write(house()))).isEqualTo(house());
    }

    @Test
    void whatIsHalfSaidIsToldAtItsFieldAndStays() throws Exception {
        Household before = house();
        Map<String, String> typed = water();
        typed.put("leftAt0", "seven");
        typed.put("lowPercent", "130");
        typed.remove("useTo");
        String answer = save(typed);
        assertThat(answer)
                .contains("must be from 0 to 100")
                .contains("is missing here")
                .contains("value=\"seven\"")
                .contains("value=\"130\"");
        assertThat(house()).isEqualTo(before);
    }

    @Test
    void goingOffInTheMiddleOfSomethingCounts() throws Exception {
        Map<String, String> typed = new LinkedHashMap<>(Map.of("kind", "hours-a-day", "minutes", "120"));
        typed.put("blockMinutes", "30");
        typed.put("worth", "2.5");
        typed.put("interruption", "20");
        save(typed);
        assertThat(((StandingNeed.HoursADay) last()).worth()).isEqualTo(new Need.Worth(2.5, 20));
        assertThat(page("/house/needs?need=" + (house().needs().size() - 1))).contains("value=\"2.5\"");
        assertThat(schemas.household(HouseholdJson.write(house()))).isEqualTo(house());
    }

    /** Whatever can be kept can be read back from a file. */
    @Test
    void everythingThatIsKeptIsKnownToTheFile() {
        List<StandingNeed> needs = new ArrayList<>();
        Arrays.stream(Keeping.values())
                .forEach(keeping ->
                        needs.add(keeping.usual(house().circuits().get(1).id())));
        for (StandingNeed one : needs) {
            Household house = house().withLiving(house().living().withNeeds(List.of(one)));
            assertThat(schemas.household(HouseholdJson.write(house))).isEqualTo(house);
        }
    }
}
