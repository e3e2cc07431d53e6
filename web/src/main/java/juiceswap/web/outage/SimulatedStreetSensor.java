package juiceswap.web.outage;

import static juiceswap.web.db.Tables.STREET_SENSOR;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The stand-in that ships: it shows what it was last set to, on every server process alike. */
@Repository
public class SimulatedStreetSensor implements StreetSensor {
    private final DSLContext db;
    private final Clock clock;

    SimulatedStreetSensor(DSLContext db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    @Override
    public Optional<Reading> read(long householdId) {
        return db.selectFrom(STREET_SENSOR)
                .where(STREET_SENSOR.HOUSEHOLD_ID.eq(householdId))
                .fetchOptional(row -> new Reading(row.getLive(), row.getSince().toInstant()));
    }

    /** Makes it show that; a household without one gets one. Showing the same again changes nothing. */
    @Transactional
    public void show(long householdId, boolean live) {
        show(householdId, live, clock.instant());
    }

    /** Makes it show that, as it has since then. */
    @Transactional
    public void show(long householdId, boolean live, Instant since) {
        db.insertInto(STREET_SENSOR)
                .set(STREET_SENSOR.HOUSEHOLD_ID, householdId)
                .set(STREET_SENSOR.LIVE, live)
                .set(STREET_SENSOR.SINCE, since.atOffset(ZoneOffset.UTC))
                .onConflict(STREET_SENSOR.HOUSEHOLD_ID)
                .doUpdate()
                .set(STREET_SENSOR.LIVE, live)
                .set(STREET_SENSOR.SINCE, since.atOffset(ZoneOffset.UTC))
                .where(STREET_SENSOR.LIVE.ne(live))
                .execute();
        db.execute("select pg_notify('outage_event', {0})", DSL.val(householdId + " sensor"));
    }
}
