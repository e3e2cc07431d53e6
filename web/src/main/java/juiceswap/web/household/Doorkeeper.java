package juiceswap.web.household;

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
        return access(authorization, Set.of(Right.SEND_READINGS, Right.WRITE), "This key may not send readings.")
                .householdId();
    }

    Tokens.Access mayRead(@Nullable String authorization) {
        return access(authorization, Set.of(Right.READ, Right.WRITE), "This key may only send readings.");
    }

    Tokens.Access mayWrite(@Nullable String authorization) {
        return access(authorization, Set.of(Right.WRITE), "This key may only read.");
    }

    private Tokens.Access access(@Nullable String authorization, Set<Right> needed, String otherwise) {
        if (authorization == null || !authorization.startsWith(BEARER)) {
            throw new TurnedAway(HttpStatus.UNAUTHORIZED, "Send a key of your household: Authorization: Bearer js_…");
        }
        Tokens.Access access = tokens.open(
                        authorization.substring(BEARER.length()).strip())
                .orElseThrow(() -> new TurnedAway(HttpStatus.UNAUTHORIZED, "This key is not known, or was revoked."));
        if (!needed.contains(access.right())) {
            throw new TurnedAway(HttpStatus.FORBIDDEN, otherwise);
        }
        return access;
    }
}
