package juiceswap.web.print;

import static juiceswap.web.db.Tables.PRINTED;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Optional;
import juiceswap.core.household.Household;
import juiceswap.exchange.HouseholdJson;
import juiceswap.web.security.Codes;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Which version of the house hangs at the panel. */
@Repository
public class Sheets {
    /** What hangs at the panel door. */
    public static final String CARD = "card";

    private static final int VERSION_LENGTH = 6;

    private final DSLContext db;

    Sheets(DSLContext db) {
        this.db = db;
    }

    /** The same as long as nothing about the house changes that a sheet could say. */
    public static String version(Household household) {
        byte[] file = HouseholdJson.write(household).toString().getBytes(StandardCharsets.UTF_8);
        return Codes.hash(new String(file, StandardCharsets.UTF_8)).substring(0, VERSION_LENGTH);
    }

    @Transactional
    void printed(long householdId, String sheet, String version, Instant at) {
        db.insertInto(PRINTED)
                .set(PRINTED.HOUSEHOLD_ID, householdId)
                .set(PRINTED.SHEET, sheet)
                .set(PRINTED.VERSION, version)
                .set(PRINTED.AT, at.atOffset(ZoneOffset.UTC))
                .onConflict(PRINTED.HOUSEHOLD_ID, PRINTED.SHEET)
                .doUpdate()
                .set(PRINTED.VERSION, version)
                .set(PRINTED.AT, at.atOffset(ZoneOffset.UTC))
                .execute();
    }

    /** The day on which the card was printed, when the house has changed since; empty when none was printed or it still holds. */
    public Optional<LocalDate> outOfDate(long householdId, Household household) {
        return db.selectFrom(PRINTED)
                .where(
                        PRINTED.HOUSEHOLD_ID.eq(householdId),
                        PRINTED.SHEET.eq(CARD),
                        PRINTED.VERSION.ne(version(household)))
                .fetchOptional(row -> LocalDate.ofInstant(row.getAt().toInstant(), ZoneId.systemDefault()));
    }
}
