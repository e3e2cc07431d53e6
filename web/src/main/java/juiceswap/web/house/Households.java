package juiceswap.web.house;

import static juiceswap.web.db.Tables.HOUSEHOLD;

import java.util.Optional;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Households and their files. */
@Repository
public class Households {
    private final DSLContext db;
    private final Schemas schemas;

    public Households(DSLContext db, Schemas schemas) {
        this.db = db;
        this.schemas = schemas;
    }

    public boolean none() {
        return !db.fetchExists(HOUSEHOLD);
    }

    public String name(long id) {
        return db.select(HOUSEHOLD.NAME)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(id))
                .fetchSingle(HOUSEHOLD.NAME);
    }

    /** The household's file, empty until one was imported. */
    public Optional<HouseholdFile> file(long id) {
        return db.select(HOUSEHOLD.FILE)
                .from(HOUSEHOLD)
                .where(HOUSEHOLD.ID.eq(id))
                .fetchOptional(HOUSEHOLD.FILE)
                .map(this::read);
    }

    @Transactional
    public long create(HouseholdFile file) {
        return db.insertInto(HOUSEHOLD)
                .set(HOUSEHOLD.NAME, file.name())
                .set(HOUSEHOLD.FILE, JSONB.valueOf(file.json().toString()))
                .returning(HOUSEHOLD.ID)
                .fetchSingle(HOUSEHOLD.ID);
    }

    @Transactional
    public void replace(long id, HouseholdFile file) {
        db.update(HOUSEHOLD)
                .set(HOUSEHOLD.NAME, file.name())
                .set(HOUSEHOLD.FILE, JSONB.valueOf(file.json().toString()))
                .where(HOUSEHOLD.ID.eq(id))
                .execute();
    }

    /** A stored file. */
    public HouseholdFile read(JSONB stored) {
        return HouseholdFile.read(Json.parse(stored.data().getBytes(java.nio.charset.StandardCharsets.UTF_8)), schemas);
    }
}
