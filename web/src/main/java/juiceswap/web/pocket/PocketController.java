package juiceswap.web.pocket;

import static juiceswap.exchange.Tree.object;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Merging;
import juiceswap.core.outage.Merging.Own;
import juiceswap.exchange.EventJson;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.servlet.resource.ResourceUrlProvider;
import org.thymeleaf.context.WebContext;
import org.thymeleaf.web.servlet.JakartaServletWebApplication;

/** The page that works in a phone without this server, what it carries, and what comes back from it. */
@Controller
class PocketController {
    /** What the page is made of, apart from its words. */
    private static final List<String> FILES = List.of(
            "/assets/app.css",
            "/assets/store.js",
            "/assets/without-server.js",
            "/assets/alpine.js",
            "/assets/fonts/atkinson-hyperlegible-next-latin-wght-normal.woff2",
            "/assets/fonts/atkinson-hyperlegible-mono-latin-wght-normal.woff2",
            "/assets/pocket/worker.js",
            "/assets/pocket/sentences.js",
            "/assets/pocket/wasm-gc-runtime.min.js",
            "/assets/pocket/core.wasm");

    /** More than anybody does in weeks without a server. */
    private static final int MOST_BYTES = 4_000_000;

    private static final int MOST_ENTRIES = 20_000;

    private final Snapshots snapshots;
    private final PocketWords carried;
    private final PocketFile file;
    private final Outages outages;
    private final Households households;
    private final SwapService swap;
    private final ResourceUrlProvider assets;
    private final Words words;
    private final ReadyPhones phones;
    private final Clock clock;

    PocketController(
            Snapshots snapshots,
            PocketWords carried,
            PocketFile file,
            Outages outages,
            Households households,
            SwapService swap,
            ResourceUrlProvider assets,
            Words words,
            ReadyPhones phones,
            Clock clock) {
        this.snapshots = snapshots;
        this.carried = carried;
        this.file = file;
        this.outages = outages;
        this.households = households;
        this.swap = swap;
        this.assets = assets;
        this.words = words;
        this.phones = phones;
        this.clock = clock;
    }

    /** The page itself, with nothing of any household in it: a phone keeps it. */
    @GetMapping("/pocket")
    String page(Model model) {
        model.addAttribute("wordsAt", "/pocket/words/" + carried.version());
        return "pocket/pocket";
    }

    /** What keeps the page and its files in a phone that may keep them. */
    @GetMapping(path = "/pocket-worker.js", produces = "text/javascript")
    @ResponseBody
    ResponseEntity<String> keeper() throws IOException {
        List<String> files = new ArrayList<>(List.of("/pocket", "/pocket/words/" + carried.version()));
        FILES.forEach(file -> files.add(address(file)));
        String script = new String(
                Objects.requireNonNull(getClass().getResourceAsStream("/pocket-keeper.js"))
                        .readAllBytes(),
                StandardCharsets.UTF_8);
        return ResponseEntity.ok().cacheControl(CacheControl.noCache()).body(script.replace("FILES", Tree.text(files)));
    }

    private String address(String file) {
        return Objects.requireNonNullElse(assets.getForLookupPath(file), file);
    }

    @GetMapping(path = "/pocket/words/{version}", produces = "application/json")
    @ResponseBody
    ResponseEntity<String> words(@PathVariable String version) {
        if (!version.equals(carried.version())) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return ResponseEntity.ok()
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable())
                .body(carried.json());
    }

    /** What this person's phone carries with it. */
    @GetMapping(path = "/pocket/snapshot", produces = "application/json")
    @ResponseBody
    ResponseEntity<String> snapshot(@AuthenticationPrincipal Account account, CsrfToken form) {
        return snapshots
                .of(account)
                .map(snapshot -> {
                    snapshot.put("form", form.getToken());
                    snapshot.put("formHeader", form.getHeaderName());
                    snapshot.put("files", FILES.stream().map(this::address).toList());
                    snapshot.put("words", "/pocket/words/" + carried.version());
                    return ResponseEntity.ok()
                            .cacheControl(CacheControl.noStore())
                            .body(Tree.text(snapshot));
                })
                .orElseGet(() -> ResponseEntity.noContent().build());
    }

    /** The page as one file with this household in it. */
    @GetMapping(path = "/pocket/file", produces = "text/html")
    @ResponseBody
    ResponseEntity<String> file(
            @AuthenticationPrincipal Account account, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        Map<String, @Nullable Object> snapshot =
                snapshots.of(account).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        snapshot.put("local", clock.millis());
        var exchange = JakartaServletWebApplication.buildApplication(request.getServletContext())
                .buildExchange(request, response);
        String page = file.of(new WebContext(exchange, Locale.ENGLISH, Map.of("wordsAt", "")), snapshot);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"juice-swap-pocket.html\"")
                .cacheControl(CacheControl.noStore())
                .body(page);
    }

    /** This person's phone has everything that it needs to go on alone. */
    @PostMapping("/pocket/ready")
    @ResponseBody
    ResponseEntity<Void> ready(@AuthenticationPrincipal Account account) {
        phones.note(account.householdId(), account.displayName());
        return ResponseEntity.noContent().build();
    }

    /** What a phone wrote while it was alone comes into the log; the answer says which entries are in it now. */
    @PostMapping(path = "/pocket/merge", produces = "application/json")
    @ResponseBody
    ResponseEntity<String> merge(@AuthenticationPrincipal Account account, HttpServletRequest http) throws IOException {
        byte[] body = http.getInputStream().readNBytes(MOST_BYTES + 1);
        if (body.length > MOST_BYTES) {
            throw new ResponseStatusException(HttpStatus.PAYLOAD_TOO_LARGE);
        }
        try {
            return ResponseEntity.ok(Tree.text(merged(account, StrictJson.parse(body))));
        } catch (InvalidInput invalid) {
            return ResponseEntity.badRequest()
                    .contentType(MediaType.APPLICATION_JSON)
                    .body(Tree.text(object(
                            "refused", words.say(invalid.problems().get(0).what()))));
        }
    }

    /** The file of a phone that never came back to a server by itself. */
    @PostMapping("/pocket/take-in")
    String takeIn(
            @AuthenticationPrincipal Account account,
            @RequestParam("phone") MultipartFile phone,
            RedirectAttributes flash)
            throws IOException {
        try {
            Tree sent = StrictJson.parse(phone.getBytes());
            InvalidInput.unless(sent.text("format", "").equals("juice-swap-pocket"), "/format", "pocket.no-such-file");
            merged(account, sent);
            flash.addFlashAttribute(
                    "taken",
                    words.say("pocket.taken-in", "count", sent.path("entries").size()));
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute(
                    "refused", words.say(invalid.problems().get(0).what()));
        }
        return "redirect:/logbook";
    }

    /** The answer to what a phone, or a file of one, has sent. */
    Map<String, @Nullable Object> merged(Account account, Tree sent) {
        Household file =
                households.atHand(account.householdId()).orElseThrow(() -> new InvalidInput("", "invalid.missing"));
        InvalidInput.unless(
                sent.path("entries").size() <= MOST_ENTRIES, "/entries", "invalid.at-most", "limit", MOST_ENTRIES);
        Double outage = sent.number("outage");
        List<Own> own = own(sent.path("entries"), file, account);
        Outages.Merged merged = outages.merge(
                account,
                outage == null ? null : (Long) outage.longValue(),
                (int) sent.number("basedOn", 0),
                own,
                file,
                clock.instant());
        // what belongs to no outage stays where it is: nothing that was done is forgotten for having been sent
        InvalidInput.unless(merged.outage() != null || own.isEmpty(), "/outage", "pocket.no-such-outage");
        for (Merging.Taken taken : merged.taken()) {
            proveFaults(account, taken.entry().event());
        }
        List<String> told = merged.taken().stream()
                .filter(taken -> taken.entry().event() instanceof Event.Told)
                .map(taken -> Objects.requireNonNullElse(taken.id(), ""))
                .toList();
        Map<String, @Nullable Object> answer = new LinkedHashMap<>();
        answer.put("took", own.stream().map(Own::id).toList());
        answer.put("told", told);
        return answer;
    }

    /** Found while it was alone: a plate that let both on is faulty from now on. */
    private void proveFaults(Account account, Event event) {
        if (swap.current(account).isEmpty()) {
            return;
        }
        if (event instanceof Event.Corrected corrected) {
            swap.plateFailed(account, corrected.state());
        } else if (event instanceof Event.TakenOver takenOver) {
            swap.plateFailed(account, takenOver.state());
        }
    }

    /** Whatever a phone says, it was written by whoever sends it. */
    private static List<Own> own(Tree entries, Household file, Account account) {
        List<Own> own = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            Tree one = entries.get(i);
            String id = one.text("id", "");
            InvalidInput.unless(id.matches("[a-z0-9-]{8,64}"), "/entries/" + i + "/id", "invalid.unknown");
            own.add(new Own(
                    id,
                    Instant.ofEpochMilli((long) one.number("at", 0)),
                    account.displayName(),
                    EventJson.read(one.text("kind", ""), one.path("payload"), file.setup())));
        }
        return own;
    }
}
