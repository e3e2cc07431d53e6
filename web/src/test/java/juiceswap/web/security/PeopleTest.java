package juiceswap.web.security;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Options;
import juiceswap.web.TestDatabase;
import juiceswap.web.TravellingClock;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.outage.SwapService;
import org.jooq.DSLContext;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.core.io.ClassPathResource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.test.context.TestSecurityContextHolder;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;

/** Coming, being something else, and going, each with a browser of their own. */
@SpringBootTest(properties = {"juice.open-to-others=true", "juice.sign-up=true"})
@AutoConfigureMockMvc
@Import(TravellingClock.InPlace.class)
class PeopleTest {
    private static final String PASSWORD = "estuary-lantern";

    @Autowired
    private MockMvc pages;

    @Autowired
    private People people;

    @Autowired
    private Accounts accounts;

    @Autowired
    private AskedIn askedIn;

    @Autowired
    private Households households;

    @Autowired
    private SwapService swap;

    @Autowired
    private DSLContext db;

    @Autowired
    private TravellingClock clock;

    private Account owner;
    private String tag;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void aHouse() throws Exception {
        clock.forward(Duration.ofMinutes(2));
        byte[] file = new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray();
        long home = households.create(new Schemas().household(StrictJson.parse(file)));
        tag = String.valueOf(home);
        owner = accounts.create(home, "Ines", "ines" + tag, PASSWORD, Role.OWNER, null);
    }

    private MockHttpServletResponse send(String path, Map<String, String> form, Cookie... cookies) throws Exception {
        // what one request made of this thread is nothing to the next
        TestSecurityContextHolder.clearContext();
        MockHttpServletRequestBuilder request =
                MockMvcRequestBuilders.post(path).with(SecurityMockMvcRequestPostProcessors.csrf());
        form.forEach(request::param);
        if (cookies.length > 0) {
            request.cookie(cookies);
        }
        return pages.perform(request).andReturn().getResponse();
    }

    private Cookie session(String login, String password) throws Exception {
        Cookie session = send("/sign-in", Map.of("username", login, "password", password))
                .getCookie("SESSION");
        assertThat(session).as(login + " signs in").isNotNull();
        return session;
    }

    private int look(Cookie session) throws Exception {
        TestSecurityContextHolder.clearContext();
        return pages.perform(MockMvcRequestBuilders.get("/house/people").cookie(session))
                .andReturn()
                .getResponse()
                .getStatus();
    }

    private String shown(Cookie session) throws Exception {
        TestSecurityContextHolder.clearContext();
        return pages.perform(MockMvcRequestBuilders.get("/house/people").cookie(session))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** On a phone that is signed in to one household, somebody of another signs in. */
    @Test
    void aDoorIsOpenToEveryHousehold() throws Exception {
        Cookie here = session("ines" + tag, PASSWORD);
        aHouse();
        MockHttpServletResponse answer = send("/sign-in", Map.of("username", "ines" + tag, "password", PASSWORD), here);
        assertThat(answer.getRedirectedUrl()).isEqualTo("/");
        String code = people.invite(owner, Role.WATCHER);
        assertThat(send("/come", Map.of("code", code), here).getContentAsString())
                .contains("You are asked to look on");
    }

    private Account comes(Role role, String name) throws Exception {
        MockHttpServletResponse answer = send(
                "/come",
                Map.of(
                        "code",
                        people.invite(owner, role),
                        "name",
                        name,
                        "login",
                        name + tag,
                        "password",
                        PASSWORD,
                        "licence",
                        "L 77"));
        assertThat(answer.getRedirectedUrl()).isEqualTo("/");
        return accounts.called(name + tag);
    }

    @Test
    void aCodeLetsOnePersonInOnceAndForADay() throws Exception {
        String code = people.invite(owner, Role.WATCHER);
        Map<String, String> form = Map.of("code", code, "name", "Kit", "login", "kit" + tag, "password", PASSWORD);
        // the name of somebody who is here already, or that looks like it
        assertThat(send("/come", Map.of("code", code, "name", "Inеs", "login", "x" + tag, "password", PASSWORD))
                        .getContentAsString())
                .contains("Somebody here has a name like this");
        assertThat(send("/come", form).getRedirectedUrl()).isEqualTo("/");
        assertThat(accounts.called("kit" + tag).standing()).contains(Role.WATCHER);
        assertThat(send("/come", form).getContentAsString()).contains("No code like this is waiting");

        String late = people.invite(owner, Role.MEMBER);
        clock.forward(Duration.ofHours(25));
        assertThat(people.way(late)).isEmpty();
        assertThat(people.open(owner.householdId())).isEmpty();
    }

    @Test
    void anElectricianGivesALicence() throws Exception {
        String code = people.invite(owner, Role.ELECTRICIAN);
        assertThat(send("/come", Map.of("code", code, "name", "Tamsin", "login", "t" + tag, "password", PASSWORD))
                        .getContentAsString())
                .contains("Give your license number");
        assertThat(accounts.licence(comes(Role.ELECTRICIAN, "Tamsin"))).contains("L 77");
    }

    @Test
    void whoIsRemovedIsOutAtOnceAndCanNotComeBack() throws Exception {
        Account kit = comes(Role.MEMBER, "kit");
        Cookie session = session("kit" + tag, PASSWORD);
        assertThat(look(session)).isEqualTo(200);
        people.remove(owner, kit);
        assertThat(look(session)).isEqualTo(302);
        assertThat(accounts.stands(kit)).isFalse();
        assertThat(send("/sign-in", Map.of("username", "kit" + tag, "password", PASSWORD))
                        .getRedirectedUrl())
                .isNull();
        // the sign-in name is free again
        assertThat(accounts.withLogin("kit" + tag)).isEmpty();
    }

    @Test
    void anotherRoleHoldsFromTheNextRequest() throws Exception {
        Account kit = comes(Role.MEMBER, "kit");
        Cookie session = session("kit" + tag, PASSWORD);
        people.changeRole(owner, kit, Role.WATCHER);
        assertThat(look(session)).isEqualTo(302);
        assertThat(accounts.called("kit" + tag).readsOnly()).isTrue();
    }

    @Test
    void aNewPasswordEndsTheOthersSessions() throws Exception {
        Cookie phone = session("ines" + tag, PASSWORD);
        Cookie laptop = session("ines" + tag, PASSWORD);
        assertThat(send("/house/people/own/password", Map.of("old", "wrong", "fresh", "another lantern"), laptop)
                        .getContentAsString())
                .contains("not the password you have now");
        assertThat(look(phone)).isEqualTo(200);
        send("/house/people/own/password", Map.of("old", PASSWORD, "fresh", "another lantern"), laptop);
        assertThat(look(phone)).isEqualTo(302);
        assertThat(look(laptop)).isEqualTo(200);
        session("ines" + tag, "another lantern");
    }

    @Test
    void aLostPasswordIsMadeNewWithACode() throws Exception {
        Account kit = comes(Role.MEMBER, "kit");
        String code = people.newPasswordFor(owner, kit);
        assertThat(send("/come", Map.of("code", code, "password", "a third lantern"))
                        .getRedirectedUrl())
                .isEqualTo("/");
        session("kit" + tag, "a third lantern");
    }

    @Test
    void whoOwnsTheServerLetsOthersFoundTheirs() throws Exception {
        // whoever was here first owns the server
        aHouse();
        assertThat(people.mayInviteHouseholds(owner)).isFalse();
        Account first = accounts.of(accounts.firstHousehold()).get(0);
        assertThat(people.mayInviteHouseholds(first)).isTrue();
        // behind the wall, where each owner sees one household, it is the same
        Cookie another = session("ines" + tag, PASSWORD);
        assertThat(shown(another)).contains("Make a code").doesNotContain("value=\"owner\"");
        assertThat(send("/house/people/of/invite", Map.of("role", "owner"), another)
                        .getStatus())
                .isEqualTo(404);
        String code = people.invite(first, Role.OWNER);
        Map<String, String> form = new java.util.HashMap<>(
                Map.of("code", code, "name", "Ines", "login", "neighbor" + tag, "password", PASSWORD));
        assertThat(send("/come", form).getContentAsString()).contains("Give the house a name");
        form.put("household", "Heron Lodge");
        assertThat(send("/come", form).getRedirectedUrl()).isEqualTo("/");
        Account neighbor = accounts.called("neighbor" + tag);
        assertThat(neighbor.standing()).contains(Role.OWNER);
        assertThat(neighbor.householdId()).isNotEqualTo(first.householdId());
        assertThat(households.name(neighbor.householdId())).isEqualTo("Heron Lodge");
    }

    /** Tamsin works for one household, and then for another too. */
    @Test
    void anElectricianWorksForManyAndNoneOfThemGetsAtTheOthers() throws Exception {
        Account tamsin = comes(Role.ELECTRICIAN, "tamsin");
        String login = "tamsin" + tag;
        Account first = owner;
        String lateCode = people.newPasswordFor(first, tamsin);
        aHouse();
        String code = people.invite(owner, Role.ELECTRICIAN);
        // nobody comes in with another's name, a wrong password or an account that is no electrician's
        assertThat(known(code, login, "a wrong lantern").getContentAsString()).contains("Name or password is wrong");
        assertThat(known(code, first.login(), PASSWORD).getContentAsString()).contains("Only an electrician");
        MockHttpServletResponse in = known(code, login, PASSWORD);
        assertThat(in.getRedirectedUrl()).isEqualTo("/house");
        assertThat(known(code, login, PASSWORD).getContentAsString()).contains("No code like this is waiting");
        Cookie session = in.getCookie("SESSION");
        assertThat(shown(session)).contains("Ines").contains("tamsin");

        // of the two, one at a time
        Cookie again = session(login, PASSWORD);
        assertThat(send("/sign-in", Map.of("username", login, "password", PASSWORD))
                        .getRedirectedUrl())
                .isEqualTo("/households");
        MockHttpServletResponse gone =
                send("/households", Map.of("household", String.valueOf(owner.householdId())), again);
        assertThat(gone.getRedirectedUrl()).isEqualTo("/house");
        again = gone.getCookie("SESSION");
        assertThat(send("/theme", Map.of(), again).getStatus()).isEqualTo(302);
        aHouse();
        assertThat(send("/households", Map.of("household", String.valueOf(owner.householdId())), again)
                        .getStatus())
                .isEqualTo(404);

        // what is no longer one household's alone, none changes; nor with a code from before
        Cookie ines = session(first.login(), PASSWORD);
        String of = "/house/people/of/" + tamsin.id();
        for (String path : List.of("/new-password", "/role", "/hand-over")) {
            assertThat(send(of + path, Map.of("role", "member"), ines).getStatus())
                    .as(path)
                    .isEqualTo(404);
        }
        assertThat(send("/come", Map.of("code", lateCode, "password", "a third lantern"))
                        .getContentAsString())
                .contains("No code like this is waiting");

        // removed where the account began, it goes on where it still works
        send(of + "/remove", Map.of(), ines);
        assertThat(accounts.of(first.householdId())).extracting(Account::id).doesNotContain(tamsin.id());
        assertThat(accounts.stands(tamsin)).isFalse();
        Account there = accounts.called(login);
        assertThat(there.householdId()).isNotEqualTo(first.householdId());
        assertThat(people.oursAlone(there)).isTrue();
        people.remove(there, there);
        assertThat(accounts.withLogin(login)).isEmpty();
    }

    private MockHttpServletResponse known(String code, String login, String password) throws Exception {
        return send("/come/known", Map.of("code", code, "known", login, "secret", password));
    }

    @Test
    void aForgottenHouseholdLeavesAnElectricianToTheOthers() throws Exception {
        Account tamsin = comes(Role.ELECTRICIAN, "tamsin");
        Account first = owner;
        aHouse();
        known(people.invite(owner, Role.ELECTRICIAN), tamsin.login(), PASSWORD);
        people.forget(first);
        assertThat(accounts.called(tamsin.login()).householdId()).isEqualTo(owner.householdId());
        session(tamsin.login(), PASSWORD);
    }

    @Test
    void whoeverAsksComesInOnTheOwnersYesAlone() throws Exception {
        Account server = accounts.of(accounts.firstHousehold()).get(0);
        accounts.setPassword(server.id(), PASSWORD);
        Map<String, String> form = new java.util.HashMap<>(Map.of(
                "household", "Heron Lodge", "name", "Wes", "login", "wes" + tag, "password", PASSWORD, "word", ""));
        assertThat(send("/ask", form).getContentAsString())
                .contains("Say who you are")
                .contains("value=\"Heron Lodge\"");
        form.put("word", "next door, with the blue gate");
        assertThat(send("/ask", form).getContentAsString()).contains("You have asked");
        assertThat(send("/ask", form).getContentAsString()).contains("This sign-in name is taken");
        assertThat(send("/sign-in", Map.of("username", "wes" + tag, "password", PASSWORD))
                        .getRedirectedUrl())
                .isNull();

        // an owner of some household is not asked, and can't answer
        long asked = askedIn.waiting().stream()
                .filter(one -> one.login().equals("wes" + tag))
                .findFirst()
                .orElseThrow()
                .id();
        Cookie other = session("ines" + tag, PASSWORD);
        assertThat(shown(other)).doesNotContain("blue gate");
        String yes = "/house/people/of/asking/" + asked + "/yes";
        assertThat(send(yes, Map.of(), other).getStatus()).isEqualTo(404);

        Cookie owns = session(server.login(), PASSWORD);
        assertThat(shown(owns)).contains("next door, with the blue gate");
        assertThat(send(yes, Map.of(), owns).getRedirectedUrl()).isEqualTo("/house/people");
        session("wes" + tag, PASSWORD);
        Account wes = accounts.called("wes" + tag);
        assertThat(wes.is(Role.OWNER)).isTrue();
        assertThat(households.name(wes.householdId())).isEqualTo("Heron Lodge");
        assertThat(askedIn.letIn(server, asked)).isEmpty();

        form.put("login", "late" + tag);
        send("/ask", form);
        long late = askedIn.waiting().get(askedIn.waiting().size() - 1).id();
        send("/house/people/of/asking/" + late + "/no", Map.of(), owns);
        assertThat(askedIn.waiting()).extracting(AskedIn.Asker::id).doesNotContain(late);
        assertThat(accounts.withLogin("late" + tag)).isEmpty();
    }

    @Test
    void thereIsOneOwner() throws Exception {
        Account kit = comes(Role.MEMBER, "kit");
        people.handOver(owner, kit);
        assertThat(accounts.called("kit" + tag).standing()).contains(Role.OWNER);
        assertThat(accounts.called("ines" + tag).standing()).contains(Role.MEMBER);
    }

    @Test
    void aHouseholdIsForgottenWholeAndNoOther() throws Exception {
        Account neighbour = owner;
        swap.start(neighbour, households.file(neighbour.householdId()).orElseThrow(), false, Options.NONE);
        aHouse();
        comes(Role.MEMBER, "kit");
        swap.start(owner, households.file(owner.householdId()).orElseThrow(), false, Options.NONE);
        Cookie session = session("ines" + tag, PASSWORD);
        assertThat(send("/house/people/of/everybody/forget", Map.of("forget", "no"), session)
                        .getContentAsString())
                .contains("Type DELETE");
        assertThat(households.file(owner.householdId())).isPresent();
        send("/house/people/of/everybody/forget", Map.of("forget", "delete"), session);

        for (String table : tablesOfHouseholds()) {
            assertThat(db.fetchSingle("select count(*) from " + table + " where household_id = " + owner.householdId())
                            .get(0, Long.class))
                    .as(table)
                    .isZero();
        }
        assertThat(look(session)).isEqualTo(302);
        assertThat(swap.current(neighbour)).isPresent();
        assertThat(households.file(neighbour.householdId())).isPresent();
    }

    /** Whatever tables there are, so that a new one is not forgotten here. */
    private List<String> tablesOfHouseholds() {
        return db.fetch("select table_name from information_schema.columns"
                        + " where table_schema = 'public' and column_name = 'household_id'")
                .getValues(0, String.class);
    }
}
