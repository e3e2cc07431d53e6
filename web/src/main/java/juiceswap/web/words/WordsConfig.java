package juiceswap.web.words;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Templates and code take their sentences from the same place. */
@Configuration
class WordsConfig {
    @Bean
    Messages messageSource() {
        return Say.MESSAGES;
    }
}
