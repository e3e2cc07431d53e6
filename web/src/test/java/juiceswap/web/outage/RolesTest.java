package juiceswap.web.outage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import juiceswap.core.changeover.Options;
import juiceswap.web.TestDatabase;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.security.Guests;
import juiceswap.web.security.Role;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.core.io.ClassPathResource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.context.WebApplicationContext;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Everything that can be sent, by everybody who can be there: what is not opened to a role is closed to it. */
@SpringBootTest
class RolesTest {
    /** What somebody who helps in one outage may send, and nothing else. */
    private static final Set<String> HELPER = Set.of(
            "/swap/confirm",
            "/swap/correct",
            "/swap/open",
            "/swap/undo",
            "/swap/stand",
            "/swap/walk-round",
            "/swap/walk-round/room",
            "/swap/make-safe",
            "/swap/co-alarm",
            "/swap/engine-stopped",
            "/swap/all-right",
            "/swap/utility-seen",
            "/swap/utility-lost",
            "/pocket/merge",
            "/trouble/found",
            "/swap/leave",
            "/theme");

    private static final Set<String> WATCHER = Set.of("/swap/co-alarm", "/swap/leave", "/theme");

    /** What an electrician with an account may send. */
    private static final Set<String> ELECTRICIAN = Set.of("/house/device/test", "/households", "/theme");

    /** What everybody who has an account does for themselves. */
    private static final Set<String> OWN = Set.of("/house/people/own/password", "/house/people/own/elsewhere");

    /** Open to everybody, signed in or not: they begin something of their own. */
    private static final Set<String> OUTSIDE_THE_DOOR =
            Set.of("/sign-in", "/demo-sign-in", "/welcome", "/join", "/come", "/come/known", "/ask");

    @Autowired
    private WebApplicationContext context;

    @Autowired
    private RequestMappingHandlerMapping requestMappingHandlerMapping;

    @Autowired
    private Households households;

    @Autowired
    private Accounts accounts;

    @Autowired
    private SwapService swap;

    @Autowired
    private Guests guests;

    @Autowired
    private Helpers helpers;

    private MockMvc pages;
    private Account owner;
    private long outage;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void anOutageGoesOn() throws Exception {
        pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
        byte[] file = new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray();
        long home = households.create(new Schemas().household(StrictJson.parse(file)));
        owner = accounts.create(home, "Ines", "roles" + home, "estuary-lantern", Role.OWNER, null);
        swap.start(owner, households.file(home).orElseThrow(), false, Options.NONE);
        outage = swap.current(owner).orElseThrow().id();
    }

    /** Every address that takes something, with what stands for a name in it filled in. */
    private Set<String> sent() {
        Set<String> all = new TreeSet<>();
        requestMappingHandlerMapping.getHandlerMethods().keySet().forEach(mapping -> {
            if (mapping.getMethodsCondition().getMethods().contains(RequestMethod.POST)) {
                mapping.getPatternValues().stream()
                        .filter(path -> !path.startsWith("/api/"))
                        .filter(path -> !OUTSIDE_THE_DOOR.contains(path))
                        .map(path -> path.replaceAll("\\{[^}]*}", "1"))
                        .forEach(all::add);
            }
        });
        return all;
    }

    private MockHttpServletResponse send(Account who, String path) throws Exception {
        try {
            return pages.perform(MockMvcRequestBuilders.post(path)
                            .with(SecurityMockMvcRequestPostProcessors.authentication(who.signedIn()))
                            .with(SecurityMockMvcRequestPostProcessors.csrf()))
                    .andReturn()
                    .getResponse();
        } catch (jakarta.servlet.ServletException beyondTheGate) {
            // let in, and then there was nothing to work with
            return new MockHttpServletResponse();
        }
    }

    private Account withAccount(String name, Role role) {
        return accounts.create(owner.householdId(), name, name + owner.householdId(), "estuary-lantern", role, "L 1");
    }

    private List<String> letIn(Account who, Set<String> paths) throws Exception {
        List<String> letIn = new ArrayList<>();
        for (String path : paths) {
            if (send(who, path).getStatus() != 403) {
                letIn.add(path);
            }
        }
        return letIn;
    }

    private Account joined(String name, boolean looksOn) {
        return guests.join(guests.code(outage), name, looksOn, name).guest();
    }

    @Test
    void whatIsNotOpenedToAGuestIsClosed() throws Exception {
        Set<String> sent = sent();
        assertThat(sent).hasSizeGreaterThan(50).containsAll(HELPER);

        Account watcher = joined("Kit", true);
        Set<String> closedToWatchers = new TreeSet<>(sent);
        closedToWatchers.removeAll(WATCHER);
        assertThat(letIn(watcher, closedToWatchers)).isEmpty();

        Account helper = joined("Jo", false);
        Set<String> closedToHelpers = new TreeSet<>(sent);
        closedToHelpers.removeAll(HELPER);
        assertThat(letIn(helper, closedToHelpers)).isEmpty();
    }

    /** Whoever was taken off is led to the door, whatever they send. */
    @Test
    void whoWasTakenOffSendsNothing() throws Exception {
        Account gone = joined("Ada", false);
        helpers.takeOff(owner, outage, "Ada");
        int before = swap.current(owner).orElseThrow().standing().sequence();
        for (String path : HELPER) {
            assertThat(send(gone, path).getRedirectedUrl()).as(path).isEqualTo("/join?off=yes");
        }
        assertThat(swap.current(owner).orElseThrow().standing().sequence()).isEqualTo(before);
    }

    @Test
    void whoHasAnAccountAndOnlyLooksOnChangesNothing() throws Exception {
        Set<String> sent = sent();
        for (Role role : List.of(Role.WATCHER, Role.ELECTRICIAN)) {
            Set<String> closed = new TreeSet<>(sent);
            closed.removeAll(role == Role.WATCHER ? WATCHER : ELECTRICIAN);
            closed.removeAll(OWN);
            assertThat(letIn(withAccount("Looks" + role.word(), role), closed))
                    .as(role.word())
                    .isEmpty();
        }
    }

    @Test
    void onlyTheOwnerManagesPeopleAndKeys() throws Exception {
        Set<String> owners = new TreeSet<>(sent());
        owners.removeIf(path -> !path.startsWith("/house/people/of/") && !path.startsWith("/house/token"));
        assertThat(owners).hasSizeGreaterThanOrEqualTo(8);
        assertThat(letIn(withAccount("Lives", Role.MEMBER), owners)).isEmpty();
    }

    /** An electrician is shown the installation, not the life of the house. */
    @Test
    void anElectricianSeesTheInstallation() throws Exception {
        Account electrician = withAccount("Tamsin", Role.ELECTRICIAN);
        for (String path : List.of("/house", "/house/supply", "/house/device", "/logbook", "/house/people")) {
            assertThat(look(electrician, path)).as(path).isEqualTo(200);
        }
        for (String path : List.of(
                "/now", "/rotate", "/swap", "/house/needs", "/house/files", "/house/export", "/logbook/access")) {
            assertThat(look(electrician, path)).as(path).isEqualTo(403);
        }
    }

    /** Nobody is shown a way that is closed to them. */
    @Test
    void everyTabThatIsShownOpens() throws Exception {
        for (Role role : Role.values()) {
            Account who = role == Role.OWNER ? owner : withAccount("Tabs" + role.word(), role);
            String page = pages.perform(MockMvcRequestBuilders.get("/house")
                            .with(SecurityMockMvcRequestPostProcessors.authentication(who.signedIn())))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            Matcher tab = Pattern.compile("href=\"(/[a-z]+(?:/[a-z]+)?)\"").matcher(page);
            int tabs = 0;
            while (tab.find()) {
                tabs++;
                assertThat(look(who, tab.group(1)))
                        .as(role.word() + " " + tab.group(1))
                        .isEqualTo(200);
            }
            assertThat(tabs).isGreaterThan(4);
        }
    }

    private int look(Account who, String path) throws Exception {
        return pages.perform(MockMvcRequestBuilders.get(path)
                        .with(SecurityMockMvcRequestPostProcessors.authentication(who.signedIn())))
                .andReturn()
                .getResponse()
                .getStatus();
    }
}
