package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.google.gson.JsonArray;
import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Somebody at a page of the application. */
final class Person {
    final Page page;
    private final String address;

    Person(Page page, String address) {
        this.page = page;
        this.address = address;
    }

    Person enter(String name) {
        page.navigate(address + "/sign-in");
        page.locator("button[value=" + name + "]").click();
        return this;
    }

    String address(String path) {
        return address + path;
    }

    void go(String path) {
        page.navigate(address(path));
    }

    /**
     * From the next page on this person hears nothing of what others do, as if the connection were slow. The browser itself turns
     * the stream away: a test that did so would still be asked while the browser closes, and fail.
     */
    void hearsNothing() {
        CDPSession network = page.context().newCDPSession(page);
        network.send("Network.enable");
        JsonArray streams = new JsonArray();
        streams.add("*/live");
        JsonObject blocked = new JsonObject();
        blocked.add("urls", streams);
        network.send("Network.setBlockedURLs", blocked);
    }

    String title() {
        return page.locator("main h1").first().textContent().strip();
    }

    /** Sequence of the log that the page shows. */
    int seen() {
        return Integer.parseInt(page.locator("main").getAttribute("data-seen"));
    }

    /** Types readings into the form of a measuring step. */
    void read(Map<String, String> values) {
        values.forEach((name, value) ->
                page.locator(".reading input[name=" + name + "]").fill(value));
    }

    /** Does what the step asks and confirms it with a click. */
    void confirm() {
        fillIn();
        int before = seen();
        page.locator("[data-key=done]").click();
        page.waitForFunction("() => !localStorage.getItem('unsent')");
        sayAgain();
        answered(before);
    }

    /** Its time is not over, and it is done all the same. */
    private void sayAgain() {
        Locator asked = page.locator("[data-early]");
        if (asked.count() == 0) {
            return;
        }
        try {
            asked.click(new Locator.ClickOptions().setTimeout(5_000));
        } catch (TimeoutError redrawn) {
            // what somebody else has done meanwhile has drawn the page again, without the question
            page.locator("[data-key=done]").click();
            asked.click();
        }
    }

    /**
     * Waits until the answer to what was sent is shown. That the log has grown does not say so: a plan that is put in force
     * by itself grows it too, in the middle of a press.
     */
    private void answered(int before) {
        page.waitForFunction("() => !localStorage.getItem('unsent')");
        assertThat(page.locator("main")).not().hasAttribute("data-seen", String.valueOf(before));
    }

    /** Does what the step asks with keys alone. */
    void confirmByKeys() {
        Locator readings = page.locator(".reading input[type=text]");
        int before = seen();
        listening();
        if (readings.count() > 0) {
            page.keyboard().press("m");
            page.keyboard().type("121");
            page.keyboard().press("Tab");
            page.keyboard().type("120");
            page.keyboard().press("Enter");
        } else {
            for (Locator running :
                    page.locator("input[type=radio][value=running]").all()) {
                running.focus();
                page.keyboard().press("Space");
            }
            if (page.locator("input[type=radio]").count() > 0) {
                page.locator("[data-key=done]").focus();
            }
            page.keyboard().press("Enter");
        }
        page.waitForFunction("() => !localStorage.getItem('unsent')");
        if (page.locator("[data-early]").count() > 0) {
            page.locator("[data-early]").focus();
            page.keyboard().press("Enter");
        }
        answered(before);
    }

    /**
     * Presses what stands there; once more where the page had changed under it at that moment, and says so. Somebody's plan, or
     * one that the server makes by itself, may do that at any time.
     */
    void press(Locator what) {
        Locator changed = page.getByText("This page has just changed.");
        boolean saidBefore = changed.isVisible();
        what.click();
        if (!saidBefore && changed.isVisible()) {
            listening();
            what.click();
        }
    }

    /** Waits until nothing is on its way from that page any more. */
    static void settled(Page page) {
        page.waitForLoadState();
        page.waitForFunction("() => !localStorage.getItem('unsent')");
    }

    /** Waits until the page takes keys. */
    void listening() {
        assertThat(page.locator("html[data-keys=ready]")).hasCount(1);
        // a page that has just changed takes no press for a moment
        assertThat(page.locator("[data-settling]")).hasCount(0);
    }

    /** Confirms until the title is {@code until}; returns the titles on the way. */
    List<String> follow(String until, Runnable confirm) {
        List<String> titles = new ArrayList<>();
        while (!title().equals(until)) {
            titles.add(title());
            if (titles.size() > 60) {
                throw new AssertionError("no end: " + titles);
            }
            confirm.run();
        }
        return titles;
    }

    private void fillIn() {
        if (page.locator(".reading input[name=l1n]").count() > 0) {
            boolean twoLegs = page.locator(".reading input[name=l2n]").count() > 0;
            read(twoLegs ? Map.of("l1n", "121", "l2n", "120") : Map.of("l1n", "121"));
        }
        for (Locator running : page.locator("input[type=radio][value=running]").all()) {
            running.check();
        }
    }
}
