package juiceswap.web.outage;

import java.util.Optional;
import java.util.function.Function;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Turns;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** Somebody else was faster, and nothing was written: what is told to the one who was not. */
@Component
public class Overtaken {
    private final SwapService swap;
    private final Words words;

    Overtaken(SwapService swap, Words words) {
        this.swap = swap;
        this.words = words;
    }

    /** Who did what, or that the outage is over. */
    public String told(Account account) {
        return told(account, outage -> "");
    }

    /** @param own the act that was not taken, by its name; empty when it has none */
    public String told(Account account, Function<Outage, String> own) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty()) {
            return words.say("notice.ended");
        }
        Entry last = Turns.lastMoved(outage.get().log());
        String what = words.event(last.event(), outage.get().household());
        if (last.who().equals(account.displayName())) {
            return words.say("notice.conflict-own", "step", what);
        }
        String refused = own.apply(outage.get());
        return refused.isEmpty()
                ? words.say("notice.conflict", "who", last.who(), "step", what)
                : words.say("notice.not-taken", "own", refused, "who", last.who(), "step", what);
    }
}
