package juiceswap.web.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Phrase;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FormTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    1500 | 1500
                    1,500 | 1500
                    12,345,678 | 12345678
                    1,500.5 | 1500.5
                    1,5 | 1.5
                    1.5 | 1.5
                    .5 | 0.5
                    1 500 | 1500
                    -2 | -2
                    """)
    void numbersAreReadAsPeopleTypeThem(String typed, double number) {
        assertThat(new Form(Map.of("watts", typed)).number("watts")).isEqualTo(number);
    }

    @ParameterizedTest
    @ValueSource(strings = {"a dozen", "1.2.3", "12W", "1e3", "NaN", "--1", "0x10"})
    void whatIsNoNumberIsNamedAndKept(String typed) {
        Form form = new Form(Map.of("watts", typed));
        assertThat(form.number("watts")).isNull();
        assertThat(form.problem("watts")).isEqualTo(Phrase.of("invalid.no-number", "typed", typed));
        assertThat(form.value("watts")).isEqualTo(typed);
        assertThatThrownBy(form::requireSound).isInstanceOf(InvalidInput.class);
    }

    @Test
    void aCommaInAReadingIsAlwaysADecimalPoint() {
        assertThat(Form.readingIn("0,125")).isEqualTo(0.125);
        assertThat(Form.readingIn("1,210")).isEqualTo(1.21);
        assertThat(Form.readingIn(" 121.4 ")).isEqualTo(121.4);
        assertThat(Form.readingIn("121 V")).isNull();
        // nobody writes thousands that begin with nought
        assertThat(Form.numberIn("0,125")).isEqualTo(0.125);
    }

    @Test
    void timesOfDayAreReadAndWhatIsNoneIsKept() {
        Form form = new Form(Map.of("to", " 7:30 ", "until", "17:00", "from", "noonish", "at", ""));
        assertThat(form.time("to")).isEqualTo(LocalTime.of(7, 30));
        assertThat(form.time("until")).isEqualTo(LocalTime.of(17, 0));
        assertThat(form.time("from")).isNull();
        assertThat(form.problem("from")).isEqualTo(Phrase.of("form.is-not-a-time-of", "text", "noonish"));
        assertThat(form.value("from")).isEqualTo("noonish");
        assertThat(form.time("at")).isNull();
        assertThat(form.problem("at")).isEqualTo(Phrase.of("form.type-a-time"));
    }

    @Test
    void wholeNumbersAreWhole() {
        Form form = new Form(Map.of("spaces", "2.5", "count", "3", "huge", "123456789012"));
        assertThat(form.whole("spaces")).isNull();
        assertThat(form.problem("spaces")).isEqualTo(Phrase.of("form.whole-number"));
        assertThat(form.whole("count")).isEqualTo(3);
        assertThat(form.whole("huge")).isNull();
        assertThat(form.whole("absent")).isNull();
        assertThat(form.problem("absent")).isNull();
    }

    @Test
    void aProblemStandsAtTheFieldItsPointerEndsIn() {
        Form form = new Form(Map.of("breakerAmps", "0", "needs", ""));
        form.with(new InvalidInput(List.of(
                new Problem("/setup/circuits/3/breakerAmps", "invalid.above-zero"),
                new Problem("/setup/circuits/3/needs/0", "invalid.no-circuit", "circuit", "x"),
                new Problem("/rooms/1/name", "invalid.room-exists"))));
        assertThat(form.problem("breakerAmps")).isEqualTo(Phrase.of("invalid.above-zero"));
        assertThat(form.problem("needs")).isEqualTo(Phrase.of("invalid.no-circuit", "circuit", "x"));
        assertThat(form.elsewhere()).containsExactly(Phrase.of("invalid.room-exists"));
        assertThat(form.wrong()).isTrue();
        assertThat(new Words(new Messages()).everything(form.everything()))
                .startsWith("There is already a room of this name; ");
    }

    @Test
    void theVersionIsANumberOrNothing() {
        assertThat(new Form(Map.of("version", "12")).version()).isEqualTo(12);
        assertThat(new Form(Map.of("version", "12; drop")).version()).isNull();
        assertThat(new Form(Map.of()).version()).isNull();
    }
}
