package juiceswap.web.swap;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.Standing;
import juiceswap.core.outage.UtilityWatch;
import juiceswap.core.words.Parts.Choice;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.StreetSensor;
import juiceswap.web.outage.StreetSensor.Reading;
import juiceswap.web.swap.SwapPage.Watch;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** What is known of the street's power, in words. */
@Component
class Watches {
    private final StreetSensor sensor;
    private final Words words;
    private final Clock clock;

    Watches(StreetSensor sensor, Words words, Clock clock) {
        this.sensor = sensor;
        this.words = words;
        this.clock = clock;
    }

    Watch watch(Outage outage, Standing standing) {
        UtilityWatch watch = standing.watch();
        Instant now = clock.instant();
        Optional<Reading> reading = sensor.read(outage.householdId());
        return SwapPageWatchBuilder.builder()
                .live(watch != null)
                .how(
                        watch == null
                                ? ""
                                : say(
                                        watch.sign() == Sign.SENSOR ? "swap.watches.since" : "swap.watches.said-since",
                                        "who",
                                        whoSaid(standing),
                                        "say",
                                        words.say("sign." + watch.sign().word() + ".brief"),
                                        "since",
                                        Words.since(watch.since(), now)))
                .heldAt(
                        watch == null
                                ? 0
                                : watch.heldAt(outage.household().hold()).toEpochMilli())
                .now(now.toEpochMilli())
                .held(outage.confirming(now).utilityHasHeld())
                .sensor(reading.map(shown -> shown(shown, now)).orElse(null))
                .sensorDisagrees(
                        watch != null && reading.isPresent() && !reading.get().live())
                .faulty(standing.utilityFault())
                .signs(Arrays.stream(Sign.values())
                        .filter(sign -> sign != Sign.SENSOR && standing.utilityFault() == (sign == Sign.REPAIRED))
                        .map(sign -> new Choice(sign.word(), words.say("sign." + sign.word())))
                        .toList())
                .build();
    }

    /** Who has said it last, or what. */
    private static String whoSaid(Standing standing) {
        String who = "";
        for (Entry entry : standing.lived()) {
            if (entry.event() instanceof Event.UtilitySeen) {
                who = entry.who();
            }
        }
        return who;
    }

    private static String shown(Reading reading, Instant now) {
        return (reading.live() ? say("swap.watches.power-since") + " " : say("swap.watches.dark-since") + " ")
                + Words.since(reading.since(), now);
    }
}
