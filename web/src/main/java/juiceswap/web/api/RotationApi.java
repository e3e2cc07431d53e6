package juiceswap.web.api;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.Semaphore;
import java.util.function.BooleanSupplier;
import juiceswap.core.InvalidInput;
import juiceswap.core.rotation.Beside;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Rotation;
import juiceswap.exchange.RotationJson;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.security.Account;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The engine's heaviest question: which circuits take turns when. Few are looked for at once, none for ever, and none for
 * somebody who has hung up.
 */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class RotationApi {
    /** Each takes one or two processors for seconds: one at a time for every two that there are, and pages come between. */
    static final int AT_ONCE = Math.max(1, Runtime.getRuntime().availableProcessors() / 2);

    private static final Duration AT_MOST = Duration.ofSeconds(30);
    private static final Duration DEEP_AT_MOST = Duration.ofMinutes(3);

    private final Schemas schemas;
    private final PagesFirst pages;
    private final Semaphore turns = new Semaphore(AT_ONCE);

    public RotationApi(Schemas schemas, PagesFirst pages) {
        this.schemas = schemas;
        this.pages = pages;
    }

    /** A question that is not answered, and why. */
    private static final class Refused extends ErrorResponseException {
        private static final long serialVersionUID = 1L;

        Refused(HttpStatus status, String why) {
            super(status, ProblemDetail.forStatusAndDetail(status, why), null);
            if (status == HttpStatus.SERVICE_UNAVAILABLE) {
                getHeaders().set("Retry-After", "1");
            }
        }
    }

    private static boolean signedIn() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who != null && who.getPrincipal() instanceof Account;
    }

    @PostMapping("/rotation")
    public Map<String, Object> rotation(HttpServletRequest http) throws IOException {
        Tree request = StrictJson.parse(RequestLimits.body(http));
        schemas.requireRequest("rotation", request);
        Rotation rotation = RotationJson.read(request);
        String word = request.text("effort", Effort.NORMAL.word());
        Effort effort = Effort.of(word).orElseThrow(() -> new InvalidInput("/effort", "invalid.effort"));
        if (effort == Effort.DEEP && !signedIn()) {
            throw new Refused(HttpStatus.FORBIDDEN, say("api.deep-signed-in"));
        }
        if (!turns.tryAcquire()) {
            throw new Refused(HttpStatus.SERVICE_UNAVAILABLE, say("api.busy.then"));
        }
        long end = System.nanoTime() + (effort == Effort.DEEP ? DEEP_AT_MOST : AT_MOST).toNanos();
        BooleanSupplier gone = HangUp.gone(http);
        // whom nobody knows gets one processor
        Beside beside = signedIn() ? Beside.on(ForkJoinPool.commonPool()) : Beside.IN_TURN;
        try {
            return RotationJson.of(rotation.plan(effort, null, beside, share -> {
                pages.giveWay();
                return System.nanoTime() <= end && !gone.getAsBoolean();
            }));
        } catch (CancellationException lateOrGone) {
            throw new Refused(HttpStatus.SERVICE_UNAVAILABLE, say("api.took-too-long"));
        } finally {
            turns.release();
        }
    }
}
