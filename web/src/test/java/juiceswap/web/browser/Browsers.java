package juiceswap.web.browser;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ReducedMotion;
import com.microsoft.playwright.options.ServiceWorkerPolicy;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * People with their browsers. They are all windows of one Chromium, the machine's own without a screen, which is started when the
 * first of a test run comes and ends with it.
 */
final class Browsers implements AutoCloseable {
    private static final List<String> FLAGS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    /** So long a page may take on a machine that has two test classes to do. */
    private static final double PATIENCE_MILLIS = 60_000;

    private static @Nullable Playwright playwright;
    private static @Nullable Browser usual;
    private static @Nullable Browser largeText;

    private final List<BrowserContext> open = new ArrayList<>();
    private final List<String> errors = new ArrayList<>();

    private static Playwright playwright() {
        if (playwright == null) {
            playwright = Playwright.create(
                    new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        }
        return playwright;
    }

    private static Browser usual() {
        if (usual == null) {
            usual = launch(FLAGS);
        }
        return usual;
    }

    private static Browser largeText() {
        if (largeText == null) {
            List<String> flags = new ArrayList<>(FLAGS);
            flags.add("--blink-settings=defaultFontSize=32,defaultFixedFontSize=26");
            largeText = launch(flags);
        }
        return largeText;
    }

    Browsers() {
        // a busy machine takes its time over a page
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MILLIS);
    }

    /**
     * A page of a new person with a screen of that size. It keeps nothing for a time without the server: that would fetch the whole
     * pocket anew for everybody in every journey.
     */
    Page page(int width, int height) {
        return page(new Browser.NewContextOptions()
                .setViewportSize(width, height)
                .setServiceWorkers(ServiceWorkerPolicy.BLOCK));
    }

    /** The same, on a phone that makes itself ready for a time without the server. */
    Page pageThatKeeps(int width, int height) {
        return page(new Browser.NewContextOptions().setViewportSize(width, height));
    }

    /** A page of somebody whose browser takes a certificate for what it says; who has signed it is looked at elsewhere. */
    Page pageThatTrusts(int width, int height) {
        return page(
                new Browser.NewContextOptions().setViewportSize(width, height).setIgnoreHTTPSErrors(true));
    }

    private Page page(Browser.NewContextOptions options) {
        BrowserContext context = usual().newContext(options.setReducedMotion(ReducedMotion.REDUCE));
        context.setDefaultTimeout(PATIENCE_MILLIS);
        open.add(context);
        Page page = context.newPage();
        page.onPageError(errors::add);
        page.onConsoleMessage(message -> {
            if (message.type().equals("error") && message.text().contains("Content Security Policy")) {
                errors.add(message.text());
            }
        });
        return page;
    }

    /** A page of somebody who has set the browser to letters of twice the size. */
    Page pageWithLargeText(int width, int height) {
        BrowserContext context = largeText()
                .newContext(new Browser.NewContextOptions()
                        .setViewportSize(width, height)
                        .setReducedMotion(ReducedMotion.REDUCE));
        open.add(context);
        return context.newPage();
    }

    /** A phone whose browser keeps what it has in that directory, also when it is closed. */
    BrowserContext phone(Path keeps, String... moreFlags) {
        List<String> flags = new ArrayList<>(FLAGS);
        flags.addAll(List.of(moreFlags));
        return playwright()
                .chromium()
                .launchPersistentContext(
                        keeps,
                        new BrowserType.LaunchPersistentContextOptions()
                                .setExecutablePath(Path.of("/usr/bin/chromium-headless-shell"))
                                .setArgs(flags)
                                .setViewportSize(390, 844));
    }

    private static Browser launch(List<String> flags) {
        return playwright()
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium-headless-shell"))
                        .setArgs(flags));
    }

    /** A page of somebody whose phone runs no scripts. */
    Page pageWithoutScript() {
        BrowserContext context = usual().newContext(new Browser.NewContextOptions()
                .setViewportSize(390, 844)
                .setJavaScriptEnabled(false));
        context.setDefaultTimeout(PATIENCE_MILLIS);
        open.add(context);
        return context.newPage();
    }

    /** Everybody leaves: pages that stay open would go on asking the server. */
    void leave() {
        open.forEach(BrowserContext::close);
        open.clear();
    }

    /** Script errors and violations of the content security policy so far. */
    List<String> errors() {
        return errors;
    }

    @Override
    public void close() {
        leave();
    }
}
