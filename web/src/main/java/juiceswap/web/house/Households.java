package juiceswap.web.house;

import static juiceswap.web.db.Tables.HOUSEHOLD;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
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
    private static final int FILES_KEPT = 50;

    private final Map<String, HouseholdFile> readLately = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, HouseholdFile> eldest) {
            return size() > FILES_KEPT;
        }
    };

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

    /** A stored file. Every page needs one, so those read lately are kept; a file never changes, it is replaced. */
    public HouseholdFile read(JSONB stored) {
        synchronized (readLately) {
            return readLately.computeIfAbsent(
                    stored.data(),
                    text -> HouseholdFile.read(Json.parse(text.getBytes(StandardCharsets.UTF_8)), schemas));
        }
    }
}
