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
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import juiceswap.web.exchange.CircuitEntry;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.PanelEntry;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.form.Form;
import juiceswap.web.household.HouseDraft;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

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
    record Good(long line, String does) {}

    /** A row that can't, and why. */
    record Bad(long line, String text, String reason) {}

    /**
     * A table read against a household.
     *
     * @param file the household with every good row taken
     */
    record Reading(List<Good> good, List<Bad> bad, ObjectNode file) {}

    private LoadTable() {}

    /** Reads a table. Throws {@link InvalidInput} when it is no table at all. */
    static Reading read(String text, HouseholdFile household, Schemas schemas) {
        InvalidInput.unless(!text.isBlank(), "/table", "invalid.nothing-in-it");
        List<Good> good = new ArrayList<>();
        List<Bad> bad = new ArrayList<>();
        HouseholdFile before = household;
        try (CSVParser rows = parser(text)) {
            Map<Integer, String> heads = heads(rows);
            for (CSVRecord row : rows) {
                InvalidInput.unless(
                        row.getRecordNumber() <= MOST_ROWS, "/table", "invalid.too-many-rows", "most", MOST_ROWS);
                String line = String.join(" ", row.toList()).strip();
                if (line.isEmpty()) {
                    continue;
                }
                ObjectNode tried = (ObjectNode) before.json().deepCopy();
                try {
                    String does = new Row(cells(row, heads), new HouseDraft(tried), before).take();
                    before = HouseholdFile.read(tried, schemas);
                    good.add(new Good(rows.getCurrentLineNumber(), does));
                } catch (InvalidInput invalid) {
                    bad.add(new Bad(rows.getCurrentLineNumber(), shortened(line), reasons(invalid)));
                }
            }
        } catch (IOException | UncheckedIOException e) {
            throw new InvalidInput("/table", "invalid.table-quotes");
        }
        return new Reading(good, bad, (ObjectNode) before.json());
    }

    private static String reasons(InvalidInput invalid) {
        return String.join(
                "; ",
                invalid.problems().stream()
                        .map(problem -> last(problem.field()) + problem.message())
                        .distinct()
                        .toList());
    }

    private static String last(String pointer) {
        String name = pointer.substring(pointer.lastIndexOf('/') + 1);
        boolean says = name.isEmpty() || Character.isDigit(name.charAt(0));
        return says ? "" : name.replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT) + " ";
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

    /** One row on its way into a draft. */
    private static final class Row {
        private final Map<String, String> cells;
        private final HouseDraft draft;
        private final HouseholdFile before;

        Row(Map<String, String> cells, HouseDraft draft, HouseholdFile before) {
            this.cells = cells;
            this.draft = draft;
            this.before = before;
        }

        /** Takes it; says in words what it does. */
        String take() {
            CircuitEntry found = find();
            String does = "";
            String id;
            if (found == null) {
                id = add();
                does = "adds " + cells.get("label");
            } else {
                id = found.id();
            }
            JsonNode circuit = draft.circuit(id);
            JsonNode was = circuit.deepCopy();
            describe((ObjectNode) circuit, id, found);
            boolean changed = found != null && !was.equals(circuit);
            String label = circuit.path("label").asString(id);
            if (changed) {
                does = "changes " + label;
            }
            if (cells.containsKey("load")) {
                does += (does.isEmpty() ? "" : ", ") + load(id, label);
            }
            return does.isEmpty() ? "no change to " + label : does;
        }

        private @Nullable CircuitEntry find() {
            String id = cells.get("circuit");
            if (id != null && before.find(id) != null) {
                return before.find(id);
            }
            String space = cells.get("space");
            if (space != null) {
                int number = first(space);
                PanelEntry panel = panel();
                List<CircuitEntry> there = before.circuits().stream()
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

        private PanelEntry panel() {
            String name = cells.getOrDefault("panel", "");
            return before.panels().stream()
                    .filter(panel -> panel.id().equals(name) || panel.name().equalsIgnoreCase(name))
                    .findFirst()
                    .orElseThrow(() -> new InvalidInput("/panel", "invalid.no-panel-named", "panel", name));
        }

        private static int first(String space) {
            Double number = Form.numberIn(space.split("[-–/ ,+&ab]")[0]);
            InvalidInput.unless(number != null, "/space", "invalid.no-space", "typed", space);
            return number.intValue();
        }

        private String add() {
            String label = cells.get("label");
            InvalidInput.unless(label != null, "/label", "invalid.no-circuit-by-rest");
            InvalidInput.unless(cells.containsKey("space"), "/space", "invalid.no-circuit-named", "label", label);
            Double amps = number("breaker_amps");
            InvalidInput.unless(amps != null, "/breakerAmps", "invalid.missing");
            PanelEntry panel = panel();
            Panel hangs = panel.panel();
            int space = hangs.spaceOf(first(cells.get("space")));
            boolean twoPole = "2".equals(cells.get("poles"))
                    || "240".equals(cells.get("volts"))
                    || cells.get("space").matches(".*\\d+[-–/ ,+&]+\\d+.*");
            List<Integer> spaces = PanelMap.spacesFrom(space, twoPole ? 2 : 1);
            return draft.addCircuit(panel.id(), spaces, label, amps);
        }

        private void describe(ObjectNode circuit, String id, @Nullable CircuitEntry found) {
            if (found != null && cells.containsKey("label")) {
                circuit.put("label", cells.get("label"));
            }
            if (found != null && cells.containsKey("breaker_amps")) {
                HouseDraft.putNumber(circuit, "breakerAmps", number("breaker_amps"));
            }
            if (cells.containsKey("room")
                    && !Objects.equals(PanelController.roomOf(before).get(id), cells.get("room"))) {
                draft.room(id, cells.get("room"));
            }
            if (cells.containsKey("note")) {
                circuit.put("note", cells.get("note"));
            }
            flag(circuit, "lockedOff", "locked_off");
            for (String field : List.of("winter", "summer", "night")) {
                if (cells.containsKey(field)) {
                    circuit.put(field, cells.get(field).toLowerCase(Locale.ROOT));
                }
            }
            if (cells.containsKey("needs")) {
                HouseDraft.put(circuit, "needs", List.of(cells.get("needs").split("[;, ]+")));
            }
            if (cells.containsKey("not_with")) {
                HouseDraft.put(circuit, "notWith", List.of(cells.get("not_with").split("[;, ]+")));
            }
            if (cells.containsKey("shared_neutral_with")) {
                circuit.put("sharedNeutralWith", cells.get("shared_neutral_with"));
            }
        }

        /** Changes the load of that name, or adds it. */
        private String load(String id, String label) {
            String name = cells.get("load");
            ObjectNode load = null;
            for (JsonNode one : draft.loads(id)) {
                if (one.path("name").asString().equalsIgnoreCase(name)) {
                    load = (ObjectNode) one;
                }
            }
            boolean there = load != null;
            if (load == null) {
                load = draft.loads(id).addObject();
                load.put("name", name);
                load.put("volts", 120);
            }
            JsonNode was = load.deepCopy();
            Double volts = number("volts");
            if (volts != null) {
                HouseDraft.putNumber(load, "volts", volts);
            }
            if (cells.containsKey("leg")) {
                load.put("leg", cells.get("leg").toUpperCase(Locale.ROOT));
            }
            Map<String, String> numbers = Map.of(
                    "running_watts", "runningWatts",
                    "starting_watts", "startingWatts",
                    "amps", "amps",
                    "horsepower", "horsepower",
                    "locked_rotor_amps", "lockedRotorAmps",
                    "duty_percent", "dutyPercent",
                    "count", "count",
                    "low_watts", "lowWatts",
                    "high_watts", "highWatts");
            for (Map.Entry<String, String> column : numbers.entrySet()) {
                Double value = number(column.getKey());
                if (value != null && !sameNumber(load.path(column.getValue()), value)) {
                    HouseDraft.putNumber(load, column.getValue(), value);
                }
            }
            if (cells.containsKey("code_letter")) {
                load.put("codeLetter", cells.get("code_letter").toUpperCase(Locale.ROOT));
            }
            flag(load, "motor", "motor");
            flag(load, "leftOff", "left_off");
            if (cells.containsKey("known")) {
                load.put("known", cells.get("known").toLowerCase(Locale.ROOT));
            } else if (!there) {
                load.put("known", "guessed");
            }
            if (there) {
                return was.equals(load) ? "no change to " + name : "changes " + name + " on " + label;
            }
            return "adds " + name + " to " + label;
        }

        private static boolean sameNumber(JsonNode node, double value) {
            return node.isNumber() && node.asDouble() == value;
        }

        private void flag(ObjectNode node, String field, String column) {
            if (cells.containsKey(column)) {
                String word = cells.get(column).toLowerCase(Locale.ROOT);
                boolean yes = List.of("yes", "y", "true", "1", "x").contains(word);
                InvalidInput.unless(
                        yes || List.of("no", "n", "false", "0").contains(word),
                        "/" + field,
                        "invalid.yes-or-no",
                        "typed",
                        word);
                if (yes || node.has(field)) {
                    node.put(field, yes);
                }
            }
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
    static String loads(HouseholdFile file) {
        List<List<String>> rows = new ArrayList<>();
        for (JsonNode circuit : file.json().path("setup").path("circuits")) {
            CircuitEntry entry =
                    Objects.requireNonNull(file.find(circuit.path("id").asString()));
            List<JsonNode> loads = new ArrayList<>();
            circuit.path("loads").forEach(loads::add);
            if (loads.isEmpty()) {
                loads.add(Json.MAPPER.createObjectNode());
            }
            for (JsonNode load : loads) {
                List<String> row = beginning(file, entry);
                for (String field : List.of(
                        "name",
                        "volts",
                        "leg",
                        "count",
                        "runningWatts",
                        "startingWatts",
                        "amps",
                        "horsepower",
                        "codeLetter",
                        "lockedRotorAmps",
                        "motor",
                        "dutyPercent",
                        "known",
                        "lowWatts",
                        "highWatts",
                        "leftOff")) {
                    row.add(cell(load.path(field)));
                }
                rows.add(row);
            }
        }
        return csv(LOAD_COLUMNS, rows);
    }

    /** Every circuit, one a row. */
    static String directory(HouseholdFile file) {
        List<List<String>> rows = new ArrayList<>();
        for (JsonNode circuit : file.json().path("setup").path("circuits")) {
            List<String> row = beginning(
                    file, Objects.requireNonNull(file.find(circuit.path("id").asString())));
            row.add(cell(circuit.path("lockedOff")));
            row.add(String.join(" ", Json.texts(circuit, "needs")));
            row.add(String.join(" ", Json.texts(circuit, "notWith")));
            for (String field : List.of("sharedNeutralWith", "winter", "summer", "night", "note")) {
                row.add(cell(circuit.path(field)));
            }
            rows.add(row);
        }
        return csv(DIRECTORY_COLUMNS, rows);
    }

    private static List<String> beginning(HouseholdFile file, CircuitEntry entry) {
        PanelEntry panel = file.panel(entry.panel());
        return new ArrayList<>(List.of(
                entry.id(),
                panel.id(),
                file.printed(entry).replace('–', '-'),
                entry.circuit().twoPole() ? "2" : "1",
                entry.circuit().label(),
                Shown.plain(entry.circuit().breakerAmps()),
                PanelController.roomOf(file).getOrDefault(entry.id(), "")));
    }

    private static String cell(JsonNode value) {
        if (value.isBoolean()) {
            return value.asBoolean() ? "yes" : "no";
        }
        return value.isNumber() ? Shown.plain(value.asDouble()) : value.isString() ? value.asString() : "";
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
