package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.assertions.LocatorAssertions;
import java.util.concurrent.atomic.AtomicInteger;
import juiceswap.web.rotate.Rotations;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.context.TestPropertySource;

/** A plan that somebody waits for is there at once; how far the search for a better one is stands beside it. */
@TestPropertySource(properties = "juice.rotation.effort=normal")
class ImprovingTest extends OutageJourney {
    private static final double A_SEARCH_ON_A_BUSY_MACHINE = 180_000;

    @Autowired
    private Rotations rotations;

    private long inForce() {
        return rotations.life(account("ines")).orElseThrow().lived().id();
    }

    @Test
    void aBetterPlanIsLookedForWhileSomebodyReads() {
        Person ines = startsOutage(390, 844);
        advance(ines, null);
        rotations.keepUp(account("ines").householdId());
        long first = inForce();
        ines.go("/rotate");
        ines.press(ines.page.getByText("Kettle and toaster counter now"));
        assertThat(ines.page.locator(".proposal")).containsText("Looking for a better one");
        AtomicInteger seen = new AtomicInteger();
        ines.page.waitForCondition(() -> {
            Object share = ines.page.evaluate("() => document.querySelector('.proposal progress')?.value ?? 100");
            seen.set(Math.max(seen.get(), ((Number) share).intValue()));
            return seen.get() > 5;
        });
        // when it is over the page says so by itself, and the plan still waits
        assertThat(ines.page.locator(".proposal progress"))
                .hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(A_SEARCH_ON_A_BUSY_MACHINE));
        assertThat(ines.page.locator(".proposal")).containsText("24 Kettle and toaster counter for 30 min");
        assertThat(inForce()).isEqualTo(first);

        // whoever takes one at once waits for nothing
        ines.press(ines.page.getByText("Plan again"));
        assertThat(ines.page.locator(".proposal")).containsText("Looking for a better one");
        ines.press(ines.page.getByText("Take this plan"));
        assertThat(ines.page.locator(".proposal")).hasCount(0);
        assertThat(inForce()).isGreaterThan(first);
    }
}
