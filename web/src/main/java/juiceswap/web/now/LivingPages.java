package juiceswap.web.now;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.capacity.MakeRoom;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Parting;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Quantity;
import juiceswap.core.outage.Turns;
import juiceswap.core.rotation.ChargeLevel;
import juiceswap.core.rotation.Progress;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.RotationPlan.Move;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.WarmthWatch;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Storage;
import juiceswap.web.drawing.FitView;
import juiceswap.web.drawing.PanelView;
import juiceswap.web.now.LivingPage.Asked;
import juiceswap.web.now.LivingPage.Breaker;
import juiceswap.web.now.LivingPage.NextMove;
import juiceswap.web.now.LivingPage.Option;
import juiceswap.web.now.LivingPage.ReserveLine;
import juiceswap.web.now.LivingPage.WatchLine;
import juiceswap.web.rotate.LoadWatch;
import juiceswap.web.rotate.RotationWords;
import juiceswap.web.rotate.Rotations;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Puts together what Now shows of a house on its set. */
@Component
class LivingPages {
    /** How long somebody usually wants what they ask for. */
    private static final double ASKED_MINUTES = 60;

    /** What is needed at a glance: the sums, and the first thing that is over. */
    private static final int MOST_LINES = 2;

    /** Volts and hertz are worth a look so often: our judgement. */
    private static final Duration READ_EVERY = Duration.ofHours(4);

    private final LoadWatch loads;
    private final Words words;
    private final RotationWords rotationWords;
    private final Clock clock;

    LivingPages(LoadWatch loads, Words words, RotationWords rotationWords, Clock clock) {
        this.loads = loads;
        this.words = words;
        this.rotationWords = rotationWords;
        this.clock = clock;
    }

    /** {@code who} looks; {@code asked} is the id of a circuit that somebody touched, or null. */
    LivingPage page(Life life, String who, @Nullable String asked) {
        Household household = life.outage().household();
        Progress progress = life.onSet() || life.resting() ? life.progress() : null;
        NextMove next = progress == null || progress.next() == null ? null : next(life, progress);
        Map<String, Integer> due = new HashMap<>();
        if (next != null && next.due()) {
            for (int i = 0; i < next.breakers().size(); i++) {
                if (!next.breakers().get(i).done()) {
                    due.put(next.breakers().get(i).circuit(), i + 1);
                }
            }
        }
        List<Need> needs = life.needs();
        return LivingPageBuilder.builder()
                .outage(life.outage().id())
                .sequence(life.standing().sequence())
                .burns(life.setup().source().burns())
                .aloneSince(Turns.aloneSince(life.outage().log(), who))
                .planning(life.onSet() && next == null && (life.inForce() == null || stale(progress)))
                .swapStep(swapStep(life))
                .next(next)
                .then(progress == null ? List.of() : then(life, progress))
                .panel(PanelView.of(household, household.panel(), asked, standing(life, due)))
                .fit(FitView.of(household, Capacity.of(life.setup(), life.on(), (String) null), null))
                .reserves(reserves(life, needs))
                .tank(tank(life))
                .battery(battery(life))
                .askCharge(life.chargeUntold())
                .watches(watches(life))
                .dry(life.inForce() == null ? null : rotationWords.dry(life.fuelAlong(life.lived()), life.now()))
                .shortfalls(
                        life.inForce() == null
                                ? List.of()
                                : rotationWords.shortfalls(life.lived().plan(), household))
                .proposed(life.proposed() != null)
                .readingDue(readingDue(life))
                .asked(asked == null || life.setup().find(asked) == null ? null : asked(life, asked, needs))
                .build();
    }

    /** As the log has them, from the first minute on. */
    private static PanelView.Standing standing(Life life, Map<String, Integer> due) {
        Changeover changeover = life.standing().changeover();
        SwapState state = life.standing().state();
        boolean plate = changeover.parting() == Parting.PLATE;
        return new PanelView.Standing(
                changeover.switchedOn(state),
                life.on(),
                due,
                plate ? (Boolean) state.mainOn() : null,
                plate ? (Boolean) state.inputOn() : null);
    }

    private static boolean stale(@Nullable Progress progress) {
        return progress == null
                || progress.state() == Progress.State.OFF_PLAN
                || progress.state() == Progress.State.OVERDUE;
    }

    private @Nullable String swapStep(Life life) {
        if (life.onSet() || life.resting()) {
            return null;
        }
        Household household = life.outage().household();
        Optional<Plan.Step> first = life.standing().againstDanger();
        if (first.isPresent()) {
            // what ends a danger comes before any reason why nothing else goes on
            return words.title(first.get().action(), first.get().circuit(), household);
        }
        Plan plan = life.standing().plan();
        if (plan.refused() != null) {
            return words.say(plan.refused().reason());
        }
        if (plan.steps().isEmpty()) {
            return words.say("now.see-swap");
        }
        return words.title(plan.steps().get(0).action(), plan.steps().get(0).circuit(), household);
    }

    // ---- the next move

    private NextMove next(Life life, Progress progress) {
        Household household = life.outage().household();
        Move move = Objects.requireNonNull(progress.next());
        Refuelling fuel = life.fuelAlong(life.lived());
        List<Breaker> breakers = new ArrayList<>();
        if (move.kind() == MoveKind.VISIT) {
            move.off()
                    .forEach(id -> breakers.add(new Breaker(
                            id,
                            Words.label(id, household),
                            false,
                            !progress.leftOff().contains(id))));
            move.on()
                    .forEach(id -> breakers.add(new Breaker(
                            id,
                            Words.label(id, household),
                            true,
                            !progress.leftOn().contains(id))));
        }
        return LivingPageNextMoveBuilder.builder()
                .kind(move.kind().word())
                .state(progress.state().word())
                .time(RotationWords.time(move.at(), life.now()))
                .at(move.at().atZone(ZoneId.systemDefault()).toInstant().toEpochMilli())
                .now(clock.millis())
                .title(rotationWords.title(move, fuel, household))
                .breakers(breakers)
                .leaves(leaves(life, move))
                .why(words.say(life.lived().why(), household))
                .refuel(fuel.fillsAt(move.at()))
                .build();
    }

    /** What runs after the move, on the fuller leg. */
    private String leaves(Life life, Move move) {
        if (move.kind() == MoveKind.ENGINE_OFF) {
            List<String> carried = life
                    .setup()
                    .circuits(life.lived().plan().on().get(move.slot()))
                    .stream()
                    .map(Circuit::id)
                    .toList();
            return carried.isEmpty()
                    ? words.say("now.leaves.nothing")
                    : words.say(
                            "now.leaves.carried",
                            "circuits",
                            RotationWords.labels(carried, life.outage().household()));
        }
        Set<String> after = life.lived().plan().fed(move.slot());
        Capacity capacity = Capacity.of(life.setup(), after, (String) null);
        return words.say(
                "now.leaves",
                "running",
                String.format(Locale.ENGLISH, "%,.0f", capacity.running().total()),
                "runningLimit",
                String.format(Locale.ENGLISH, "%,.0f", capacity.limits().planRunningWatts()),
                "starting",
                String.format(Locale.ENGLISH, "%,.0f", capacity.startingWatts()),
                "startingLimit",
                String.format(Locale.ENGLISH, "%,.0f", capacity.limits().startingWatts()));
    }

    private List<String> then(Life life, Progress progress) {
        Refuelling fuel = life.fuelAlong(life.lived());
        return progress.then().stream()
                .limit(2)
                .map(move -> RotationWords.time(move.at(), life.now()) + "  "
                        + rotationWords.brief(move, fuel, life.outage().household()))
                .toList();
    }

    // ---- reserves and fuel

    private static List<ReserveLine> reserves(Life life, List<Need> needs) {
        return needs.stream()
                .filter(need -> need instanceof Need.Reserve)
                .map(need -> (Need.Reserve) need)
                .sorted(Comparator.comparingDouble((Need.Reserve one) -> one.levelMinutes() / one.holdMinutes()))
                .map(one -> new ReserveLine(
                        one.circuit(),
                        Words.label(one.circuit(), life.outage().household()),
                        Words.hours(one.levelMinutes()),
                        (int) Math.round(100 * one.levelMinutes() / one.holdMinutes()),
                        life.powered().contains(one.circuit()),
                        one.thin()))
                .toList();
    }

    private List<WatchLine> watches(Life life) {
        Household household = life.outage().household();
        return WarmthWatch.of(life.wanted().standing(), life.had(), clock.instant()).stream()
                .map(one -> new WatchLine(
                        one.circuit(),
                        Words.label(one.circuit(), household),
                        words.say(
                                one.celsius() == null
                                        ? "now.watch.not-looked"
                                        : one.enough() ? "now.watch.enough" : "now.watch.was",
                                "temperature",
                                one.celsius() == null ? "" : Quantity.celsius(one.celsius())),
                        one.due(),
                        one.enough()))
                .toList();
    }

    private @Nullable String tank(Life life) {
        if (life.fuel() == null) {
            return null;
        }
        Quantity litres = life.outage().household().fuel(life.fuel().tankLitresNow());
        boolean runs = life.standing().state().engine().running();
        if (runs && life.fuel().tankLitresNow() <= 0) {
            return words.say("now.tank.dry");
        }
        if (!runs) {
            return words.say("now.tank.still", "tank", litres);
        }
        Optional<Double> read = loads.drawn(life);
        double watts = read.orElseGet(() -> DutyWatts.drawn(life.setup(), life.on()));
        Double hours =
                FuelUse.at(life.setup().source(), watts).hoursLeft(life.fuel().tankLitresNow());
        return hours == null
                ? words.say("now.tank.still", "tank", litres)
                : words.say(
                        read.isPresent() ? "now.tank.read" : "now.tank",
                        "tank",
                        litres,
                        "time",
                        Words.hours(60 * hours),
                        "watts",
                        Math.round(watts));
    }

    private @Nullable String battery(Life life) {
        Storage storage = life.setup().storage();
        ChargeLevel battery = life.standing().living().battery(life.setup(), clock.instant());
        if (battery == null) {
            return null;
        }
        long percent = Math.round(battery.percent(life.setup()));
        Double hours = battery.hoursLeft(life.setup());
        if (storage == null) {
            return hours == null
                    ? words.say("now.battery.station.still", "percent", percent)
                    : words.say("now.battery.station", "percent", percent, "time", Words.hours(60 * hours));
        }
        if (hours != null) {
            List<String> carried = life.setup().circuits(battery.carries()).stream()
                    .map(Circuit::id)
                    .toList();
            return words.say(
                    "now.battery.carries",
                    "percent",
                    percent,
                    "circuits",
                    RotationWords.labels(carried, life.outage().household()),
                    "time",
                    Words.hours(60 * hours));
        }
        boolean charges = life.on().contains(storage.charging().circuit());
        boolean out = battery.wattHours() <= storage.lowWattHours();
        return words.say(charges ? "now.battery.charges" : out ? "now.battery.out" : "now.battery", "percent", percent);
    }

    /** Nothing reads volts and hertz by itself, and nobody has for a while; a battery gives the same until it gives none. */
    private @Nullable String readingDue(Life life) {
        if (!life.onSet() || !life.setup().source().burns()) {
            return null;
        }
        Instant last = loads.lastRead(life);
        return last.plus(READ_EVERY).isAfter(clock.instant())
                ? null
                : words.say("now.reading-due", "time", RotationWords.time(Rotations.local(last), life.now()));
    }

    // ---- may I switch this?

    private Asked asked(Life life, String id, List<Need> needs) {
        Household household = life.outage().household();
        String label = Words.label(id, household);
        if (life.on().contains(id)) {
            return whenOn(life, id, label, needs);
        }
        MakeRoom room = MakeRoom.of(life.setup(), life.on(), id, ASKED_MINUTES, needs);
        Set<String> with = new LinkedHashSet<>(life.setup().withNeeded(List.of(id)));
        with.addAll(life.on());
        with.remove(id);
        Capacity capacity = Capacity.of(life.setup(), with, id);
        FitView fit = FitView.of(household, capacity, id);
        List<Option> options = room.options().stream()
                .map(option -> new Option(
                        option.open().isEmpty()
                                ? words.say(
                                        "now.asked.close", "circuits", RotationWords.labels(option.close(), household))
                                : words.say(
                                        "now.asked.room",
                                        "off",
                                        RotationWords.labels(option.open(), household),
                                        "on",
                                        RotationWords.labels(option.close(), household)),
                        option.untilMinutes() == null || option.open().isEmpty()
                                ? ""
                                : option.untilMinutes() == 0
                                        ? words.say("now.asked.presses")
                                        : words.say("now.asked.until", "time", Words.hours(option.untilMinutes())),
                        String.join(",", option.open()),
                        String.join(",", option.close())))
                .toList();
        String verdict = room.fits() ? fit.verdict() : "stop";
        String headline = room.fits()
                ? fit.headline()
                : options.isEmpty() ? words.say("now.asked.never") : words.say("now.asked.not-now");
        return new Asked(id, label, false, verdict, headline, lines(life, id, fit), options, life.onSet());
    }

    /** What it comes to, after what had better be waited for. */
    private List<String> lines(Life life, String id, FitView fit) {
        List<String> lines = new ArrayList<>();
        life.wanted().standing().stream()
                .filter(need ->
                        need instanceof StandingNeed.Keep && need.circuit().equals(id))
                .map(need -> life.had().restOfCompressor((StandingNeed.Keep) need, clock.instant()))
                .filter(minutes -> minutes > 0)
                .findFirst()
                .ifPresent(minutes -> lines.add(words.say("now.asked.compressor", "minutes", minutes)));
        lines.addAll(fit.lines().subList(0, Math.min(MOST_LINES, fit.lines().size())));
        return lines;
    }

    private Asked whenOn(Life life, String id, String label, List<Need> needs) {
        Household household = life.outage().household();
        List<String> lines = new ArrayList<>();
        List<String> others = life.setup().circuits(life.on()).stream()
                .filter(circuit -> !circuit.id().equals(id)
                        && life.setup().withNeeded(List.of(circuit.id())).contains(id))
                .map(circuit -> circuit.id())
                .toList();
        if (!others.isEmpty()) {
            lines.add(words.say("now.asked.needed-by", "circuits", RotationWords.labels(others, household)));
        }
        needs.stream()
                .filter(need -> need instanceof Need.Reserve && need.circuit().equals(id))
                .forEach(need -> lines.add(
                        words.say("now.asked.lasts", "reserve", Words.hours(((Need.Reserve) need).levelMinutes()))));
        if (life.setup().transfer().usableTestCircuits().contains(id)) {
            lines.add(words.say("now.asked.test"));
        }
        lines.add(
                words.say("now.asked.running", "watts", life.setup().circuit(id).runningWatts()));
        List<String> off = new ArrayList<>(others);
        off.add(id);
        Option option = new Option(
                words.say("now.asked.open", "circuits", RotationWords.labels(off, household)),
                "",
                String.join(",", off),
                "");
        return new Asked(id, label, true, "", words.say("now.asked.on"), lines, List.of(option), life.onSet());
    }
}
