package juiceswap.web.pocket;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import juiceswap.exchange.Tree;
import juiceswap.web.words.Messages;
import org.springframework.stereotype.Component;
import org.springframework.util.DigestUtils;

/** The sentences that a phone carries: those by which an outage is lived, as they are written in the message files. */
@Component
public class PocketWords {
    /** What their keys begin with. */
    private static final Set<String> SUBJECTS = Set.of(
            "answer",
            "arrangement",
            "blocked",
            "cause",
            "danger",
            "event",
            "finding",
            "goal",
            "ifnow",
            "instead",
            "invalid",
            "lookout",
            "meter",
            "notice",
            "pocket",
            "plan",
            "reading",
            "read-unloaded",
            "refusal",
            "refused",
            "rotate",
            "rule",
            "sign",
            "stallcause",
            "start",
            "step",
            "swap",
            "trouble",
            "urgent",
            "utility-under-load",
            "verdict",
            "way",
            "why");

    /** What only pages of the server say. */
    private static final List<String> OF_PAGES = List.of(
            "swap.page.",
            "swap.parts.",
            "rotate.page.",
            "rotate.difference.",
            "meter.bonding.",
            "meter.page.",
            "meter.wiring.");

    private final String json;
    private final String version;

    PocketWords(Messages messages) {
        Map<String, String> carried = new TreeMap<>(messages.patterns());
        carried.keySet()
                .removeIf(key -> !SUBJECTS.contains(key.split("[.]", 2)[0])
                        || OF_PAGES.stream().anyMatch(key::startsWith));
        json = Tree.text(carried);
        version = DigestUtils.md5DigestAsHex(json.getBytes(StandardCharsets.UTF_8))
                .substring(0, 12);
    }

    /** By key, as an object. */
    public String json() {
        return json;
    }

    /** Changes whenever a sentence does. */
    public String version() {
        return version;
    }
}
