package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Action;
import juiceswap.core.outage.Answer;
import org.junit.jupiter.api.Test;

/** Nobody is hurt by not knowing what another has done. */
class TogetherTest extends OutageJourney {
    private static final String CO_BUTTON = "button[aria-label='CO alarm or headache: everybody out']";

    private Person joins(Person member, String name, String how) {
        String code = member.page.locator(".join .code").textContent();
        Person guest = person(390, 844);
        guest.go("/join");
        guest.page.locator("[name=code]").fill(code);
        guest.page.locator("[name=name]").fill(name);
        guest.press(guest.page.getByRole(AriaRole.BUTTON).getByText(how));
        assertThat(guest.page.locator("main.swap")).isVisible();
        return guest;
    }

    /** Over a field in focus with a reading half typed, which is there again afterwards. */
    @Test
    void anAlarmCutsThroughAHalfTypedReading() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_GENERATOR);
        Person bram = person(390, 844).enter("bram");
        bram.go("/swap");
        ines.page.locator("input[name=l1n]").fill("12");
        ines.page.locator("input[name=l1n]").focus();
        bram.press(bram.page.locator(CO_BUTTON));
        Locator urgent = ines.page.locator("#urgent");
        assertThat(urgent).isVisible();
        assertThat(urgent).containsText("CO alarm. Everybody out, now");
        assertThat(urgent).containsText("Bram");
        assertThat(ines.page.locator("html[data-urgent]")).hasCount(1);
        ines.press(ines.page.locator("[data-understood]"));
        assertThat(urgent).isHidden();
        assertThat(ines.page.locator("input[name=l1n]")).hasValue("12");
    }

    /** Whoever is outside is sent to the breaker on the set, whoever is at the panel to the one there. */
    @Test
    void aStopSaysWhatToDoFirstWhereOneIs() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_LOADED);
        ines.press(ines.page.locator(".crew button[value=panel]"));
        assertThat(ines.page.locator(".crew button[value=panel]")).hasAttribute("aria-pressed", "true");
        Person bram = person(390, 844).enter("bram");
        bram.go("/swap");
        bram.press(bram.page.locator(".crew button[value=generator]"));
        assertThat(bram.page.locator(".crew button[value=generator]")).hasAttribute("aria-pressed", "true");
        bram.go("/house");
        ines.read(Map.of("l1n", "88", "l2n", "151"));
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("main h1")).hasText("Turn the generator input OFF");
        assertThat(bram.page.locator("#urgent")).isVisible();
        assertThat(bram.page.locator("#urgent .alarm")).containsText("Turn the breaker on the generator OFF");
    }

    /** The steps are on the page; what could not be sent says so, and goes out by itself. */
    @Test
    void alarmAndMakingSafeWorkWithoutAConnection() {
        Person ines = startsOutage(390, 844);
        advance(ines, Action.PICK_UP);
        BrowserContext connection = ines.page.context();
        connection.setOffline(true);
        ines.press(ines.page.getByText("Something is wrong: make safe"));
        Locator shout = ines.page.locator("#shout");
        assertThat(shout).isVisible();
        assertThat(shout).containsText("Not sent: shout");
        assertThat(shout.locator("li").first()).containsText("Turn the");
        connection.setOffline(false);
        assertThat(shout).isHidden();
        assertThat(ines.page.locator("main h1")).containsText("Turn the");
        assertThat(standing().goal()).isEqualTo(juiceswap.core.changeover.Goal.MAKE_SAFE);
        connection.setOffline(true);
        ines.press(ines.page.locator(CO_BUTTON));
        assertThat(shout).containsText("Everybody out. Now.");
        assertThat(shout).containsText("Not sent: shout");
        assertThat(standing().alarmed()).isFalse();
        connection.setOffline(false);
        assertThat(ines.page.locator("main h1")).hasText("Everybody out. Now.");
        assertThat(standing().alarmed()).isTrue();
    }

    /** Looks on, raises the alarm, and can do nothing else; a helper clears no alarm. */
    @Test
    void whatAWatcherAndAHelperMayDo() {
        Person ines = startsOutage(1280, 800);
        Person kit = joins(ines, "Kit", "I only look on");
        Person jo = joins(ines, "Jo", "I can help");
        assertThat(kit.page.locator("main")).containsText("Next: Test the carbon monoxide alarm indoors");
        assertThat(kit.page.locator("[data-key=done], [data-key=make-safe], .join .code"))
                .hasCount(0);
        int seen = standing().sequence();
        Object status = kit.page.evaluate(
                "() => { const form = new URLSearchParams(new FormData(document.querySelector('form')));"
                        + " form.set('seen', '1'); form.set('action', 'check-co-alarm');"
                        + " return fetch('/swap/confirm', { method: 'POST', body: form }).then(answer => answer.status) }");
        assertThat(status).isEqualTo(403);
        assertThat(standing().sequence()).isEqualTo(seen);
        kit.press(kit.page.getByRole(AriaRole.BUTTON).getByText("CO alarm").first());
        assertThat(ines.page.locator("main h1")).hasText("Everybody out. Now.");
        jo.go("/swap");
        assertThat(jo.page.locator("main")).containsText("Only somebody of the household");
        assertThat(jo.page.locator("form[action='/swap/all-clear']")).hasCount(0);
        assertThat(standing().alarmed()).isTrue();
    }

    /** Removed: the pages end at once, the old code is worth nothing, and the name is free again. */
    @Test
    void whoIsRemovedIsOutAtOnce() {
        Person ines = startsOutage(1280, 800);
        String code = ines.page.locator(".join .code").textContent();
        Person jo = joins(ines, "Jo", "I can help");
        // a page that only listens, and asks for nothing
        Page still = jo.page.context().newPage();
        still.navigate(jo.page.url().replaceAll("/swap.*", "/assets/app.css"));
        still.evaluate("""
                () => new Promise((open) => {
                    window.live = new EventSource('/live');
                    window.live.onopen = open;
                    window.live.onerror = () => { document.documentElement.dataset.ended = 'yes'; window.live.close(); };
                })""");
        ines.press(ines.page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Remove Jo from this outage")));
        assertThat(jo.page.locator("main")).containsText("You were taken off this outage.");
        assertThat(still.locator("html[data-ended=yes]")).hasCount(1);
        assertThat(ines.page.locator(".join .code")).not().hasText(code);
        Person again = joins(ines, "Jo", "I can help");
        assertThat(again.page.locator("main h1")).hasText("Test the carbon monoxide alarm indoors");
        again.press(again.page.getByText("Somebody helps?"));
        again.press(again.page.getByText("I leave"));
        assertThat(again.page.locator("main")).containsText("You have left this outage.");
    }

    /** A test indoors that was confirmed offline is taken although breakers were switched meanwhile. */
    @Test
    void whatHasNothingToDoWithItIsNoConflict() {
        Person ines = startsOutage(1280, 800);
        int seen = ines.seen();
        BrowserContext connection = ines.page.context();
        connection.setOffline(true);
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("[data-unsent]")).containsText("Not sent yet");
        swap.confirm(account("bram"), seen, Action.BRANCHES_OFF, null, Map.of());
        swap.confirm(account("bram"), seen + 1, Action.MAIN_OFF, null, Map.of());
        connection.setOffline(false);
        assertThat(ines.page.locator("main")).hasAttribute("data-seen", String.valueOf(seen + 3));
        assertThat(ines.page.locator("[role=alert].notice")).hasCount(0);
        assertThat(standing().state().done().has(juiceswap.core.changeover.Check.CHECK_CO_ALARM))
                .isTrue();
    }

    /** Room by room, by two people at once: each tick stays. */
    @Test
    void theWalkRoundIsShared() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.WALK_ROUND);
        Person bram = person(390, 844).enter("bram");
        bram.go("/swap");
        List<String> rooms = ines.page
                .locator("fieldset:has(input[type=radio]) legend span:first-child")
                .allTextContents();
        assertThat(rooms.size()).isGreaterThan(1);
        String first = rooms.get(0);
        bram.press(bram.page.locator("button[formaction='/swap/walk-round/room'][value='" + first + "']"));
        assertThat(ines.page.locator("main")).containsText("Bram walks here");
        Locator room = bram.page
                .locator("fieldset")
                .filter(new Locator.FilterOptions()
                        .setHas(bram.page
                                .locator("button[name=room][value='" + first + "']")
                                .first()));
        for (Locator idle : room.locator("input[value=idle]").all()) {
            idle.check();
        }
        room.getByText("This room is done").click();
        Person.settled(bram.page);
        assertThat(standing().answers().values()).isNotEmpty().containsOnly(Answer.IDLE);
        ines.press(ines.page.getByText("All of it runs"));
        assertThat(ines.page.locator("main h1")).hasText(ON_GENERATOR);
        assertThat(standing().lived().stream()
                        .filter(entry -> entry.event() instanceof juiceswap.core.outage.Event.Answered answered
                                && answered.answer() == Answer.IDLE))
                .isNotEmpty();
    }

    /** Two flat phones: any other one joins by what hangs printed at the panel, as long as an outage goes on. */
    @Test
    void thePrintedCodeLetsAnyPhoneJoin() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/house/directory");
        String text = ines.page.locator("main").innerText();
        String code = text.replaceAll("(?s).*code ([0-9A-Z]{3} [0-9A-Z]{3}).*", "$1");
        assertThat(code).hasSize(7);
        Person other = person(390, 844);
        other.go("/join");
        other.page.locator("[name=code]").fill(code);
        other.page.locator("[name=name]").fill("Mo");
        other.press(other.page.getByText("I can help"));
        assertThat(other.page.locator(".problem")).containsText("No outage that goes on has this code.");
        ines.go("/now");
        ines.press(ines.page.locator("button[value=outage]"));
        assertThat(ines.page.locator("main.swap")).isVisible();
        other.press(other.page.getByText("I can help"));
        assertThat(other.page.locator("main h1")).hasText("Test the carbon monoxide alarm indoors");
    }

    /** Three, of whom one types and one has no connection: everybody is reached, and nothing typed or pressed is lost. */
    @Test
    void anAlarmReachesThreeOfWhomOneTypesAndOneIsOffline() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_GENERATOR);
        Person jo = joins(ines, "Jo", "I can help");
        Person bram = person(390, 844).enter("bram");
        bram.go("/swap");
        ines.go("/swap");
        ines.page.locator("input[name=l1n]").fill("12");
        ines.page.locator("input[name=l1n]").focus();
        BrowserContext away = jo.page.context();
        away.setOffline(true);
        jo.press(jo.page.locator(CO_BUTTON));
        assertThat(jo.page.locator("#shout")).containsText("Everybody out. Now.");
        assertThat(jo.page.locator("#shout")).containsText("Not sent: shout");
        bram.press(bram.page.locator(CO_BUTTON));
        assertThat(ines.page.locator("#urgent")).containsText("Bram");
        assertThat(bram.page.locator("main h1")).hasText("Everybody out. Now.");
        away.setOffline(false);
        assertThat(jo.page.locator("main h1")).hasText("Everybody out. Now.");
        ines.press(ines.page.locator("[data-understood]"));
        assertThat(ines.page.locator("input[name=l1n]")).hasValue("12");
        // only the household clears it, every head counted; all are told who did
        jo.go("/swap");
        assertThat(jo.page.locator("form[action='/swap/all-clear']")).hasCount(0);
        bram.go("/swap");
        bram.press(bram.page.getByText("The engine is stopped, from clean air"));
        assertThat(bram.page.getByText("The engine is stopped, from clean air")).hasCount(0);
        for (Locator one : bram.page
                .locator("form[action='/swap/all-clear'] input[type=checkbox]")
                .all()) {
            one.check();
        }
        ines.go("/house");
        bram.press(bram.page.locator("form[action='/swap/all-clear'] button"));
        assertThat(ines.page.locator("#urgent")).containsText("Bram says that all is clear");
        assertThat(standing().alarmed()).isFalse();
    }

    /** What one has done only they take back; where each is, the others see; what another did offline is no conflict. */
    @Test
    void threeWorkAtOnceAndNobodyTakesBackWhatAnotherDid() {
        Person ines = startsOutage(1280, 800);
        Person jo = joins(ines, "Jo", "I can help");
        Person kit = joins(ines, "Kit", "I only look on");
        jo.press(jo.page.locator(".crew button[value=panel]"));
        assertThat(jo.page.locator(".crew button[value=panel]")).hasAttribute("aria-pressed", "true");
        assertThat(ines.page.locator(".crew")).containsText("Jo");
        ines.press(ines.page.locator(".crew button[value=indoors]"));
        assertThat(ines.page.locator(".crew button[value=indoors]")).hasAttribute("aria-pressed", "true");
        // she tests the alarm indoors without a connection while Jo turns the breakers OFF
        assertThat(ines.page.locator("main h1")).hasText("Test the carbon monoxide alarm indoors");
        ines.page.context().setOffline(true);
        ines.press(ines.page.locator("[data-key=done]"));
        assertThat(ines.page.locator("[data-unsent]")).containsText("Not sent yet");
        jo.confirm();
        int done = standing().sequence();
        ines.page.context().setOffline(false);
        assertThat(ines.page.locator("main")).hasAttribute("data-seen", String.valueOf(done + 1));
        assertThat(ines.page.locator("[role=alert].notice")).hasCount(0);
        // her undo takes back her own, and leaves what Jo has switched
        ines.press(ines.page.locator("[data-key=undo]"));
        assertThat(ines.page.locator("main")).not().hasAttribute("data-seen", String.valueOf(done + 1));
        assertThat(standing().state().done().has(juiceswap.core.changeover.Check.CHECK_CO_ALARM))
                .isFalse();
        assertThat(standing().lived().stream().filter(entry -> entry.who().equals("Jo")))
                .isNotEmpty();
        assertThat(kit.page.locator("[data-key=undo], [data-key=done]")).hasCount(0);
        assertThat(kit.page.locator("main")).containsText("Next: Test the carbon monoxide alarm indoors");
    }
}
