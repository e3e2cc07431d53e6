package juiceswap.web.household;

import static juiceswap.web.db.Tables.API_TOKEN;

import java.security.SecureRandom;
import java.time.OffsetDateTime;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.web.db.tables.records.ApiTokenRecord;
import juiceswap.web.security.Codes;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Keys with which programs and devices of a household read, write or report. Only a hash of a key is stored. */
@Repository
public class Tokens {
    private static final int BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final DSLContext db;

    Tokens(DSLContext db) {
        this.db = db;
    }

    /** A key as listed: never the key itself. */
    public record Listed(
            long id,
            String name,
            Right right,
            String createdBy,
            OffsetDateTime createdAt,
            @Nullable OffsetDateTime lastUsedAt) {}

    /** What a key opens. */
    record Access(long householdId, String name, Right right) {}

    /** What a key is good for, in words as a form has them. */
    public enum Right implements Worded {
        READ("READ"),
        WRITE("WRITE"),
        SEND_READINGS("SEND_READINGS");

        private final String word;

        Right(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        private static Right of(ApiTokenRecord row) {
            return row.getSendsReadings() ? SEND_READINGS : row.getMayWrite() ? WRITE : READ;
        }
    }

    /** Makes a key and returns it: the only time that it can be seen. */
    @Transactional
    public String make(long household, String name, Right right, String who) {
        byte[] bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        String token = "js_" + Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        db.insertInto(API_TOKEN)
                .set(API_TOKEN.HOUSEHOLD_ID, household)
                .set(API_TOKEN.NAME, name)
                .set(API_TOKEN.TOKEN_HASH, Codes.hash(token))
                .set(API_TOKEN.MAY_WRITE, right == Right.WRITE)
                .set(API_TOKEN.SENDS_READINGS, right == Right.SEND_READINGS)
                .set(API_TOKEN.CREATED_BY, who)
                .execute();
        return token;
    }

    /** Keys in force, latest first. */
    public List<Listed> list(long household) {
        return db.selectFrom(API_TOKEN)
                .where(API_TOKEN.HOUSEHOLD_ID.eq(household), API_TOKEN.REVOKED_AT.isNull())
                .orderBy(API_TOKEN.ID.desc())
                .fetch(row -> new Listed(
                        row.getId(),
                        row.getName(),
                        Right.of(row),
                        row.getCreatedBy(),
                        row.getCreatedAt(),
                        row.getLastUsedAt()));
    }

    @Transactional
    public void revoke(long household, long id) {
        db.update(API_TOKEN)
                .set(API_TOKEN.REVOKED_AT, OffsetDateTime.now())
                .where(API_TOKEN.ID.eq(id), API_TOKEN.HOUSEHOLD_ID.eq(household), API_TOKEN.REVOKED_AT.isNull())
                .execute();
    }

    /** What a key opens; empty when it is unknown or revoked. */
    @Transactional
    Optional<Access> open(String token) {
        return db.update(API_TOKEN)
                .set(API_TOKEN.LAST_USED_AT, OffsetDateTime.now())
                .where(API_TOKEN.TOKEN_HASH.eq(Codes.hash(token)), API_TOKEN.REVOKED_AT.isNull())
                .returning()
                .fetchOptional(row -> new Access(row.getHouseholdId(), row.getName(), Right.of(row)));
    }
}
