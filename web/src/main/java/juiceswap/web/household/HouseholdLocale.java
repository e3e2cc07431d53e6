package juiceswap.web.household;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Locale;
import juiceswap.core.measure.Measures;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.i18n.AcceptHeaderLocaleResolver;

/** A page speaks in the measures of the household whose it is; where there is none yet, in those of the browser's country. */
@Component("localeResolver")
public class HouseholdLocale extends AcceptHeaderLocaleResolver {
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
        Measures guessed = InUse.guessed(super.resolveLocale(request));
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        return signedIn != null && signedIn.getPrincipal() instanceof Account account
                ? households.measures(account.householdId()).orElse(guessed)
                : guessed;
    }

    /** For an answer to somebody who is not signed in, such as a calendar program, or to a form that names its own measures. */
    public static void speak(HttpServletRequest request, Measures measures) {
        request.setAttribute(KEPT, InUse.locale(measures));
    }
}
