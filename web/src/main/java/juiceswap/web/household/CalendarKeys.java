package juiceswap.web.household;

import static juiceswap.web.db.Tables.HOUSEHOLD;

import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The keys of the addresses at which calendars read what a household has to do. */
@Repository
public class CalendarKeys {
    private static final int KEY_BYTES = 20;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final DSLContext db;

    CalendarKeys(DSLContext db) {
        this.db = db;
    }

    /** The address of a household's calendar on this server; its key is made when it is first asked for. */
    @Transactional
    public String address(long household) {
        byte[] bytes = new byte[KEY_BYTES];
        RANDOM.nextBytes(bytes);
        db.update(HOUSEHOLD)
                .set(HOUSEHOLD.CALENDAR_KEY, HexFormat.of().formatHex(bytes))
                .where(HOUSEHOLD.ID.eq(household), HOUSEHOLD.CALENDAR_KEY.isNull())
                .execute();
        String key = db.select(HOUSEHOLD.CALENDAR_KEY)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(household))
                .fetchSingle(HOUSEHOLD.CALENDAR_KEY);
        return "/calendar/" + key + ".ics";
    }

    /** The household whose calendar has that key. */
    public Optional<Long> household(String key) {
        return db.select(HOUSEHOLD.ID)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.CALENDAR_KEY.eq(key))
                .fetchOptional(HOUSEHOLD.ID);
    }
}
