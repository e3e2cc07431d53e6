package juiceswap.web.security;

import static juiceswap.web.db.Tables.ACCOUNT;
import static juiceswap.web.db.Tables.ALSO_WORKS_FOR;

import java.util.List;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/**
 * For which households an electrician works: the one to which the account belongs, and others that asked later. Whose role and
 * password are no longer one household's, no household can change: it would get at the others.
 */
@Repository
public class WorksFor {
    private final DSLContext db;

    WorksFor(DSLContext db) {
        this.db = db;
    }

    /** A household by name. */
    public record Work(long household, String name) {}

    /** All of them, in the order in which they came onto this server. */
    public List<Work> of(Account worker) {
        return db.fetch("select id, name from works_for(?)", worker.id())
                .map(row -> new Work(row.get("id", Long.class), row.get("name", String.class)));
    }

    /** They work for more than one. */
    public boolean several(Account worker) {
        return of(worker).size() > 1;
    }

    void add(Account worker, long household) {
        db.insertInto(ALSO_WORKS_FOR)
                .set(ALSO_WORKS_FOR.ACCOUNT_ID, worker.id())
                .set(ALSO_WORKS_FOR.HOUSEHOLD_ID, household)
                .onConflictDoNothing()
                .execute();
    }

    /** They no longer work for the household of that account; false when it was the only one. */
    boolean leave(Account worker) {
        var leaves = DSL.function("leaves", Boolean.class, DSL.val(worker.id()), DSL.val(worker.householdId()));
        return Boolean.TRUE.equals(db.select(leaves).fetchSingle().value1());
    }

    /** Accounts of a household, and those that work for it too. */
    static Condition accountsOf(long household) {
        return ACCOUNT.HOUSEHOLD_ID
                .eq(household)
                .or(ACCOUNT.ID.in(DSL.select(ALSO_WORKS_FOR.ACCOUNT_ID)
                        .from(ALSO_WORKS_FOR)
                        .where(ALSO_WORKS_FOR.HOUSEHOLD_ID.eq(household))));
    }
}
