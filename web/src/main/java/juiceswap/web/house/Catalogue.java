package juiceswap.web.house;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.household.HomeLoad;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** Typical household loads, for somebody who has neither label nor meter at hand: our own general engineering ranges. */
@Component
class Catalogue {
    private final List<Typical> all;

    /**
     * A typical load of its sort.
     *
     * @param words other names it is looked for by
     * @param room where it usually is
     * @param low least running watts that are usual, {@code high} the most
     * @param startingWatts watts in the moment of starting, null when it starts as it runs
     * @param motor starts like a motor
     */
    @RecordBuilder
    record Typical(
            String name,
            String words,
            String room,
            int volts,
            int low,
            int watts,
            int high,
            @Nullable Integer startingWatts,
            boolean motor,
            int dutyPercent) {

        /** As a guess, with how far off it may be; at 120 V on a two-pole breaker it is on L1 until somebody says otherwise. */
        HomeLoad load(boolean twoPole) {
            Double start = startingWatts == null ? null : (Double) (double) startingWatts;
            Nameplate plate = new Nameplate((double) watts, start, null, null, null, null, motor);
            Leg leg = twoPole && volts == 120 ? Leg.L1 : null;
            return new HomeLoad(
                    new Load(name, volts, leg, plate, dutyPercent, 1),
                    Estimate.Known.GUESSED,
                    (double) low,
                    (double) high,
                    false,
                    null);
        }

        boolean matches(String wanted) {
            String text = (name + " " + words + " " + room).toLowerCase(Locale.ROOT);
            for (String word : wanted.toLowerCase(Locale.ROOT).strip().split("\\s+")) {
                if (!text.contains(word)) {
                    return false;
                }
            }
            return true;
        }
    }

    Catalogue() {
        this.all = read();
    }

    List<Typical> all() {
        return all;
    }

    Optional<Typical> named(String name) {
        return all.stream()
                .filter(typical -> typical.name().equalsIgnoreCase(name))
                .findFirst();
    }

    /** Those that every word of {@code wanted} is found in, names that begin with it first; else those that share a word. */
    List<Typical> search(String wanted, int most) {
        String start = wanted.toLowerCase(Locale.ROOT).strip();
        List<Typical> found = new ArrayList<>(
                all.stream().filter(typical -> typical.matches(wanted)).toList());
        found.sort((a, b) -> Boolean.compare(
                b.name().toLowerCase(Locale.ROOT).startsWith(start),
                a.name().toLowerCase(Locale.ROOT).startsWith(start)));
        return found.isEmpty() ? likely(wanted, true, most) : found.subList(0, Math.min(most, found.size()));
    }

    /** What is most likely on a breaker of that label; empty when its name does not tell. */
    Optional<Typical> guess(String label, boolean twoPole) {
        return likely(label, twoPole, all.size()).stream()
                .filter(typical -> (typical.volts() == 240) == twoPole)
                .findFirst();
    }

    /** What a circuit of that label probably has on it: the more words in common the earlier, none without. */
    List<Typical> likely(String label, boolean twoPole, int most) {
        List<String> words = List.of(label.toLowerCase(Locale.ROOT).split("[^a-z0-9]+"));
        Comparator<Typical> byWords = Comparator.comparingLong(typical -> -common(typical, words));
        return all.stream()
                .filter(typical -> common(typical, words) > 0)
                .filter(typical -> twoPole || typical.volts() == 120)
                .sorted(byWords)
                .limit(most)
                .toList();
    }

    private static long common(Typical typical, List<String> words) {
        String text = " " + (typical.name() + " " + typical.words()).toLowerCase(Locale.ROOT);
        return words.stream()
                .filter(word -> word.length() > 2 && text.contains(" " + word))
                .count();
    }

    private static List<Typical> read() {
        try (Reader text = new InputStreamReader(
                new ClassPathResource("catalogue.csv").getInputStream(), StandardCharsets.UTF_8)) {
            List<Typical> typicals = new ArrayList<>();
            for (CSVRecord row : CSVFormat.RFC4180
                    .builder()
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get()
                    .parse(text)) {
                String starting = row.get("starting");
                typicals.add(CatalogueTypicalBuilder.builder()
                        .name(row.get("name"))
                        .words(row.get("words"))
                        .room(row.get("room"))
                        .volts(Integer.parseInt(row.get("volts")))
                        .low(Integer.parseInt(row.get("low")))
                        .watts(Integer.parseInt(row.get("watts")))
                        .high(Integer.parseInt(row.get("high")))
                        .startingWatts(starting.isEmpty() ? null : (Integer) Integer.parseInt(starting))
                        .motor(row.get("motor").equals("yes"))
                        .dutyPercent(Integer.parseInt(row.get("duty")))
                        .build());
            }
            return List.copyOf(typicals);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
