package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.LegWatts;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.RotationPlan.Move;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Limits;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A rotation laid out for drawing: time to the right, a row for each circuit with its on-bars and its reserve, both legs
 * below against their limits. Lengths are units of the drawing.
 *
 * @param left where time begins
 * @param slotWidth of one slot
 * @param bottom of the last row
 * @param hourLines path of a line for every hour
 * @param hours those that are named
 * @param visits walks to the panel, numbered
 * @param stills while the engine stands still
 * @param stores what is in the tank and in the battery, along the plan
 * @param now where the present is, null when it is not in the drawing
 */
@RecordBuilder
public record RotationView(
        int width,
        int height,
        int left,
        double slotWidth,
        int slotMinutes,
        int top,
        int bottom,
        List<Row> rows,
        String hourLines,
        List<Hour> hours,
        List<Band> nights,
        List<Band> away,
        List<Band> stills,
        List<Visit> visits,
        List<LegChart> legs,
        List<StoreChart> stores,
        @Nullable Double now,
        String inWords) {

    /** How wide it is drawn: a table's screen, or a phone. */
    public enum Size {
        WIDE(1240, 236, 27, 24, 66),
        NARROW(360, 118, 34, 6, 64);

        private final int width;
        private final int left;
        private final int row;
        private final int hours;
        private final int leg;

        Size(int width, int left, int row, int hours, int leg) {
            this.width = width;
            this.left = left;
            this.row = row;
            this.hours = hours;
            this.leg = leg;
        }
    }

    /**
     * @param was on-bars of the plan that this one would replace
     * @param reserve path of the reserve, null when it has none
     * @param level what is left of the reserve at the end of the first slot, in words, or null
     * @param unmet its needs go short
     */
    @RecordBuilder
    public record Row(
            String circuit,
            String label,
            String leg,
            int y,
            int height,
            List<Bar> bars,
            List<Bar> was,
            @Nullable String reserve,
            @Nullable String level,
            boolean unmet,
            boolean chosen,
            String inWords) {}

    /**
     * From one slot up to, not including, another.
     *
     * @param carried by a battery while the engine stands still
     */
    public record Bar(double x, double width, int from, int to, boolean pinned, boolean carried) {}

    public record Hour(double x, String text) {}

    public record Band(double x, double width, String text) {}

    /**
     * @param x when it is
     * @param numberX where its number stands: beside that where another one is near
     */
    public record Visit(double x, double numberX, int number, String text, boolean night) {}

    /**
     * @param stacks what runs, each circuit on top of those before it; one path for all the times of a circuit
     * @param foam outline of the largest start on top of what runs
     * @param limitLine what may run: more while somebody stands by what is on
     * @param brimY what may start
     */
    public record LegChart(
            String leg,
            int y,
            int height,
            List<Stack> stacks,
            String foam,
            String limitLine,
            double brimY,
            String limit) {}

    public record Stack(String circuit, String path, boolean chosen) {}

    /**
     * What is left in a tank or a battery, slot by slot.
     *
     * @param name what it is of, a word of the messages
     * @param now what is in it now, in words
     * @param area filled from its bottom up to what is left
     * @param lowY below it nothing is planned with, null where all is
     */
    public record StoreChart(
            String name,
            String now,
            int y,
            int height,
            String area,
            @Nullable Double lowY,
            String inWords) {}

    /**
     * @param before the plan that this one would replace, or null
     * @param chosen id of the circuit being looked at, or null
     */
    public static RotationView of(
            Household household,
            Wanted.Made made,
            @Nullable RotationPlan before,
            LocalDateTime now,
            @Nullable String chosen,
            Size size) {
        return new Layout(household, made, before, now, chosen, size).view();
    }

    /** One drawing in the making. */
    private static final class Layout {
        private static final int TOP = 46;
        private static final int GAP = 26;

        /** How high what is left in a tank is drawn. */
        private static final int STORE = 40;

        /** Every second hour is named: more would run into each other on a phone. */
        private static final int HOURS_NAMED = 2;

        /** How wide “18:00” is, with the gap before it. */
        private static final int NAME_OF_AN_HOUR = 48;

        /** How wide the number of a walk is, with the gap beside it. */
        private static final double NUMBER_OF_A_WALK = 21;

        private final Household household;
        private final Wanted.Made made;
        private final RotationPlan plan;
        private final @Nullable RotationPlan before;
        private final LocalDateTime now;
        private final @Nullable String chosen;
        private final Size size;
        private final Horizon horizon;
        private final int slots;
        private final double slotWidth;

        Layout(
                Household household,
                Wanted.Made made,
                @Nullable RotationPlan before,
                LocalDateTime now,
                @Nullable String chosen,
                Size size) {
            this.household = household;
            this.made = made;
            this.plan = made.plan();
            this.before = before;
            this.now = now;
            this.chosen = chosen;
            this.size = size;
            horizon = plan.rotation().horizon();
            slots = Math.min(plan.on().size(), size.hours * 60 / horizon.slotMinutes());
            slotWidth = (double) (size.width - size.left - 4) / slots;
        }

        RotationView view() {
            List<Row> rows = rows();
            int bottom = TOP + rows.size() * size.row;
            List<LegChart> legs = legs(bottom);
            int belowLegs = legs.isEmpty() ? bottom : legs.get(legs.size() - 1).y() + size.leg + 6;
            List<StoreChart> stores = stores(belowLegs);
            int height =
                    stores.isEmpty() ? belowLegs : stores.get(stores.size() - 1).y() + STORE + 6;
            return RotationViewBuilder.builder()
                    .width(size.width)
                    .height(height)
                    .left(size.left)
                    .slotWidth(slotWidth)
                    .slotMinutes(horizon.slotMinutes())
                    .top(TOP)
                    .bottom(bottom)
                    .rows(rows)
                    .hourLines(hourLines(height))
                    .hours(hours())
                    .nights(bands(horizon::night, "night"))
                    .away(bands(horizon::nobodyThere, say("drawing.rotation.nobody-there")))
                    .stills(bands(
                            slot -> plan.engineOff().contains(slot),
                            plan.rotation().setup().source().burns()
                                    ? say("drawing.rotation.engine-off")
                                    : say("drawing.rotation.no-battery")))
                    .visits(visits())
                    .legs(legs)
                    .stores(stores)
                    .now(nowX())
                    .inWords(inWords())
                    .build();
        }

        private double x(int slot) {
            return Math.round((size.left + slot * slotWidth) * 10) / 10.0;
        }

        private List<Row> rows() {
            Set<String> shown = new LinkedHashSet<>();
            for (Circuit circuit : plan.rotation().setup().circuits()) {
                boolean needed = plan.rotation().needs().stream()
                        .anyMatch(need -> need.circuit().equals(circuit.id()));
                boolean on = plan.on().stream().anyMatch(set -> set.contains(circuit.id()));
                if (needed || on) {
                    shown.add(circuit.id());
                }
            }
            List<Row> rows = new ArrayList<>();
            int y = TOP;
            for (String id : shown) {
                rows.add(row(id, y));
                y += size.row;
            }
            return rows;
        }

        private Row row(String id, int y) {
            Circuit circuit = plan.rotation().setup().circuit(id);
            List<Bar> bars = bars(plan, id, 0);
            double[] levels = plan.levels().get(id);
            boolean unmet = plan.unmet().stream().anyMatch(one -> one.circuit().equals(id) && !one.engineOff());
            String level = levels == null ? null : Words.hours(levels[0]);
            String label = Words.label(id, household);
            int most = size == Size.WIDE ? 24 : 12;
            return RotationViewRowBuilder.builder()
                    .circuit(id)
                    .label(label.length() > most ? label.substring(0, most - 1).strip() + "…" : label)
                    .leg(circuit.twoPole() ? "both" : circuit.leg() == Leg.L1 ? "l1" : "l2")
                    .y(y)
                    .height(size.row)
                    .bars(bars)
                    .was(before == null ? List.of() : bars(before, id, shift(before)))
                    .reserve(levels == null ? null : reserve(id, levels, y))
                    .level(level)
                    .unmet(unmet)
                    .chosen(id.equals(chosen))
                    .inWords(label + ": "
                            + (bars.isEmpty()
                                    ? "off"
                                    : say(
                                            "drawing.rotation.on",
                                            "toList",
                                            String.join(
                                                    ", ",
                                                    bars.stream()
                                                            .map(bar -> say(
                                                                    "drawing.rotation.to",
                                                                    "clock",
                                                                    clock(bar.from),
                                                                    "clock2",
                                                                    clock(bar.to)))
                                                            .toList())))
                            + (level == null ? "" : say("drawing.rotation.left", "level", level)))
                    .build();
        }

        private int shift(RotationPlan before) {
            return (int) (java.time.Duration.between(before.rotation().horizon().first(), horizon.first())
                            .toMinutes()
                    / horizon.slotMinutes());
        }

        private List<Bar> bars(RotationPlan of, String id, int shift) {
            List<Bar> bars = new ArrayList<>();
            int from = -1;
            boolean carried = false;
            for (int slot = 0; slot <= slots; slot++) {
                int at = slot + shift;
                boolean on = slot < slots
                        && at >= 0
                        && at < of.on().size()
                        && of.on().get(at).contains(id);
                boolean still = on && of.engineOff().contains(at);
                if (from >= 0 && (!on || still != carried)) {
                    bars.add(new Bar(
                            x(from),
                            round((slot - from) * slotWidth),
                            from,
                            slot,
                            !carried && pinned(id, from, slot),
                            carried));
                    from = -1;
                }
                if (on && from < 0) {
                    from = slot;
                    carried = still;
                }
            }
            return bars;
        }

        private boolean pinned(String id, int from, int to) {
            return plan.rotation().needs().stream()
                    .anyMatch(need -> need instanceof Need.Pinned pin
                            && pin.on()
                            && pin.circuit().equals(id)
                            && pin.window().from() != null
                            && pin.window().from().isBefore(horizon.at(to))
                            && pin.window().to() != null
                            && pin.window().to().isAfter(horizon.at(from)));
        }

        private String reserve(String id, double[] levels, int y) {
            double hold = plan.rotation().needs().stream()
                    .filter(need ->
                            need instanceof Need.Reserve && need.circuit().equals(id))
                    .mapToDouble(need -> ((Need.Reserve) need).holdMinutes())
                    .findFirst()
                    .orElse(1);
            double start = plan.rotation().needs().stream()
                    .filter(need ->
                            need instanceof Need.Reserve && need.circuit().equals(id))
                    .mapToDouble(need -> ((Need.Reserve) need).levelMinutes())
                    .findFirst()
                    .orElse(0);
            StringBuilder path = new StringBuilder("M" + x(0) + " " + level(start / hold, y));
            for (int slot = 0; slot < slots; slot++) {
                path.append("L").append(x(slot + 1)).append(" ").append(level(levels[slot] / hold, y));
            }
            return path.toString();
        }

        private double level(double share, int y) {
            return round(y + size.row - 4 - share * (size.row - 8));
        }

        private String hourLines(int height) {
            StringBuilder path = new StringBuilder();
            for (int slot = 0; slot < slots; slot++) {
                if (horizon.at(slot).getMinute() == 0) {
                    path.append("M").append(x(slot)).append(" 24V").append(height);
                }
            }
            return path.toString();
        }

        private List<Hour> hours() {
            List<Hour> hours = new ArrayList<>();
            for (int slot = 0; slot < slots; slot++) {
                LocalDateTime time = horizon.at(slot);
                boolean named = time.getMinute() == 0 && time.getHour() % HOURS_NAMED == 0;
                if (named && x(slot) + NAME_OF_AN_HOUR <= size.width) {
                    hours.add(new Hour(x(slot), InUse.measures().hour(time.toLocalTime())));
                }
            }
            return hours;
        }

        private List<Band> bands(java.util.function.IntPredicate in, String text) {
            List<Band> bands = new ArrayList<>();
            int from = -1;
            for (int slot = 0; slot <= slots; slot++) {
                boolean inside = slot < slots && in.test(slot);
                if (inside && from < 0) {
                    from = slot;
                } else if (!inside && from >= 0) {
                    bands.add(new Band(x(from), round((slot - from) * slotWidth), text));
                    from = -1;
                }
            }
            return bands;
        }

        private List<Visit> visits() {
            List<Move> moves = plan.moves().stream()
                    .filter(move -> move.kind() == MoveKind.VISIT && move.slot() < slots)
                    .toList();
            double[] numbers = Spread.apart(
                    moves.stream().mapToDouble(move -> x(move.slot())).toArray(),
                    NUMBER_OF_A_WALK,
                    size.left,
                    size.width - NUMBER_OF_A_WALK / 2);
            List<Visit> visits = new ArrayList<>();
            for (Move move : moves) {
                visits.add(new Visit(
                        x(move.slot()),
                        numbers[visits.size()],
                        visits.size() + 1,
                        clock(move.slot()) + ": " + switched(move),
                        plan.wakes(move)));
            }
            return visits;
        }

        private String switched(Move move) {
            List<String> parts = new ArrayList<>();
            if (!move.off().isEmpty()) {
                parts.add(say("drawing.rotation.off", "labels", labels(move.off())));
            }
            if (!move.on().isEmpty()) {
                parts.add(say("drawing.rotation.on-2", "labels", labels(move.on())));
            }
            return String.join("; ", parts);
        }

        private String labels(List<String> ids) {
            return String.join(
                    ", ", ids.stream().map(id -> Words.label(id, household)).toList());
        }

        private List<LegChart> legs(int bottom) {
            Setup setup = plan.rotation().setup();
            Limits limits = Limits.of(setup.source(), setup.path());
            boolean splitPhase = setup.source().splitPhase();
            List<LegChart> charts = new ArrayList<>();
            int y = bottom + GAP;
            for (Leg leg : splitPhase ? List.of(Leg.L1, Leg.L2) : List.of(Leg.L1)) {
                charts.add(chart(leg, y, limits, setup, splitPhase));
                y += size.leg + 14;
            }
            return charts;
        }

        private LegChart chart(Leg leg, int y, Limits limits, Setup setup, boolean splitPhase) {
            double scale = (size.leg - 4) / limits.legStartingWatts();
            double base = y + size.leg;
            Map<String, StringBuilder> blocks = new LinkedHashMap<>();
            StringBuilder foam = new StringBuilder();
            StringBuilder may = new StringBuilder();
            int from = 0;
            for (int slot = 1; slot <= slots; slot++) {
                if (slot < slots && plan.fed(slot).equals(plan.fed(from))) {
                    continue;
                }
                double stacked = 0;
                double largest = 0;
                List<Circuit> on = setup.circuits(plan.fed(from));
                double most = Capacity.limits(setup, on).legRunningWatts();
                may.append(may.isEmpty() ? "M" + x(from) + " " : "V")
                        .append(round(base - most * scale))
                        .append("H")
                        .append(x(slot));
                for (Circuit circuit : on) {
                    double watts = LegWatts.running(circuit, splitPhase).on(leg);
                    largest = Math.max(
                            largest, LegWatts.starting(circuit, splitPhase).on(leg) - watts);
                    if (watts > 0) {
                        stacked += watts;
                        blocks.computeIfAbsent(circuit.id(), id -> new StringBuilder())
                                .append(block(
                                        x(from), base - stacked * scale, (slot - from) * slotWidth, watts * scale));
                    }
                }
                double top = round(base - (stacked + largest) * scale);
                foam.append(foam.isEmpty() ? "M" : "L")
                        .append(x(from))
                        .append(" ")
                        .append(top)
                        .append("H")
                        .append(x(slot));
                from = slot;
            }
            return new LegChart(
                    leg.word(),
                    y,
                    size.leg,
                    blocks.entrySet().stream()
                            .map(stack -> new Stack(
                                    Words.label(stack.getKey(), household),
                                    stack.getValue().toString(),
                                    stack.getKey().equals(chosen)))
                            .toList(),
                    foam.toString(),
                    may.toString(),
                    round(base - limits.legStartingWatts() * scale),
                    String.format(Locale.ENGLISH, "%,.0f W", limits.legRunningWatts()));
        }

        /** The tank and the battery, where there are such and what is in them is known. */
        private List<StoreChart> stores(int below) {
            List<StoreChart> charts = new ArrayList<>();
            Setup setup = plan.rotation().setup();
            Generator engine = setup.source().engine();
            Double tank = engine == null ? null : engine.tankLitres();
            int y = below + 8;
            if (tank != null && !made.fuel().litres().isEmpty()) {
                List<Double> litres = made.fuel().litres();
                charts.add(store("fuel", y, litres, tank, null, InUse.measures().show(household.fuel(litres.get(0)))));
                y += STORE + 12;
            }
            Battery battery = setup.battery();
            if (battery != null && !made.charge().wattHours().isEmpty()) {
                List<Double> left = made.charge().wattHours();
                charts.add(store(
                        "charge",
                        y,
                        left,
                        battery.wattHours(),
                        battery.lowWattHours(),
                        Math.round(battery.percent(left.get(0))) + " %"));
            }
            return charts;
        }

        private StoreChart store(
                String name, int y, List<Double> levels, double most, @Nullable Double low, String now) {
            double base = y + STORE;
            StringBuilder area = new StringBuilder("M" + x(0) + " " + base);
            for (int slot = 0; slot < slots; slot++) {
                double top = round(base - STORE * Math.min(1, levels.get(slot) / most));
                area.append("L")
                        .append(x(slot))
                        .append(" ")
                        .append(top)
                        .append("H")
                        .append(x(slot + 1));
            }
            area.append("V").append(base).append("z");
            double least = levels.subList(0, slots).stream()
                    .mapToDouble(Double::doubleValue)
                    .min()
                    .orElse(0);
            return new StoreChart(
                    name,
                    now,
                    y,
                    STORE,
                    area.toString(),
                    low == null ? null : (Double) round(base - STORE * low / most),
                    say("rotate.timeline.store." + name, "now", now, "least", Math.round(100 * least / most)));
        }

        private static String block(double x, double y, double width, double height) {
            return "M" + x + " " + round(y) + "h" + round(width) + "v" + round(height) + "h" + round(-width) + "z";
        }

        private @Nullable Double nowX() {
            double slot = java.time.Duration.between(horizon.first(), now).toMinutes() / (double) horizon.slotMinutes();
            return slot < 0 || slot > slots ? null : (Double) round(size.left + slot * slotWidth);
        }

        private String inWords() {
            Set<String> ever = new HashSet<>();
            plan.on().forEach(ever::addAll);
            return say(
                    "drawing.rotation.rotation-from-for-hours-circuits",
                    "clock",
                    clock(0),
                    "slotMinutes",
                    slots * horizon.slotMinutes() / 60,
                    "size",
                    ever.size(),
                    "visits",
                    plan.visits(),
                    "nightVisits",
                    plan.nightVisits());
        }

        private String clock(int slot) {
            return InUse.measures().clock(horizon.at(slot).toLocalTime());
        }

        private static double round(double value) {
            return Math.round(value * 10) / 10.0;
        }
    }
}
