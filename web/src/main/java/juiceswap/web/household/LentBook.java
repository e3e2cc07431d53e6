package juiceswap.web.household;

import static juiceswap.web.db.Tables.LENT;

import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.Worded;
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

    /** Which of them are away. */
    public Set<Which> away(long householdId) {
        return out(householdId).stream()
                .map(Loan::which)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Which.class)));
    }

    /** Which of two are here. */
    public Set<Which> here(long householdId) {
        Set<Which> here = EnumSet.allOf(Which.class);
        here.removeAll(away(householdId));
        return here;
    }

    /** Which of two feeds the house in an outage that began with one alone: the other is away, or was until it came back last. */
    public Set<Which> aloneInOutage(long householdId) {
        Set<Which> here = here(householdId);
        return here.size() == 1
                ? here
                : back(householdId).stream()
                        .limit(1)
                        .map(loan -> loan.which().other())
                        .collect(Collectors.toCollection(() -> EnumSet.noneOf(Which.class)));
    }

    /** Those that are back, the latest first. */
    public List<Loan> back(long householdId) {
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

    /** It is away from that day on; false where it was away already. */
    @Transactional
    public boolean lend(
            long householdId, Which which, String toWhom, Answer bond, String note, String who, LocalDate on) {
        return db.insertInto(LENT)
                        .set(LENT.HOUSEHOLD_ID, householdId)
                        .set(LENT.WHICH, which.word())
                        .set(LENT.TO_WHOM, toWhom)
                        .set(LENT.BOND, bond.word())
                        .set(LENT.NOTE, note)
                        .set(LENT.WHO, who)
                        .set(LENT.LENT_ON, on)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** It is back; which of them it was, empty where it was back already. */
    @Transactional
    public Optional<Which> returned(long householdId, long loan, LocalDate on) {
        return db.update(LENT)
                .set(LENT.RETURNED_ON, on)
                .where(LENT.HOUSEHOLD_ID.eq(householdId), LENT.ID.eq(loan), LENT.RETURNED_ON.isNull())
                .returning(LENT.WHICH)
                .fetchOptional(row -> Worded.of(Which.class, row.getWhich()));
    }
}
