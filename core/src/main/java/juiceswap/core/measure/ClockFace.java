package juiceswap.core.measure;

import java.time.format.DateTimeFormatter;
import java.util.Locale;
import juiceswap.core.Worded;

/** How a household writes times and dates. */
public enum ClockFace implements Worded {
    /** 18:04 and 14 Jan 2031. */
    OF_24_HOURS("24", "HH:mm", "HH:mm:ss", "d MMM", "d MMM yyyy"),
    /** 6:04 pm and Jan 14, 2031. */
    OF_12_HOURS("12", "h:mm a", "h:mm:ss a", "MMM d", "MMM d, yyyy");

    private final String word;
    final DateTimeFormatter clock;
    final DateTimeFormatter clockWithSeconds;
    final DateTimeFormatter day;
    final DateTimeFormatter date;

    ClockFace(String word, String clock, String clockWithSeconds, String day, String date) {
        this.word = word;
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
}
