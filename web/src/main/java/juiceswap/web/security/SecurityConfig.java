package juiceswap.web.security;

import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.UsernamePasswordAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;

/** Who may see what, and what a page may load. */
@Configuration
class SecurityConfig {
    /** Everything ships with the application; nothing is inline, nothing is evaluated. */
    private static final String CONTENT_SECURITY_POLICY = "default-src 'none'; script-src 'self'; style-src 'self';"
            + " img-src 'self' data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; form-action 'self';"
            + " base-uri 'none'; frame-ancestors 'none'";

    /** The engine answers anybody and remembers nobody: no session, and so nothing to forge. */
    @Bean
    @Order(1)
    SecurityFilterChain engine(HttpSecurity http) throws Exception {
        return http.securityMatcher("/api/v1/**")
                .authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
                .sessionManagement(sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .csrf(csrf -> csrf.disable())
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain pages(HttpSecurity http, Clock clock) throws Exception {
        SignInLimit limit = new SignInLimit(clock);
        return http.addFilterBefore(limit, UsernamePasswordAuthenticationFilter.class)
                .authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/sign-in",
                                "/demo-sign-in",
                                "/welcome",
                                "/join",
                                "/assets/**",
                                "/schema/**",
                                "/error",
                                // known only to whom the household has told it
                                "/calendar/*")
                        .permitAll()
                        .requestMatchers("/actuator/health/**", "/actuator/health")
                        .permitAll()
                        .requestMatchers("/actuator/**", "/house/token/**")
                        .hasRole("OWNER")
                        // a guest helps in one outage: sees nothing else of the household, changes nothing that
                        // outlasts it
                        .requestMatchers(
                                "/swap/start",
                                "/swap/sensor",
                                "/swap/new-code",
                                "/swap/put-aside",
                                "/swap/take-up",
                                // what only the household decides
                                "/swap/all-clear",
                                "/swap/aim",
                                "/swap/choose",
                                "/swap/end",
                                "/swap/go-back",
                                "/swap/hand-over",
                                "/swap/gone",
                                "/swap/take-off",
                                "/swap/let")
                        .hasAnyRole("OWNER", "HELPER")
                        .requestMatchers("/", "/swap/**", "/live", "/theme", "/sign-out")
                        .authenticated()
                        .anyRequest()
                        .hasAnyRole("OWNER", "HELPER"))
                .formLogin(form ->
                        form.loginPage("/sign-in").defaultSuccessUrl("/", false).failureHandler(limit))
                .logout(logout -> logout.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in"))
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(CONTENT_SECURITY_POLICY))
                        .referrerPolicy(policy -> policy.policy(
                                org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter
                                        .ReferrerPolicy.SAME_ORIGIN)))
                .build();
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return PasswordEncoderFactories.createDelegatingPasswordEncoder();
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }
}
