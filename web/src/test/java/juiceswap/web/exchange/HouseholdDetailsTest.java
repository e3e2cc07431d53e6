package juiceswap.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.function.Consumer;
import juiceswap.core.InvalidInput;
import juiceswap.core.capacity.CordPlan;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Need;
import juiceswap.core.household.DeviceQuestion;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import juiceswap.web.drawing.PanelView;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.node.ObjectNode;

/** What a household file tells beyond the setup of the engine. */
class HouseholdDetailsTest {
    private final Schemas schemas = new Schemas();

    private ObjectNode sample() throws IOException {
        return (ObjectNode) new ObjectMapper()
                .readTree(new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray());
    }

    private Household with(Consumer<ObjectNode> change) throws IOException {
        ObjectNode file = sample();
        change.accept(file);
        return schemas.household(Tree.parse(file.toString()));
    }

    private static ObjectNode circuit(ObjectNode file, String id) {
        for (JsonNode circuit : file.path("setup").path("circuits")) {
            if (circuit.path("id").asString().equals(id)) {
                return (ObjectNode) circuit;
            }
        }
        throw new AssertionError(id);
    }

    private static ObjectNode panel(ObjectNode file) {
        return (ObjectNode) file.path("panel");
    }

    @Test
    void choicesAreReadByOccasion() throws IOException {
        Household file = with(json -> {});
        assertThat(file.find("stove").choice(Occasion.SUMMER)).isEqualTo(Choice.OFF);
        assertThat(file.find("stove").choice(Occasion.WINTER)).isEqualTo(Choice.MUST);
        assertThat(file.chosen(Occasion.NIGHT, Choice.TURNS)).containsExactly("sump", "well", "septic");
        assertThat(file.find("kiln").choice(Occasion.WINTER)).isEqualTo(Choice.OFF);
    }

    @Test
    void whereNobodyChoseWhatIsPickedUpMustRun() throws IOException {
        Household file = with(json -> json.path("setup")
                .path("circuits")
                .forEach(circuit -> ((ObjectNode) circuit).remove(List.of("winter", "summer", "night"))));
        assertThat(file.find("fridge").choice(Occasion.SUMMER)).isEqualTo(Choice.MUST);
        assertThat(file.find("lights").choice(Occasion.SUMMER)).isEqualTo(Choice.MUST);
        assertThat(file.find("washer").choice(Occasion.SUMMER)).isEqualTo(Choice.TURNS);
    }

    @Test
    void theStreetHasToHoldAsLongAsTheHouseholdSays() throws IOException {
        assertThat(with(json -> {}).hold()).isEqualTo(Duration.ofMinutes(10));
        assertThat(with(json -> ((ObjectNode) json.path("outage")).put("holdMinutes", 25))
                        .hold())
                .isEqualTo(Duration.ofMinutes(25));
        assertThatThrownBy(() -> with(json -> ((ObjectNode) json.path("outage")).put("holdMinutes", 0)))
                .isInstanceOf(InvalidInput.class)
                .hasMessageContaining("/outage/holdMinutes");
    }

    @Test
    void whatIsMetWithoutPowerStaysOff() throws IOException {
        Household file = with(json -> json.putArray("withoutPower")
                .addObject()
                .put("how", "wood-heat")
                .putArray("circuits")
                .add("stove"));
        assertThat(file.find("stove").choice(Occasion.WINTER)).isEqualTo(Choice.OFF);
    }

    @Test
    void aStageLeftOffIsKnownButNotCounted() throws IOException {
        Household file =
                with(json -> ((ObjectNode) circuit(json, "range").path("loads").get(0)).put("leftOff", true));
        assertThat(file.setup().circuit("range").runningWatts()).isEqualTo(1600);
        assertThat(file.find("range").loads()).hasSize(2);
        assertThat(file.find("range").running().value()).isEqualTo(1600);
    }

    @Test
    void eachLoadSaysHowItIsKnown() throws IOException {
        Household file = with(json -> {});
        HomeLoad fridge = file.find("fridge").loads().get(0);
        assertThat(fridge.known()).isEqualTo(Estimate.Known.MEASURED);
        assertThat(fridge.clamp()).isNotNull();
        assertThat(fridge.clamp().runningWatts(120)).isCloseTo(180, org.assertj.core.data.Offset.offset(1e-9));
        HomeLoad lights = file.find("lights").loads().get(0);
        assertThat(lights.running()).isEqualTo(new Estimate(90, 160, 220));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    across | 1 | L2 | L1
                    down | 1 | L2 | L1
                    from-bottom | 23 | L2 | L1
                    """)
    void thePanelMayHangOtherwise(String numbering, String printed, String leg, String other) throws IOException {
        Household file = with(json -> panel(json).put("numbering", numbering).put("topLeg", "L2"));
        assertThat(file.printed(file.find("fridge"))).isEqualTo(printed);
        assertThat(file.find("fridge").circuit().leg()).isEqualTo(Leg.valueOf(leg));
        assertThat(file.find("lights").circuit().leg()).isEqualTo(Leg.valueOf(other));
        PanelView drawn = PanelView.of(file, file.panel(), "fridge");
        PanelView.BreakerView fridge = drawn.breakers().stream()
                .filter(one -> "fridge".equals(one.circuit()))
                .findFirst()
                .orElseThrow();
        assertThat(fridge.numbers()).isEqualTo(printed);
        assertThat(fridge.legs()).extracting(PanelView.LegMark::leg).containsExactly(leg);
        assertThat(fridge.chosen()).isTrue();
    }

    @Test
    void halvesOfATandemAreToldApart() throws IOException {
        Household file = with(json -> {});
        assertThat(file.printed(file.find("incubator"))).isEqualTo("9a");
        assertThat(file.printed(file.find("radio"))).isEqualTo("9b");
        assertThat(file.printed(file.find("heater"))).isEqualTo("13–15");
    }

    @Test
    void aPanelWithoutAFeederIsDead() throws IOException {
        Household file = with(json -> {
            json.putArray("subpanels")
                    .addObject()
                    .put("id", "barn")
                    .put("name", "Barn")
                    .put("spaces", 6);
            circuit(json, "washer").put("panel", "barn").putArray("spaces").add(1);
        });
        assertThat(file.panel("barn").fed()).isFalse();
        assertThat(file.setup().circuit("washer").lockedOff()).isTrue();
        assertThat(file.chosen(Occasion.WINTER, Choice.TURNS)).doesNotContain("washer");
    }

    @Test
    void everyFaultIsNamedAtItsPlace() {
        assertFault(json -> circuit(json, "fridge").put("panel", "attic"), "/setup/circuits/0/panel");
        assertFault(json -> circuit(json, "fridge").put("winter", "perhaps"), "/setup/circuits/0/winter");
        assertFault(json -> circuit(json, "fridge").put("colour", "red"), "/setup/circuits/0/colour");
        assertFault(json -> panel(json).put("numbering", "spiral"), "/panel/numbering");
        assertFault(
                json -> json.putArray("subpanels")
                        .addObject()
                        .put("id", "barn")
                        .put("name", "Barn")
                        .put("spaces", 6)
                        .put("feeder", "nothing"),
                "/subpanels/0/feeder");
        assertFault(
                json -> ((ObjectNode) circuit(json, "fridge").path("loads").get(0)).put("lowWatts", 500),
                "/setup/circuits/0/loads/0/lowWatts");
        assertFault(
                json -> ((ObjectNode) circuit(json, "fridge").path("loads").get(0))
                        .putObject("clamp")
                        .put("beforeAmps", 3)
                        .put("afterAmps", 2),
                "/setup/circuits/0/loads/0/clamp/afterAmps");
        assertFault(
                json -> ((ObjectNode) json.path("supply"))
                        .putObject("cordEnds")
                        .put("generator", "female")
                        .put("house", "male"),
                "/supply/cordEnds");
        assertFault(
                json -> ((ObjectNode) json.path("cords").get(0).path("loads").get(0)).put("circuit", "nothing"),
                "/cords/0/loads/0/circuit");
        assertFault(
                json -> ((ObjectNode) json.path("withoutPower").get(0))
                        .putArray("circuits")
                        .add("nothing"),
                "/withoutPower/0/circuits/0");
    }

    private void assertFault(Consumer<ObjectNode> change, String pointer) {
        assertThatThrownBy(() -> with(change))
                .isInstanceOfSatisfying(
                        InvalidInput.class,
                        invalid -> assertThat(invalid.problems())
                                .extracting(InvalidInput.Problem::field)
                                .contains(pointer));
    }

    /** What is on the device's own panel is offered; the rest stays on utility power. */
    @Test
    void onlyWhatAnOwnPanelHoldsIsReached() throws IOException {
        Household whole = with(json -> ((ObjectNode) json.path("setup").path("transfer")).put("kind", "subpanel"));
        assertThat(DeviceQuestion.of(whole)).contains(DeviceQuestion.WHAT_IS_ON_IT);
        Household own = whole.withOwnPanel(List.of("fridge", "stove", "lamp", "lights"), "Main panel");
        assertThat(DeviceQuestion.of(own)).doesNotContain(DeviceQuestion.WHAT_IS_ON_IT);
        assertThat(own.circuits().stream().filter(own::reaches).map(one -> one.id()))
                .containsExactly("fridge", "lights", "stove", "lamp");
        assertThat(own.find("range").circuit().lockedOff()).isTrue();
        assertThat(own.find("range").choice(Occasion.WINTER)).isEqualTo(Choice.OFF);
        assertThat(schemas.household(HouseholdJson.write(own))).isEqualTo(own);
        assertThatThrownBy(() -> whole.withOwnPanel(List.of("nothing"), "Main panel"))
                .hasMessageContaining("own-panel-empty");
        Household interlock = with(json -> {});
        assertThatThrownBy(() -> interlock.withOwnPanel(List.of("fridge"), "Main panel"))
                .hasMessageContaining("whole-panel");
    }

    @Test
    void anInputBreakerAwayFromTheMainIsQuestioned() throws IOException {
        assertThat(DeviceQuestion.of(with(json -> {}))).isEmpty();
        Household away = with(json ->
                panel(json).put("spaces", 28).putArray("inputSpaces").add(25).add(27));
        assertThat(DeviceQuestion.of(away)).containsExactly(DeviceQuestion.INPUT_NOT_BESIDE_MAIN);
        Household untold = with(json -> panel(json).remove("inputSpaces"));
        assertThat(DeviceQuestion.of(untold)).containsExactly(DeviceQuestion.WHERE_IS_THE_INPUT);
    }

    @Test
    void theBatteryOfAnAutomaticBoxIsKept() throws IOException {
        Household box = with(json -> {
            ObjectNode transfer = (ObjectNode) json.path("setup").path("transfer");
            transfer.put("kind", "automatic-circuits");
            transfer.putArray("rideThrough").add("router").add("lamp");
            transfer.put("rideThroughWattHours", 330);
        });
        var battery = box.setup().transfer().rideThrough();
        assertThat(battery.circuits()).containsExactly("router", "lamp");
        assertThat(battery.hours(165)).isEqualTo(2);
        assertThat(schemas.household(HouseholdJson.write(box))).isEqualTo(box);
        assertThat(box.without("router").setup().transfer().rideThrough().circuits())
                .containsExactly("lamp");
    }

    @Test
    void whatMustRunIsOnWhateverElseItKeeps() throws IOException {
        Household file = with(json -> {});
        assertThat(file.wanted(Occasion.WINTER).standing())
                .contains(new StandingNeed.AlwaysOn("freezer", Need.Priority.PROPERTY, null))
                .noneMatch(need ->
                        need instanceof StandingNeed.AlwaysOn && need.circuit().equals("well"));
    }

    @Test
    void howTheCordComesInIsKept() throws IOException {
        Household gap = with(json -> json.withObject("/supply").put("wayIn", "through-opening"));
        assertThat(gap.supply().placement().leavesGap()).isTrue();
        assertThat(schemas.household(HouseholdJson.write(gap))).isEqualTo(gap);
    }

    /** What hangs behind a circuit that stays on the utility is out of reach too. */
    @Test
    void aSubPanelBehindWhatIsNotReachedIsDead() throws IOException {
        Household file = with(json -> {
            ((ObjectNode) json.path("setup").path("transfer")).put("kind", "subpanel");
            json.putArray("subpanels")
                    .addObject()
                    .put("id", "barn")
                    .put("name", "Barn")
                    .put("spaces", 6)
                    .put("feeder", "range");
            circuit(json, "washer").put("panel", "barn").putArray("spaces").add(1);
        });
        assertThat(file.reaches(file.find("washer"))).isTrue();
        Household own = file.withOwnPanel(List.of("fridge", "lamp"), "Main panel");
        assertThat(own.reaches(own.find("washer"))).isFalse();
        assertThat(own.setup().circuit("washer").lockedOff()).isTrue();
        assertThat(own.reaches(own.find("fridge"))).isTrue();
    }

    /** 13 A of 15 A are for minutes; 16 A are too much. */
    @Test
    void aCordIsNotLoadedFullyForHours() {
        var cord = new CordPlan.Cord(Conductor.AWG_12, 5, CordPlan.USUAL_PLUG_AMPS, true);
        assertThat(CordPlan.judge(cord, List.of(heater(1400))).faults()).isEmpty();
        assertThat(CordPlan.judge(cord, List.of(heater(1560))).faults())
                .containsExactly(CordPlan.Fault.TOO_MUCH_FOR_HOURS);
        assertThat(CordPlan.judge(cord, List.of(heater(1920))).faults()).containsExactly(CordPlan.Fault.OVER_AMPACITY);
    }

    private static Load heater(double watts) {
        return new Load("Heater", 120, null, Nameplate.ofWatts(watts, watts), 100, 1);
    }
}
