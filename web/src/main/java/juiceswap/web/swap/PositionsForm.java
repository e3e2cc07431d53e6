package juiceswap.web.swap;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.Household;
import juiceswap.exchange.SwapJson;
import juiceswap.exchange.Tree;
import juiceswap.web.outage.Outages.Outage;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.server.ResponseStatusException;

/** How things really stand, as somebody says. */
final class PositionsForm {
    private static final List<String> PARTS = List.of(
            "utility",
            "engine",
            "output",
            "cordGenerator",
            "cordHouse",
            "bond",
            "eco",
            "main",
            "plate",
            "input",
            "handle",
            "branches");

    private PositionsForm() {}

    /** The state with what was told put into it; what was not asked for stays as it is. */
    static SwapState told(
            Outage outage, Map<String, String> form, @Nullable List<String> picked, @Nullable List<String> done) {
        SwapState now = outage.standing().state();
        Map<String, Object> json = new LinkedHashMap<>(SwapJson.of(now));
        for (String part : PARTS) {
            if (form.containsKey(part)) {
                json.put(part, form.get(part));
            }
        }
        boolean everything = form.containsKey("everything");
        if (everything) {
            boolean staged = "staged".equals(form.get("branches"));
            json.put("picked", staged ? known(outage.household(), picked) : List.of());
            List<String> checks = new ArrayList<>();
            json.put("done", checks);
            if (done != null) {
                done.forEach(checks::add);
            }
            if (now.done().has(Check.WALK_ROUND)) {
                checks.add(Check.WALK_ROUND.word());
            }
        }
        try {
            return SwapJson.state(Tree.of(json), outage.household().setup());
        } catch (IllegalArgumentException | InvalidInput unknownWord) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, null, unknownWord);
        }
    }

    /** Those of the ids that are circuits of this house, each once; a page may be older than the house. */
    static List<String> known(Household file, @Nullable List<String> ids) {
        Set<String> known = SwapJson.ids(file.setup());
        return ids == null
                ? List.of()
                : ids.stream().filter(known::contains).distinct().toList();
    }
}
