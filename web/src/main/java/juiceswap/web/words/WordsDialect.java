package juiceswap.web.words;

import java.util.Set;
import org.springframework.stereotype.Component;
import org.thymeleaf.context.IExpressionContext;
import org.thymeleaf.dialect.IExpressionObjectDialect;
import org.thymeleaf.expression.IExpressionObjectFactory;

/** Lets templates say what has values: {@code ${#words.say('key', 'name', value)}}; {@code #{key}} is for what has none. */
@Component
class WordsDialect implements IExpressionObjectDialect {
    private static final String NAME = "words";

    private final Words words;

    WordsDialect(Words words) {
        this.words = words;
    }

    @Override
    public String getName() {
        return NAME;
    }

    @Override
    public IExpressionObjectFactory getExpressionObjectFactory() {
        return new IExpressionObjectFactory() {
            @Override
            public Set<String> getAllExpressionObjectNames() {
                return Set.of(NAME);
            }

            @Override
            public Object buildObject(IExpressionContext context, String name) {
                return words;
            }

            @Override
            public boolean isCacheable(String name) {
                return true;
            }
        };
    }
}
