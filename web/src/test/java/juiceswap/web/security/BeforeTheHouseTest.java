package juiceswap.web.security;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import juiceswap.web.TestDatabase;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** A household of which nothing is known yet: no page fails, and somebody can be asked in before anything else. */
@SpringBootTest
@AutoConfigureMockMvc
class BeforeTheHouseTest {
    @Autowired
    private MockMvc pages;

    @Autowired
    private Accounts accounts;

    @Autowired
    private RequestMappingHandlerMapping requestMappingHandlerMapping;

    private Account owner;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void aHouseholdWithoutAHouse() {
        owner = accounts.found("New household", "Nele", "nele" + System.nanoTime(), "estuary-lantern");
    }

    private MockHttpServletResponse see(String path) throws Exception {
        return pages.perform(MockMvcRequestBuilders.get(path)
                        .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn())))
                .andReturn()
                .getResponse();
    }

    /** The addresses of all pages that need no name of a thing. */
    private Set<String> all() {
        Set<String> all = new TreeSet<>();
        requestMappingHandlerMapping.getHandlerMethods().keySet().forEach(mapping -> {
            if (mapping.getMethodsCondition().getMethods().contains(RequestMethod.GET)) {
                mapping.getPatternValues().stream()
                        .filter(path -> !path.contains("{") && !path.startsWith("/api/"))
                        .forEach(all::add);
            }
        });
        return all;
    }

    @Test
    void noPageFails() throws Exception {
        assertThat(all()).contains("/house/people", "/now", "/upkeep");
        Map<String, String> failed = new TreeMap<>();
        for (String path : all()) {
            try {
                int status = see(path).getStatus();
                if (status >= 500) {
                    failed.put(path, String.valueOf(status));
                }
            } catch (jakarta.servlet.ServletException e) {
                failed.put(path, String.valueOf(e.getCause()));
            }
        }
        assertThat(failed).isEmpty();
    }

    @Test
    void somebodyCanBeAskedInFirst() throws Exception {
        assertThat(see("/house/people").getContentAsString()).contains("Nele");
        String answer = pages.perform(MockMvcRequestBuilders.post("/house/people/of/invite")
                        .param("role", "watcher")
                        .with(SecurityMockMvcRequestPostProcessors.authentication(owner.signedIn()))
                        .with(SecurityMockMvcRequestPostProcessors.csrf()))
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(answer).contains("id=\"code\"");
    }
}
