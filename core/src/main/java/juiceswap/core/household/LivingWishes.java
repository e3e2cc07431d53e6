package juiceswap.core.household;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.StandingNeed;
import org.jspecify.annotations.Nullable;

/**
 * How this household wants to live on its source.
 *
 * @param needs what circuits are needed for on any day; empty where nobody has said
 * @param sleep when nobody wants to be woken, null: never
 * @param storedLitres in full cans, 0 or more
 * @param withoutPower needs that are met without electricity
 */
public record LivingWishes(
        List<StandingNeed> needs, @Nullable Sleep sleep, double storedLitres, List<WithoutPower> withoutPower) {
    /** Nobody has said anything. */
    public static final LivingWishes NONE = new LivingWishes(List.of(), null, 0, List.of());

    public LivingWishes {
        needs = List.copyOf(needs);
        withoutPower = List.copyOf(withoutPower);
        InvalidInput.notNegative("/storedLitres", storedLitres);
    }

    public LivingWishes withNeeds(List<StandingNeed> others) {
        return new LivingWishes(others, sleep, storedLitres, withoutPower);
    }

    public LivingWishes withSleep(@Nullable Sleep other) {
        return new LivingWishes(needs, other, storedLitres, withoutPower);
    }

    public LivingWishes withStoredLitres(double litres) {
        return new LivingWishes(needs, sleep, litres, withoutPower);
    }

    public LivingWishes withWithoutPower(List<WithoutPower> others) {
        return new LivingWishes(needs, sleep, storedLitres, others);
    }
}
