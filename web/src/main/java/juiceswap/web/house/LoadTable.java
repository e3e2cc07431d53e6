package juiceswap.web.house;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.PanelMap;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.form.Form;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/**
 * Loads and the panel directory as tables: CSV out, and CSV or a table pasted from a spreadsheet in. A row names its
 * circuit by id, else by panel and printed space, else by label; a circuit that is not there yet is added when its space,
 * label and breaker are given. Nothing is ever removed by a table: what it does not name stays as it is.
 */
final class LoadTable {
    static final List<String> LOAD_COLUMNS = List.of(
            "circuit",
            "panel",
            "space",
            "poles",
            "label",
            "breaker_amps",
            "room",
            "load",
            "volts",
            "leg",
            "count",
            "running_watts",
            "starting_watts",
            "amps",
            "horsepower",
            "code_letter",
            "locked_rotor_amps",
            "motor",
            "duty_percent",
            "known",
            "low_watts",
            "high_watts",
            "left_off");
    static final List<String> DIRECTORY_COLUMNS = List.of(
            "circuit",
            "panel",
            "space",
            "poles",
            "label",
            "breaker_amps",
            "room",
            "locked_off",
            "attended",
            "needs",
            "not_with",
            "shared_neutral_with",
            "winter",
            "summer",
            "night",
            "note");

    private static final int MOST_ROWS = 1000;

    /** Other heads that people give their columns. */
    private static final Map<String, String> ALSO_CALLED = Map.ofEntries(
            Map.entry("id", "circuit"),
            Map.entry("spaces", "space"),
            Map.entry("slot", "space"),
            Map.entry("number", "space"),
            Map.entry("breaker", "breaker_amps"),
            Map.entry("name", "label"),
            Map.entry("description", "label"),
            Map.entry("appliance", "load"),
            Map.entry("voltage", "volts"),
            Map.entry("watts", "running_watts"),
            Map.entry("running", "running_watts"),
            Map.entry("starting", "starting_watts"),
            Map.entry("surge_watts", "starting_watts"),
            Map.entry("hp", "horsepower"),
            Map.entry("lra", "locked_rotor_amps"),
            Map.entry("duty", "duty_percent"),
            Map.entry("quantity", "count"),
            Map.entry("notes", "note"));

    /** A row that can be taken, and what it does. */
    record Good(long line, List<Phrase> does) {}

    /** A row that can't, and why: each field that is wrong, by the last part of its pointer, and what is wrong with it. */
    record Bad(long line, String text, List<Problem> reasons) {}

    /**
     * A table read against a household.
     *
     * @param file the household with every good row taken
     */
    record Reading(List<Good> good, List<Bad> bad, Household file) {}

    private LoadTable() {}

    /** Reads a table. Throws {@link InvalidInput} when it is no table at all. */
    static Reading read(String text, Household household, Schemas schemas) {
        InvalidInput.unless(!text.isBlank(), "/table", "invalid.nothing-in-it");
        List<Good> good = new ArrayList<>();
        List<Bad> bad = new ArrayList<>();
        Household before = household;
        try (CSVParser rows = parser(text)) {
            Map<Integer, String> heads = heads(rows);
            for (CSVRecord row : rows) {
                InvalidInput.unless(
                        row.getRecordNumber() <= MOST_ROWS, "/table", "invalid.too-many-rows", "most", MOST_ROWS);
                String line = String.join(" ", row.toList()).strip();
                if (line.isEmpty()) {
                    continue;
                }
                try {
                    Row.Taken taken = new Row(cells(row, heads), before).take();
                    schemas.requireHousehold(HouseholdJson.write(taken.after()));
                    before = taken.after();
                    good.add(new Good(rows.getCurrentLineNumber(), taken.does()));
                } catch (InvalidInput invalid) {
                    bad.add(new Bad(rows.getCurrentLineNumber(), shortened(line), reasons(invalid)));
                }
            }
        } catch (IOException | UncheckedIOException e) {
            throw new InvalidInput("/table", "invalid.table-quotes");
        }
        return new Reading(good, bad, before);
    }

    private static List<Problem> reasons(InvalidInput invalid) {
        return invalid.problems().stream()
                .map(problem -> new Problem(last(problem.field()), problem.what()))
                .distinct()
                .toList();
    }

    /** The field as people call it: the last part of the pointer, its words apart; empty where that is a number. */
    private static String last(String pointer) {
        String name = pointer.substring(pointer.lastIndexOf('/') + 1);
        boolean says = name.isEmpty() || Character.isDigit(name.charAt(0));
        return says ? "" : name.replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT);
    }

    private static String shortened(String line) {
        return line.length() > 90 ? line.substring(0, 90) + "…" : line;
    }

    /** The separator is whichever of tab, semicolon and comma the first line has most of. */
    private static CSVParser parser(String text) throws IOException {
        String first = text.strip().lines().findFirst().orElse("");
        char separator = ',';
        for (char candidate : new char[] {'\t', ';'}) {
            if (first.chars().filter(c -> c == candidate).count()
                    > first.chars().filter(c -> c == ',').count()) {
                separator = candidate;
            }
        }
        return CSVFormat.DEFAULT
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get()
                .parse(new StringReader(text.replace("\ufeff", "")));
    }

    private static Map<Integer, String> heads(CSVParser rows) {
        Map<Integer, String> heads = new HashMap<>();
        if (rows.iterator().hasNext()) {
            CSVRecord first = rows.iterator().next();
            for (int i = 0; i < first.size(); i++) {
                String head = first.get(i)
                        .strip()
                        .toLowerCase(Locale.ROOT)
                        .replaceAll("\\(.*\\)", "")
                        .strip()
                        .replaceAll("[ -]+", "_");
                head = ALSO_CALLED.getOrDefault(head, head);
                if (LOAD_COLUMNS.contains(head) || DIRECTORY_COLUMNS.contains(head)) {
                    heads.put(i, head);
                }
            }
        }
        InvalidInput.unless(
                heads.containsValue("circuit") || heads.containsValue("space") || heads.containsValue("label"),
                "/table",
                "invalid.no-header");
        return heads;
    }

    private static Map<String, String> cells(CSVRecord row, Map<Integer, String> heads) {
        Map<String, String> cells = new HashMap<>();
        heads.forEach((index, head) -> {
            if (index < row.size() && !row.get(index).isBlank()) {
                String cell = row.get(index).strip();
                cells.put(head, cell.matches("'[=+@-].*") ? cell.substring(1) : cell);
            }
        });
        return cells;
    }

    /** One row on its way into a household. */
    private static final class Row {
        private final Map<String, String> cells;
        private final Household before;

        Row(Map<String, String> cells, Household before) {
            this.cells = cells;
            this.before = before;
        }

        /** What a row gives: another household, and what was done to it. */
        record Taken(Household after, List<Phrase> does) {}

        /** Takes it. */
        Taken take() {
            HomeCircuit found = find();
            List<Phrase> does = new ArrayList<>();
            Household house = before;
            String id;
            if (found == null) {
                EnteredCircuit added = added();
                id = added.id();
                house = house.withNew(added);
                does.add(Phrase.of("table.adds", "what", added.label()));
            } else {
                id = found.id();
            }
            EnteredCircuit was = house.entered(id);
            house = described(house, id, found != null);
            String label = house.entered(id).label();
            if (found != null && !was.equals(house.entered(id))) {
                does.add(Phrase.of("table.changes", "what", label));
            }
            if (cells.containsKey("load")) {
                house = withLoad(house, id, label, does);
            }
            if (does.isEmpty()) {
                does.add(Phrase.of("table.no-change", "what", label));
            }
            return new Taken(house, does);
        }

        private @Nullable HomeCircuit find() {
            String id = cells.get("circuit");
            if (id != null && before.find(id) != null) {
                return before.find(id);
            }
            String space = cells.get("space");
            if (space != null) {
                int number = first(space);
                HomePanel panel = panel();
                List<HomeCircuit> there = before.circuits().stream()
                        .filter(entry -> entry.panel().equals(panel.id()))
                        .filter(entry -> entry.circuit().spaces().stream()
                                .anyMatch(one -> panel.panel().printed(one) == number))
                        .toList();
                String label = cells.get("label");
                return there.stream()
                        .filter(entry ->
                                label == null || entry.circuit().label().equalsIgnoreCase(label))
                        .findFirst()
                        .orElse(label == null && there.size() == 1 ? there.get(0) : null);
            }
            String label = cells.get("label");
            return before.circuits().stream()
                    .filter(entry -> entry.circuit().label().equalsIgnoreCase(label))
                    .findFirst()
                    .orElse(null);
        }

        private HomePanel panel() {
            String name = cells.getOrDefault("panel", "");
            return before.panels().stream()
                    .filter(panel -> panel.id().equals(name) || panel.name().equalsIgnoreCase(name))
                    .findFirst()
                    .orElseThrow(() -> new InvalidInput("/panel", "invalid.no-panel-named", "panel", name));
        }

        private static int first(String space) {
            Double number = Form.numberIn(space.split("[-–/ ,+&ab]")[0]);
            return InvalidInput.present(number, "/space", "invalid.no-space", "typed", space)
                    .intValue();
        }

        private EnteredCircuit added() {
            String label = InvalidInput.present(cells.get("label"), "/label", "invalid.no-circuit-by-rest");
            String written =
                    InvalidInput.present(cells.get("space"), "/space", "invalid.no-circuit-named", "label", label);
            double amps = InvalidInput.present(number("breaker_amps"), "/breakerAmps", "invalid.missing");
            HomePanel panel = panel();
            int space = panel.panel().spaceOf(first(written));
            boolean twoPole = "2".equals(cells.get("poles"))
                    || "240".equals(cells.get("volts"))
                    || written.matches(".*\\d+[-–/ ,+&]+\\d+.*");
            List<Integer> spaces = PanelMap.spacesFrom(space, twoPole ? 2 : 1);
            return EnteredCircuit.bare(
                    before.freeId(HouseEditing.plain(label)),
                    label,
                    new EnteredCircuit.Seat(panel.id(), spaces, null),
                    amps);
        }

        private Household described(Household house, String id, boolean wasThere) {
            Household described = house.withCircuit(id, circuit -> describe(circuit, wasThere));
            String partner = cells.get("shared_neutral_with");
            if (partner != null) {
                described = described.sharingNeutral(id, partner);
            }
            String room = cells.get("room");
            return room == null || room.equals(before.roomOf().get(id)) ? described : described.inRoom(id, room);
        }

        private EnteredCircuit describe(EnteredCircuit before, boolean wasThere) {
            EnteredCircuit circuit = before;
            if (wasThere && cells.containsKey("label")) {
                circuit = circuit.withLabel(cell("label"));
            }
            Double amps = wasThere ? number("breaker_amps") : null;
            if (amps != null) {
                circuit = circuit.withBreakerAmps(amps);
            }
            if (cells.containsKey("note")) {
                circuit = circuit.withNote(cell("note"));
            }
            circuit = circuit.withLockedOff(flag("locked_off", "lockedOff", circuit.lockedOff()))
                    .withAttended(flag("attended", "attended", circuit.said().attended()));
            for (Occasion occasion : Occasion.values()) {
                if (cells.containsKey(occasion.word())) {
                    circuit = circuit.withSaid(
                            circuit.said().with(occasion, word(Choice.class, occasion.word(), occasion.word())));
                }
            }
            EnteredCircuit.Ties ties = circuit.ties();
            return circuit.withTies(new EnteredCircuit.Ties(
                    ids("needs", ties.needs()), ids("not_with", ties.notWith()), ties.sharedNeutralWith()));
        }

        private List<String> ids(String column, List<String> otherwise) {
            return cells.containsKey(column) ? List.of(cell(column).split("[;, ]+")) : otherwise;
        }

        private <E extends Enum<E> & Worded> E word(Class<E> kind, String column, String field) {
            return Tree.under("/" + field, () -> Worded.of(kind, cell(column).toLowerCase(Locale.ROOT)));
        }

        /** What a column that is there says. */
        private String cell(String column) {
            return Objects.requireNonNull(cells.get(column), column);
        }

        /** Changes the load of that name, or adds it. */
        private Household withLoad(Household house, String id, String label, List<Phrase> does) {
            String name = cell("load");
            List<HomeLoad> loads = new ArrayList<>(house.entered(id).loads());
            int at = -1;
            for (int i = 0; i < loads.size(); i++) {
                if (loads.get(i).load().name().equalsIgnoreCase(name)) {
                    at = i;
                }
            }
            HomeLoad was = at < 0 ? null : loads.get(at);
            HomeLoad load = load(name, was);
            if (was == null) {
                loads.add(load);
                does.add(Phrase.of("table.adds-load", "load", name, "circuit", label));
            } else {
                loads.set(at, load);
                does.add(
                        was.equals(load)
                                ? Phrase.of("table.no-change", "what", name)
                                : Phrase.of("table.changes-load", "load", name, "circuit", label));
            }
            return house.withCircuit(id, circuit -> circuit.withLoads(loads));
        }

        /** The load that a row describes; what it is silent on is as it was, or as is usual. */
        private HomeLoad load(String name, @Nullable HomeLoad was) {
            Load before = was == null ? null : was.load();
            Nameplate plate = before == null ? null : before.nameplate();
            String letter = cells.get("code_letter");
            Double volts = number("volts");
            Double duty = number("duty_percent");
            Double count = number("count");
            Leg leg = cells.containsKey("leg")
                    ? Tree.under(
                            "/leg", () -> Worded.of(Leg.class, cells.get("leg").toUpperCase(Locale.ROOT)))
                    : before == null ? null : before.leg();
            Nameplate labelled = new Nameplate(
                    or(number("running_watts"), plate == null ? null : plate.runningWatts()),
                    or(number("starting_watts"), plate == null ? null : plate.startingWatts()),
                    or(number("amps"), plate == null ? null : plate.amps()),
                    or(number("horsepower"), plate == null ? null : plate.horsepower()),
                    letter == null ? plate == null ? null : plate.codeLetter() : letter.toUpperCase(Locale.ROOT),
                    or(number("locked_rotor_amps"), plate == null ? null : plate.lockedRotorAmps()),
                    flag("motor", "motor", plate != null && plate.motor()));
            Load load = new Load(
                    before == null ? name : before.name(),
                    volts != null ? volts.intValue() : before == null ? 120 : before.volts(),
                    leg,
                    labelled,
                    duty != null ? duty : before == null ? 100 : before.dutyPercent(),
                    count != null ? count.intValue() : before == null ? 1 : before.count());
            Estimate.Known known = cells.containsKey("known")
                    ? word(Estimate.Known.class, "known", "known")
                    : was == null ? Estimate.Known.GUESSED : was.said();
            return new HomeLoad(
                    load,
                    known,
                    or(number("low_watts"), was == null ? null : was.lowWatts()),
                    or(number("high_watts"), was == null ? null : was.highWatts()),
                    flag("left_off", "leftOff", was != null && was.leftOff()),
                    was == null ? null : was.clamp());
        }

        private static @Nullable Double or(@Nullable Double given, @Nullable Double otherwise) {
            return given == null ? otherwise : given;
        }

        private boolean flag(String column, String field, boolean otherwise) {
            if (!cells.containsKey(column)) {
                return otherwise;
            }
            String word = cells.get(column).toLowerCase(Locale.ROOT);
            boolean yes = List.of("yes", "y", "true", "1", "x").contains(word);
            InvalidInput.unless(
                    yes || List.of("no", "n", "false", "0").contains(word),
                    "/" + field,
                    "invalid.yes-or-no",
                    "typed",
                    word);
            return yes;
        }

        private @Nullable Double number(String column) {
            String text = cells.get(column);
            if (text == null) {
                return null;
            }
            Double number = Form.numberIn(text.replaceAll("(?i)\\s*(watts?|w|amps?|a|volts?|v|hp|%)$", ""));
            InvalidInput.unless(number != null, "/" + column.replace('_', ' '), "invalid.no-number", "typed", text);
            return number;
        }
    }

    /** Every load, one a row; a circuit without any has a row of its own. */
    static String loads(Household file) {
        List<List<String>> rows = new ArrayList<>();
        for (HomeCircuit circuit : file.circuits()) {
            if (circuit.loads().isEmpty()) {
                List<String> row = beginning(file, circuit);
                LOAD_FIELDS.forEach(field -> row.add(""));
                rows.add(row);
            }
            for (HomeLoad load : circuit.loads()) {
                List<String> row = beginning(file, circuit);
                LOAD_FIELDS.forEach(field -> row.add(cell(field.apply(load))));
                rows.add(row);
            }
        }
        return csv(LOAD_COLUMNS, rows);
    }

    /** What stands in the columns of a load, in their order. */
    private static final List<Function<HomeLoad, @Nullable Object>> LOAD_FIELDS = List.of(
            load -> load.load().name(),
            load -> load.load().volts(),
            load -> load.load().leg() == null ? null : load.load().leg().word(),
            load -> load.load().count() == 1 ? null : load.load().count(),
            load -> load.load().nameplate().runningWatts(),
            load -> load.load().nameplate().startingWatts(),
            load -> load.load().nameplate().amps(),
            load -> load.load().nameplate().horsepower(),
            load -> load.load().nameplate().codeLetter(),
            load -> load.load().nameplate().lockedRotorAmps(),
            load -> load.load().nameplate().motor() ? true : null,
            load -> load.load().dutyPercent() == 100 ? null : load.load().dutyPercent(),
            load -> load.said() == null ? null : load.said().word(),
            HomeLoad::lowWatts,
            HomeLoad::highWatts,
            load -> load.leftOff() ? true : null);

    /** Every circuit, one a row. */
    static String directory(Household file) {
        List<List<String>> rows = new ArrayList<>();
        for (HomeCircuit circuit : file.circuits()) {
            EnteredCircuit entered = circuit.entered();
            List<String> row = beginning(file, circuit);
            row.add(cell(entered.lockedOff() ? true : null));
            row.add(cell(entered.said().attended() ? true : null));
            row.add(String.join(" ", entered.ties().needs()));
            row.add(String.join(" ", entered.ties().notWith()));
            row.add(cell(entered.ties().sharedNeutralWith()));
            for (Occasion occasion : Occasion.values()) {
                Choice said = entered.said().choices().get(occasion);
                row.add(said == null ? "" : said.word());
            }
            row.add(entered.said().note());
            rows.add(row);
        }
        return csv(DIRECTORY_COLUMNS, rows);
    }

    private static List<String> beginning(Household file, HomeCircuit entry) {
        return new ArrayList<>(List.of(
                entry.id(),
                entry.panel(),
                file.printed(entry).replace('–', '-'),
                entry.circuit().twoPole() ? "2" : "1",
                entry.circuit().label(),
                Shown.plain(entry.circuit().breakerAmps()),
                file.roomOf().getOrDefault(entry.id(), "")));
    }

    private static String cell(@Nullable Object value) {
        if (value instanceof Boolean flag) {
            return flag ? "yes" : "no";
        }
        if (value instanceof Number number) {
            return Shown.plain(number.doubleValue());
        }
        return value == null ? "" : value.toString();
    }

    /** A spreadsheet would run a text that begins like a formula. Reading takes the mark off again. */
    private static String harmless(String cell) {
        return cell.matches("[=+@-].*") && Form.numberIn(cell) == null ? "'" + cell : cell;
    }

    private static String csv(List<String> heads, List<List<String>> rows) {
        StringWriter text = new StringWriter();
        try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
            printer.printRecord(heads);
            for (List<String> row : rows) {
                printer.printRecord(row.stream().map(LoadTable::harmless).toList());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }
}
