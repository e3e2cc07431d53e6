package juiceswap.web.meter;

import java.util.List;
import java.util.Optional;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.house.Setup;
import juiceswap.core.household.Household;
import juiceswap.core.meter.HouseCircuit;
import juiceswap.core.outage.Standing;
import juiceswap.core.supply.Bond;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.security.Account;
import org.springframework.stereotype.Component;

/** What the meter is held to: the house as it stands in the outage, else as it would be in one. */
@Component
class MeterHouse {
    private final Households households;
    private final Outages outages;

    MeterHouse(Households households, Outages outages) {
        this.households = households;
        this.outages = outages;
    }

    /**
     * The house at present.
     *
     * @param on circuits that are on, or that would be
     * @param bond of the set, in an outage as it is, else as it has to be for the house
     * @param bondNow of the set as it is
     */
    record Present(Household household, List<String> on, Bond bond, Bond bondNow, boolean inOutage) {
        Setup setup() {
            return household.setup();
        }

        boolean loaded() {
            return inOutage && !on.isEmpty();
        }
    }

    /** Empty when there is no house yet. */
    Optional<Present> present(Account account) {
        Optional<Present> inOutage = outages.current(account).map(outage -> {
            Standing standing = outage.standing();
            return new Present(
                    outage.household(),
                    List.copyOf(standing.changeover().powered(standing.state())),
                    standing.state().bond(),
                    standing.state().bond(),
                    true);
        });
        return inOutage.or(() -> households.atHand(account.householdId()).map(MeterHouse::calm));
    }

    private static Present calm(Household file) {
        return new Present(
                file,
                new Changeover(file.setup(), file.outage()).wanted(),
                HouseCircuit.bondInUse(file.setup()),
                file.setup().source().bond(),
                false);
    }
}
