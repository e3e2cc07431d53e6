package juiceswap.web.house;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.measure.ClockFace;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.UnitSystem;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Downloads;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.household.Tokens;
import juiceswap.web.security.Account;
import juiceswap.web.security.Audit;
import juiceswap.web.security.Role;
import juiceswap.web.words.Words;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The house as files, in and out; its history; keys for programs. */
@Controller
class FilesController {
    /** In the order of the list. */
    static final Map<String, String> SAMPLES = new LinkedHashMap<>();

    static {
        SAMPLES.put("saltmarsh-cottage", "Saltmarsh Cottage");
        SAMPLES.put("weavers-loft", "Weaver’s Loft");
        SAMPLES.put("tarn-edge-workshop", "Tarn Edge Workshop");
    }

    private static final int HISTORY_SHOWN = 12;

    private final HouseEditing editing;
    private final Households households;
    private final Tokens tokens;
    private final Schemas schemas;
    private final Audit audit;
    private final Words words;

    FilesController(
            HouseEditing editing, Households households, Tokens tokens, Schemas schemas, Audit audit, Words words) {
        this.audit = audit;
        this.editing = editing;
        this.households = households;
        this.tokens = tokens;
        this.schemas = schemas;
        this.words = words;
    }

    @GetMapping("/house/files")
    String show(@AuthenticationPrincipal Account account, Model model) {
        Household file = editing.open(account, "/house/files", model).file();
        Form form = (Form) Objects.requireNonNull(model.getAttribute("form"));
        if (form.text("units") == null) {
            form.with(Map.of(
                    "units",
                    file.measures().units().word(),
                    "clock",
                    file.measures().clock().word()));
        }
        model.addAttribute("samples", SAMPLES);
        model.addAttribute("history", households.history(account.householdId(), HISTORY_SHOWN));
        model.addAttribute("owner", account.is(Role.OWNER));
        model.addAttribute("tokens", tokens.list(account.householdId()));
        return "house/files";
    }

    /** In which units everybody of the household reads and types. */
    @PostMapping("/house/measures")
    String measures(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.measures"), house -> {
            Measures chosen = new Measures(
                    form.word(UnitSystem.class, "units", house.measures().units()),
                    form.word(ClockFace.class, "clock", house.measures().clock()));
            form.requireSound();
            return house.withAbout(house.about().withMeasures(chosen));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.saved"));
            return "redirect:/house/files#measures";
        }
        model.addAttribute("form", form);
        return show(account, model);
    }

    /** The list of problems stands at this address. */
    @GetMapping({"/house/import", "/house/table"})
    String afterImport() {
        return "redirect:/house/files";
    }

    @PostMapping("/house/import")
    String importFile(
            @AuthenticationPrincipal Account account,
            @RequestParam MultipartFile file,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        try {
            InvalidInput.unless(!file.isEmpty(), "", "invalid.choose-file");
            Household read = schemas.household(StrictJson.parse(file.getBytes()));
            replace(account, read, Phrase.of("change.imported", "name", read.name()));
            flash.addFlashAttribute("taken", Phrase.of("told.is-imported-undo-brings-back", "name", read.name()));
            return "redirect:/house";
        } catch (InvalidInput invalid) {
            model.addAttribute("problems", invalid.problems());
            model.addAttribute("fileName", file.getOriginalFilename());
            if (editing.file(account).isPresent()) {
                return show(account, model);
            }
            model.addAttribute("samples", SAMPLES);
            model.addAttribute("form", BeginController.form(households.name(account.householdId())));
            return "house/begin";
        }
    }

    private void replace(Account account, Household file, Phrase change) {
        households.replace(account.householdId(), null, account.displayName(), words.say(change), file);
    }

    @PostMapping("/house/sample")
    String sample(@AuthenticationPrincipal Account account, @RequestParam String name, RedirectAttributes flash)
            throws IOException {
        if (!SAMPLES.containsKey(name)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        replace(account, schemas.household(sampleJson(name)), Phrase.of("change.sample", "name", SAMPLES.get(name)));
        flash.addFlashAttribute("taken", Phrase.of("told.is-loaded", "get", SAMPLES.get(name)));
        return "redirect:/house";
    }

    /** A sample household that ships with the application. */
    static Tree sampleJson(String name) throws IOException {
        return StrictJson.parse(new ClassPathResource("households/" + name + ".json").getContentAsByteArray());
    }

    @GetMapping("/house/export")
    ResponseEntity<String> export(@AuthenticationPrincipal Account account) {
        audit.write(account.householdId(), account.displayName(), Audit.What.EXPORTED, "household.json");
        return Downloads.of(
                StrictJson.pretty(HouseholdJson.write(file(account)).value()) + "\n",
                MediaType.APPLICATION_JSON,
                "household.json");
    }

    @GetMapping("/house/loads.csv")
    ResponseEntity<String> loads(@AuthenticationPrincipal Account account) {
        return Downloads.of(LoadTable.loads(file(account)), Downloads.CSV, "loads.csv");
    }

    @GetMapping("/house/directory.csv")
    ResponseEntity<String> directory(@AuthenticationPrincipal Account account) {
        return Downloads.of(LoadTable.directory(file(account)), Downloads.CSV, "directory.csv");
    }

    private Household file(Account account) {
        return editing.file(account).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Reads a table, pasted or as a file, and shows what it would do; takes it on a yes. */
    @PostMapping("/house/table")
    String table(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            @RequestParam(name = "file", required = false) MultipartFile upload,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        Form form = new Form(typed);
        String text = form.value("table");
        try {
            if (upload != null && !upload.isEmpty()) {
                text = decoded(upload.getBytes());
                typed.put("table", text);
                form = new Form(typed);
            }
            LoadTable.Reading reading = LoadTable.read(text, file(account), schemas);
            if (form.checked("yes") && !reading.good().isEmpty()) {
                int rows = reading.good().size();
                Phrase change = Phrase.of("change.took-rows-of-a-table", "rows", rows);
                if (editing.change(account, form, change, house -> reading.file())) {
                    flash.addFlashAttribute("taken", Phrase.of("told.rows-taken", "rows", rows));
                    return "redirect:/house/loads";
                }
            }
            model.addAttribute("reading", reading);
        } catch (InvalidInput invalid) {
            form.with(invalid);
        }
        model.addAttribute("form", form);
        return show(account, model);
    }

    private static String decoded(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new InvalidInput("/table", "invalid.not-utf8");
        }
    }

    @PostMapping("/house/token")
    String makeToken(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String name = form.required("tokenName", "form.what-is-it-for");
        if (name.length() > 80) {
            form.problem("tokenName", "form.80-letters-at-most");
        }
        if (form.wrong()) {
            model.addAttribute("form", form);
            return show(account, model);
        }
        audit.write(account.householdId(), account.displayName(), Audit.What.KEY_MADE, name);
        flash.addFlashAttribute(
                "newToken",
                tokens.make(account.householdId(), name, right(form.value("right")), account.displayName()));
        return "redirect:/house/files";
    }

    private static Tokens.Right right(String word) {
        return Worded.find(Tokens.Right.class, word).orElse(Tokens.Right.READ);
    }

    @PostMapping("/house/token/{id}/revoke")
    String revokeToken(@AuthenticationPrincipal Account account, @PathVariable long id, RedirectAttributes flash) {
        tokens.revoke(account.householdId(), id);
        audit.write(account.householdId(), account.displayName(), Audit.What.KEY_REVOKED, "");
        flash.addFlashAttribute("taken", Phrase.of("told.the-key-no-longer-opens"));
        return "redirect:/house/files";
    }

    @GetMapping(path = "/schema/{name}.json", produces = "application/schema+json")
    ResponseEntity<String> schema(@PathVariable String name) {
        if (!Set.of("household", "engine").contains(name)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return ResponseEntity.ok(Schemas.text(name));
    }
}
