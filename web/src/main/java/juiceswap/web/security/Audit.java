package juiceswap.web.security;

import static juiceswap.web.db.Tables.AUDIT;

import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import juiceswap.core.Worded;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Who got at the household, and how: read on the logbook's own page, so that a stranger is seen. */
@Repository
public class Audit {
    private static final int SHOWN = 200;

    /** What is written down; stored by its word. */
    public enum What implements Worded {
        SIGNED_IN("signed-in"),
        /** Once a day for an account, however many tries. */
        WRONG_PASSWORD("wrong-password"),
        PASSWORD_CHANGED("password-changed"),
        SIGNED_OUT_ELSEWHERE("signed-out-elsewhere"),
        INVITED("invited"),
        CAME("came"),
        ROLE_CHANGED("role-changed"),
        REMOVED("removed"),
        HANDED_OVER("handed-over"),
        KEY_MADE("key-made"),
        KEY_REVOKED("key-revoked"),
        EXPORTED("exported");

        private final String word;

        What(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** One line. */
    public record Line(Instant at, String who, String what, String detail) {}

    private final DSLContext db;
    private final Clock clock;

    Audit(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** @param detail whom or what it concerns; at most 200 characters are kept */
    public void write(long household, String who, What what, String detail) {
        db.insertInto(AUDIT)
                .set(AUDIT.HOUSEHOLD_ID, household)
                .set(AUDIT.AT, now())
                .set(AUDIT.WHO, who)
                .set(AUDIT.WHAT, what.word())
                .set(AUDIT.DETAIL, detail.substring(0, Math.min(200, detail.length())))
                .execute();
    }

    /** Tries by the thousand make one line a day for each account, not a full disk. */
    void wrongPassword(Account account) {
        boolean told = db.fetchExists(
                AUDIT,
                AUDIT.HOUSEHOLD_ID
                        .eq(account.householdId())
                        .and(AUDIT.WHO.eq(account.displayName()))
                        .and(AUDIT.WHAT.eq(What.WRONG_PASSWORD.word()))
                        .and(AUDIT.AT.gt(now().minusDays(1))));
        if (!told) {
            write(account.householdId(), account.displayName(), What.WRONG_PASSWORD, "");
        }
    }

    /** The latest first. */
    public List<Line> latest(long household) {
        return db.selectFrom(AUDIT)
                .where(AUDIT.HOUSEHOLD_ID.eq(household))
                .orderBy(AUDIT.ID.desc())
                .limit(SHOWN)
                .fetch(row -> new Line(row.getAt().toInstant(), row.getWho(), row.getWhat(), row.getDetail()));
    }

    private OffsetDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC);
    }
}
