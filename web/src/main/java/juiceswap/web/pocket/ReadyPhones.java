package juiceswap.web.pocket;

import static juiceswap.web.db.Tables.ACCOUNT;
import static juiceswap.web.db.Tables.POCKET_READY;

import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import juiceswap.web.security.Role;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Whose phones are ready to go on without the server. */
@Component
public class ReadyPhones {
    /** A browser may throw away what nobody has looked at for longer, and the house has changed since. */
    private static final Duration READY_FOR = Duration.ofDays(60);

    private final DSLContext db;
    private final Clock clock;

    ReadyPhones(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** This person's phone has everything now. */
    void note(long household, String who) {
        OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
        db.insertInto(POCKET_READY)
                .set(POCKET_READY.HOUSEHOLD_ID, household)
                .set(POCKET_READY.WHO, who)
                .set(POCKET_READY.READY_AT, now)
                .onConflict(POCKET_READY.HOUSEHOLD_ID, POCKET_READY.WHO)
                .doUpdate()
                .set(POCKET_READY.READY_AT, now)
                .execute();
    }

    /** Those who live here and whose phone was never made ready, or too long ago; by name. */
    public List<String> notReady(long household) {
        OffsetDateTime since = clock.instant().minus(READY_FOR).atOffset(ZoneOffset.UTC);
        return db.select(ACCOUNT.DISPLAY_NAME)
                .from(ACCOUNT)
                .where(
                        ACCOUNT.HOUSEHOLD_ID.eq(household),
                        ACCOUNT.ROLE.in(Role.OWNER.word(), Role.MEMBER.word()),
                        DSL.notExists(DSL.selectOne()
                                .from(POCKET_READY)
                                .where(
                                        POCKET_READY.HOUSEHOLD_ID.eq(household),
                                        POCKET_READY.WHO.eq(ACCOUNT.DISPLAY_NAME),
                                        POCKET_READY.READY_AT.gt(since))))
                .orderBy(ACCOUNT.DISPLAY_NAME)
                .fetch(ACCOUNT.DISPLAY_NAME);
    }
}
