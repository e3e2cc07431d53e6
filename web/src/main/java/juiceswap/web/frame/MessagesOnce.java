package juiceswap.web.frame;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.FlashMap;
import org.springframework.web.servlet.support.SessionFlashMapManager;

/**
 * What came of a form is told once, on the page that its sender is led to. An open page that looks again by itself at that
 * moment does not take the message, or what was typed, away from them.
 */
@Component("flashMapManager")
class MessagesOnce extends SessionFlashMapManager {
    /** Sent by pages that look again by themselves. */
    static final String BY_ITSELF = "Juice-By-Itself";

    @Override
    protected @Nullable List<FlashMap> retrieveFlashMaps(HttpServletRequest request) {
        return request.getHeader(BY_ITSELF) == null ? super.retrieveFlashMaps(request) : null;
    }
}
