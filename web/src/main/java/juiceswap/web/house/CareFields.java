package juiceswap.web.house;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.house.Need;
import juiceswap.core.rotation.StandingNeed.Daily;
import juiceswap.core.rotation.StandingNeed.DailyCare;
import juiceswap.web.form.Form;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;

/** What is asked of a need beyond its minutes, in the fields of its form. */
final class CareFields {
    /** So many times at which something has to be left have fields, and one stretch of use; more are kept as they are. */
    private static final int FLOORS = 2;

    private static final double PERCENT = 100;

    /** What “the lower, the worse” costs a minute at the very bottom, in minutes unmet: as for a house that is kept warm. */
    private static final double RISING = 0.1;

    private CareFields() {}

    static void fill(Map<String, String> typed, DailyCare care) {
        Double low = care.lowShare();
        typed.put("lowPercent", low == null ? "" : percent(low));
        if (care.rising() > 0) {
            typed.put("rising", "true");
        }
        if (care.watched()) {
            typed.put("watched", "true");
        }
        if (!care.uses().isEmpty()) {
            DailyCare.Use use = care.uses().get(0);
            typed.put("useFrom", InUse.measures().clock(use.hours().from()));
            typed.put("useTo", InUse.measures().clock(use.hours().to()));
            typed.put("useTimes", Shown.plain(use.times()));
        }
        for (int i = 0; i < Math.min(FLOORS, care.floors().size()); i++) {
            DailyCare.Floor floor = care.floors().get(i);
            typed.put("leftAt" + i, InUse.measures().clock(floor.at()));
            typed.put("leftPercent" + i, percent(floor.share()));
        }
    }

    /** To hundredths, so that saving what nobody has touched changes nothing. */
    private static String percent(double share) {
        return Shown.plain(Math.round(PERCENT * PERCENT * share) / PERCENT);
    }

    static void fill(Map<String, String> typed, Need.Worth worth) {
        typed.put("worth", worth.times() == 1 ? "" : Shown.plain(worth.times()));
        typed.put("interruption", worth.interruption() == 0 ? "" : Shown.plain(worth.interruption()));
    }

    /**
     * What was typed; problems are noted at their fields.
     *
     * @param before as it was, null for a need that is new
     */
    static DailyCare care(Form form, @Nullable DailyCare before) {
        Double low = within(form, "lowPercent", 0, PERCENT);
        List<DailyCare.Use> uses = new ArrayList<>();
        List<DailyCare.Floor> floors = new ArrayList<>();
        use(form, uses);
        for (int i = 0; i < FLOORS; i++) {
            floor(form, i, floors);
        }
        DailyCare was = before == null ? DailyCare.NONE : before;
        uses.addAll(
                was.uses().subList(Math.min(1, was.uses().size()), was.uses().size()));
        floors.addAll(was.floors()
                .subList(Math.min(FLOORS, was.floors().size()), was.floors().size()));
        double rising = !form.checked("rising") ? 0 : was.rising() > 0 ? was.rising() : RISING;
        return new DailyCare(
                low == null ? null : (Double) (low / PERCENT), rising, uses, floors, form.checked("watched"));
    }

    private static void use(Form form, List<DailyCare.Use> uses) {
        LocalTime from = NeedsController.clock(form, "useFrom");
        LocalTime to = NeedsController.clock(form, "useTo");
        Double times = within(form, "useTimes", 0.05, 20);
        boolean nothing = form.text("useFrom") == null && form.text("useTo") == null && form.text("useTimes") == null;
        if (nothing) {
            return;
        }
        missing(form, "useFrom");
        missing(form, "useTo");
        missing(form, "useTimes");
        if (from != null && from.equals(to)) {
            form.problem("useTo", "form.must-not-be-the-same");
        } else if (from != null && to != null && times != null) {
            uses.add(new DailyCare.Use(new Daily(from, to), times));
        }
    }

    private static void floor(Form form, int row, List<DailyCare.Floor> floors) {
        LocalTime at = NeedsController.clock(form, "leftAt" + row);
        Double percent = within(form, "leftPercent" + row, 1, PERCENT);
        if (form.text("leftAt" + row) == null && form.text("leftPercent" + row) == null) {
            return;
        }
        missing(form, "leftAt" + row);
        missing(form, "leftPercent" + row);
        if (at != null && percent != null) {
            floors.add(new DailyCare.Floor(at, percent / PERCENT));
        }
    }

    static Need.Worth worth(Form form) {
        Double worth = within(form, "worth", 0.01, 1000);
        Double interruption = within(form, "interruption", 0, 1440);
        return new Need.Worth(worth == null ? 1 : worth, interruption == null ? 0 : interruption);
    }

    private static void missing(Form form, String field) {
        if (form.text(field) == null) {
            form.problem(field, "form.missing-here");
        }
    }

    private static @Nullable Double within(Form form, String field, double least, double most) {
        Double number = form.number(field);
        if (number != null && (number < least || number > most)) {
            form.problem(field, "form.must-be-from-to", "least", Shown.plain(least), "most", Shown.plain(most));
            return null;
        }
        return number;
    }
}
