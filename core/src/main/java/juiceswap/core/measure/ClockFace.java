package juiceswap.core.measure;

import java.time.format.DateTimeFormatter;
import java.util.Locale;
import juiceswap.core.Worded;

/** How a household writes times and dates. */
public enum ClockFace implements Worded {
    /** 18:04 and 14 Jan 2031. */
    OF_24_HOURS("24", "h23", "HH:mm", "HH:mm:ss", "d MMM", "d MMM yyyy"),
    /** 6:04 pm and Jan 14, 2031. */
    OF_12_HOURS("12", "h12", "h:mm a", "h:mm:ss a", "MMM d", "MMM d, yyyy");

    private final String word;
    private final String inLocales;
    final DateTimeFormatter clock;
    final DateTimeFormatter clockWithSeconds;
    final DateTimeFormatter day;
    final DateTimeFormatter date;

    ClockFace(String word, String inLocales, String clock, String clockWithSeconds, String day, String date) {
        this.word = word;
        this.inLocales = inLocales;
        this.clock = formatter(clock);
        this.clockWithSeconds = formatter(clockWithSeconds);
        this.day = formatter(day);
        this.date = formatter(date);
    }

    private static DateTimeFormatter formatter(String pattern) {
        return DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
    }

    @Override
    public String word() {
        return word;
    }

    /** What identifiers of locales call it (key {@code hc} of Unicode's). */
    public String inLocales() {
        return inLocales;
    }
}
