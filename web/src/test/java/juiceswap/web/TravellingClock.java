package juiceswap.web;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Primary;

/** The server's clock where a test lives through hours: it goes on by itself and can be put forward. */
public final class TravellingClock extends Clock {
    private volatile Duration ahead = Duration.ZERO;

    /** Puts it in the place of the real one. */
    @TestConfiguration
    public static class InPlace {
        @Bean
        @Primary
        TravellingClock travellingClock() {
            return new TravellingClock();
        }
    }

    /** It shows that local time from now on. */
    public void set(LocalDateTime local) {
        ahead = Duration.between(Instant.now(), local.atZone(getZone()).toInstant());
    }

    public void forward(Duration by) {
        ahead = ahead.plus(by);
    }

    public LocalDateTime local() {
        return LocalDateTime.ofInstant(instant(), getZone());
    }

    @Override
    public Instant instant() {
        return Instant.now().plus(ahead);
    }

    @Override
    public ZoneId getZone() {
        return ZoneId.systemDefault();
    }

    @Override
    public Clock withZone(ZoneId zone) {
        throw new UnsupportedOperationException("the server has one zone");
    }
}
