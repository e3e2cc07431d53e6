package juiceswap.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class MeasuresTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            length      | 25        | 7.62
            length      | 25 ft     | 7.62
            length      | 25'       | 7.62
            length      | 25 feet   | 7.62
            length      | 8 m       | 8
            length      | 5' 6"     | 1.6764
            length      | 5 ft 6 in | 1.6764
            length      | 1,500 ft  | 457.2
            volume      | 10 gal    | 37.85411784
            volume      | 38 l      | 38
            volume      | 38 liters | 38
            propane     | 20 lb     | 17.857967
            propane     | 20lbs     | 17.857967
            propane     | 9 kg      | 17.716535
            propane     | 5 gal     | 18.92705892
            temperature | 68 F      | 20
            temperature | 20 °C     | 20
            temperature | -4 F      | -20
            altitude    | 1200 m    | 1200
            """)
    void anyUnitIsReadInBothSystems(String word, String typed, double si) {
        Dimension dimension = juiceswap.core.Worded.of(Dimension.class, word);
        assertThat(Measures.US.read(dimension, typed)).hasValueCloseTo(si, within(1e-5));
        if (Measures.saysItsUnit(typed)) {
            assertThat(Measures.METRIC.read(dimension, typed)).hasValueCloseTo(si, within(1e-5));
        }
    }

    @ParameterizedTest
    @CsvSource({
        "length, 25 lb",
        "length, 5 ft 2 m",
        "volume, 1 gal 2 qt",
        "length, ft",
        "length, 12x",
        "length, 5 6",
        "volume, 3 ft",
        "temperature, 5 K",
        "length, ''"
    })
    void whatIsNoSuchAmountIsNotRead(String word, String typed) {
        assertThat(Measures.US.read(juiceswap.core.Worded.of(Dimension.class, word), typed))
                .isEmpty();
    }

    /** Whatever is stored, its field makes the very same of it, in both systems, any number of times. */
    @ParameterizedTest
    @EnumSource(Dimension.class)
    void whatStandsInAFieldIsReadAsTheSameAmount(Dimension dimension) {
        Random random = new Random(18);
        for (Measures measures : new Measures[] {Measures.US, Measures.METRIC}) {
            for (int i = 0; i < 2000; i++) {
                double round = Math.rint(random.nextDouble() * 400) / (i % 2 == 0 ? 1 : 4);
                for (Measures typedIn : new Measures[] {Measures.US, Measures.METRIC}) {
                    double si = typedIn.read(dimension, String.valueOf(round)).orElseThrow();
                    String field = measures.field(new Quantity(dimension, si));
                    assertThat(measures.read(dimension, field).orElseThrow())
                            .as(round + " " + typedIn.symbol(dimension) + " shown as " + field)
                            .isCloseTo(si, within(1e-9));
                }
            }
        }
    }

    /** An amount that nobody typed, from a program, loses nothing either, and is written as people write numbers. */
    @Test
    void anAmountOfManyDecimalsLosesNothing() {
        for (double si : new double[] {12.3456789, 0.000123456, 1234.56789012}) {
            String field = Measures.US.field(Quantity.metres(si));
            assertThat(field).matches("[0-9]+\\.[0-9]+");
            assertThat(Measures.US.read(Dimension.LENGTH, field).orElseThrow()).isCloseTo(si, within(1e-9));
        }
    }

    @Test
    void whatWasTypedComesBackAsItWas() {
        Quantity length =
                Quantity.metres(Measures.METRIC.read(Dimension.LENGTH, "25 ft").orElseThrow());
        AsTyped typed = AsTyped.NOTHING.with("lengthM", length, "25 ft");
        assertThat(typed.text("lengthM", Quantity.metres(7.62))).contains("25 ft");
        assertThat(typed.text("openingM", length)).isEmpty();
        assertThat(typed.text("lengthM", Quantity.altitude(7.62))).isEmpty();
        assertThat(typed.with("lengthM", length, "25'").text("lengthM", length)).contains("25'");
        assertThat(typed.with("lengthM", length, null).texts()).isEmpty();
        for (int i = 0; i < 500; i++) {
            typed = typed.with("lengthM", Quantity.metres(i), i + " m");
        }
        assertThat(typed.texts()).hasSize(200);
    }

    @Test
    void amountsAreShownRoundedAsIsUsual() {
        assertThat(Measures.US.show(Quantity.metres(12.192))).isEqualTo("40 ft");
        assertThat(Measures.US.show(Quantity.metres(6))).isEqualTo("20 ft");
        assertThat(Measures.METRIC.show(Quantity.metres(6))).isEqualTo("6 m");
        assertThat(Measures.US.show(Quantity.litres(22.712470704))).isEqualTo("6 gal");
        assertThat(Measures.US.show(Quantity.celsius(4))).isEqualTo("39 °F");
        assertThat(Measures.METRIC.show(Quantity.celsius(-0.02))).isEqualTo("0 °C");
        assertThat(Measures.US.show(new Quantity(Dimension.PROPANE, 17.857967))).isEqualTo("20 lb");
    }

    @ParameterizedTest
    @CsvSource({
        "22:30, 22:30",
        "10:30 pm, 22:30",
        "10:30pm, 22:30",
        "10:30 p.m., 22:30",
        "10 PM, 22:00",
        "2230, 22:30",
        "7:05, 07:05",
        "12 am, 00:00",
        "12:15 pm, 12:15",
        "noon, 12:00",
        "midnight, 00:00",
        "730, 07:30"
    })
    void aTimeIsReadOnEitherClock(String typed, LocalTime time) {
        assertThat(Measures.readTime(typed)).contains(time);
    }

    @ParameterizedTest
    @CsvSource({"noonish", "25:00", "13 pm", "0 am", "7", "12:60", "''"})
    void whatIsNoTimeIsNotRead(String typed) {
        assertThat(Measures.readTime(typed)).isEmpty();
    }

    @Test
    void timesAndDatesAreShownOnTheHouseholdsClock() {
        LocalDateTime now = LocalDateTime.of(2031, 1, 14, 18, 4);
        assertThat(Measures.US.clock(now.toLocalTime())).isEqualTo("6:04\u00a0pm");
        assertThat(Measures.METRIC.clock(now.toLocalTime())).isEqualTo("18:04");
        assertThat(Measures.US.clock(now.plusDays(1), now)).isEqualTo("Wed 6:04\u00a0pm");
        assertThat(Measures.US.date(LocalDate.of(2031, 1, 14))).isEqualTo("Jan 14, 2031");
        assertThat(Measures.METRIC.dateAndClock(now)).isEqualTo("14 Jan 18:04");
        for (int minute = 0; minute < 24 * 60; minute++) {
            LocalTime time = LocalTime.MIDNIGHT.plusMinutes(minute);
            assertThat(Measures.readTime(Measures.US.clock(time))).contains(time);
            assertThat(Measures.readTime(Measures.METRIC.clock(time))).contains(time);
        }
    }
}
