package juiceswap.web.house;

import java.io.IOException;
import juiceswap.core.household.Household;
import juiceswap.web.TestDatabase;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.security.Role;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;

/** A household of its own for each test, as the sample is, and its owner at the pages, no browser between. */
@SpringBootTest
abstract class InTheCottage {
    @Autowired
    Households households;

    @Autowired
    private Accounts accounts;

    @Autowired
    private WebApplicationContext context;

    final Schemas schemas = new Schemas();
    MockMvc pages;
    Account owner;
    long home;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry properties) {
        TestDatabase.register(properties);
    }

    @BeforeEach
    void moveIn() throws IOException {
        home = households.create(schemas.household(FilesController.sampleJson("saltmarsh-cottage")));
        owner = accounts.create(home, "Ines", "cottage" + home, "estuary-lantern", Role.OWNER, null);
        pages = MockMvcBuilders.webAppContextSetup(context)
                .apply(SecurityMockMvcConfigurers.springSecurity())
                .build();
    }

    Household house() {
        return households.file(home).orElseThrow();
    }
}
