package juiceswap.web.security;

import static juiceswap.web.db.Tables.OUTAGE;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import juiceswap.web.db.Public;
import org.jooq.Table;
import org.junit.jupiter.api.Test;

/** Whoever has everything deleted leaves nothing behind: no table of a household may be forgotten when it is made. */
class ForgottenWholeTest {
    @Test
    void everyTableOfAHouseholdIsEmptiedWithIt() {
        List<String> emptied = new ArrayList<>();
        Accounts.OF_A_HOUSEHOLD.forEach(table -> emptied.add(table.getName()));
        // with all that hangs on it, before these
        emptied.add(OUTAGE.getName());
        List<String> ofAHousehold = Public.PUBLIC.getTables().stream()
                .filter(table -> table.field("household_id") != null)
                .map(Table::getName)
                .toList();
        assertThat(emptied).containsExactlyInAnyOrderElementsOf(ofAHousehold);
    }
}
