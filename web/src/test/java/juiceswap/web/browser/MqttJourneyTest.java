package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import juiceswap.web.mqtt.Broker;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** A power meter that talks MQTT, by a real broker: entered, told what is what, lost and back again. */
class MqttJourneyTest extends OutageJourney {
    @AfterEach
    void nothingIsKeptForTheNext() {
        db.execute("delete from mqtt_field");
        db.execute("delete from mqtt_feed");
    }

    private static void lookUntil(Person person, String text) {
        for (int tries = 0; tries < 60; tries++) {
            person.go("/meter/mqtt");
            if (person.page.locator("main").textContent().contains(text)) {
                return;
            }
            person.page.waitForTimeout(500);
        }
        assertThat(person.page.locator("main")).containsText(text);
    }

    @Test
    void aMeterIsHeardByABrokerAndItsFieldsAreNamed() throws Exception {
        Person ines = person(1280, 800).enter("ines");
        ScheduledExecutorService meter = Executors.newSingleThreadScheduledExecutor();
        try (Broker broker = new Broker()) {
            ines.go("/meter");
            ines.press(ines.page.getByText("Power meter"));
            ines.page.locator("input[name=host]").fill("no such place");
            ines.page.locator("input[name=topic]").fill("home/panel/#");
            ines.press(ines.page.locator("form[action$='/meter/mqtt'] button"));
            assertThat(ines.page.locator("#problem-host")).containsText("no name or address");
            assertThat(ines.page.locator("input[name=topic]")).hasValue("home/panel/#");
            ines.page.locator("input[name=host]").fill("127.0.0.1");
            ines.page.locator("input[name=port]").fill(String.valueOf(broker.port));
            ines.page.locator("input[name=login]").fill(Broker.LOGIN);
            ines.page.locator("input[name=secret]").fill("not this");
            ines.press(ines.page.locator("form[action$='/meter/mqtt'] button"));
            lookUntil(ines, "Not connected");

            ines.page.locator("input[name=secret]").fill(Broker.SECRET);
            ines.press(ines.page.locator("form[action$='/meter/mqtt'] button"));
            lookUntil(ines, "Connected. Nothing has arrived yet.");
            // it is not shown again, and kept where nothing is typed
            assertThat(ines.page.locator("input[name=secret]")).hasValue("");
            ines.press(ines.page.locator("form[action$='/meter/mqtt'] button"));
            lookUntil(ines, "Connected");

            meter.scheduleWithFixedDelay(
                    () -> {
                        try {
                            broker.tell(
                                    "home/panel/now",
                                    "{\"legs\": [{\"v\": 121.0, \"w\": 605}, {\"v\": 119.5, \"w\": 300}], \"hz\": 60.02}");
                        } catch (RuntimeException away) {
                            // the broker is stopped for a while
                        }
                    },
                    0,
                    1,
                    TimeUnit.SECONDS);
            lookUntil(ines, "legs.0.v");
            says(ines, "legs.0.v", "l1n");
            says(ines, "legs.0.w", "l1n");
            ines.press(ines.page.locator("form[action$='/fields'] button"));
            assertThat(ines.page.locator(".notice.stop")).containsText("chosen for two numbers");
            says(ines, "legs.0.v", "l1n");
            says(ines, "legs.1.v", "l2n");
            says(ines, "legs.0.w", "l1w");
            says(ines, "legs.1.w", "l2w");
            says(ines, "hz", "hz");
            ines.press(ines.page.locator("form[action$='/fields'] button"));
            assertThat(arriving(ines, "legs.1.w").locator("select")).hasValue("l2w");

            ines.go("/meter");
            assertThat(ines.page.locator("main")).containsText("121 V");
            assertThat(ines.page.locator("main")).containsText("5.0 A");
            assertThat(ines.page.locator("main")).containsText("60.0 Hz");

            // the broker goes dark, and comes back: nobody has to do anything
            broker.stop();
            lookUntil(ines, "Not connected");
            broker.start();
            lookUntil(ines, "Connected. Last heard");
            ines.press(ines.page.getByText("Disconnect and forget it"));
            assertThat(ines.page.locator(".arriving")).hasCount(0);
            assertThat(db.fetchCount(db.selectOne().from("mqtt_field"))).isZero();
        } finally {
            meter.shutdownNow();
        }
    }

    private static Locator arriving(Person person, String path) {
        return person.page
                .locator(".arriving")
                .filter(new Locator.FilterOptions()
                        .setHas(person.page.locator("input[name=path][value=\"" + path + "\"]")));
    }

    private static void says(Person person, String path, String kind) {
        arriving(person, path).locator("select").selectOption(kind);
    }
}
