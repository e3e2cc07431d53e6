package juiceswap.web;

import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.annotation.EnableScheduling;

/** The application. */
@SpringBootApplication
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
