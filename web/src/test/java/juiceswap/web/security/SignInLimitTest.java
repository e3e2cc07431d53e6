package juiceswap.web.security;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.authentication.BadCredentialsException;

class SignInLimitTest {
    private Instant now = Instant.parse("2031-02-03T18:00:00Z");

    private final SignInLimit limit = new SignInLimit(new Clock() {
        @Override
        public Instant instant() {
            return now;
        }

        @Override
        public ZoneOffset getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(java.time.ZoneId zone) {
            return this;
        }
    });

    private final AtomicInteger lookedAt = new AtomicInteger();

    /** A wrong password from there; where the browser is sent. */
    private String wrong(String address) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/sign-in");
        request.setRemoteAddr(address);
        MockHttpServletResponse response = new MockHttpServletResponse();
        limit.doFilter(request, response, (asked, answer) -> {
            lookedAt.incrementAndGet();
            limit.onAuthenticationFailure(request, response, new BadCredentialsException("wrong"));
        });
        return response.getRedirectedUrl();
    }

    @Test
    void afterTenWrongPasswordsNoneIsLookedAtForAMinute() throws Exception {
        for (int i = 0; i < 10; i++) {
            assertThat(wrong("10.0.0.7")).isEqualTo("/sign-in?wrong");
        }
        assertThat(wrong("10.0.0.7")).isEqualTo("/sign-in?wait");
        assertThat(lookedAt.get()).isEqualTo(10);
        // somebody else is not kept waiting
        assertThat(wrong("10.0.0.8")).isEqualTo("/sign-in?wrong");
        now = now.plus(Duration.ofSeconds(61));
        assertThat(wrong("10.0.0.7")).isEqualTo("/sign-in?wrong");
    }

    @Test
    void otherPagesAreNotItsBusiness() throws Exception {
        for (int i = 0; i < 11; i++) {
            wrong("10.0.0.7");
        }
        MockHttpServletRequest request = new MockHttpServletRequest("GET", "/sign-in");
        request.setRemoteAddr("10.0.0.7");
        AtomicInteger through = new AtomicInteger();
        limit.doFilter(request, new MockHttpServletResponse(), (asked, answer) -> through.incrementAndGet());
        assertThat(through.get()).isEqualTo(1);
    }
}
