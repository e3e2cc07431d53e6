package juiceswap.web;

import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.annotation.EnableScheduling;

/** The application. */
// who may sign in stands in the database: no user of the framework's own, whose password would be told in the log
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@EnableScheduling
public class JuiceSwap {
    public static void main(String[] arguments) {
        SpringApplication.run(JuiceSwap.class, arguments);
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
