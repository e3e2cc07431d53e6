package juiceswap.web.house;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Measures;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.supply.Generator;
import juiceswap.exchange.HouseholdJson;
import juiceswap.web.exchange.Schemas;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;

/** Every field of the house in which an amount is typed: typed, stored, shown, in both systems and every unit. */
class MeasuredFieldsTest extends InTheCottage {
    private static final Map<Dimension, List<String>> TYPED = Map.of(
            Dimension.LENGTH, List.of("25", "25 ft", "25'", "5' 6\"", "8 m", "12.5"),
            Dimension.ALTITUDE, List.of("500", "1200 ft", "620 m"),
            Dimension.VOLUME, List.of("6", "6 gal", "22 l", "5.5 liters"),
            Dimension.TEMPERATURE, List.of("18", "64 F", "17 °C", "-4 f"));

    /** A field: the page that shows its form, what is stored for it. */
    private record Field(String page, String name, Dimension dimension, ToDoubleFunction<Household> stored) {
        @Override
        public String toString() {
            return page + " " + name;
        }
    }

    static Stream<Field> fields() {
        ToDoubleFunction<Household> table =
                house -> engine(house).litresPerHour().get(50.0);
        return Stream.of(
                new Field(
                        "/house/supply?edit=link&link=1",
                        "lengthM",
                        Dimension.LENGTH,
                        house -> house.supply().path().get(1).lengthM()),
                new Field(
                        "/house/supply?edit=place",
                        "distanceM",
                        Dimension.LENGTH,
                        house -> house.supply().placement().distanceM()),
                new Field(
                        "/house/supply?edit=place",
                        "openingM",
                        Dimension.LENGTH,
                        house -> house.supply().placement().openingM()),
                new Field(
                        "/house/supply?edit=generator",
                        "altitudeM",
                        Dimension.ALTITUDE,
                        house -> engine(house).altitudeM()),
                new Field(
                        "/house/supply?edit=generator",
                        "ambientC",
                        Dimension.TEMPERATURE,
                        house -> engine(house).ambientC()),
                new Field(
                        "/house/supply?edit=generator",
                        "tankLitres",
                        Dimension.VOLUME,
                        house -> engine(house).tankLitres()),
                new Field("/house/supply?edit=generator", "litres-50", Dimension.VOLUME, table),
                new Field("/house/needs", "storedLitres", Dimension.VOLUME, Household::storedLitres),
                new Field(
                        "/house/needs?need=" + keepWithTemperatures(),
                        "emptyC",
                        Dimension.TEMPERATURE,
                        house -> ((StandingNeed.Keep) house.needs().get(keepWithTemperatures())).empty()),
                new Field(
                        "/house/cords?cord=0&add=true",
                        "lengthM",
                        Dimension.LENGTH,
                        house -> house.cords().get(0).cord().lengthM()));
    }

    private static Generator engine(Household house) {
        return house.supply().source().engine();
    }

    /** The first need of the sample that is told in degrees. */
    private static int keepWithTemperatures() {
        try {
            List<StandingNeed> needs = new Schemas()
                    .household(FilesController.sampleJson("saltmarsh-cottage"))
                    .needs();
            return needs.indexOf(needs.stream()
                    .filter(need -> need instanceof StandingNeed.Keep keep && keep.full() != null)
                    .findFirst()
                    .orElseThrow());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @ParameterizedTest
    @MethodSource("fields")
    void whatIsTypedIsStoredAndComesBack(Field field) throws Exception {
        for (Measures measures : List.of(Measures.US, Measures.METRIC)) {
            households.change(
                    home,
                    null,
                    "Ines",
                    "measures",
                    house -> house.withAbout(house.about().withMeasures(measures)));
            for (String typed : TYPED.get(field.dimension)) {
                String as = field + ", typed " + typed + " in " + measures.units();
                double si = measures.read(field.dimension, typed).orElseThrow();
                save(field, typed);
                assertThat(field.stored.applyAsDouble(house())).as(as).isCloseTo(si, within(1e-9));
                assertThat(shown(field)).as(as).isEqualTo(typed);
                // and after any number of saves, and through the household's file
                save(field, shown(field));
                save(field, shown(field));
                households.change(home, null, "Ines", "file", house -> schemas.household(HouseholdJson.write(house)));
                assertThat(field.stored.applyAsDouble(house())).as(as).isCloseTo(si, within(1e-9));
                assertThat(shown(field)).as(as).isEqualTo(typed);
            }
        }
    }

    @ParameterizedTest
    @MethodSource("fields")
    void whatIsNoAmountIsToldAtTheFieldAndStaysThere(Field field) throws Exception {
        String answer = save(field, "12 furlongs");
        assertThat(answer).contains("“12 furlongs” is not an amount in").contains("value=\"12 furlongs\"");
    }

    /** Changing the units changes nothing that is stored. */
    @Test
    void otherUnitsAreAnotherViewOfTheSameHouse() throws Exception {
        Household before = house();
        pages.perform(MockMvcRequestBuilders.post("/house/measures")
                .param("units", "metric")
                .param("clock", "24")
                .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn()))
                .with(SecurityMockMvcRequestPostProcessors.csrf()));
        Household after = house();
        assertThat(after.measures()).isEqualTo(Measures.METRIC);
        assertThat(HouseholdJson.write(after.withAbout(before.about()))).isEqualTo(HouseholdJson.write(before));
        assertThat(page("/house/supply")).contains("12.2 m");
        assertThat(page("/house/needs")).contains("value=\"22:30\"");
    }

    private String page(String address) throws Exception {
        return pages.perform(MockMvcRequestBuilders.get(address)
                        .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn())))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** What stands in the field. */
    private String shown(Field field) throws Exception {
        Map<String, String> form = form(page(field.page), field.name).values;
        return form.get(field.name);
    }

    private String save(Field field, String typed) throws Exception {
        Sent sent = form(page(field.page), field.name);
        sent.values.put(field.name, typed);
        MockHttpServletRequestBuilder request = MockMvcRequestBuilders.post(sent.to)
                .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn()))
                .with(SecurityMockMvcRequestPostProcessors.csrf());
        sent.values.forEach(request::param);
        return pages.perform(request).andReturn().getResponse().getContentAsString();
    }

    private record Sent(String to, Map<String, String> values) {}

    /** The form that has that field, filled in as the page shows it, as a browser would send it. */
    private static Sent form(String html, String field) {
        List<String> forms = new ArrayList<>();
        Matcher form =
                Pattern.compile("(?s)<form[^>]*action=\"([^\"]*)\".*?</form>").matcher(html);
        while (form.find()) {
            if (form.group().contains("name=\"" + field + "\"")) {
                forms.add(form.group());
            }
        }
        assertThat(forms).as("forms with " + field).hasSize(1);
        String one = forms.get(0);
        Map<String, String> values = new LinkedHashMap<>();
        Matcher input = Pattern.compile("<input[^>]*>").matcher(one);
        while (input.find()) {
            String tag = input.group();
            boolean ticked =
                    !tag.contains("type=\"checkbox\"") && !tag.contains("type=\"radio\"") || tag.contains(" checked");
            if (ticked
                    && !attribute(tag, "name").isEmpty()
                    && !attribute(tag, "name").equals("_csrf")) {
                values.put(attribute(tag, "name"), attribute(tag, "value"));
            }
        }
        Matcher choice = Pattern.compile("(?s)<select[^>]*name=\"([^\"]*)\"[^>]*>(.*?)</select>")
                .matcher(one);
        while (choice.find()) {
            Matcher option = Pattern.compile("<option[^>]*>").matcher(choice.group(2));
            String chosen = null;
            while (option.find()) {
                if (chosen == null || option.group().contains("selected")) {
                    chosen = attribute(option.group(), "value");
                }
            }
            values.put(choice.group(1), chosen);
        }
        return new Sent(
                form.reset(html)
                        .results()
                        .filter(match -> match.group().equals(one))
                        .findFirst()
                        .orElseThrow()
                        .group(1),
                values);
    }

    private static String attribute(String tag, String name) {
        Matcher value = Pattern.compile("\\s" + name + "=\"([^\"]*)\"").matcher(tag);
        return value.find()
                ? value.group(1).replace("&quot;", "\"").replace("&#39;", "'").replace("&amp;", "&")
                : "";
    }
}
