package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * Advice to run something colder, or warmer, than usual before it rests for long: it holds longer then, which may spare a start
 * or a walk. Only where that harms nothing: no medicine, which must not freeze, no animals, no water that scalds.
 *
 * @param from when it had better be set
 * @param until when it goes off
 * @param restMinutes how long it rests then
 */
public record SetPoint(String circuit, Way way, LocalDateTime from, LocalDateTime until, double restMinutes) {
    /** What to do. */
    public enum Way implements Worded {
        /** A freezer as cold as it gets. */
        COLDEST("coldest"),
        /** A refrigerator down to 1 °C (34 °F), and no colder: what is fresh must not freeze. */
        COLD("cold"),
        /** The house by 2 °C (4 °F). */
        WARM("warm");

        private final String word;

        Way(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Degrees Celsius below which what is fresh may freeze: usual advice for refrigerators is 1 to 4. */
    public static final double COLDEST_FRESH = 1;

    /** A rest that takes less than this share of what it holds needs no advice. Our judgement. */
    private static final double LONG_SHARE = 0.5;

    /** As long as it takes to get there, at the most. */
    private static final double MOST_BEFORE_MINUTES = 240;

    /** The next long rest of each, in the order of time. */
    public static List<SetPoint> of(RotationPlan plan, List<StandingNeed> standing, LocalDateTime now) {
        List<SetPoint> all = new ArrayList<>();
        for (StandingNeed need : standing) {
            if (need instanceof StandingNeed.Keep keep) {
                Way way = way(keep.keeping());
                SetPoint next = way == null ? null : next(plan, keep, way, now);
                if (next != null) {
                    all.add(next);
                }
            }
        }
        all.sort(Comparator.comparing(SetPoint::from).thenComparing(SetPoint::circuit));
        return List.copyOf(all);
    }

    private static @Nullable Way way(Keeping keeping) {
        return switch (keeping) {
            case FREEZER -> Way.COLDEST;
            case FRIDGE -> Way.COLD;
            case HOUSE_WARM -> Way.WARM;
            default -> null;
        };
    }

    private static @Nullable SetPoint next(RotationPlan plan, StandingNeed.Keep keep, Way way, LocalDateTime now) {
        int slot = 0;
        while (slot < plan.on().size()) {
            if (!plan.on().get(slot).contains(keep.circuit())) {
                slot++;
                continue;
            }
            int from = slot;
            while (slot < plan.on().size() && plan.on().get(slot).contains(keep.circuit())) {
                slot++;
            }
            int off = slot;
            while (slot < plan.on().size() && !plan.on().get(slot).contains(keep.circuit())) {
                slot++;
            }
            double rest = (slot - off) * (double) plan.rotation().horizon().slotMinutes();
            if (rest >= LONG_SHARE * keep.holdMinutes() && plan.at(off).isAfter(now)) {
                double before = Math.min(MOST_BEFORE_MINUTES, keep.recoverMinutes());
                LocalDateTime late = plan.at(off).minusMinutes((long) before);
                LocalDateTime early = plan.at(from).isAfter(now) ? plan.at(from) : now;
                LocalDateTime set = late.isAfter(early) ? late : early;
                return set.isBefore(plan.at(off)) ? new SetPoint(keep.circuit(), way, set, plan.at(off), rest) : null;
            }
        }
        return null;
    }
}
