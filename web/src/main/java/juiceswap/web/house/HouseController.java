package juiceswap.web.house;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.Finding;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Link;
import juiceswap.web.drawing.FitView;
import juiceswap.web.drawing.PanelView;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.security.Account;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
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
import tools.jackson.databind.JsonNode;

/** The house: panel, loads, supply; its file in and out. */
@Controller
class HouseController {
    private static final Map<String, String> SAMPLES = Map.of(
            "saltmarsh-cottage", "Saltmarsh Cottage",
            "weavers-loft", "Weaver’s Loft",
            "tarn-edge-workshop", "Tarn Edge Workshop");

    private final Households households;
    private final Schemas schemas;

    HouseController(Households households, Schemas schemas) {
        this.households = households;
        this.schemas = schemas;
    }

    /** A link of the path as shown. */
    public record LinkView(String kind, String detail, boolean weakest) {}

    @GetMapping("/house")
    String show(@AuthenticationPrincipal Account account, Model model) {
        households.file(account.householdId()).ifPresent(file -> fill(file, model));
        model.addAttribute("samples", SAMPLES);
        return "house/house";
    }

    /** The list of problems stands at this address. */
    @GetMapping("/house/import")
    String afterImport() {
        return "redirect:/house";
    }

    @PostMapping("/house/import")
    String importFile(
            @AuthenticationPrincipal Account account,
            @RequestParam MultipartFile file,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        try {
            InvalidInput.unless(!file.isEmpty(), "", "choose a household file first");
            HouseholdFile read = HouseholdFile.read(Json.parse(file.getBytes()), schemas);
            households.replace(account.householdId(), read);
            flash.addFlashAttribute("taken", read.name() + " is imported.");
            return "redirect:/house";
        } catch (InvalidInput invalid) {
            List<Problem> problems = invalid.problems();
            model.addAttribute("problems", problems);
            model.addAttribute("fileName", file.getOriginalFilename());
            return show(account, model);
        }
    }

    @PostMapping("/house/sample")
    String sample(@AuthenticationPrincipal Account account, @RequestParam String name, RedirectAttributes flash)
            throws IOException {
        if (!SAMPLES.containsKey(name)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        households.replace(account.householdId(), HouseholdFile.read(sampleJson(name), schemas));
        flash.addFlashAttribute("taken", SAMPLES.get(name) + " is loaded.");
        return "redirect:/house";
    }

    /** A sample household that ships with the application. */
    public static JsonNode sampleJson(String name) throws IOException {
        return Json.parse(new ClassPathResource("households/" + name + ".json").getContentAsByteArray());
    }

    @GetMapping("/house/export")
    ResponseEntity<String> export(@AuthenticationPrincipal Account account) {
        HouseholdFile file = households
                .file(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("household.json", StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(file.json().toPrettyString() + "\n");
    }

    @GetMapping(path = "/schema/{name}.json", produces = "application/schema+json")
    ResponseEntity<String> schema(@PathVariable String name) {
        if (!Set.of("household", "engine").contains(name)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return ResponseEntity.ok(Schemas.text(name));
    }

    private static void fill(HouseholdFile file, Model model) {
        Limits limits = Limits.of(file.setup().generator(), file.setup().path());
        model.addAttribute("household", file);
        model.addAttribute("panel", PanelView.of(file));
        model.addAttribute("limits", limits);
        model.addAttribute(
                "limitedBy", limits.limitedBy() == null ? "the generator" : "the " + name(limits.limitedBy()));
        model.addAttribute("links", links(file, limits));
        model.addAttribute(
                "warnings",
                Capacity.of(file.setup(), Set.of(), (String) null).findings().stream()
                        .map((Finding finding) -> FitView.finding(finding, file))
                        .toList());
    }

    private static List<LinkView> links(HouseholdFile file, Limits limits) {
        Link.Kind weakest = limits.weakestLink();
        return file.setup().path().stream()
                .map(link -> new LinkView(name(link.kind()), detail(link), link.kind() == weakest))
                .toList();
    }

    private static String name(Link.Kind kind) {
        return switch (kind) {
            case OUTPUT_BREAKER -> "breaker on the set";
            case RECEPTACLE -> "receptacle";
            case CORD -> "cord";
            case INLET -> "inlet";
            case FEEDER -> "feeder";
            case INPUT_BREAKER -> "generator input breaker";
            case TRANSFER -> "transfer device";
        };
    }

    private static String detail(Link link) {
        StringBuilder detail = new StringBuilder(String.format(Locale.ENGLISH, "%.0f A", link.carriesAmps()));
        if (link.awg() != null) {
            detail.append(", ").append(link.awg()).append(" AWG");
        }
        if (link.lengthM() != null) {
            detail.append(String.format(Locale.ENGLISH, ", %.0f m", link.lengthM()));
        }
        return detail.toString();
    }
}
