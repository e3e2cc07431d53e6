package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.changeover.Action;
import juiceswap.web.rotate.Rotations;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** Ten things that people want to do: the words that they look for are on the page, once, and lead there. */
class TenTasksTest extends OutageJourney {
    @Autowired
    private Rotations rotations;

    private record Task(String wish, String from, String touch, String find) {}

    private static List<Task> tasks() throws IOException {
        List<Task> tasks = new ArrayList<>();
        String all = Files.readString(Path.of("../docs/words.md"));
        for (String line : all.substring(all.indexOf("## Ten tasks")).lines().toList()) {
            String[] cells = line.split("\\|");
            if (cells.length == 5
                    && !cells[1].isBlank()
                    && !cells[1].startsWith("---")
                    && !cells[1].contains("they want")) {
                tasks.add(new Task(cells[1].strip(), cells[2].strip(), cells[3].strip(), cells[4].strip()));
            }
        }
        assertThat(tasks).hasSize(10);
        return tasks;
    }

    @ParameterizedTest
    @CsvSource({"1280,800", "390,844"})
    void theFirstTouchIsRight(int width, int height) throws IOException {
        Person calm = person(width, height).enter("ines");
        for (Task task : tasks()) {
            if (!List.of("step", "living").contains(task.from())) {
                calm.go(
                        switch (task.from()) {
                            case "house" -> "/house";
                            case "breaker" -> "/house?circuit=fridge";
                            default -> "/now";
                        });
                arrives(calm, task);
            }
        }
        // the last of them has begun an outage
        advance(calm, Action.PLATE_TO_GENERATOR);
        for (Task task : tasks()) {
            if (task.from().equals("step")) {
                arrives(calm, task);
            }
        }
        advance(calm, null);
        rotations.keepUp(account("ines").householdId());
        for (Task task : tasks()) {
            if (task.from().equals("living")) {
                calm.go("/now");
                arrives(calm, task);
            }
        }
    }

    private static void arrives(Person person, Task task) {
        if (task.find().startsWith("/")) {
            touch(person, task);
            assertThat(person.page).hasURL(person.address(task.find()));
            return;
        }
        Locator found = person.page.locator("main").getByText(task.find()).locator("visible=true");
        assertThat(found.count())
                .as("“" + task.find() + "” is not there before they " + task.wish())
                .isZero();
        touch(person, task);
        assertThat(found.first()).isVisible();
    }

    /** The words themselves, on something that can be touched and is seen. */
    private static void touch(Person person, Task task) {
        Locator touchable = person.page
                .locator("a, button, summary")
                .filter(new Locator.FilterOptions().setHasText(task.touch()))
                .locator("visible=true");
        assertThat(touchable.count())
                .as(task.wish() + ": “" + task.touch() + "” is there")
                .isPositive();
        touchable.first().click();
    }
}
