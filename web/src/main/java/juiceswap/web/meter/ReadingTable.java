package juiceswap.web.meter;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.meter.Readings;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/** Readings as a table: CSV out and in, {@code time,where,l1n,l2n,l1l2,hz,ng,l1a,l2a}. */
final class ReadingTable {
    static final List<String> COLUMNS = List.of("time", "where", "l1n", "l2n", "l1l2", "hz", "ng", "l1a", "l2a");
    private static final int MOST_ROWS = 20_000;
    private static final double HIGHEST = 1000;

    private ReadingTable() {}

    /** A line that can't be taken: which column is wrong, or none, and what is wrong with it. */
    public record Bad(long line, String text, String field, Phrase reason) {}

    /** What a table holds. */
    record Result(List<Taken> good, List<Bad> bad) {}

    /** Times in UTC; empty where nothing was read. */
    static String write(List<Taken> taken) {
        StringWriter text = new StringWriter();
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setRecordSeparator("\n")
                .setHeader(COLUMNS.toArray(String[]::new))
                .get();
        try (CSVPrinter printer = new CSVPrinter(text, format)) {
            for (Taken one : taken) {
                Readings read = one.readings();
                printer.printRecord(
                        one.at(),
                        one.where(),
                        read.l1n(),
                        read.l2n(),
                        read.l1l2(),
                        read.hz(),
                        read.ng(),
                        read.l1a(),
                        read.l2a());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }

    /**
     * Reads a table; its first line names the columns, of which time and one reading are needed.
     *
     * @param zone of times that name none
     */
    static Result read(String text, ZoneId zone) {
        String table = text.startsWith("\uFEFF") ? text.substring(1) : text;
        String head = table.lines().findFirst().orElse("");
        char separator = head.contains("\t") ? '\t' : head.contains(";") ? ';' : ',';
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setDelimiter(separator)
                .setHeader()
                .setSkipHeaderRecord(true)
                .setIgnoreEmptyLines(true)
                .setIgnoreHeaderCase(true)
                .setIgnoreSurroundingSpaces(true)
                .get();
        List<Taken> good = new ArrayList<>();
        List<Bad> bad = new ArrayList<>();
        try (CSVParser parser = CSVParser.parse(new StringReader(table), format)) {
            requireColumns(parser.getHeaderNames());
            for (CSVRecord row : parser) {
                InvalidInput.unless(
                        row.getRecordNumber() <= MOST_ROWS, "/table", "invalid.too-many-rows", "most", MOST_ROWS);
                try {
                    good.add(taken(row, zone));
                } catch (InvalidInput wrong) {
                    InvalidInput.Problem first = wrong.problems().get(0);
                    String field = first.field().isEmpty() ? "" : first.field().substring(1);
                    bad.add(new Bad(
                            parser.getCurrentLineNumber(), String.join(",", row.toList()), field, first.what()));
                }
            }
        } catch (IOException | UncheckedIOException | IllegalArgumentException malformed) {
            throw new InvalidInput("/table", "invalid.no-table", "why", malformed.getMessage());
        }
        return new Result(List.copyOf(good), List.copyOf(bad));
    }

    private static void requireColumns(List<String> names) {
        Set<String> given = Set.copyOf(
                names.stream().map(name -> name.toLowerCase(Locale.ROOT)).toList());
        InvalidInput.unless(given.contains("time"), "/table", "invalid.no-time-column");
        List<String> unknown =
                given.stream().filter(name -> !COLUMNS.contains(name)).sorted().toList();
        InvalidInput.unless(
                unknown.isEmpty(),
                "/table",
                "invalid.unknown-columns",
                "columns",
                String.join(", ", unknown),
                "join2",
                String.join(", ", COLUMNS));
    }

    private static Taken taken(CSVRecord row, ZoneId zone) {
        String where = cell(row, "where");
        InvalidInput.unless(
                where.isEmpty() || where.equals(Taken.PANEL) || where.equals(Taken.GENERATOR),
                "/where",
                "invalid.panel-or-generator");
        return new Taken(
                time(cell(row, "time"), zone),
                where.isEmpty() ? Taken.PANEL : where,
                new Readings(
                        number(row, "l1n"),
                        number(row, "l2n"),
                        number(row, "l1l2"),
                        number(row, "hz"),
                        number(row, "ng"),
                        number(row, "l1a"),
                        number(row, "l2a")));
    }

    private static String cell(CSVRecord row, String column) {
        return row.isMapped(column) && row.isSet(column) ? row.get(column).strip() : "";
    }

    private static @Nullable Double number(CSVRecord row, String column) {
        String text = cell(row, column);
        if (text.isEmpty()) {
            return null;
        }
        double value;
        try {
            value = Double.parseDouble(text.replace(',', '.'));
        } catch (NumberFormatException notANumber) {
            throw new InvalidInput("/" + column, "invalid.no-number", "typed", text);
        }
        InvalidInput.unless(value >= 0 && value <= HIGHEST, "/" + column, "invalid.up-to-1000");
        return value;
    }

    /** A moment, with or without its zone; a space may stand for the T. */
    static Instant time(String text, ZoneId zone) {
        String iso = text.replace(' ', 'T');
        return Stream.<java.util.function.Function<String, Instant>>of(
                        Instant::parse,
                        given -> OffsetDateTime.parse(given).toInstant(),
                        given -> LocalDateTime.parse(given).atZone(zone).toInstant())
                .flatMap(way -> {
                    try {
                        return Stream.of(way.apply(iso));
                    } catch (DateTimeException otherwise) {
                        return Stream.empty();
                    }
                })
                .findFirst()
                .orElseThrow(() -> new InvalidInput("/time", "invalid.no-instant", "typed", text));
    }
}
