package juiceswap.web.wall;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import javax.sql.DataSource;
import juiceswap.web.security.Account;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.servlet.AsyncHandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** From the moment that a page knows who asks until it is drawn, it works for their household alone. */
@Configuration(proxyBeanMethods = false)
class WallConfig implements WebMvcConfigurer, AsyncHandlerInterceptor {
    @Bean
    static BeanPostProcessor walls() {
        return new BeanPostProcessor() {
            @Override
            public Object postProcessAfterInitialization(Object bean, String name) {
                return bean instanceof DataSource plain ? new WalledDataSource(plain) : bean;
            }
        };
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this)
                // doors let people into any household, whoever is signed in; programs come with the key of theirs
                .excludePathPatterns(
                        "/sign-in",
                        "/demo-sign-in",
                        "/welcome",
                        "/join",
                        "/come",
                        "/come/*",
                        "/ask",
                        "/api/**",
                        "/assets/**")
                // a yes makes another household
                .excludePathPatterns("/house/people/of/asking/**")
                .order(Ordered.HIGHEST_PRECEDENCE);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        if (signedIn != null && signedIn.getPrincipal() instanceof Account account) {
            ForHousehold.begin(account.householdId());
        }
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failed) {
        ForHousehold.end();
    }

    @Override
    public void afterConcurrentHandlingStarted(
            HttpServletRequest request, HttpServletResponse response, Object handler) {
        ForHousehold.end();
    }
}
