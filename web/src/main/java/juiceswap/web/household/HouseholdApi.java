package juiceswap.web.household;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import juiceswap.core.household.Household;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import juiceswap.web.api.RequestLimits;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Doorkeeper.TurnedAway;
import juiceswap.web.words.Words;
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

/**
 * The household's own file for programs, opened by a key that its owner made: {@code Authorization: Bearer js_…}. The
 * {@code ETag} of an answer goes into {@code If-Match} of the next write, so that nobody's change is overwritten unseen.
 */
@RestController
@RequestMapping(path = "/api/v1/household", produces = "application/json")
class HouseholdApi {
    private final Doorkeeper doorkeeper;
    private final Households households;
    private final Schemas schemas;
    private final Words words;

    HouseholdApi(Doorkeeper doorkeeper, Households households, Schemas schemas, Words words) {
        this.doorkeeper = doorkeeper;
        this.households = households;
        this.schemas = schemas;
        this.words = words;
    }

    @GetMapping
    ResponseEntity<String> read(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization) {
        Households.Held held = held(doorkeeper.mayRead(authorization));
        return ResponseEntity.ok()
                .eTag(String.valueOf(held.version()))
                .body(HouseholdJson.write(held.file()).toString());
    }

    /** The setup alone, as the engine's endpoints take it. */
    @GetMapping("/setup")
    ResponseEntity<String> setup(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization) {
        Households.Held held = held(doorkeeper.mayRead(authorization));
        return ResponseEntity.ok()
                .eTag(String.valueOf(held.version()))
                .body(HouseholdJson.writeSetup(held.file()).toString());
    }

    @PutMapping
    ResponseEntity<String> write(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch,
            HttpServletRequest http)
            throws IOException {
        Tokens.Access access = doorkeeper.mayWrite(authorization);
        Integer version = ifMatch == null ? null : version(ifMatch);
        Tree given = StrictJson.parse(RequestLimits.body(http));
        Household file = schemas.household(given);
        households.replace(access.householdId(), version, access.name(), words.say("change.by-program"), file);
        return read(authorization);
    }

    private static Integer version(String ifMatch) {
        String plain = ifMatch.replaceAll("^W/|\"", "");
        if (!plain.matches("[0-9]{1,9}")) {
            throw new TurnedAway(HttpStatus.PRECONDITION_FAILED, say("house.household-api.if-match-must-be-the"));
        }
        return Integer.valueOf(plain);
    }

    private Households.Held held(Tokens.Access access) {
        return households
                .held(access.householdId())
                .orElseThrow(() ->
                        new TurnedAway(HttpStatus.NOT_FOUND, say("house.household-api.the-household-has-no-house")));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> outdated(Households.Outdated outdated) {
        return ResponseEntity.status(HttpStatus.PRECONDITION_FAILED)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(ProblemDetail.forStatusAndDetail(HttpStatus.PRECONDITION_FAILED, words.say(outdated.what())));
    }
}
