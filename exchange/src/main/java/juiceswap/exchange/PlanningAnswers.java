package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.capacity.LoadsReading;
import juiceswap.core.capacity.MakeRoom;
import juiceswap.core.capacity.Sizing;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.electrical.VoltageDrop;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.PlanSlots;
import juiceswap.core.supply.FuelUse;
import org.jspecify.annotations.Nullable;

/** The engine's questions of a calm day: which set, which cord, how much fuel, what to turn off for the oven. */
final class PlanningAnswers {
    private PlanningAnswers() {}

    static Map<String, @Nullable Object> sizing(Tree request) {
        Setup setup = SetupReader.readWithoutRatings(request.path("setup"), "/setup");
        List<String> want = request.knownOnce("want", SwapJson.ids(setup));
        boolean allAtOnce = request.path("start").asString().equals("all-at-once");
        Sizing sizing = Sizing.of(setup, want, allAtOnce);
        return object(
                "runningWatts", sizing.runningWatts(),
                "startingWatts", sizing.startingWatts(),
                "decidedBy", sizing.decidedBy().word(),
                "pathOk", sizing.pathOk(),
                "order", sizing.order());
    }

    static Map<String, @Nullable Object> voltageDrop(Tree request) {
        VoltageDrop drop = VoltageDrop.of(
                request.path("volts").asDouble(),
                request.path("amps").asDouble(),
                Conductor.of(request.path("awg").asString()).orElseThrow(),
                request.path("lengthM").asDouble(),
                request.number("plugAmps"));
        return object(
                "dropVolts", drop.dropVolts(),
                "percent", drop.percent(),
                "endVolts", drop.endVolts(),
                "verdict", drop.grade().word(),
                "ampacity", drop.ampacity(),
                "overAmpacity", drop.overAmpacity());
    }

    static Map<String, @Nullable Object> fuel(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Double averageWatts = request.number("averageWatts");
        boolean planned = request.path("plan").isObject();
        InvalidInput.unless(planned || averageWatts != null, "/averageWatts", "invalid.plan-or-watts");
        InvalidInput.unless(!planned || averageWatts == null, "/plan", "invalid.plan-and-watts");
        FuelUse use = FuelUse.at(
                setup.source(),
                planned ? Tree.under("/plan", () -> averageOf(setup, request.path("plan"))) : averageWatts);
        double tankLitresNow = request.path("tankLitresNow").asDouble();
        LocalDateTime at = NeedsReader.time(request, "at");
        Double hours = request.number("hours");
        return object(
                "litresPerHour", use.litresPerHour(),
                "hoursLeft", use.hoursLeft(tankLitresNow),
                "emptyAt", at == null ? null : NeedsReader.text(use.emptyAt(at, tankLitresNow)),
                "refuelBy", at == null ? null : NeedsReader.text(use.refuelBy(at, tankLitresNow)),
                "litresNeeded",
                        hours == null
                                ? null
                                : use.litresNeeded(hours, tankLitresNow, request.number("reserveLitres", 0)));
    }

    private static double averageOf(Setup setup, Tree plan) {
        Set<String> known = SwapJson.ids(setup);
        List<List<String>> on = new ArrayList<>();
        for (int slot = 0; slot < plan.path("on").size(); slot++) {
            Tree ids = plan.path("on").get(slot);
            on.add(Tree.under("/on/" + slot, () -> ids.knownOnce(known)));
        }
        Set<Integer> engineOff = new HashSet<>();
        if (plan.path("engineOff").isArray()) {
            plan.path("engineOff").forEach(slot -> engineOff.add(slot.asInt()));
        } else {
            List<String> moves = new ArrayList<>();
            plan.path("moves").forEach(move -> moves.add(move.path("kind").asString()));
            engineOff.addAll(PlanSlots.engineOff(on, moves));
        }
        return DutyWatts.average(setup, on, engineOff);
    }

    static Map<String, @Nullable Object> makeRoom(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        MakeRoom room = MakeRoom.of(
                setup,
                request.knownOnce("on", known),
                request.path("want").asString(),
                request.path("minutes").asDouble(),
                NeedsReader.read(request.path("needs"), "/needs", known));
        List<Map<String, @Nullable Object>> options = new ArrayList<>();
        for (MakeRoom.Option option : room.options()) {
            List<Map<String, @Nullable Object>> order = new ArrayList<>();
            option.open().forEach(id -> order.add(object("open", id)));
            option.close().forEach(id -> order.add(object("close", id)));
            options.add(object(
                    "open", option.open(),
                    "until", option.untilMinutes(),
                    "because",
                            option.because() == null ? null : option.because().word(),
                    "order", order,
                    "closeAgain", option.closeAgain()));
        }
        return object(
                "fits",
                room.fits(),
                "options",
                options,
                "because",
                room.never() == null ? null : room.never().word());
    }

    /** Amps of each leg against what should flow; or, around one breaker, what its circuit draws. */
    static Map<String, @Nullable Object> loadsReading(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        if (request.path("circuit").isString()) {
            return around(setup, request);
        }
        InvalidInput.unless(request.path("l1Amps").isNumber(), "/l1Amps", "invalid.missing");
        boolean splitPhase = setup.source().splitPhase();
        InvalidInput.unless(!splitPhase || request.path("l2Amps").isNumber(), "/l2Amps", "invalid.missing");
        LoadsReading reading = LoadsReading.of(
                setup,
                request.knownOnce("on", known),
                request.path("l1Amps").asDouble(),
                request.number("l2Amps", 0),
                NeedsReader.read(request.path("needs"), "/needs", known));
        return object(
                "verdict", reading.verdict().word(),
                "l1", leg(reading.l1()),
                "l2", reading.l2() == null ? null : leg(reading.l2()),
                "explanations",
                        reading.explanations().stream()
                                .map(one -> object(
                                        "kind", one.kind().word(),
                                        "circuits", one.circuits(),
                                        "share", one.share(),
                                        "l1Watts", one.l1Watts(),
                                        "l2Watts", one.l2Watts()))
                                .toList(),
                "openFirst", reading.openFirst(),
                "levelling",
                        reading.levelling() == null
                                ? null
                                : object(
                                        "open", reading.levelling().open(),
                                        "close", reading.levelling().close(),
                                        "imbalancePercent", reading.levelling().imbalancePercent()));
    }

    private static Map<String, @Nullable Object> around(Setup setup, Tree request) {
        InvalidInput.unless(request.path("before").isObject(), "/before", "invalid.missing");
        InvalidInput.unless(request.path("after").isObject(), "/after", "invalid.missing");
        LoadsReading.Measured measured = LoadsReading.Measured.of(
                setup,
                request.path("circuit").asString(),
                request.path("before").path("l1Amps").asDouble(),
                request.path("before").number("l2Amps", 0),
                request.path("after").path("l1Amps").asDouble(),
                request.path("after").number("l2Amps", 0));
        return object("circuit", measured.circuit(), "runningWatts", measured.watts(), "doubtful", measured.doubtful());
    }

    private static Map<String, @Nullable Object> leg(LoadsReading.OneLeg leg) {
        return object(
                "limitAmps", leg.limit(),
                "reckonedAmps", leg.reckoned(),
                "measuredAmps", leg.measured(),
                "differenceAmps", leg.difference(),
                "headroomAmps", leg.headroom());
    }
}
