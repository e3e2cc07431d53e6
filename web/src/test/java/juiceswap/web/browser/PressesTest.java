package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Request;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.BoundingBox;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Plan;
import juiceswap.core.outage.Standing;
import org.junit.jupiter.api.Test;

/** What is typed and pressed while a page is still coming, or just then changes, is neither lost nor taken for another. */
class PressesTest extends OutageJourney {

    @Test
    void whatWasTypedBeforeTheScriptRanIsLookedFor() {
        Person ines = person(1280, 800).enter("ines");
        List<Route> held = new ArrayList<>();
        ines.page.route(Pattern.compile(".*/assets/app[^/]*\\.js"), held::add);
        ines.page.navigate(
                ines.address("/house/loads"),
                new com.microsoft.playwright.Page.NavigateOptions()
                        .setWaitUntil(com.microsoft.playwright.options.WaitUntilState.COMMIT));
        ines.page.locator("form[data-into='#found'] input[name=q]").fill("pump");
        assertThat(ines.page.locator("html[data-keys=ready]")).hasCount(0);
        int before = ines.page.locator("#found p").count();
        held.forEach(Route::resume);
        assertThat(ines.page.locator("#found p")).not().hasCount(before);
    }

    @Test
    void aButtonThatIsBeingPressedIsNotReplaced() {
        Person ines = startsOutage(1280, 800);
        ines.listening();
        BoundingBox done = ines.page.locator("[data-key=done]").boundingBox();
        ines.page.mouse().move(done.x + done.width / 2, done.y + done.height / 2);
        ines.page.mouse().down();
        int seen = ines.seen();
        // the page is asked for anew while the finger is down, and waits
        ines.page.waitForResponse(
                answer -> answer.request().headers().containsKey("juice-by-itself"),
                () -> swap.confirm(account("bram"), standing().sequence(), Action.CHECK_CO_ALARM, null, Map.of()));
        assertThat(ines.seen()).isEqualTo(seen);
        Request sent = ines.page.waitForRequest(
                request -> request.url().endsWith("/swap/confirm"),
                () -> ines.page.mouse().up());
        assertThat(sent.postData()).contains("seen=" + seen);
        assertThat(ines.page.locator("main")).not().hasAttribute("data-seen", String.valueOf(seen));
    }

    @Test
    void aPressForTheStepThatStoodThereEndsNoOutage() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        goBack(ines);
        Standing standing = standing();
        List<Plan.Step> steps = standing.plan().steps();
        advance(ines, steps.get(steps.size() - 1).action());
        ines.listening();
        ines.page.evaluate("""
                () => new MutationObserver((changes, observer) => {
                    const end = document.querySelector('form[action="/swap/end"] [data-key=done]');
                    if (end) { observer.disconnect(); end.click(); document.documentElement.dataset.tooFast = 'yes'; }
                }).observe(document.body, { subtree: true, childList: true, attributes: true })""");
        Standing last = standing();
        swap.confirm(
                account("bram"),
                last.sequence(),
                last.plan().steps().get(0).action(),
                last.plan().steps().get(0).circuit(),
                Map.of());
        assertThat(ines.page.locator("html[data-too-fast=yes]")).hasCount(1);
        assertThat(ines.page.locator("[data-unsent]")).containsText("has just changed");
        assertThat(swap.current(account("ines"))).isPresent();
        ines.page.waitForTimeout(1100);
        ines.page.locator("[data-key=done]").click();
        assertThat(ines.page).hasURL(Pattern.compile(".*/afterwards/\\d+$"));
    }

    /** The next step stands where this one stood: a finger that was on its way is not taken for having done it. */
    @Test
    void aPressForTheStepThatStoodThereConfirmsNoOther() {
        Person ines = startsOutage(1280, 800);
        ines.listening();
        String before = ines.title();
        ines.page.evaluate("""
                () => new MutationObserver((changes, observer) => {
                    const settling = document.querySelector('[data-key=done][data-settling]');
                    if (settling) { observer.disconnect(); settling.click(); document.documentElement.dataset.tooFast = 'yes'; }
                }).observe(document.body, { subtree: true, childList: true, attributes: true })""");
        Standing last = standing();
        Plan.Step step = last.plan().steps().get(0);
        swap.confirm(account("bram"), last.sequence(), step.action(), step.circuit(), Map.of());
        assertThat(ines.page.locator("html[data-too-fast=yes]")).hasCount(1);
        assertThat(ines.page.locator("[data-unsent]")).containsText("has just changed");
        assertThat(ines.title()).isNotEqualTo(before);
        assertThat(standing().sequence()).isEqualTo(last.sequence() + 1);
        // and a moment later it is taken
        ines.confirm();
        assertThat(standing().sequence()).isGreaterThan(last.sequence() + 1);
    }

    @Test
    void aDoubleTapConfirmsOneStep() {
        Person ines = startsOutage(1280, 800);
        long before = standing().sequence();
        ines.page.evaluate("""
                () => {
                    const done = () => document.querySelector('[data-key=done]');
                    const first = document.querySelector('main').dataset.seen;
                    new MutationObserver((changes, observer) => {
                        if (document.querySelector('main').dataset.seen === first) return;
                        observer.disconnect();
                        done().click();
                        document.documentElement.dataset.tapped = 'twice';
                    }).observe(document.body, { subtree: true, childList: true, attributes: true });
                    done().click();
                }""");
        assertThat(ines.page.locator("html[data-tapped=twice]")).hasCount(1);
        ines.page.waitForTimeout(500);
        assertThat(standing().sequence()).isEqualTo(before + 1);
    }

    @Test
    void aPageThatWasChangedHalfwayIsTakenWhole() {
        Person ines = startsOutage(1280, 800);
        ines.listening();
        String before = ines.title();
        ines.page.evaluate("""
                () => { Alpine.morph = (frame, text) => {
                    const fresh = new DOMParser().parseFromString(text, 'text/html');
                    frame.querySelector('main').dataset.seen = fresh.querySelector('main').dataset.seen;
                    throw new Error('half done');
                }; }""");
        swap.confirm(account("bram"), standing().sequence(), Action.CHECK_CO_ALARM, null, Map.of());
        assertThat(ines.page.locator("main[data-seen='" + standing().sequence() + "']"))
                .isVisible();
        assertThat(ines.title()).isNotEqualTo(before);
        // and what was taken works
        ines.confirm();
    }

    /** What was typed wrong, and what is wrong with it, stays while others go on; a danger is seen above it all the same. */
    @Test
    void whatWasTypedWrongStaysAndADangerIsSeenAboveIt() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        ines.go("/meter");
        ines.page.locator("input[name=l1n]").fill("many");
        ines.page.locator("[data-key=done]").click();
        Locator problem = ines.page.locator("main .problem").first();
        assertThat(problem).containsText("Type a number");
        swap.fuelSeen(account("bram"), standing().sequence(), 12);
        swap.alarm(account("bram"));
        assertThat(ines.page.locator(".stop-strip").first()).containsText("CO alarm");
        assertThat(problem).containsText("Type a number");
        assertThat(ines.page.locator("input[name=l1n]")).hasValue("many");
    }
}
