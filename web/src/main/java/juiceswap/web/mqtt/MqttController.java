package juiceswap.web.mqtt;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.web.form.Form;
import juiceswap.web.mqtt.MqttFeed.Field;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A power meter by MQTT: where it is heard, what arrives, and which of it is what. */
@Controller
@RequestMapping("/meter/mqtt")
class MqttController {
    private static final String PAGE = "redirect:/meter/mqtt";

    /** What was not told for so long is told of as silent. */
    private static final Duration SILENT = Duration.ofSeconds(30);

    private final MqttBook book;
    private final MqttFeeds feeds;
    private final Words words;
    private final Clock clock;

    MqttController(MqttBook book, MqttFeeds feeds, Words words, Clock clock) {
        this.book = book;
        this.feeds = feeds;
        this.words = words;
        this.clock = clock;
    }

    /** A number that arrives; {@code kind} is what somebody has said that it is, or empty. */
    public record Arriving(String topic, String path, String value, String at, String kind) {}

    /** {@code verdict} is good, tight or stop. */
    public record State(String verdict, String text) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        MqttFeed feed = book.find(account.householdId()).orElse(null);
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(feed == null ? Map.of("topic", "#") : values(feed)));
        }
        MqttLine line = feeds.line(account.householdId()).orElse(null);
        model.addAttribute("entered", feed != null);
        model.addAttribute(
                "quantities",
                List.of(MeterValue.values()).stream().map(MeterValue::word).toList());
        if (feed != null) {
            model.addAttribute("connection", state(line));
            model.addAttribute("arriving", arriving(feed, line));
            model.addAttribute("mapped", feed.fields().size());
        }
        return "meter/mqtt";
    }

    private static Map<String, String> values(MqttFeed feed) {
        Map<String, String> values = new HashMap<>();
        values.put("host", feed.host());
        values.put("port", String.valueOf(feed.port()));
        values.put("login", Objects.requireNonNullElse(feed.login(), ""));
        values.put("topic", feed.topic());
        if (feed.tls()) {
            values.put("tls", "true");
        }
        return values;
    }

    private State state(@Nullable MqttLine line) {
        if (line == null) {
            return new State("tight", words.say("mqtt.state.opening"));
        }
        String trouble = line.trouble();
        if (!line.connected()) {
            return trouble == null
                    ? new State("tight", words.say("mqtt.state.opening"))
                    : new State("stop", words.say("mqtt.state.trouble", "trouble", trouble));
        }
        Instant heard = line.latest().heard();
        if (heard == null) {
            return new State("tight", words.say("mqtt.state.nothing"));
        }
        return heard.isBefore(clock.instant().minus(SILENT))
                ? new State("stop", words.say("mqtt.state.silent", "time", time(heard)))
                : new State("good", words.say("mqtt.state.heard", "time", time(heard)));
    }

    private static String time(Instant at) {
        return InUse.measures().clockWithSeconds(LocalTime.ofInstant(at, ZoneId.systemDefault()));
    }

    private static List<Arriving> arriving(MqttFeed feed, @Nullable MqttLine line) {
        Map<Field, MeterValue> said = new HashMap<>();
        feed.fields().forEach((kind, field) -> said.put(field, kind));
        List<Arriving> arriving = new ArrayList<>();
        if (line != null) {
            line.latest()
                    .topics()
                    .forEach((topic, values) -> values.forEach((path, value) -> {
                        MeterValue kind = said.remove(new Field(topic, path));
                        arriving.add(new Arriving(
                                topic,
                                path,
                                String.format(Locale.ENGLISH, "%,.2f", value.number()),
                                time(value.at()),
                                kind == null ? "" : kind.word()));
                    }));
        }
        // what was said of something that does not arrive just now is still said
        said.forEach((field, kind) -> arriving.add(new Arriving(field.topic(), field.path(), "", "", kind.word())));
        return arriving;
    }

    @PostMapping
    String save(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        MqttFeed before = book.find(account.householdId()).orElse(null);
        try {
            Integer port = form.whole("port");
            String host = form.required("host", "invalid.missing");
            String topic = form.required("topic", "invalid.missing");
            form.requireSound();
            String secret = form.text("secret");
            // a password is not shown, and so is not typed again by who changes something else
            String kept = secret == null && before != null ? before.secret() : secret;
            book.put(
                    account.householdId(),
                    new MqttFeed(
                            host,
                            port == null ? MqttFeed.USUAL_PORT : port,
                            form.checked("tls"),
                            form.text("login"),
                            kept,
                            topic,
                            before == null ? Map.of() : before.fields()));
        } catch (InvalidInput invalid) {
            model.addAttribute("form", form.with(invalid));
            return show(account, model);
        }
        feeds.keepUp();
        flash.addFlashAttribute("taken", Phrase.of("told.saved"));
        return PAGE;
    }

    /** Which field is what: rows of topic, path and kind, as they stand on the page. */
    @PostMapping("/fields")
    String fields(
            @AuthenticationPrincipal Account account,
            @RequestParam MultiValueMap<String, String> typed,
            RedirectAttributes flash) {
        MqttFeed feed = book.find(account.householdId()).orElse(null);
        if (feed == null) {
            return PAGE;
        }
        Map<MeterValue, Field> fields = new EnumMap<>(MeterValue.class);
        boolean twice = false;
        // as they were sent: a topic may have a comma in it
        List<String> topic = typed.getOrDefault("topic", List.of());
        List<String> path = typed.getOrDefault("path", List.of());
        List<String> kind = typed.getOrDefault("kind", List.of());
        for (int i = 0; i < Math.min(topic.size(), Math.min(path.size(), kind.size())); i++) {
            Field field = new Field(topic.get(i), path.get(i));
            MeterValue what = Worded.find(MeterValue.class, kind.get(i)).orElse(null);
            if (what != null) {
                twice |= fields.putIfAbsent(what, field) != null;
            }
        }
        if (twice) {
            flash.addFlashAttribute("refused", words.say("mqtt.twice"));
            return PAGE;
        }
        book.put(account.householdId(), feed.withFields(fields));
        feeds.keepUp();
        flash.addFlashAttribute("taken", Phrase.of("told.saved"));
        return PAGE;
    }

    @PostMapping("/remove")
    String remove(@AuthenticationPrincipal Account account) {
        book.remove(account.householdId());
        feeds.keepUp();
        return PAGE;
    }
}
