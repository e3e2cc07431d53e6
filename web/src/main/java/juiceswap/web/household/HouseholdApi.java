package juiceswap.web.household;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Set;
import juiceswap.web.api.RequestLimits;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The household's own file for programs, opened by a key that its owner made: {@code Authorization: Bearer js_…}. The
 * {@code ETag} of an answer goes into {@code If-Match} of the next write, so that nobody's change is overwritten unseen.
 */
@RestController
@RequestMapping(path = "/api/v1/household", produces = "application/json")
class HouseholdApi {
    private static final String BEARER = "Bearer ";

    /** Fields of a household's circuits and loads that the engine does not know. */
    private static final Set<String> CIRCUIT_EXTRAS =
            Set.of("panel", "legAsFound", "note", "winter", "summer", "night");

    private static final Set<String> LOAD_EXTRAS = Set.of("known", "lowWatts", "highWatts", "leftOff", "clamp");

    private final Tokens tokens;
    private final Households households;
    private final Schemas schemas;

    HouseholdApi(Tokens tokens, Households households, Schemas schemas) {
        this.tokens = tokens;
        this.households = households;
        this.schemas = schemas;
    }

    /** A request that is turned away, with the reason. */
    private static final class TurnedAway extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final HttpStatus status;

        TurnedAway(HttpStatus status, String reason) {
            super(reason);
            this.status = status;
        }
    }

    @GetMapping
    ResponseEntity<String> read(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization) {
        Households.Held held = held(access(authorization, false));
        return ResponseEntity.ok()
                .eTag(String.valueOf(held.version()))
                .body(held.file().json().toString());
    }

    /** The setup alone, as the engine's endpoints take it. */
    @GetMapping("/setup")
    ResponseEntity<String> setup(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization) {
        Households.Held held = held(access(authorization, false));
        return ResponseEntity.ok()
                .eTag(String.valueOf(held.version()))
                .body(plain(held.file().json().path("setup")).toString());
    }

    @PutMapping
    ResponseEntity<String> write(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch,
            HttpServletRequest http)
            throws IOException {
        Tokens.Access access = access(authorization, true);
        Integer version = ifMatch == null ? null : version(ifMatch);
        JsonNode given = Json.parse(RequestLimits.body(http));
        HouseholdFile file = HouseholdFile.read(given, schemas);
        households.change(access.householdId(), version, access.name(), "wrote the file by program", before ->
                (ObjectNode) file.json());
        return read(authorization);
    }

    private static Integer version(String ifMatch) {
        String plain = ifMatch.replaceAll("^W/|\"", "");
        if (!plain.matches("[0-9]{1,9}")) {
            throw new TurnedAway(HttpStatus.PRECONDITION_FAILED, "If-Match must be the ETag of an earlier answer.");
        }
        return Integer.valueOf(plain);
    }

    private Tokens.Access access(@Nullable String authorization, boolean toWrite) {
        if (authorization == null || !authorization.startsWith(BEARER)) {
            throw new TurnedAway(HttpStatus.UNAUTHORIZED, "Send a key of your household: Authorization: Bearer js_…");
        }
        Tokens.Access access = tokens.open(
                        authorization.substring(BEARER.length()).strip())
                .orElseThrow(() -> new TurnedAway(HttpStatus.UNAUTHORIZED, "This key is not known, or was revoked."));
        if (toWrite && !access.mayWrite()) {
            throw new TurnedAway(HttpStatus.FORBIDDEN, "This key may only read.");
        }
        return access;
    }

    private Households.Held held(Tokens.Access access) {
        return households
                .held(access.householdId())
                .orElseThrow(() -> new TurnedAway(HttpStatus.NOT_FOUND, "The household has no house yet."));
    }

    /** Without what the engine does not know; loads left off in an outage are not in it. */
    private static JsonNode plain(JsonNode setup) {
        ObjectNode copy = (ObjectNode) setup.deepCopy();
        for (JsonNode circuit : copy.path("circuits")) {
            ((ObjectNode) circuit).remove(CIRCUIT_EXTRAS);
            if (circuit.path("loads").isArray()) {
                ArrayNode loads = (ArrayNode) circuit.path("loads");
                HouseDraft.removeWhere(loads, load -> Json.flag(load, "leftOff", false));
                loads.forEach(load -> ((ObjectNode) load).remove(LOAD_EXTRAS));
            }
        }
        return copy;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> turnedAway(TurnedAway turnedAway) {
        return problem(turnedAway.status, turnedAway.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> outdated(Households.Outdated outdated) {
        return problem(HttpStatus.PRECONDITION_FAILED, outdated.getMessage());
    }

    private static ResponseEntity<ProblemDetail> problem(HttpStatus status, String detail) {
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(ProblemDetail.forStatusAndDetail(status, detail));
    }
}
