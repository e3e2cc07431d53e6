package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import java.util.List;
import java.util.regex.Pattern;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import org.junit.jupiter.api.Test;

/** What is pressed on a page without a connection: any number of things, in order, through reloads, each with what came of it. */
class OutboxTest extends OutageJourney {
    private static final String NOTICE = "[data-unsent]";

    private Person onTheGenerator() {
        Person ines = startsOutage(390, 844);
        advance(ines, null);
        return ines;
    }

    private static Locator switchOff(Person person, String circuit) {
        return person.page.locator("form[action='/swap/open'] button[value=" + circuit + "]");
    }

    /** Two circuits that are on. */
    private static List<String> twoThatAreOn(Person person) {
        List<Locator> buttons =
                person.page.locator("form[action='/swap/open'] button").all();
        return List.of(buttons.get(0).getAttribute("value"), buttons.get(1).getAttribute("value"));
    }

    private List<String> turnedOff() {
        return swap.current(account("ines")).orElseThrow().log().stream()
                .map(Entry::event)
                .filter(event -> event instanceof Event.Opened)
                .map(event -> ((Event.Opened) event).circuit())
                .toList();
    }

    @Test
    void allOfItIsSentInItsOrderAndAfterAReloadToo() {
        Person ines = onTheGenerator();
        List<String> two = twoThatAreOn(ines);
        BrowserContext connection = ines.page.context();
        connection.setOffline(true);
        two.forEach(circuit -> switchOff(ines, circuit).click());
        // the same again is the same
        switchOff(ines, two.get(0)).click();
        assertThat(ines.page.locator(NOTICE + " p")).hasCount(3);
        assertThat(ines.page.locator(NOTICE)).containsText("They go out in this order");
        // pages come again, and nothing can be sent yet
        connection.route(Pattern.compile(".*/swap/open"), route -> route.abort());
        connection.setOffline(false);
        ines.go("/logbook");
        ines.go("/now");
        assertThat(ines.page.locator(NOTICE)).containsText("Not sent yet");
        assertThat(turnedOff()).isEmpty();
        connection.unroute(Pattern.compile(".*/swap/open"));
        assertThat(ines.page.locator(NOTICE + " p")).hasCount(2);
        assertThat(ines.page.locator(NOTICE)).containsText("Sent: ");
        assertThat(turnedOff()).isEqualTo(two);
        assertThat(ines.page.evaluate("localStorage.getItem('unsent')")).isNull();
    }

    /** What somebody else has done in between makes each of them anew a question. */
    @Test
    void whatOthersDidInBetweenIsNotGoneOver() {
        Person ines = onTheGenerator();
        List<String> two = twoThatAreOn(ines);
        BrowserContext connection = ines.page.context();
        connection.setOffline(true);
        two.forEach(circuit -> switchOff(ines, circuit).click());
        String others =
                ines.page.locator("form[action='/swap/open'] button").nth(2).getAttribute("value");
        swap.open(account("bram"), standing().sequence(), others);
        connection.setOffline(false);
        assertThat(ines.page.locator(NOTICE + " p")).hasCount(2);
        assertThat(ines.page.locator(NOTICE)).containsText("Bram");
        assertThat(turnedOff()).containsExactly(others);
    }

    /** Another person who signs in on the same phone sends nothing that was not theirs. */
    @Test
    void whatOnePersonPressedIsNotSentByAnother() {
        Person ines = onTheGenerator();
        String one = twoThatAreOn(ines).get(0);
        BrowserContext connection = ines.page.context();
        connection.setOffline(true);
        switchOff(ines, one).click();
        assertThat(ines.page.locator(NOTICE)).containsText("Not sent yet");
        connection.clearCookies();
        connection.setOffline(false);
        // the session is gone: what was pressed waits until she has signed in again
        assertThat(ines.page).hasURL(Pattern.compile(".*/sign-in"));
        assertThat(ines.page.evaluate("localStorage.getItem('unsent')")).isNotNull();
        new Person(ines.page, address()).enter("bram");
        ines.go("/swap");
        assertThat(ines.page.locator(NOTICE)).isHidden();
        assertThat(turnedOff()).isEmpty();
        connection.clearCookies();
        new Person(ines.page, address()).enter("ines");
        ines.page.waitForFunction("() => !localStorage.getItem('unsent')");
        assertThat(turnedOff()).containsExactly(one);
    }

    /** An outage is not begun by itself once there is a connection again: the phone goes on alone, at once. */
    @Test
    void anOutageIsNotKeptForLater() {
        Person ines = withPocket(390, 844).enter("ines");
        ines.page.waitForFunction("() => document.documentElement.dataset.pocket === 'ready'");
        ines.page.context().setOffline(true);
        ines.page.locator("button[value=outage]").click();
        assertThat(ines.page.locator("nav.pocket-bar")).isVisible();
        assertThat(ines.page.evaluate("localStorage.getItem('unsent')")).isNull();
    }

    /** What was said of an outage that has ended says nothing of the next. */
    @Test
    void whatWasSaidOfAnOutageThatIsOverIsNotTaken() {
        Person ines = onTheGenerator();
        BrowserContext connection = ines.page.context();
        connection.setOffline(true);
        switchOff(ines, twoThatAreOn(ines).get(0)).click();
        assertThat(ines.page.locator(NOTICE)).containsText("Not sent yet");
        db.execute("update outage set ended_at = greatest(now(), started_at) where ended_at is null");
        connection.route(Pattern.compile(".*/swap/open"), route -> route.abort());
        connection.setOffline(false);
        ines.go("/now");
        connection.unroute(Pattern.compile(".*/swap/open"));
        assertThat(ines.page.locator(NOTICE)).containsText("The outage that it was said of is over");
        assertThat(ines.page.evaluate("localStorage.getItem('unsent')")).isNull();
    }
}
