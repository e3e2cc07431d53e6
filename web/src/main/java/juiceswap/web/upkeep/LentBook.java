package juiceswap.web.upkeep;

import static juiceswap.web.db.Tables.LENT;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.upkeep.Lending.Answer;
import juiceswap.core.upkeep.Lending.Which;
import juiceswap.web.db.tables.records.LentRecord;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Who has a generator of this household, and who had one. */
@Repository
public class LentBook {
    private static final int LISTED = 12;

    private final DSLContext db;

    LentBook(DSLContext db) {
        this.db = db;
    }

    /**
     * A generator that was lent.
     *
     * @param returned null while it is away
     */
    public record Loan(
            long id,
            Which which,
            String toWhom,
            Answer bond,
            String note,
            LocalDate lent,
            @Nullable LocalDate returned) {}

    /** Those that are away, the first generator first. */
    public List<Loan> out(long householdId) {
        return db.selectFrom(LENT)
                .where(LENT.HOUSEHOLD_ID.eq(householdId), LENT.RETURNED_ON.isNull())
                .orderBy(LENT.WHICH)
                .fetch(LentBook::loan);
    }

    /** Nothing is left to feed the house: who has the generators; empty while one is there. */
    public Optional<String> allAway(long householdId, Household household) {
        List<Loan> out = out(householdId);
        return out.size() < household.supply().sets()
                ? Optional.empty()
                : Optional.of(String.join(
                        ", ", out.stream().map(Loan::toWhom).distinct().toList()));
    }

    /** Those that are back, the latest first. */
    List<Loan> back(long householdId) {
        return db.selectFrom(LENT)
                .where(LENT.HOUSEHOLD_ID.eq(householdId), LENT.RETURNED_ON.isNotNull())
                .orderBy(LENT.RETURNED_ON.desc(), LENT.ID.desc())
                .limit(LISTED)
                .fetch(LentBook::loan);
    }

    private static Loan loan(LentRecord row) {
        return new Loan(
                row.getId(),
                Worded.of(Which.class, row.getWhich()),
                row.getToWhom(),
                Worded.of(Answer.class, row.getBond()),
                row.getNote(),
                row.getLentOn(),
                row.getReturnedOn());
    }

    /** It is away from that day on, unless somebody was faster. */
    @Transactional
    void lend(long householdId, Which which, String toWhom, Answer bond, String note, String who, LocalDate on) {
        db.insertInto(LENT)
                .set(LENT.HOUSEHOLD_ID, householdId)
                .set(LENT.WHICH, which.word())
                .set(LENT.TO_WHOM, toWhom)
                .set(LENT.BOND, bond.word())
                .set(LENT.NOTE, note)
                .set(LENT.WHO, who)
                .set(LENT.LENT_ON, on)
                .onConflictDoNothing()
                .execute();
    }

    @Transactional
    void returned(long householdId, long loan, LocalDate on) {
        db.update(LENT)
                .set(LENT.RETURNED_ON, on)
                .where(LENT.HOUSEHOLD_ID.eq(householdId), LENT.ID.eq(loan), LENT.RETURNED_ON.isNull())
                .execute();
    }
}
