package juiceswap.web.upkeep;

import static juiceswap.web.db.Tables.FUEL_PRICE;
import static juiceswap.web.db.Tables.QUOTE;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What an installation is offered for or has cost, and what fuel costs today, in the household's own money. */
@Repository
class MoneyBook {
    /** Anything that was bought for the installation beside a transfer device. */
    static final String OTHER = "other";

    private final DSLContext db;

    MoneyBook(DSLContext db) {
        this.db = db;
    }

    /**
     * An offer, or what was paid.
     *
     * @param kind word of a kind of transfer device, or {@link #OTHER}
     * @param amount 0 or more
     */
    record Quote(long id, String kind, double amount, String note, boolean paid, LocalDate on) {}

    /** A price of fuel; {@code perLitre} 0 or more. */
    record FuelPrice(double perLitre, LocalDate on) {}

    List<Quote> quotes(long householdId) {
        return db.selectFrom(QUOTE)
                .where(QUOTE.HOUSEHOLD_ID.eq(householdId))
                .orderBy(QUOTE.KIND, QUOTE.AMOUNT, QUOTE.ID)
                .fetch(row -> new Quote(
                        row.getId(), row.getKind(), row.getAmount(), row.getNote(), row.getPaid(), row.getOnDay()));
    }

    @Transactional
    void add(long householdId, String kind, double amount, String note, boolean paid, LocalDate on) {
        db.insertInto(QUOTE)
                .set(QUOTE.HOUSEHOLD_ID, householdId)
                .set(QUOTE.KIND, kind)
                .set(QUOTE.AMOUNT, amount)
                .set(QUOTE.NOTE, note)
                .set(QUOTE.PAID, paid)
                .set(QUOTE.ON_DAY, on)
                .execute();
    }

    @Transactional
    void remove(long householdId, long id) {
        db.deleteFrom(QUOTE)
                .where(QUOTE.HOUSEHOLD_ID.eq(householdId), QUOTE.ID.eq(id))
                .execute();
    }

    Optional<FuelPrice> fuelPrice(long householdId) {
        return db.selectFrom(FUEL_PRICE)
                .where(FUEL_PRICE.HOUSEHOLD_ID.eq(householdId))
                .fetchOptional(row -> new FuelPrice(row.getPerLitre(), row.getOnDay()));
    }

    @Transactional
    void fuelCosts(long householdId, FuelPrice price) {
        db.insertInto(FUEL_PRICE)
                .set(FUEL_PRICE.HOUSEHOLD_ID, householdId)
                .set(FUEL_PRICE.PER_LITRE, price.perLitre())
                .set(FUEL_PRICE.ON_DAY, price.on())
                .onConflict(FUEL_PRICE.HOUSEHOLD_ID)
                .doUpdate()
                .set(FUEL_PRICE.PER_LITRE, price.perLitre())
                .set(FUEL_PRICE.ON_DAY, price.on())
                .execute();
    }
}
