package juiceswap.web.rotate;

import java.time.LocalDateTime;
import java.time.LocalTime;
import juiceswap.core.InvalidInput;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.rotation.Wish;
import juiceswap.web.form.Form;
import juiceswap.web.rotate.Rotations.Life;

/** What somebody asks of the plan, as typed. Throws {@link InvalidInput}, and notes it at the field, where it can't be read. */
final class WishForm {
    static final int USUAL_MINUTES = 60;
    private static final double MINUTES_NOW = 30;
    private static final double MOST_MINUTES = 24 * 60;

    private WishForm() {}

    static Wish wish(Form form, Life life) {
        LocalDateTime now = life.now();
        String kind = form.value("kind");
        return switch (kind) {
            case "quiet-night" ->
                Wish.quietNight(
                        life.wanted().sleep() == null
                                ? Wanted.USUAL_SLEEP
                                : life.wanted().sleep(),
                        now);
            case "away" -> new Wish.Away(now, next(form, "to", now));
            case "refuel" -> {
                LocalDateTime at = next(form, "from", now.minusMinutes(1));
                yield new Wish.Still(at, at.plusMinutes(Refuelling.MINUTES), true);
            }
            case "charging" -> {
                LocalDateTime from = next(form, "from", now.minusMinutes(1));
                yield new Wish.Charging(from, next(form, "to", from));
            }
            case "lasts" -> new Wish.Lasts(now, next(form, "to", now));
            case "pin-on", "pin-off" -> {
                LocalDateTime from = next(form, "from", now.minusMinutes(Wanted.SLOT_MINUTES));
                yield new Wish.Pin(circuit(form, life), kind.equals("pin-on"), from, next(form, "to", from));
            }
            case "now" -> {
                double minutes = minutes(form, MINUTES_NOW);
                LocalDateTime from = slotStart(now);
                // one slot later is still now: somebody has to walk to the panel first
                yield new Wish.Job(
                        circuit(form, life),
                        minutes,
                        from,
                        from.plusMinutes((long) minutes + 2L * Wanted.SLOT_MINUTES));
            }
            default ->
                new Wish.Job(circuit(form, life), minutes(form, USUAL_MINUTES), slotStart(now), next(form, "to", now));
        };
    }

    /** The next time that a clock shows that after another time. */
    static LocalDateTime next(Form form, String field, LocalDateTime after) {
        LocalTime clock = form.time(field);
        form.requireSound();
        LocalDateTime time = after.toLocalDate().atTime(clock);
        return time.isAfter(after) ? time : time.plusDays(1);
    }

    private static double minutes(Form form, double otherwise) {
        Double minutes = form.number("minutes");
        form.requireSound();
        if (minutes == null) {
            return otherwise;
        }
        InvalidInput.unless(minutes > 0 && minutes <= MOST_MINUTES, "/minutes", "invalid.within-a-day");
        return minutes;
    }

    private static LocalDateTime slotStart(LocalDateTime now) {
        return now.minusMinutes(now.getMinute() % Wanted.SLOT_MINUTES);
    }

    private static String circuit(Form form, Life life) {
        String id = form.value("circuit");
        InvalidInput.unless(life.setup().find(id) != null, "/circuit", "invalid.choose-circuit");
        return id;
    }
}
