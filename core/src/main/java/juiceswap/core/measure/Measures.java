package juiceswap.core.measure;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a household sees and types amounts, times and dates. Inside everything is SI and local time; this is the one place
 * where it becomes text for people, and where their text is read.
 *
 * @param units of lengths, volumes and temperatures
 */
public record Measures(UnitSystem units) {
    /** Metres, litres, degrees Celsius and a clock of 24 hours. */
    public static final Measures METRIC = new Measures(UnitSystem.METRIC);

    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter DAY_CLOCK = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);
    private static final DateTimeFormatter DATE_CLOCK = DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ENGLISH);
    private static final Pattern AMOUNT_AND_UNIT = Pattern.compile("(-?[0-9.,\\s]*[0-9.])\\s*([^0-9.,\\s-].*)?");
    private static final int MINUTES_AN_HOUR = 60;
    private static final int MINUTES_A_DAY = 24 * MINUTES_AN_HOUR;

    // ---- amounts

    /** With its unit, rounded as is usual for it: 12 m, 9.5 litres. */
    public String show(Quantity quantity) {
        return number(quantity) + " " + symbol(quantity.dimension());
    }

    /** As {@link #show}, with so many decimals. */
    public String show(Quantity quantity, int decimals) {
        double amount = units.unit(quantity.dimension()).fromSi(quantity.si());
        return String.format(Locale.ENGLISH, "%." + decimals + "f", amount) + " " + symbol(quantity.dimension());
    }

    /** Without its unit and without needless zeros, as it stands in a field. */
    public String number(Quantity quantity) {
        Unit unit = units.unit(quantity.dimension());
        double scale = Math.pow(10, unit.decimals());
        double rounded = Math.rint(unit.fromSi(quantity.si()) * scale) / scale;
        return rounded == Math.rint(rounded) && Math.abs(rounded) < 1e15
                ? String.valueOf((long) rounded)
                : String.valueOf(rounded);
    }

    /** The unit's sign, which stands behind a number or beside a field. */
    public String symbol(Dimension dimension) {
        return units.unit(dimension).symbol();
    }

    /** What somebody typed, in SI units, with or without its unit; empty when it is no such amount. */
    public OptionalDouble read(Dimension dimension, String typed) {
        Matcher parts = AMOUNT_AND_UNIT.matcher(typed.strip());
        if (!parts.matches()) {
            return OptionalDouble.empty();
        }
        Unit unit = units.unit(dimension);
        String written = parts.group(2);
        if (written != null && !unit.isWritten(written.strip().toLowerCase(Locale.ROOT))) {
            return OptionalDouble.empty();
        }
        OptionalDouble amount = Numbers.typed(parts.group(1));
        return amount.isPresent() ? OptionalDouble.of(unit.toSi(amount.getAsDouble())) : amount;
    }

    // ---- times

    /** The time of day: 18:04. */
    public String clock(LocalTime time) {
        return CLOCK.format(time);
    }

    /** The time, with the day of the week where it is another day than {@code now}: Tue 18:04. */
    public String clock(LocalDateTime time, LocalDateTime now) {
        return (time.toLocalDate().equals(now.toLocalDate()) ? CLOCK : DAY_CLOCK).format(time);
    }

    /** As {@link #clock(LocalDateTime, LocalDateTime)}, on the clocks of that zone. */
    public String clock(Instant then, Instant now, ZoneId zone) {
        return clock(LocalDateTime.ofInstant(then, zone), LocalDateTime.ofInstant(now, zone));
    }

    /** A day: 14 Jan 2031. */
    public String date(LocalDate day) {
        return DATE.format(day);
    }

    /** A day of this year or so, and the time: 14 Jan 18:04. */
    public String dateAndClock(LocalDateTime time) {
        return DATE_CLOCK.format(time);
    }

    /** Minutes as people say them: 45 min, 3 h, 3 h 10, 2 days; below 0 is 0 min. */
    public String duration(double minutes) {
        long whole = Math.max(0, Math.round(minutes));
        if (whole < MINUTES_AN_HOUR) {
            return whole + " min";
        }
        if (whole >= 2 * MINUTES_A_DAY) {
            return whole / MINUTES_A_DAY + " days";
        }
        long rest = whole % MINUTES_AN_HOUR;
        return whole / MINUTES_AN_HOUR + " h" + (rest == 0 ? "" : String.format(Locale.ENGLISH, " %02d", rest));
    }

    /** Whole days from one day to another, 0 when it is not earlier. */
    public static long daysBetween(LocalDate day, LocalDate today) {
        return Math.max(0, ChronoUnit.DAYS.between(day, today));
    }
}
