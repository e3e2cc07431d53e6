package juiceswap.core.household;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.supply.CordEnds;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Placement;
import juiceswap.core.supply.Source;
import juiceswap.core.supply.StartControl;
import juiceswap.core.supply.Storage;
import org.jspecify.annotations.Nullable;

/**
 * What gives power, and how it comes to the house.
 *
 * @param considering the source is not bought yet
 * @param path the links from the source to the panel, in order
 * @param placement where it stands
 * @param cordEnds which ends of the cord have blades, null when not looked at
 * @param cords extension cords at hand
 * @param start the controls by which its engine is started, in order
 * @param storage a battery station beside it, null where there is none
 */
public record Supply(
        Source source,
        boolean considering,
        List<Link> path,
        Placement placement,
        @Nullable CordEnds cordEnds,
        List<ExtensionCord> cords,
        List<StartControl> start,
        @Nullable Storage storage) {
    public Supply {
        path = List.copyOf(path);
        cords = List.copyOf(cords);
        start = List.copyOf(start);
        InvalidInput.unless(start.size() <= StartControl.MOST, "/start", "invalid.start-many");
    }

    /** Nothing known but the source. */
    public static Supply of(Source source) {
        return new Supply(source, false, List.of(), new Placement(null, null), null, List.of(), List.of(), null);
    }

    /** How many there are that feed the house together: 2 generators in parallel, else 1. */
    public int sets() {
        return Math.max(1, source.generators().size());
    }

    public Supply withSource(Source other) {
        return new Supply(other, considering, path, placement, cordEnds, cords, start, storage);
    }

    public Supply considering(boolean notBought) {
        return new Supply(source, notBought, path, placement, cordEnds, cords, start, storage);
    }

    public Supply withPath(List<Link> other) {
        return new Supply(source, considering, other, placement, cordEnds, cords, start, storage);
    }

    public Supply withPlacement(Placement other) {
        return new Supply(source, considering, path, other, cordEnds, cords, start, storage);
    }

    public Supply withCordEnds(@Nullable CordEnds other) {
        return new Supply(source, considering, path, placement, other, cords, start, storage);
    }

    public Supply withCords(List<ExtensionCord> others) {
        return new Supply(source, considering, path, placement, cordEnds, others, start, storage);
    }

    /** With this order of controls in which its engine is started. */
    public Supply withStart(List<StartControl> others) {
        return new Supply(source, considering, path, placement, cordEnds, cords, others, storage);
    }

    /** With that battery station beside it; null: without one. */
    public Supply withStorage(@Nullable Storage other) {
        return new Supply(source, considering, path, placement, cordEnds, cords, start, other);
    }
}
