package juiceswap.web.household;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Locale;
import juiceswap.core.measure.Measures;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.LocaleResolver;

/** A page speaks in the measures of the household whose it is; where there is none yet, in those of the browser's country. */
@Component("localeResolver")
public class HouseholdLocale implements LocaleResolver {
    private static final String KEPT = HouseholdLocale.class.getName();

    private final Households households;

    HouseholdLocale(Households households) {
        this.households = households;
    }

    @Override
    public Locale resolveLocale(HttpServletRequest request) {
        if (request.getAttribute(KEPT) instanceof Locale kept) {
            return kept;
        }
        Locale locale = InUse.locale(measures(request));
        request.setAttribute(KEPT, locale);
        return locale;
    }

    private Measures measures(HttpServletRequest request) {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        return signedIn != null && signedIn.getPrincipal() instanceof Account account
                ? households.measures(account.householdId()).orElseGet(() -> InUse.guessed(request.getLocale()))
                : InUse.guessed(request.getLocale());
    }

    /** For an answer to somebody who is not signed in, such as a calendar program with the household's address. */
    public static void speak(HttpServletRequest request, Measures measures) {
        request.setAttribute(KEPT, InUse.locale(measures));
    }

    @Override
    public void setLocale(HttpServletRequest request, @Nullable HttpServletResponse response, @Nullable Locale locale) {
        // the household changes its measures on a page of its own
        throw new UnsupportedOperationException();
    }
}
