package juiceswap.core.upkeep;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.DeviceQuestion;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * Whether a household is ready for the next outage: what is dangerous, unproven, due, not known or out of date, the most
 * harmful first. The order is our own judgement: first what can hurt somebody, then what keeps the house dark, then the rest.
 */
public record Readiness(List<Item> items) {
    /** Less fuel than for so long is low: our own choice. */
    private static final double LOW_FUEL_HOURS = 24;

    public Readiness {
        items = List.copyOf(items);
    }

    /** Something that is not as it should be. */
    public enum Point implements Worded {
        PROOF_FAILED("proof-failed"),
        DEVICE_QUESTION("device-question"),
        PLACE_NEAR("place-near"),
        CORD_GAP("cord-gap"),
        CORD_OVERLOADED("cord-overloaded"),
        CO_ALARM("co-alarm"),
        LENT("lent"),
        PARTING_UNPROVEN("parting-unproven"),
        BOND_UNKNOWN("bond-unknown"),
        BOND_UNPROVEN("bond-unproven"),
        NO_TEST_CIRCUIT("no-test-circuit"),
        ONE_LENT("one-lent"),
        PATH_UNKNOWN("path-unknown"),
        TASK_DUE("task-due"),
        LOAD_CHANGED("load-changed"),
        FUEL_LOW("fuel-low"),
        TANK_UNKNOWN("tank-unknown"),
        NEEDS_UNSAID("needs-unsaid"),
        HOURS_UNKNOWN("hours-unknown"),
        PHONES("phones"),
        CARD("card");

        private final String word;

        Point(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** While this stands nobody should call the household ready; the rest can wait for a free hour. */
        public boolean standsInTheWay() {
            return compareTo(NO_TEST_CIRCUIT) <= 0;
        }
    }

    /**
     * One of them.
     *
     * @param what in words
     */
    public record Item(Point point, Phrase what) {}

    /**
     * What is known besides the house itself.
     *
     * @param proven tests of the device that passed, not longer ago than they count
     * @param upkeep null until the hours of the engine were entered
     * @param phones names of those whose phone does not work without the server
     * @param cardIsOld what hangs at the panel was printed of another house than this is now
     * @param away who has a generator; null while all is here
     * @param changed labels of circuits whose loads have become worse, as a monitor has shown
     */
    public record Known(
            Set<DeviceProof> proven,
            @Nullable Upkeep upkeep,
            List<String> phones,
            boolean cardIsOld,
            @Nullable Away away,
            List<String> changed) {}

    /**
     * What is lent.
     *
     * @param who has it
     * @param all nothing is left to feed the house
     */
    public record Away(String who, boolean all) {}

    /** Nothing stands in the way. */
    public boolean ready() {
        return items.stream().noneMatch(item -> item.point().standsInTheWay());
    }

    /** Of that house. */
    public static Readiness of(Household household, Known known) {
        List<Item> items = new ArrayList<>();
        if (known.away() != null) {
            add(
                    items,
                    known.away().all() ? Point.LENT : Point.ONE_LENT,
                    "who",
                    known.away().who());
        }
        ofTheDevice(household, known, items);
        ofThePlace(household, items);
        ofTheSupply(household, items);
        ofTheUpkeep(household.setup(), known.upkeep(), items);
        if (!household.needsAreSaid()) {
            add(items, Point.NEEDS_UNSAID);
        }
        if (!known.changed().isEmpty()) {
            add(items, Point.LOAD_CHANGED, "circuits", String.join(", ", known.changed()));
        }
        if (!known.phones().isEmpty()) {
            add(items, Point.PHONES, "names", String.join(", ", known.phones()));
        }
        if (known.cardIsOld()) {
            add(items, Point.CARD);
        }
        items.sort(Comparator.comparing(Item::point));
        return new Readiness(items);
    }

    private static void add(List<Item> items, Point point, @Nullable Object... namesAndValues) {
        items.add(new Item(point, Phrase.of("ready." + point.word(), namesAndValues)));
    }

    private static void ofTheDevice(Household household, Known known, List<Item> items) {
        Setup setup = household.setup();
        TransferDevice device = setup.transfer();
        List<DeviceProof> ofParting = DeviceProof.of(device.kind()).stream()
                .filter(DeviceProof::provesParting)
                .toList();
        boolean wired = device.kind().wired();
        if (device.tested().proof() == TransferDevice.Proof.FAILED) {
            add(items, Point.PROOF_FAILED);
        } else if (!known.proven().containsAll(ofParting)) {
            add(items, Point.PARTING_UNPROVEN);
        }
        if (!DeviceQuestion.of(household).isEmpty()) {
            add(items, Point.DEVICE_QUESTION);
        }
        if (setup.source().bond() == Bond.UNKNOWN) {
            add(items, Point.BOND_UNKNOWN);
        } else if (wired && !known.proven().contains(DeviceProof.BONDING)) {
            add(items, Point.BOND_UNPROVEN);
        }
        if (device.kind().parting().switchesPanel() && !device.provable()) {
            add(items, Point.NO_TEST_CIRCUIT);
        }
        if (setup.path().isEmpty() && wired) {
            add(items, Point.PATH_UNKNOWN);
        }
    }

    private static void ofThePlace(Household household, List<Item> items) {
        if (household.supply().placement().tooNearOpening()) {
            add(items, Point.PLACE_NEAR);
        }
        if (household.supply().placement().leavesGap()) {
            add(items, Point.CORD_GAP);
        }
        household.overloadedCords().forEach(cord -> add(items, Point.CORD_OVERLOADED, "cord", cord.name()));
    }

    private static void ofTheSupply(Household household, List<Item> items) {
        Setup setup = household.setup();
        Generator engine = setup.source().engine();
        if (engine == null || !engine.fuel().fromTank()) {
            return;
        }
        Double tank = engine.tankLitres();
        if (tank == null) {
            add(items, Point.TANK_UNKNOWN);
            return;
        }
        Double hours =
                FuelUse.at(setup.source(), household.averageWattsWanted()).hoursLeft(tank + household.storedLitres());
        if (hours != null && hours < LOW_FUEL_HOURS) {
            add(items, Point.FUEL_LOW, "hours", Math.round(hours));
        }
    }

    private static void ofTheUpkeep(Setup setup, @Nullable Upkeep upkeep, List<Item> items) {
        if (setup.source().engine() == null) {
            return;
        }
        if (upkeep == null) {
            add(items, Point.HOURS_UNKNOWN);
            return;
        }
        for (Upkeep.Standing task : upkeep.tasks()) {
            if (task.state() != Upkeep.State.DUE) {
                continue;
            }
            switch (task.task()) {
                case CO_ALARM_TEST -> add(items, Point.CO_ALARM);
                // the tests themselves say so, and by which of them
                case BOND_PROOF, TRANSFER_PROOF -> {}
                case EXERCISE,
                        OIL_FIRST,
                        OIL,
                        AIR_FILTER,
                        SPARK_PLUG,
                        FUEL_AGE,
                        BATTERY,
                        GROUND_FAULT_TEST,
                        CORD,
                        REHEARSAL ->
                    add(
                            items,
                            Point.TASK_DUE,
                            "task",
                            Phrase.of("upkeep.task." + task.task().word()));
            }
        }
    }
}
