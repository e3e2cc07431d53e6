package juiceswap.web.household;

import static juiceswap.web.words.Say.say;

import java.util.Set;
import juiceswap.web.household.Tokens.Right;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.stereotype.Component;
import org.springframework.web.ErrorResponseException;

/** Lets programs in by the key that they send: {@code Authorization: Bearer js_…}. */
@Component
public class Doorkeeper {
    private static final String BEARER = "Bearer ";

    private final Tokens tokens;

    Doorkeeper(Tokens tokens) {
        this.tokens = tokens;
    }

    /** A request that is turned away, with the reason; answered as {@code application/problem+json}. */
    static final class TurnedAway extends ErrorResponseException {
        private static final long serialVersionUID = 1L;

        TurnedAway(HttpStatus status, String reason) {
            super(status, ProblemDetail.forStatusAndDetail(status, reason), null);
        }
    }

    /** The household of a device that may send readings; programs that write the household may, too. */
    public long mayReport(@Nullable String authorization) {
        return access(
                        authorization,
                        Set.of(Right.SEND_READINGS, Right.WRITE),
                        say("house.doorkeeper.this-key-may-not-send"))
                .householdId();
    }

    Tokens.Access mayRead(@Nullable String authorization) {
        return access(authorization, Set.of(Right.READ, Right.WRITE), say("house.doorkeeper.this-key-may-only-send"));
    }

    Tokens.Access mayWrite(@Nullable String authorization) {
        return access(authorization, Set.of(Right.WRITE), say("house.doorkeeper.this-key-may-only-read"));
    }

    private Tokens.Access access(@Nullable String authorization, Set<Right> needed, String otherwise) {
        if (authorization == null || !authorization.startsWith(BEARER)) {
            throw new TurnedAway(HttpStatus.UNAUTHORIZED, say("house.doorkeeper.send-a-key-of-your"));
        }
        Tokens.Access access = tokens.open(
                        authorization.substring(BEARER.length()).strip())
                .orElseThrow(
                        () -> new TurnedAway(HttpStatus.UNAUTHORIZED, say("house.doorkeeper.this-key-is-not-known")));
        if (!needed.contains(access.right())) {
            throw new TurnedAway(HttpStatus.FORBIDDEN, otherwise);
        }
        return access;
    }
}
