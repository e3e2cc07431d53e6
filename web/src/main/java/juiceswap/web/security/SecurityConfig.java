package juiceswap.web.security;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.web.server.Cookie;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.savedrequest.CookieRequestCache;
import org.springframework.security.web.savedrequest.RequestCache;

/** Who may see what, and what a page may load. */
@Configuration
class SecurityConfig {
    /** Everything ships with the application; nothing is inline, nothing is evaluated. */
    private static final String CONTENT_SECURITY_POLICY = "default-src 'none'; script-src 'self'; style-src 'self';"
            + " img-src 'self' data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; form-action 'self';"
            + " base-uri 'none'; frame-ancestors 'none'";

    private static final String POLICY_OF_THE_CORE =
            "default-src 'none'; script-src 'self' 'wasm-unsafe-eval' 'unsafe-eval'; connect-src 'self'";

    private static final String POLICY = "Content-Security-Policy";

    private static final Duration FORMS_STAY_OPEN = Duration.ofDays(14);

    /**
     * Whoever has once been told so by an authority of this house alone could not come back to a server without it: only where
     * a proxy encrypts with a certificate that the whole world believes.
     */
    private final boolean strictTransport;

    SecurityConfig(@Value("${juice.behind-proxy:}") String proxy) {
        this.strictTransport = !proxy.isBlank();
    }

    /** The engine answers anybody, makes no session and changes nothing: who is signed in already may ask for more. */
    @Bean
    @Order(1)
    SecurityFilterChain engine(HttpSecurity http) throws Exception {
        return http.securityMatcher("/api/**")
                .authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
                .sessionManagement(sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.NEVER))
                .csrf(csrf -> csrf.disable())
                .headers(this::headers)
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain pages(HttpSecurity http, RequestCache asked) throws Exception {
        return http.authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/sign-in",
                                "/demo-sign-in",
                                "/welcome",
                                "/join",
                                "/come",
                                "/come/known",
                                "/ask",
                                "/trust",
                                "/trust/**",
                                "/assets/**",
                                "/schema/**",
                                // nothing of a household is in them
                                "/pocket",
                                "/pocket-worker.js",
                                "/pocket/words/*",
                                "/error",
                                // known only to whom the household has told it
                                "/calendar/*")
                        .permitAll()
                        .requestMatchers("/actuator/health/**", "/actuator/health")
                        .permitAll()
                        .requestMatchers("/actuator/**", "/house/token/**", "/house/people/of/**")
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
                        .hasAnyRole("OWNER", "MEMBER")
                        // where a household's meter is heard, with what opens its broker
                        .requestMatchers("/meter/mqtt", "/meter/mqtt/**")
                        .hasAnyRole("OWNER", "MEMBER")
                        // files hold the whole household
                        .requestMatchers("/house/files", "/house/export")
                        .hasAnyRole("OWNER", "MEMBER")
                        .requestMatchers("/logbook/access")
                        .hasAnyRole("OWNER", "MEMBER", "WATCHER")
                        // what whoever has an account does for themselves
                        .requestMatchers("/house/people", "/house/people/own/**")
                        .hasAnyRole("OWNER", "MEMBER", "WATCHER", "ELECTRICIAN")
                        .requestMatchers("/households")
                        .hasRole("ELECTRICIAN")
                        // an electrician sees what the installation is, and what was found in it
                        .requestMatchers(
                                "/house",
                                "/house/supply",
                                "/house/device",
                                "/house/device/brief",
                                "/house/device/test",
                                "/house/directory",
                                "/house/panel.svg",
                                "/house/directory.csv",
                                "/meter/wiring",
                                "/meter/bonding",
                                "/logbook",
                                "/logbook/*")
                        .hasAnyRole("OWNER", "MEMBER", "WATCHER", "ELECTRICIAN")
                        // what outlasts an outage is the household's
                        .requestMatchers("/pocket/ready", "/pocket/file", "/pocket/take-in")
                        .hasAnyRole("OWNER", "MEMBER")
                        .requestMatchers("/pocket/**")
                        .hasAnyRole("OWNER", "MEMBER", "GUEST")
                        .requestMatchers("/swap", "/swap/**")
                        .hasAnyRole("OWNER", "MEMBER", "WATCHER", "GUEST")
                        // whoever helps may stand at the engine
                        .requestMatchers("/trouble", "/trouble/**")
                        .hasAnyRole("OWNER", "MEMBER", "WATCHER", "GUEST")
                        .requestMatchers("/", "/live", "/theme", "/sign-out")
                        .authenticated()
                        .anyRequest()
                        .hasAnyRole("OWNER", "MEMBER", "WATCHER"))
                .exceptionHandling(refused ->
                        refused.authenticationEntryPoint((request, response, who) -> response.sendRedirect("/sign-in")))
                .requestCache(cache -> cache.requestCache(asked))
                .logout(logout -> logout.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in"))
                .csrf(csrf -> csrf.csrfTokenRepository(forms()))
                .headers(this::headers)
                .build();
    }

    private void headers(HeadersConfigurer<HttpSecurity> headers) {
        headers.addHeaderWriter(SecurityConfig::policy)
                .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN));
        if (!strictTransport) {
            headers.httpStrictTransportSecurity(strict -> strict.disable());
        }
    }

    /** The core in the phone runs in a thread of its own, whose script alone may load what is compiled. */
    private static void policy(HttpServletRequest request, HttpServletResponse response) {
        boolean core = request.getRequestURI().startsWith("/assets/pocket/worker");
        if (!response.containsHeader(POLICY)) {
            response.setHeader(POLICY, core ? POLICY_OF_THE_CORE : CONTENT_SECURITY_POLICY);
        }
    }

    /** In the browser: somebody who only looks at the way in leaves nothing behind here. */
    private static CsrfTokenRepository forms() {
        CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
        tokens.setCookieName("juice-form");
        tokens.setCookieCustomizer(cookie -> cookie.httpOnly(true)
                .sameSite(Cookie.SameSite.LAX.attributeValue())
                .path("/")
                .maxAge(FORMS_STAY_OPEN));
        return tokens;
    }

    /** What somebody asked for before they had signed in, in their browser too. */
    @Bean
    RequestCache asked() {
        CookieRequestCache cache = new CookieRequestCache();
        cache.setRequestMatcher(SecurityConfig::aPage);
        return cache;
    }

    private static boolean aPage(HttpServletRequest request) {
        String accept = request.getHeader(HttpHeaders.ACCEPT);
        return request.getMethod().equals("GET")
                && accept != null
                && accept.contains("text/html")
                && request.getHeader("Juice-By-Itself") == null;
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
