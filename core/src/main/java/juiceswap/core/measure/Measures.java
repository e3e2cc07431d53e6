package juiceswap.core.measure;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a household sees and types amounts, times and dates. Inside everything is SI and local time; this is the one place
 * where it becomes text for people, and where their text is read.
 *
 * @param units of lengths, volumes, weights and temperatures
 * @param clock and the way dates are written
 */
public record Measures(UnitSystem units, ClockFace clock) {
    /** Meters, liters, degrees Celsius and a clock of 24 hours. */
    public static final Measures METRIC = new Measures(UnitSystem.METRIC, ClockFace.OF_24_HOURS);

    /** Feet, gallons, pounds, degrees Fahrenheit and a clock of 12 hours. */
    public static final Measures US = new Measures(UnitSystem.US, ClockFace.OF_12_HOURS);

    private static final DateTimeFormatter WEEKDAY = DateTimeFormatter.ofPattern("EEE", Locale.ENGLISH);

    /** An amount, and the unit behind it if there is one. */
    private static final Pattern AMOUNT_AND_UNIT = Pattern.compile("(-?[0-9.,\\s]*[0-9.])\\s*([^0-9.,\\s-][^0-9,-]*)?");

    /** Hours, minutes if there are any, and the half of the day if it is said. */
    private static final Pattern TIME = Pattern.compile("([0-9]{1,2})(?:[:.h]?([0-9]{2}))?\\s*([ap])?\\.?(?:m\\.?)?");

    /** More decimals than these are no amount that somebody typed. */
    private static final int MOST_DECIMALS = 3;

    /** So many lose nothing that counts of an amount that comes from a program. */
    private static final int ALL_DECIMALS = 10;

    private static final int MINUTES_AN_HOUR = 60;
    private static final int MINUTES_A_DAY = 24 * MINUTES_AN_HOUR;
    private static final int HALF_A_DAY = 12;

    // ---- amounts

    /** With its unit, rounded as is usual for it: 12 m, 40 ft, 2.5 gal. */
    public String show(Quantity quantity) {
        Unit unit = units.unit(quantity.dimension());
        return plain(unit.fromSi(quantity.si()), unit.decimals()) + " " + unit.symbol();
    }

    /**
     * As it stands in a field: what {@link #read} makes the very same amount of. A bare number where it is one in the
     * household's unit, else with the unit in which it is one.
     */
    public String field(Quantity quantity) {
        return exact(units.unit(quantity.dimension()), quantity.si())
                .or(() -> Arrays.stream(UnitSystem.values())
                        .map(system -> system.unit(quantity.dimension()))
                        .flatMap(
                                unit -> exact(unit, quantity.si()).map(number -> number + " " + unit.symbol()).stream())
                        .findFirst())
                .orElseGet(() -> plain(units.unit(quantity.dimension()).fromSi(quantity.si()), ALL_DECIMALS));
    }

    private static Optional<String> exact(Unit unit, double si) {
        double amount = unit.fromSi(si);
        String text = plain(amount, MOST_DECIMALS);
        boolean same = Math.abs(unit.toSi(Double.parseDouble(text)) - si) < AsTyped.SAME;
        return same ? Optional.of(text) : Optional.empty();
    }

    /** Without needless zeros. */
    private static String plain(double amount, int decimals) {
        return Numbers.plain(amount, decimals);
    }

    /** The unit's sign, which stands behind a number or beside a field. */
    public String symbol(Dimension dimension) {
        return units.unit(dimension).symbol();
    }

    /** How much one of the household's own units is in SI units: of a volume, liters in a gallon. */
    public double ofOne(Dimension dimension) {
        return units.unit(dimension).toSi(1);
    }

    /**
     * What somebody typed, in SI units: a bare number is in the household's unit, any other unit may be written behind it
     * (25 ft, 25', 8 m, 5' 6", 10 gal, 20 lb, 68 F). Empty when it is no such amount.
     */
    public OptionalDouble read(Dimension dimension, String typed) {
        String text = typed.strip();
        Matcher first = AMOUNT_AND_UNIT.matcher(text);
        if (!first.lookingAt()) {
            return OptionalDouble.empty();
        }
        OptionalDouble amount = amount(dimension, first);
        String rest = text.substring(first.end());
        if (rest.isEmpty() || amount.isEmpty()) {
            return amount;
        }
        Matcher second = AMOUNT_AND_UNIT.matcher(rest);
        boolean feetAndInches = second.matches()
                && isWritten(Units.FOOT, first)
                && isWritten(Units.INCH, second)
                && dimension == Dimension.LENGTH;
        OptionalDouble inches = feetAndInches ? amount(dimension, second) : OptionalDouble.empty();
        return inches.isEmpty() ? inches : OptionalDouble.of(amount.getAsDouble() + inches.getAsDouble());
    }

    private OptionalDouble amount(Dimension dimension, Matcher parts) {
        OptionalDouble amount = Numbers.typed(parts.group(1));
        Optional<Unit> unit = written(parts).map(dimension::unitWritten).orElse(Optional.of(units.unit(dimension)));
        return amount.isEmpty() || unit.isEmpty()
                ? OptionalDouble.empty()
                : OptionalDouble.of(unit.get().toSi(amount.getAsDouble()));
    }

    /** The unit behind the number in small letters, empty where there is none. */
    private static Optional<String> written(Matcher parts) {
        return Optional.ofNullable(parts.group(2)).map(unit -> unit.strip().toLowerCase(Locale.ROOT));
    }

    private static boolean isWritten(Unit unit, Matcher parts) {
        return written(parts).filter(unit::isWritten).isPresent();
    }

    /** Whether a unit is written behind it, so that it should come back as it was typed. */
    public static boolean saysItsUnit(String typed) {
        return typed.chars().anyMatch(Character::isLetter) || typed.matches(".*['\"′″’”#°].*");
    }

    // ---- times

    /** The time of day: 18:04, or 6:04 pm. */
    public String clock(LocalTime time) {
        return low(clock.clock.format(time));
    }

    /** A full hour, as short as it can be told: 18:00, or 6 pm. */
    public String hour(LocalTime time) {
        return clock(time).replace(clock == ClockFace.OF_12_HOURS ? ":00" : "", "");
    }

    /** With the seconds: 18:04:30, or 6:04:30 pm. */
    public String clockWithSeconds(LocalTime time) {
        return low(clock.clockWithSeconds.format(time));
    }

    /** The time, with the day of the week where it is another day than {@code now}: Tue 18:04. */
    public String clock(LocalDateTime time, LocalDateTime now) {
        boolean today = time.toLocalDate().equals(now.toLocalDate());
        return today ? clock(time.toLocalTime()) : weekdayAndClock(time);
    }

    /** The day of the week and the time: Tue 18:04. */
    public String weekdayAndClock(LocalDateTime time) {
        return WEEKDAY.format(time) + " " + clock(time.toLocalTime());
    }

    /** The day of the week and the time to the second: Tue 18:04:30. */
    public String weekdayAndSeconds(LocalDateTime time) {
        return WEEKDAY.format(time) + " " + clockWithSeconds(time.toLocalTime());
    }

    /** As {@link #clock(LocalDateTime, LocalDateTime)}, on the clocks of that zone. */
    public String clock(Instant then, Instant now, ZoneId zone) {
        return clock(LocalDateTime.ofInstant(then, zone), LocalDateTime.ofInstant(now, zone));
    }

    /** A day: 14 Jan 2031, or Jan 14, 2031. */
    public String date(LocalDate day) {
        return clock.date.format(day);
    }

    /** A day of this year or so, and the time: 14 Jan 18:04. */
    public String dateAndClock(LocalDateTime time) {
        return clock.day.format(time) + " " + clock(time.toLocalTime());
    }

    /** A day of any year, and the time: Tue, 14 Jan 2031, 18:04. */
    public String dayAndClock(LocalDateTime time) {
        return WEEKDAY.format(time) + ", " + date(time.toLocalDate()) + ", " + clock(time.toLocalTime());
    }

    private static String low(String clock) {
        // never parted at the end of a line
        return clock.toLowerCase(Locale.ENGLISH).replace(' ', '\u00a0');
    }

    /**
     * A time of day that somebody typed on either clock: 22:30, 7:30, 2230, 10:30 pm, 10pm, noon, midnight. Empty when it is
     * none.
     */
    public static Optional<LocalTime> readTime(String typed) {
        String text = typed.replace('\u00a0', ' ').strip().toLowerCase(Locale.ROOT);
        if (text.equals("noon") || text.equals("midnight")) {
            return Optional.of(text.equals("noon") ? LocalTime.NOON : LocalTime.MIDNIGHT);
        }
        Matcher parts = TIME.matcher(text);
        if (!parts.matches()) {
            return Optional.empty();
        }
        int hour = Integer.parseInt(parts.group(1));
        int minute = parts.group(2) == null ? 0 : Integer.parseInt(parts.group(2));
        String half = parts.group(3);
        if (minute >= MINUTES_AN_HOUR) {
            return Optional.empty();
        }
        if (half == null) {
            // a bare 7 may be morning or evening
            boolean said = parts.group(2) != null && hour < 2 * HALF_A_DAY;
            return said ? Optional.of(LocalTime.of(hour, minute)) : Optional.empty();
        }
        boolean onItsFace = hour >= 1 && hour <= HALF_A_DAY;
        int afterNoon = half.equals("p") ? HALF_A_DAY : 0;
        return onItsFace ? Optional.of(LocalTime.of(hour % HALF_A_DAY + afterNoon, minute)) : Optional.empty();
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
        return whole / MINUTES_AN_HOUR + " h" + (rest == 0 ? "" : (rest < 10 ? " 0" : " ") + rest);
    }

    /** Whole days from one day to another, 0 when it is not earlier. */
    public static long daysBetween(LocalDate day, LocalDate today) {
        return Math.max(0, ChronoUnit.DAYS.between(day, today));
    }
}
