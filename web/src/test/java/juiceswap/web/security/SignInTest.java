package juiceswap.web.security;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import juiceswap.web.TestDatabase;
import juiceswap.web.TravellingClock;
import org.jooq.DSLContext;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.test.context.TestSecurityContextHolder;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;

/** Guessing, and being guessed at. */
@SpringBootTest(properties = "juice.demo=true")
@AutoConfigureMockMvc
@Import(TravellingClock.InPlace.class)
class SignInTest {
    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");
    private static final String RIGHT = "estuary-lantern";

    @Autowired
    private MockMvc pages;

    @Autowired
    private DSLContext db;

    @Autowired
    private Audit audit;

    @Autowired
    private Accounts accounts;

    @Autowired
    private TravellingClock clock;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void aMinuteLater() {
        TestSecurityContextHolder.clearContext();
        clock.forward(Duration.ofMinutes(2));
    }

    private MockHttpServletResponse signIn(String who, String password, String from, Cookie... cookies)
            throws Exception {
        TestSecurityContextHolder.clearContext();
        // the form as it is served: what tests usually take in its place keeps a session of its own
        MockHttpServletResponse form = pages.perform(MockMvcRequestBuilders.get("/sign-in"))
                .andReturn()
                .getResponse();
        Matcher token = TOKEN.matcher(form.getContentAsString());
        assertThat(token.find()).isTrue();
        MockHttpServletRequestBuilder request = MockMvcRequestBuilders.post("/sign-in")
                .param("username", who)
                .param("password", password)
                .param("_csrf", token.group(1))
                .cookie(form.getCookie("juice-form"))
                .with(http -> {
                    http.setRemoteAddr(from);
                    return http;
                });
        if (cookies.length > 0) {
            request.cookie(cookies);
        }
        return pages.perform(request).andReturn().getResponse();
    }

    private static boolean letIn(MockHttpServletResponse answer) {
        return answer.getStatus() == 302 && "/".equals(answer.getRedirectedUrl());
    }

    @Test
    void somebodyElsesGuessingLocksNobodyOutOfAKnownBrowser() throws Exception {
        Cookie device = signIn("ines", RIGHT, "10.0.0.1").getCookie("juice-device");
        assertThat(device).isNotNull();
        assertThat(device.isHttpOnly()).isTrue();
        for (int i = 0; i < 30; i++) {
            signIn("ines", "guess " + i, "10.0.1." + i);
        }
        // nobody new is looked at, right or wrong, from wherever
        assertThat(letIn(signIn("ines", RIGHT, "10.0.2.1"))).isFalse();
        assertThat(letIn(signIn("ines", RIGHT, "10.0.2.2", device))).isTrue();
        // and a known browser can't guess by the thousand either
        int lookedAt = 0;
        for (int i = 0; i < 30; i++) {
            lookedAt += signIn("ines", "guess " + i, "10.0.2.2", device)
                            .getContentAsString()
                            .contains("is wrong")
                    ? 1
                    : 0;
        }
        assertThat(lookedAt).isEqualTo(10);
        assertThat(letIn(signIn("ines", RIGHT, "10.0.2.2", device))).isFalse();
    }

    @Test
    void guessesAtOnceAreCountedBeforeTheyAreLookedAt() throws Exception {
        ExecutorService many = Executors.newFixedThreadPool(20);
        List<Callable<String>> guesses = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            String guess = "guess " + i;
            guesses.add(() -> signIn("bram", guess, "10.1.0.1").getContentAsString());
        }
        int wrong = 0;
        for (var answer : many.invokeAll(guesses)) {
            wrong += answer.get().contains("is wrong") ? 1 : 0;
        }
        many.shutdown();
        assertThat(wrong).isBetween(1, 10);
    }

    @Test
    void whoOnlyLooksAtTheDoorLeavesNoRow() throws Exception {
        db.execute("delete from spring_session");
        pages.perform(MockMvcRequestBuilders.get("/sign-in"));
        pages.perform(MockMvcRequestBuilders.get("/now").accept("text/html"));
        signIn("ines", "wrong", "10.2.0.1");
        assertThat(db.fetchCount(org.jooq.impl.DSL.table("spring_session"))).isZero();
    }

    @Test
    void whatIsKeptOfSomebodyHoldsNoHash() throws Exception {
        db.execute("delete from spring_session");
        signIn("bram", RIGHT, "10.3.0.1");
        byte[] kept = db.fetchSingle("select attribute_bytes from spring_session_attributes"
                        + " where attribute_name = 'SPRING_SECURITY_CONTEXT'")
                .get(0, byte[].class);
        assertThat(new String(kept, java.nio.charset.StandardCharsets.ISO_8859_1))
                .contains("bram")
                .doesNotContain("bcrypt");
    }

    @Test
    void itGoesOnToWhatWasAskedForAndNowhereElse() throws Exception {
        MockHttpServletResponse sent = pages.perform(
                        MockMvcRequestBuilders.get("/house?space=3").accept("text/html"))
                .andReturn()
                .getResponse();
        assertThat(sent.getRedirectedUrl()).isEqualTo("/sign-in");
        Cookie asked = sent.getCookie("REDIRECT_URI");
        assertThat(signIn("ines", RIGHT, "10.4.0.1", asked).getRedirectedUrl()).isEqualTo("/house?space=3");
        Cookie elsewhere = new Cookie(
                "REDIRECT_URI",
                java.util.Base64.getEncoder().encodeToString("https://elsewhere.example//x".getBytes()));
        assertThat(signIn("ines", RIGHT, "10.4.0.2", elsewhere).getRedirectedUrl())
                .isEqualTo("/");
    }

    @Test
    void itIsWrittenDownWhoCameAndThatSomebodyGuessed() throws Exception {
        Account ines = accounts.called("ines");
        db.execute("delete from audit");
        for (int i = 0; i < 5; i++) {
            signIn("ines", "guess " + i, "10.5.0." + i);
        }
        signIn("ines", RIGHT, "10.5.0.9");
        assertThat(audit.latest(ines.householdId()))
                .extracting(Audit.Line::what)
                .containsExactly("signed-in", "wrong-password");
    }

    @Test
    void everyAnswerCarriesTheHeaders() throws Exception {
        for (String path : List.of("/sign-in", "/nowhere", "/api/v1/nowhere", "/now", "/assets/none.js")) {
            MockHttpServletResponse answer =
                    pages.perform(MockMvcRequestBuilders.get(path)).andReturn().getResponse();
            assertThat(answer.getHeader("Content-Security-Policy")).as(path).contains("frame-ancestors 'none'");
            assertThat(answer.getHeader("X-Content-Type-Options")).as(path).isEqualTo("nosniff");
        }
    }
}
