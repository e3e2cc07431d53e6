package juiceswap.web.household;

import java.util.List;
import juiceswap.core.household.Household;
import juiceswap.core.supply.StartControl;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A control of this household's engine as it is shown when the engine is to be started.
 *
 * @param note where it is, or null
 * @param photo address of a picture of it, or null
 * @param coldOnly used only while the engine is cold
 */
public record StartLine(
        String title, @Nullable String note, @Nullable String photo, boolean coldOnly) {
    /** All of them, in the order in which they are used; an engine that has just run needs no choke. */
    public static List<StartLine> of(Household household, boolean cold, Words words) {
        return StartControl.forStart(household.supply().start(), cold).stream()
                .map(one -> new StartLine(
                        words.say("start." + one.kind().word()),
                        one.note(),
                        one.photo() == null ? null : "/swap/pictures/" + one.photo(),
                        one.kind().coldOnly()))
                .toList();
    }
}
