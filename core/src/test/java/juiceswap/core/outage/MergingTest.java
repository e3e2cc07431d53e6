package juiceswap.core.outage;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import juiceswap.core.Samples;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Merging.Own;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What phones wrote while they were alone comes into one log. */
class MergingTest {
    private static final Setup HOUSE = Samples.cottage();
    private static final Instant EVENING = Instant.parse("2026-01-14T18:00:00Z");
    private static final Readings GOOD = new Readings(121.0, 120.0, 241.0, 60.5, 0.3);

    private static Event.Started started() {
        return new Event.Started(
                SwapState.initial(Bond.BONDED, true, false),
                Goal.ON_GENERATOR,
                new Options(false, false, Set.of(), List.of("fridge", "well"), false, null));
    }

    /** The log that everything comes to. */
    private static final class Server {
        private final List<Entry> log = new ArrayList<>();
        private final Map<String, Integer> known = new HashMap<>();
        private Instant now = EVENING;

        void write(Event event) {
            log.add(new Entry(log.size() + 1, now, "Ines", event));
        }

        /** Takes in what has not been taken in yet, and answers with all of it. */
        List<Entry> merge(int basedOn, List<Own> sent) {
            List<Own> fresh =
                    sent.stream().filter(own -> !known.containsKey(own.id())).toList();
            for (Merging.Taken taken : Merging.of(HOUSE, log, basedOn, fresh, true, now)) {
                log.add(taken.entry());
                if (taken.id() != null) {
                    assertThat(known.put(taken.id(), taken.entry().sequence())).isNull();
                }
            }
            return List.copyOf(log);
        }

        Standing standing() {
            return Standing.of(HOUSE, log);
        }
    }

    /** A phone: what it had of the log, and what it wrote since. */
    private static final class Phone {
        private final String name;
        private final Duration clockWrong;
        private List<Entry> base = new ArrayList<>();
        private final List<Own> unsent = new ArrayList<>();
        private int written;

        Phone(String name, Duration clockWrong) {
            this.name = name;
            this.clockWrong = clockWrong;
        }

        List<Entry> log() {
            List<Entry> log = new ArrayList<>(base);
            unsent.forEach(own -> log.add(new Entry(log.size() + 1, own.at(), own.who(), own.event())));
            return log;
        }

        void write(Event event, Instant now) {
            unsent.add(new Own(name + "-" + ++written, now.plus(clockWrong), name, event));
        }

        void took(List<Entry> log, Set<String> known) {
            base = log;
            unsent.removeIf(own -> known.contains(own.id()));
        }
    }

    /** What somebody would confirm there next; null when nothing is left to do. */
    private static Event next(Standing standing) {
        Plan plan = standing.plan();
        if (plan.steps().isEmpty() || plan.refused() != null) {
            return null;
        }
        Plan.Step step = plan.steps().get(0);
        return Measuring.takesReadings(step.action())
                ? Measuring.judge(standing, step.action(), GOOD)
                : Event.Done.step(step.action(), step.circuit());
    }

    private final Server server = new Server();
    private final Phone bram = new Phone("Bram", Duration.ZERO);

    private void leftAlone() {
        server.write(started());
        bram.took(List.copyOf(server.log), Set.of());
    }

    private void confirm(Phone phone) {
        phone.write(next(Standing.of(HOUSE, phone.log())), server.now);
    }

    private void until(Phone phone, Action action) {
        while (Standing.of(HOUSE, phone.log()).plan().steps().get(0).action() != action) {
            confirm(phone);
        }
    }

    @Test
    void whoWasAloneIsTakenAtTheirWord() {
        leftAlone();
        for (int i = 0; i < 12; i++) {
            confirm(bram);
        }
        List<Entry> told = bram.log();
        assertThat(server.merge(1, bram.unsent)).isEqualTo(told);
        // the answer was lost, and it is sent again
        assertThat(server.merge(1, bram.unsent)).isEqualTo(told);
    }

    @Test
    void anOutageThatBeganInThePhoneBeginsInTheLog() {
        bram.write(started(), server.now);
        confirm(bram);
        assertThat(server.merge(0, bram.unsent)).isEqualTo(bram.log());
    }

    @Test
    void twoPhonesThatBothBeganOneComeToOne() {
        Phone lena = new Phone("Lena", Duration.ZERO);
        bram.write(started(), server.now);
        confirm(bram);
        lena.write(started(), server.now);
        confirm(lena);
        confirm(lena);
        server.merge(0, bram.unsent);
        List<Entry> log = server.merge(0, lena.unsent);
        assertThat(log.stream().filter(entry -> entry.event() instanceof Event.Started))
                .hasSize(1);
        // the second start and the step that both have done are told, the third is taken
        assertThat(log).hasSize(5);
        assertThat(log.get(2).event()).isInstanceOf(Event.Told.class);
        assertThat(log.get(3).event()).isInstanceOf(Event.Told.class);
        assertThat(log.get(4).event()).isInstanceOf(Event.Done.class);
    }

    @Test
    void readingsAreJudgedAnew() {
        leftAlone();
        until(bram, Action.MEASURE_GENERATOR);
        Readings bad = new Readings(121.0, 187.0, null, 60.0, null);
        bram.write(
                new Event.Done(Action.MEASURE_GENERATOR, null, new Measured(bad, Verdict.GOOD, List.of())), server.now);
        List<Entry> log = server.merge(1, bram.unsent);
        assertThat(log.get(log.size() - 1).event()).isInstanceOf(Event.RefusedReading.class);
        assertThat(server.standing().stop()).isNotNull();
    }

    @Test
    void twoStoriesStandSideBySideUntilSomebodyHasLooked() {
        leftAlone();
        until(bram, Action.PLATE_TO_GENERATOR);
        server.merge(1, bram.unsent);
        bram.took(List.copyOf(server.log), server.known.keySet());
        Phone lena = new Phone("Lena", Duration.ZERO);
        lena.took(List.copyOf(server.log), server.known.keySet());
        int together = server.log.size();
        confirm(bram);
        lena.write(Event.Done.step(Action.MAIN_ON, null), server.now.plusSeconds(60));
        server.now = server.now.plusSeconds(120);
        server.merge(together, bram.unsent);
        List<Entry> log = server.merge(together, lena.unsent);

        assertThat(log.get(together + 1).event()).isEqualTo(new Event.Told(Event.Done.step(Action.MAIN_ON, null)));
        Event.Stories stories = server.standing().stories();
        assertThat(stories).isNotNull();
        assertThat(stories.log().who()).isEqualTo("Bram");
        assertThat(stories.log().state().plateToGenerator()).isTrue();
        assertThat(stories.phone().who()).isEqualTo("Lena");
        assertThat(stories.phone().state().mainOn()).isTrue();
        assertThat(stories.phone().said()).isEqualTo(EventKind.phraseOf(Event.Done.step(Action.MAIN_ON, null)));
        assertThat(new Confirming(HOUSE, Duration.ZERO, false, log, server.standing(), server.now)
                        .against(Action.INPUT_ON, null))
                .containsInstanceOf(Confirming.Outcome.LookFirst.class);

        Confirming judges = new Confirming(HOUSE, Duration.ZERO, true, log, server.standing(), server.now);
        assertThat(judges.move("Lena", List.of(), List.of("fridge"))).isInstanceOf(Confirming.Outcome.LookFirst.class);
        assertThat(judges.goBack()).isEmpty();
        // somebody looks with the phone alone again, and knows of both
        bram.took(log, server.known.keySet());
        bram.write(new Event.TakenOver(stories.log().state()), server.now);
        server.merge(log.size(), bram.unsent);
        assertThat(server.standing().stories()).isNull();
    }

    @Test
    void alarmMakingSafeAndStopsAreAlwaysTaken() {
        leftAlone();
        confirm(bram);
        server.write(Event.Done.step(Action.MAIN_OFF, null));
        bram.write(new Event.Corrected(started().state()), server.now);
        bram.write(new Event.Alarmed(), server.now);
        bram.write(new Event.Chosen(Goal.MAKE_SAFE, Options.NONE), server.now);
        bram.write(new Event.Chosen(Goal.ON_GENERATOR, Options.NONE), server.now);
        server.merge(1, bram.unsent);
        assertThat(server.standing().alarmed()).isTrue();
        assertThat(server.standing().goal()).isEqualTo(Goal.MAKE_SAFE);
    }

    @Test
    void anAlarmThatThePhoneDidNotKnowOfIsNotClearedByIt() {
        leftAlone();
        server.write(new Event.Alarmed());
        bram.write(new Event.Alarmed(), server.now);
        bram.write(new Event.AllClear(List.of("Bram")), server.now);
        server.merge(1, bram.unsent);
        assertThat(server.standing().alarmed()).isTrue();
    }

    @Test
    void onlyWhoMayClearsAndEnds() {
        leftAlone();
        List<Own> fresh = List.of(
                new Own("1", server.now, "Guest", new Event.Alarmed()),
                new Own("2", server.now, "Guest", new Event.AllClear(List.of("Guest"))),
                new Own("3", server.now, "Guest", new Event.Ended()));
        List<Merging.Taken> taken = Merging.of(HOUSE, server.log, 1, fresh, false, server.now);
        assertThat(taken.get(1).entry().event()).isInstanceOf(Event.Told.class);
        assertThat(taken.get(2).entry().event()).isInstanceOf(Event.Told.class);
    }

    @Test
    void whatIsTakenBackIsThePhonesOwn() {
        leftAlone();
        confirm(bram);
        bram.write(new Event.Undone(2), server.now);
        // the same number is another entry in the log by now
        server.write(new Event.AllRight());
        server.merge(1, bram.unsent);
        assertThat(server.log.get(3).event()).isEqualTo(new Event.Undone(3));
        assertThat(server.standing().untouched()).isTrue();
    }

    /** Ended in the phone, and dark again before it could send: the one outage goes on. */
    @Test
    void whatWasEndedTooSoonGoesOn() {
        bram.write(started(), server.now);
        bram.write(new Event.Ended(), server.now);
        bram.write(new Event.Undone(2), server.now);
        bram.write(new Event.UtilityLost(), server.now);
        server.merge(0, bram.unsent);
        assertThat(server.log).noneMatch(entry -> entry.event() instanceof Event.Told);
        assertThat(server.standing().ended()).isFalse();
    }

    @Test
    void aWrongClockNeverTurnsTimeBackNorAhead() {
        leftAlone();
        server.now = EVENING.plusSeconds(600);
        Phone behind = new Phone("Lena", Duration.ofHours(-30));
        Phone ahead = new Phone("Bram", Duration.ofHours(30));
        behind.took(List.copyOf(server.log), Set.of());
        ahead.took(List.copyOf(server.log), Set.of());
        confirm(behind);
        confirm(ahead);
        confirm(ahead);
        server.merge(1, ahead.unsent);
        server.merge(1, behind.unsent);
        assertThat(server.log).isSortedAccordingTo(java.util.Comparator.comparing(Entry::at));
        assertThat(server.log.get(server.log.size() - 1).at()).isBeforeOrEqualTo(server.now);
    }

    static IntStream seeds() {
        return IntStream.range(0, 150);
    }

    /**
     * Whatever three people do on a laptop and two phones, with whatever messages lost, late or repeated: in the end there is
     * one log that holds every entry once, and all have the same.
     */
    @ParameterizedTest
    @MethodSource("seeds")
    void everyInterleavingComesToOneLog(int seed) {
        Random random = new Random(seed);
        List<Phone> phones = List.of(
                new Phone("Bram", Duration.ofMinutes(random.nextInt(90) - 45)), new Phone("Lena", Duration.ZERO));
        Set<String> all = new HashSet<>();
        boolean beganHere = random.nextBoolean();
        if (beganHere) {
            server.write(started());
        }
        for (int round = 0; round < 60; round++) {
            server.now = server.now.plusSeconds(random.nextInt(100));
            Phone phone = phones.get(random.nextInt(2));
            int kind = random.nextInt(10);
            if (kind < 2 && !server.log.isEmpty()) {
                Event event = act(random, server.standing());
                if (event != null) {
                    server.write(event);
                }
            } else if (kind < 7) {
                if (phone.log().isEmpty()) {
                    phone.write(started(), server.now);
                } else {
                    Event event = act(random, Standing.of(HOUSE, phone.log()));
                    if (event != null) {
                        phone.write(event, server.now);
                    }
                }
                phone.unsent.forEach(own -> all.add(own.id()));
            } else if (kind < 9 && (!phone.unsent.isEmpty() || !server.log.isEmpty())) {
                send(random, phone);
            }
        }
        for (Phone phone : phones) {
            phone.unsent.forEach(own -> all.add(own.id()));
            if (!phone.unsent.isEmpty() || !server.log.isEmpty()) {
                phone.took(server.merge(phone.base.size(), phone.unsent), server.known.keySet());
            }
        }
        for (Phone phone : phones) {
            phone.took(server.merge(phone.base.size(), phone.unsent), server.known.keySet());
            assertThat(phone.unsent).isEmpty();
            assertThat(phone.log()).isEqualTo(server.log);
        }
        assertThat(server.known.keySet()).isEqualTo(all);
        assertThat(new HashSet<>(server.known.values())).hasSize(all.size());
        for (int i = 0; i < server.log.size(); i++) {
            assertThat(server.log.get(i).sequence()).isEqualTo(i + 1);
        }
        assertThat(server.log).isSortedAccordingTo(java.util.Comparator.comparing(Entry::at));
        // it can be read, whatever is in it
        server.standing().plan();
    }

    private static Event act(Random random, Standing standing) {
        int kind = random.nextInt(20);
        if (kind == 0) {
            return new Event.Alarmed();
        }
        if (kind == 1 && standing.alarmed()) {
            return new Event.AllClear(List.of("Bram"));
        }
        if (kind == 2) {
            return new Event.Chosen(
                    random.nextBoolean() ? Goal.MAKE_SAFE : Goal.ON_GENERATOR,
                    standing.changeover().options());
        }
        if (kind == 3 && standing.undoable() != null) {
            return new Event.Undone(standing.undoable());
        }
        if (kind == 4 || standing.stories() != null) {
            return new Event.TakenOver(standing.state());
        }
        if (kind == 5) {
            return Measuring.underWay(
                    standing, random.nextBoolean() ? GOOD : new Readings(95.0, 145.0, 240.0, 60.0, 3.0));
        }
        return next(standing);
    }

    private void send(Random random, Phone phone) {
        if (random.nextInt(4) == 0) {
            // lost on the way
            return;
        }
        int sent = random.nextInt(phone.unsent.size() + 1);
        List<Entry> answer = server.merge(phone.base.size(), phone.unsent.subList(0, sent));
        if (random.nextInt(4) != 0) {
            // a part was sent: what is left stands behind what it came to
            phone.took(answer, server.known.keySet());
        }
    }
}
