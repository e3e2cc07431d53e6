package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;

import java.util.Map;
import juiceswap.core.rotation.Wish;

/** Wishes of an outage, from and to the JSON in which they are stored. */
public final class WishJson {
    private WishJson() {}

    public static Wish read(Tree json) {
        var from = NeedsReader.timeThere(json, "from");
        var to = NeedsReader.timeThere(json, "to");
        return switch (json.path("kind").asString()) {
            case "job" ->
                new Wish.Job(
                        json.path("circuit").asString(), json.path("minutes").asDouble(), from, to);
            case "pin" ->
                new Wish.Pin(json.path("circuit").asString(), json.path("on").asBoolean(), from, to);
            case "away" -> new Wish.Away(from, to);
            case "charging" -> new Wish.Charging(from, to);
            case "lasts" -> new Wish.Lasts(from, to);
            default -> new Wish.Still(from, to, json.path("refuel").asBoolean());
        };
    }

    public static Map<String, Object> of(Wish wish) {
        Map<String, Object> json;
        if (wish instanceof Wish.Job job) {
            json = object("kind", "job", "circuit", job.circuit(), "minutes", job.minutes());
        } else if (wish instanceof Wish.Pin pin) {
            json = object("kind", "pin", "circuit", pin.circuit(), "on", pin.on());
        } else if (wish instanceof Wish.Still still) {
            json = object("kind", "still", "refuel", still.refuel());
        } else if (wish instanceof Wish.Charging) {
            json = object("kind", "charging");
        } else if (wish instanceof Wish.Lasts) {
            json = object("kind", "lasts");
        } else {
            json = object("kind", "away");
        }
        json.put("from", NeedsReader.text(wish.from()));
        json.put("to", NeedsReader.text(wish.to()));
        return json;
    }
}
