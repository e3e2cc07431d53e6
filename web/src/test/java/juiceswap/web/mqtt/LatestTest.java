package juiceswap.web.mqtt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.Map;
import juiceswap.core.meter.Readings;
import juiceswap.web.mqtt.MqttFeed.Field;
import org.junit.jupiter.api.Test;

/** What arrives, and the readings that it comes to. */
class LatestTest {
    private static final Instant NOON = Instant.parse("2031-02-03T12:00:00Z");

    private final Latest latest = new Latest();

    @Test
    void numbersAreFoundAtAnyDepth() {
        assertThat(Payload.numbers("121.4")).containsExactly(Map.entry("", 121.4));
        assertThat(Payload.numbers(
                        "{\"l1\": {\"volts\": 121, \"name\": \"left\"}, \"all\": [3, \"4.5\"], \"on\": true}"))
                .containsExactly(Map.entry("l1.volts", 121.0), Map.entry("all.0", 3.0), Map.entry("all.1", 4.5));
        assertThat(Payload.numbers("on")).isEmpty();
        assertThat(Payload.numbers("{\"broken\": ")).isEmpty();
        assertThat(Payload.numbers("")).isEmpty();
        assertThat(Payload.numbers("[".repeat(5000))).isEmpty();
    }

    /** By hand: 1,452 W at 121 V are 12 A; without volts 600 W at 120 V are 5 A. */
    @Test
    void wattsBecomeAmpsByTheVoltsOfTheirLeg() {
        latest.arrived("panel", "{\"v\": 121, \"w\": -1452, \"w2\": 600, \"f\": 60.1}", NOON);
        Readings read = latest.reading(
                        Map.of(
                                MeterValue.L1_VOLTS, new Field("panel", "v"),
                                MeterValue.L1_WATTS, new Field("panel", "w"),
                                MeterValue.L2_WATTS, new Field("panel", "w2"),
                                MeterValue.HERTZ, new Field("panel", "f")),
                        NOON)
                .orElseThrow();
        assertThat(read.l1n()).isEqualTo(121);
        assertThat(read.l1a()).isCloseTo(12, within(1e-9));
        assertThat(read.l2a()).isCloseTo(5, within(1e-9));
        assertThat(read.hz()).isEqualTo(60.1);
    }

    @Test
    void whatIsOldIsNoReading() {
        Map<MeterValue, Field> fields =
                Map.of(MeterValue.L1_VOLTS, new Field("a", ""), MeterValue.L2_VOLTS, new Field("b", ""));
        latest.arrived("a", "120", NOON);
        latest.arrived("b", "119", NOON.plusSeconds(4));
        assertThat(latest.reading(fields, NOON.plusSeconds(4)).orElseThrow().l1n())
                .isEqualTo(120);
        assertThat(latest.reading(fields, NOON.plusSeconds(6)).orElseThrow().l1n())
                .isNull();
        assertThat(latest.reading(fields, NOON.plusSeconds(10))).isEmpty();
        assertThat(latest.heard()).isEqualTo(NOON.plusSeconds(4));
    }

    @Test
    void aHouseFullOfThingsDoesNotFillTheServer() {
        for (int i = 0; i < 500; i++) {
            latest.arrived("thing/" + i, "1", NOON);
        }
        assertThat(latest.topics()).hasSize(60);
        // those that are known go on
        latest.arrived("thing/3", "2", NOON);
        assertThat(latest.topics().get("thing/3").get("").number()).isEqualTo(2);
    }

    @Test
    void whatIsNoBrokerIsRefusedAtItsField() {
        assertThatThrownBy(() -> feed("no host", 1883, "#")).hasMessageContaining("/host");
        assertThatThrownBy(() -> feed("broker", 0, "#")).hasMessageContaining("/port");
        assertThatThrownBy(() -> feed("broker", 70_000, "#")).hasMessageContaining("/port");
        for (String topic : new String[] {"", "a/#/b", "a#", "a/b+"}) {
            assertThatThrownBy(() -> feed("broker", 1883, topic)).hasMessageContaining("/topic");
        }
        assertThat(feed("192.168.1.5", 1883, "home/+/power/#").topic()).isEqualTo("home/+/power/#");
    }

    private static MqttFeed feed(String host, int port, String topic) {
        return new MqttFeed(host, port, false, null, null, topic, Map.of());
    }
}
