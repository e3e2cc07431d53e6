package juiceswap.web.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import juiceswap.web.words.Messages;
import org.junit.jupiter.api.Test;

class TourTest {
    /** As somebody walks it: from the invitation by each “next” to an end, with something said at every stop. */
    @Test
    void everyStopLeadsToTheNextAndIsSpokenOf() throws Exception {
        Set<String> words = new Messages().keys();
        Tour stop = Tour.at("0");
        int walked = 0;
        while (stop.next() != null) {
            assertThat(words).contains("tour." + stop.number());
            stop = Tour.at(stop.next().replaceAll(".*tour=", ""));
            assertThat(stop.number()).isEqualTo(++walked);
        }
        assertThat(words).contains("tour." + walked).doesNotContain("tour." + (walked + 1));
        assertThat(walked).isEqualTo(stop.last());
    }

    @Test
    void whatIsNoStopShowsNothing() {
        for (String number : new String[] {null, "", "-1", "10", "99", "100", "one"}) {
            assertThat(Tour.at(number)).as(number).isNull();
        }
    }
}
