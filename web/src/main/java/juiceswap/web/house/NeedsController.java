package juiceswap.web.house;

import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.rotation.Need.Priority;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.StandingNeedJson;
import juiceswap.web.form.Form;
import juiceswap.web.household.HouseDraft;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What each circuit is needed for on any day of an outage, in the household's words; when people sleep; cans in store. */
@Controller
class NeedsController {
    private static final String TAB = "/house/needs";
    private static final double MINUTES_OF_AN_HOUR = 60;

    /** Kinds of needs, as they are chosen. */
    private static final Map<String, String> KINDS = kinds();

    private final HouseEditing editing;
    private final Words words;

    NeedsController(HouseEditing editing, Words words) {
        this.editing = editing;
        this.words = words;
    }

    private static Map<String, String> kinds() {
        Map<String, String> kinds = new LinkedHashMap<>();
        kinds.put("keep", "Keeps something cold, warm, dry or charged");
        kinds.put("always", "Always on");
        kinds.put("once-a-day", "A job once a day");
        kinds.put("hours-a-day", "Some hours a day");
        return kinds;
    }

    /** A need in one line. */
    public record NeedLine(int index, String label, String what, String priority) {}

    @GetMapping(TAB)
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable Integer need,
            @RequestParam(required = false) @Nullable String add,
            @RequestParam(required = false) @Nullable String keeping,
            Model model) {
        HouseholdFile file = editing.open(account, TAB, model).file();
        if (!((Form) model.getAttribute("form")).wrong()) {
            model.addAttribute("form", new Form(filled(file, need, add, keeping)));
        }
        return page(file, need, add, model);
    }

    private String page(HouseholdFile file, @Nullable Integer need, @Nullable String add, Model model) {
        List<StandingNeed> needs = file.needsAreSaid() ? file.needs() : file.guessedNeeds();
        List<NeedLine> lines = new ArrayList<>();
        for (int i = 0; i < needs.size(); i++) {
            StandingNeed one = needs.get(i);
            lines.add(new NeedLine(
                    i,
                    Words.label(one.circuit(), file),
                    what(one),
                    words.say("priority." + one.priority().word())));
        }
        model.addAttribute("guessed", !file.needsAreSaid());
        model.addAttribute("needs", lines);
        model.addAttribute("kinds", KINDS);
        model.addAttribute("index", need);
        model.addAttribute(
                "kind", add != null ? add : need != null && need < needs.size() ? kind(needs.get(need)) : null);
        Map<String, String> circuits = new LinkedHashMap<>();
        file.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff())
                .forEach(entry -> circuits.put(entry.id(), Words.label(entry.id(), file)));
        model.addAttribute("circuits", circuits);
        Map<String, String> keepings = new LinkedHashMap<>();
        for (Keeping one : Keeping.values()) {
            keepings.put(one.word(), words.say("keeping." + one.word()));
        }
        model.addAttribute("keepings", keepings);
        Map<String, String> priorities = new LinkedHashMap<>();
        for (Priority one : Priority.values()) {
            priorities.put(one.word(), words.say("priority." + one.word()));
        }
        model.addAttribute("priorities", priorities);
        return "house/needs";
    }

    private static String kind(StandingNeed need) {
        return String.valueOf(StandingNeedJson.of(need).get("kind"));
    }

    private String what(StandingNeed need) {
        String hours = need.daily() == null
                ? ""
                : words.say(
                        "need.hours",
                        need.daily().from().toString(),
                        need.daily().to().toString());
        String text;
        if (need instanceof StandingNeed.Keep keep) {
            text = words.say(
                    "need.keep",
                    words.say("keeping." + keep.keeping().word()),
                    Words.hours(keep.holdMinutes()),
                    Words.hours(keep.recoverMinutes()));
        } else if (need instanceof StandingNeed.OnceADay once) {
            text = words.say("need.once", Words.hours(once.minutes()));
        } else if (need instanceof StandingNeed.HoursADay some) {
            text = words.say("need.some", Words.hours(some.minutes()));
        } else {
            text = words.say("need.always");
        }
        return hours.isEmpty() ? text : text + " " + hours;
    }

    /** The fields as they are, or with the usual values for what is kept. */
    private static Map<String, String> filled(
            HouseholdFile file, @Nullable Integer index, @Nullable String add, @Nullable String keeping) {
        Map<String, String> typed = new LinkedHashMap<>();
        if (file.sleep() != null) {
            typed.put("sleepFrom", file.sleep().from().toString());
            typed.put("sleepTo", file.sleep().to().toString());
        }
        typed.put("storedLitres", Shown.plain(file.storedLitres()));
        List<StandingNeed> needs = file.needsAreSaid() ? file.needs() : file.guessedNeeds();
        StandingNeed need = index != null && index >= 0 && index < needs.size() ? needs.get(index) : null;
        if (need == null && "keep".equals(add)) {
            need = Keeping.of(keeping == null ? "" : keeping)
                    .orElse(Keeping.FRIDGE)
                    .usual("");
        }
        if (need == null) {
            return typed;
        }
        StandingNeedJson.of(need).forEach((field, value) -> {
            if (value != null) {
                typed.put(field, value instanceof Double number ? Shown.plain(number) : value.toString());
            }
        });
        if (need instanceof StandingNeed.Keep keep) {
            typed.put("holdHours", Shown.plain(Math.round(100 * keep.holdMinutes() / MINUTES_OF_AN_HOUR) / 100.0));
        }
        return typed;
    }

    @PostMapping(TAB)
    String save(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            @RequestParam String kind,
            @RequestParam(required = false) @Nullable Integer index,
            Model model,
            RedirectAttributes flash) {
        if (!KINDS.containsKey(kind)) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST);
        }
        Form form = new Form(typed);
        boolean remove = "remove".equals(form.value("what"));
        String said = (remove ? "Need taken away: " : "Need: ")
                + editing.file(account)
                        .map(file -> Words.label(form.value("circuit"), file))
                        .orElse("");
        boolean stored = editing.change(account, form, said, draft -> {
            ArrayNode needs = needs(draft, account);
            if (index != null && index >= 0 && index < needs.size()) {
                if (remove) {
                    needs.remove(index.intValue());
                } else {
                    needs.set(index, need(form, kind));
                }
            } else {
                needs.add(need(form, kind));
            }
        });
        if (stored) {
            return "redirect:" + TAB;
        }
        model.addAttribute("form", form);
        return page(editing.open(account, TAB, model).file(), index, kind, model);
    }

    /** The needs of the file; where there are none yet, the guessed ones become the household's own. */
    private ArrayNode needs(HouseDraft draft, Account account) {
        ArrayNode needs = HouseDraft.list(draft.object("rotation"), "needs");
        if (needs.isEmpty()) {
            editing.file(account)
                    .ifPresent(file -> file.guessedNeeds()
                            .forEach(need ->
                                    needs.add(Json.MAPPER.valueToTree(withoutNulls(StandingNeedJson.of(need))))));
        }
        return needs;
    }

    private static Map<String, Object> withoutNulls(Map<String, Object> json) {
        json.values().removeIf(java.util.Objects::isNull);
        return json;
    }

    private static ObjectNode need(Form form, String kind) {
        ObjectNode need = Json.MAPPER.createObjectNode();
        need.put("circuit", form.required("circuit", "choose a circuit"));
        need.put("kind", kind);
        need.put("priority", form.value("priority"));
        if (kind.equals("keep")) {
            need.put("keeping", form.value("keeping"));
            Double hours = positive(form, "holdHours");
            HouseDraft.putNumber(need, "holdMinutes", hours == null ? null : (Double) (hours * MINUTES_OF_AN_HOUR));
            HouseDraft.putNumber(need, "recoverMinutes", positive(form, "recoverMinutes"));
            putOrNull(need, "fullC", form.number("fullC"));
            putOrNull(need, "emptyC", form.number("emptyC"));
            return need;
        }
        if (!kind.equals("always")) {
            HouseDraft.putNumber(need, "minutes", positive(form, "minutes"));
        }
        if (kind.equals("hours-a-day")) {
            HouseDraft.putNumber(need, "blockMinutes", form.number("blockMinutes"));
        }
        HouseDraft.put(need, "from", clock(form, "from"));
        HouseDraft.put(need, "to", clock(form, "to"));
        if (need.has("from") != need.has("to")) {
            form.problem(need.has("from") ? "to" : "from", "give both, or neither for all day");
        }
        return need;
    }

    private static void putOrNull(ObjectNode node, String field, @Nullable Double value) {
        if (value == null) {
            node.putNull(field);
        } else {
            HouseDraft.putNumber(node, field, value);
        }
    }

    private static @Nullable Double positive(Form form, String field) {
        Double number = form.number(field);
        if (form.problem(field) == null && (number == null || number <= 0)) {
            form.problem(field, "must be more than 0");
        }
        return number;
    }

    /** A time of day as HH:mm, null when nothing was typed. */
    private static @Nullable String clock(Form form, String field) {
        String text = form.text(field);
        if (text == null) {
            return null;
        }
        try {
            return LocalTime.parse(text.length() == 4 ? "0" + text : text)
                    .withSecond(0)
                    .toString();
        } catch (DateTimeParseException e) {
            form.problem(field, "“" + text + "” is not a time of day such as 17:00");
            return null;
        }
    }

    /** When people sleep, and what is in the cans. */
    @PostMapping(TAB + "/sleep")
    String sleep(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        boolean stored = editing.change(account, form, "Sleep and cans", draft -> {
            ObjectNode rotation = draft.object("rotation");
            String from = clock(form, "sleepFrom");
            String to = clock(form, "sleepTo");
            if ((from == null) != (to == null)) {
                form.problem(from == null ? "sleepFrom" : "sleepTo", "give both, or neither");
            }
            if (from != null && from.equals(to)) {
                form.problem("sleepTo", "must not be the same as from");
            }
            rotation.remove("sleep");
            if (from != null && to != null) {
                rotation.putObject("sleep").put("from", from).put("to", to);
            }
            Double litres = form.number("storedLitres");
            if (litres != null && litres < 0) {
                form.problem("storedLitres", "must be 0 or more");
            }
            HouseDraft.putNumber(rotation, "storedLitres", litres);
        });
        if (stored) {
            return "redirect:" + TAB;
        }
        model.addAttribute("form", form);
        return page(editing.open(account, TAB, model).file(), null, null, model);
    }
}
