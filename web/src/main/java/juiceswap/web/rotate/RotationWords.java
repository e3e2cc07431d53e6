package juiceswap.web.rotate;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.Phrase;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Quantity;
import juiceswap.core.rotation.Charge;
import juiceswap.core.rotation.GivingUp;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Learning;
import juiceswap.core.rotation.OneIsEnough;
import juiceswap.core.rotation.PlanDifference;
import juiceswap.core.rotation.Rationing;
import juiceswap.core.rotation.Recharge;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.Rest;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.RotationPlan.Move;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.rotation.SetPoint;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.rotation.WhatHelps;
import juiceswap.core.rotation.WhyOff;
import juiceswap.core.rotation.Wish;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.PowerStation;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a rotation says, in sentences with figures. */
@Component
public class RotationWords {
    private final Words words;

    RotationWords(Words words) {
        this.words = words;
    }

    /** A time of day, with the day when it is not today's. */
    public static String time(LocalDateTime time, LocalDateTime now) {
        return InUse.measures().clock(time, now);
    }

    public static String labels(List<String> ids, Household household) {
        return String.join(
                ", ", ids.stream().map(id -> Words.label(id, household)).toList());
    }

    /** The one sentence where the house lives on an engine, the other where on a battery alone. */
    private static String either(String engine, String battery, Household household) {
        return household.setup().source().burns() ? engine : battery;
    }

    /**
     * What a move asks for, verb first.
     *
     * @param fuel the tank along its plan: why the engine is stopped
     */
    public String title(Move move, Refuelling fuel, Household household) {
        if (move.kind() == MoveKind.ENGINE_OFF) {
            return words.say(
                    fuel.fillsAt(move.at())
                            ? "rotate.move.refuel"
                            : fuel.dryAt(move.at())
                                    ? "rotate.move.out-of-fuel"
                                    : either("rotate.move.engine-off", "rotate.move.station-off", household));
        }
        if (move.kind() == MoveKind.ENGINE_ON) {
            return words.say(either("rotate.move.engine-on", "rotate.move.station-on", household));
        }
        int breakers = move.off().size() + move.on().size();
        return words.say(breakers == 1 ? "rotate.move.visit.one" : "rotate.move.visit", "breakers", breakers);
    }

    /** A move in one line. */
    public String brief(Move move, Refuelling fuel, Household household) {
        if (move.kind() == MoveKind.ENGINE_OFF || move.kind() == MoveKind.ENGINE_ON) {
            return title(move, fuel, household);
        }
        List<String> parts = new ArrayList<>();
        if (!move.off().isEmpty()) {
            parts.add(words.say("move.off", "circuits", labels(move.off(), household)));
        }
        if (!move.on().isEmpty()) {
            parts.add(words.say("move.on", "circuits", labels(move.on(), household)));
        }
        return String.join(" · ", parts);
    }

    /** Why a circuit is off then. */
    public String why(WhyOff why, String circuit, int slot, RotationPlan plan, Household household) {
        String level = why.level() == null ? "" : Words.hours(why.level());
        String next = why.nextOn() == null ? "" : time(plan.at(why.nextOn()), plan.at(slot));
        List<String> sentences = new ArrayList<>();
        sentences.add(
                switch (why.reason()) {
                    case NO_ROOM ->
                        why.instead().isEmpty()
                                ? words.say("rotate.why.no-room")
                                : words.say("rotate.why.no-room.beside", "circuits", labels(why.instead(), household));
                    case LASTS -> words.say("rotate.why.lasts", "reserve", level);
                    case NEVER, ENGINE_OFF ->
                        words.say(either("rotate.why.", "rotate.why.station.", household)
                                + why.reason().word());
                    default -> words.say("rotate.why." + why.reason().word());
                });
        if (why.block() != null) {
            String over = why.block().by() == null
                    ? ""
                    : String.format(Locale.ENGLISH, "%,.0f W", why.block().by());
            String leg = why.block().leg() == null ? "" : why.block().leg().word();
            sentences.add(words.sayOr("rotate.block." + why.block().code().word(), "")
                    .replace("{by}", over)
                    .replace("{leg}", leg));
        }
        if (why.level() != null && why.reason() != WhyOff.Reason.LASTS) {
            sentences.add(words.say("rotate.why.level", "reserve", level));
        }
        sentences.add(words.say(next.isEmpty() ? "rotate.why.never-on" : "rotate.why.next", "time", next));
        return String.join(
                " ", sentences.stream().filter(text -> !text.isBlank()).toList());
    }

    /** The jobs that somebody has asked for and that the plan does not do, each with what is in the way. */
    public List<String> notDone(RotationPlan plan, Household household) {
        return plan.unmet().stream()
                .filter(one -> plan.rotation().needs().get(one.need()) instanceof Need.Session job
                        && job.worthMinutes() != null)
                .map(one -> unmet(one, plan, household))
                .toList();
    }

    private String unmet(RotationPlan.Unmet one, RotationPlan plan, Household household) {
        Need need = plan.rotation().needs().get(one.need());
        String circuit = Words.label(one.circuit(), household);
        if (need instanceof Need.Session job) {
            List<String> inTheWay = WhyOff.inTheWay(plan, job);
            return words.say(
                    plan.never().contains(one.circuit())
                            ? either("rotate.never", "rotate.station-never", household)
                            : inTheWay.isEmpty() ? "rotate.unmet.job" : "rotate.unmet.job.beside",
                    "circuit",
                    circuit,
                    "time",
                    Words.hours(job.minutes()),
                    "circuits",
                    labels(inTheWay, household));
        }
        String key = need instanceof Need.Pinned
                ? "rotate.unmet.pinned"
                : need instanceof Need.Briefly ? "rotate.unmet.briefly" : "rotate.unmet";
        return words.say(key, "circuit", circuit, "time", Words.hours(one.minutes()));
    }

    /** What goes short, the weightiest first. */
    public List<String> shortfalls(RotationPlan plan, Household household) {
        List<String> lines = new ArrayList<>();
        plan.unmet().stream()
                .filter(one -> !one.engineOff()
                        && !plan.rotation().setup().circuit(one.circuit()).lockedOff())
                .sorted(java.util.Comparator.comparingDouble((RotationPlan.Unmet one) ->
                        -plan.rotation().needs().get(one.need()).weight()))
                .forEach(one -> lines.add(unmet(one, plan, household)));
        List<String> outOfReach = plan.unmet().stream()
                .map(RotationPlan.Unmet::circuit)
                .filter(id -> plan.rotation().setup().circuit(id).lockedOff())
                .distinct()
                .toList();
        if (!outOfReach.isEmpty()) {
            lines.add(words.say("rotate.unmet.out-of-reach", "circuits", labels(outOfReach, household)));
        }
        var alone = plan.firstUnattended();
        if (alone != null) {
            lines.add(words.say(
                    "rotate.unattended",
                    "from",
                    alone.from().toLocalTime(),
                    "to",
                    alone.to().toLocalTime()));
        }
        List<String> dark = plan.unmet().stream()
                .filter(one -> one.engineOff() && plan.missed(one))
                .map(RotationPlan.Unmet::circuit)
                .distinct()
                .toList();
        if (!dark.isEmpty()) {
            lines.add(words.say(
                    either("rotate.unmet.engine-off", "rotate.unmet.station-off", household),
                    "circuits",
                    labels(dark, household)));
        }
        // how much is left when the plan ends is a matter of planning, not of what somebody has asked for
        Horizon horizon = plan.rotation().horizon();
        plan.below().stream()
                .filter(one -> !one.at().equals(horizon.at(horizon.slots())))
                .forEach(one -> lines.add(words.say(
                        "rotate.below",
                        "circuit",
                        Words.label(one.circuit(), household),
                        "time",
                        Words.hours(one.minutes()),
                        "at",
                        one.at().toLocalTime())));
        Set<String> goneShort = plan.unmet().stream()
                .filter(one -> !one.engineOff())
                .map(RotationPlan.Unmet::circuit)
                .collect(Collectors.toSet());
        plan.thin().stream()
                .filter(one -> !goneShort.contains(one.circuit()))
                .forEach(one -> lines.add(words.say(
                        "rotate.thin",
                        "circuit",
                        Words.label(one.circuit(), household),
                        "time",
                        Words.hours(one.minutes()))));
        plan.never()
                .forEach(id -> lines.add(words.say(
                        either("rotate.never", "rotate.station-never", household),
                        "circuit",
                        Words.label(id, household))));
        plan.warnings()
                .forEach(warning -> lines.add(
                        words.say(either("rotate.warning.", "rotate.warning.station.", household) + warning.word())));
        return lines;
    }

    public List<String> helps(WhatHelps helps, Household household) {
        List<String> lines = new ArrayList<>();
        helps.shed()
                .forEach(shed -> lines.add(words.say(
                        "rotate.helps.shed",
                        "circuit",
                        Words.label(shed.circuit(), household),
                        "time",
                        Words.hours(shed.minutes()))));
        if (helps.biggerSet() != null) {
            lines.add(words.say("rotate.helps.bigger", "percent", Math.round(100 * helps.biggerSet())));
        }
        return lines;
    }

    /** What another plan changes. */
    public List<String> difference(PlanDifference difference, Household household) {
        List<String> lines = new ArrayList<>();
        if (difference.nothing()) {
            return List.of(words.say("rotate.difference.nothing"));
        }
        if (difference.visits().before() != difference.visits().after()
                || difference.nightVisits().before() != difference.nightVisits().after()) {
            lines.add(words.say(
                    "rotate.difference.visits",
                    "before",
                    difference.visits().before(),
                    "after",
                    difference.visits().after(),
                    "nightBefore",
                    difference.nightVisits().before(),
                    "nightAfter",
                    difference.nightVisits().after()));
        }
        difference
                .missed()
                .forEach(one -> lines.add(words.say(
                        one.after() > one.before() ? "rotate.difference.worse" : "rotate.difference.better",
                        "circuit",
                        Words.label(one.circuit(), household),
                        "before",
                        Words.hours(one.before()),
                        "after",
                        Words.hours(one.after()))));
        difference
                .lowest()
                .forEach(one -> lines.add(words.say(
                        "rotate.difference.lowest",
                        "circuit",
                        Words.label(one.circuit(), household),
                        "before",
                        Words.hours(one.before()),
                        "after",
                        Words.hours(one.after()))));
        if (lines.isEmpty()) {
            lines.add(words.say("rotate.difference.times"));
        }
        return lines;
    }

    /** When the tank is filled, where another plan changes that. */
    List<String> fillings(List<EngineOff> before, List<EngineOff> after, LocalDateTime now) {
        List<String> was = starts(before, now);
        List<String> is = starts(after, now);
        if (was.equals(is)) {
            return List.of();
        }
        String key = is.isEmpty()
                ? "rotate.difference.fillings.none"
                : was.isEmpty() ? "rotate.difference.fillings.new" : "rotate.difference.fillings";
        return List.of(words.say(key, "after", String.join(", ", is), "before", String.join(", ", was)));
    }

    private static List<String> starts(List<EngineOff> fillings, LocalDateTime now) {
        return fillings.stream()
                .filter(filling -> filling.to().isAfter(now))
                .sorted(java.util.Comparator.comparing(EngineOff::from))
                .map(filling -> time(filling.from(), now))
                .distinct()
                .toList();
    }

    /** How long each circuit is on, where that changes. */
    public List<String> powered(PlanDifference difference, Household household) {
        return difference.circuits().stream()
                .filter(one -> one.before() != one.after())
                .map(one -> words.say(
                        "rotate.difference.powered",
                        "circuit",
                        Words.label(one.circuit(), household),
                        "before",
                        Words.hours(one.before()),
                        "after",
                        Words.hours(one.after())))
                .toList();
    }

    /** A wish as the reason of a plan. */
    static Phrase phrase(Wish wish) {
        if (wish instanceof Wish.Job job) {
            return Phrase.of(
                    "rotate.wish.job",
                    "circuit",
                    new Phrase.OfCircuit(job.circuit()),
                    "minutes",
                    Duration.ofMinutes(Math.round(job.minutes())),
                    "from",
                    job.from(),
                    "to",
                    job.to());
        }
        if (wish instanceof Wish.Pin pin) {
            return Phrase.of(
                    pin.on() ? "rotate.wish.pin-on" : "rotate.wish.pin-off",
                    "circuit",
                    new Phrase.OfCircuit(pin.circuit()),
                    "from",
                    pin.from(),
                    "to",
                    pin.to());
        }
        return Phrase.of(ofTime(wish), "from", wish.from(), "to", wish.to());
    }

    /** The sentence for a wish that is about times alone. */
    private static String ofTime(Wish wish) {
        if (wish instanceof Wish.Still still) {
            return still.refuel() ? "rotate.wish.refuel" : "rotate.wish.still";
        }
        return wish instanceof Wish.Charging
                ? "rotate.wish.charging"
                : wish instanceof Wish.Lasts ? "rotate.wish.lasts" : "rotate.wish.away";
    }

    public String wish(Wish wish, LocalDateTime now, Household household) {
        String from = time(wish.from(), now);
        String to = time(wish.to(), now);
        if (wish instanceof Wish.Job job) {
            return words.say(
                    "rotate.wish.job",
                    "circuit",
                    Words.label(job.circuit(), household),
                    "minutes",
                    Words.hours(job.minutes()),
                    "from",
                    from,
                    "to",
                    to);
        }
        if (wish instanceof Wish.Pin pin) {
            return words.say(
                    pin.on() ? "rotate.wish.pin-on" : "rotate.wish.pin-off",
                    "circuit",
                    Words.label(pin.circuit(), household),
                    "from",
                    from,
                    "to",
                    to);
        }
        return words.say(ofTime(wish), "from", from, "to", to);
    }

    /** The fuel along a plan, and when to be worried. */
    public List<String> fuel(Refuelling fuel, Rotations.Life life) {
        Refuelling.Fuel left = life.fuel();
        if (!life.setup().source().burns()) {
            return List.of();
        }
        if (left == null || fuel.litres().isEmpty()) {
            return List.of(words.say("rotate.fuel.unknown"));
        }
        Household house = life.outage().household();
        List<String> lines = new ArrayList<>();
        lines.add(words.say(
                "rotate.fuel.now",
                "tank",
                house.fuel(left.tankLitresNow()),
                "cans",
                house.fuel(left.storeLitres()),
                "aDay",
                house.fuel(fuel.litresADay())));
        fuel.refuels().stream()
                .filter(off -> off.to().isAfter(life.now()))
                .forEach(off -> lines.add(words.say("rotate.fuel.refuel", "time", time(off.from(), life.now()))));
        String dry = dry(fuel, life.now());
        if (dry != null) {
            lines.add(dry);
        }
        return lines;
    }

    /** When nothing is left to burn and what can be done before; null where the fuel lasts for the plan. */
    public @Nullable String dry(Refuelling fuel, LocalDateTime now) {
        return fuel.emptyAt() == null ? null : words.say("rotate.fuel.empty", "time", time(fuel.emptyAt(), now));
    }

    /** When one of two sets is enough, what that spares, and when they are filled in turns; none where there are not two. */
    public List<String> oneIsEnough(RotationPlan plan, Refuelling fuel, LocalDateTime now, Household household) {
        List<String> lines = new ArrayList<>();
        OneIsEnough.of(plan).stream()
                .filter(one -> one.to().isAfter(now))
                .forEach(one -> lines.add(words.say(
                        one.first() && one.second()
                                ? "rotate.one-set"
                                : one.first() ? "rotate.one-set.first" : "rotate.one-set.second",
                        "from",
                        time(one.from(), now),
                        "to",
                        time(one.to(), now),
                        "fuel",
                        household.fuel(one.litresSaved()))));
        OneIsEnough.inTurns(plan, fuel.refuels()).stream()
                .filter(stop -> stop.to().isAfter(now))
                .forEach(stop -> lines.add(words.say("rotate.in-turns", "time", time(stop.from(), now))));
        return lines;
    }

    /** What had better be run colder, or warmer, before it rests for long. */
    public List<String> setPoints(RotationPlan plan, Wanted wanted, LocalDateTime now, Household household) {
        return SetPoint.of(plan, wanted.standing(), now).stream()
                .map(one -> words.say(
                        "rotate.set-point." + one.way().word(),
                        "circuit",
                        Words.label(one.circuit(), household),
                        "from",
                        time(one.from(), now),
                        "until",
                        time(one.until(), now),
                        "cold",
                        Quantity.celsius(SetPoint.COLDEST_FRESH),
                        "rest",
                        Words.hours(one.restMinutes())))
                .toList();
    }

    /** What to give up first where the fuel does not last, and what each brings. */
    List<String> toGiveUp(List<GivingUp> order, Household household) {
        return order.stream()
                .map(one -> words.say(
                        one.lasts() ? "rotate.give-up.lasts" : "rotate.give-up",
                        "circuit",
                        Words.label(one.circuit(), household),
                        "time",
                        Words.hours(one.minutes())))
                .toList();
    }

    /** What the share of time that a machine runs tells of its reserve. */
    public String runs(StandingNeed.Keep keep, double share, Household household) {
        return words.say(
                "rotate.learned.runs",
                "circuit",
                Words.label(keep.circuit(), household),
                "time",
                Words.hours(Learning.recoverMinutes(keep, share)));
    }

    public String rest(Rest rest, Household household) {
        return rest.stops().isEmpty()
                ? words.say("rotate.rest.runs-on")
                : words.say("rotate.rest", "fuel", household.fuel(Math.max(0, rest.litresSaved())));
    }

    /** What the battery station holds and does along a plan, in lines; none without one. */
    public List<String> charge(RotationPlan plan, Charge charge, @Nullable Double wattHours, Household household) {
        Battery battery = plan.rotation().setup().battery();
        if (battery == null || wattHours == null || charge.wattHours().isEmpty()) {
            return List.of();
        }
        List<String> lines = new ArrayList<>();
        lines.add(words.say(
                "rotate.charge.now",
                "percent",
                Math.round(battery.percent(wattHours)),
                "left",
                Math.round(wattHours),
                "most",
                Math.round(battery.wattHours())));
        Horizon horizon = plan.rotation().horizon();
        for (EngineOff stop : horizon.engineOff()) {
            if (stop.to().isAfter(horizon.start()) && !stop.carried().isEmpty()) {
                int last = horizon.slotAt(stop.to().minusMinutes(1));
                lines.add(words.say(
                        "rotate.charge.carries",
                        "from",
                        time(stop.from(), horizon.start()),
                        "to",
                        time(stop.to(), horizon.start()),
                        "circuits",
                        labels(
                                plan.rotation().setup().circuits(stop.carried()).stream()
                                        .map(Circuit::id)
                                        .toList(),
                                household),
                        "percent",
                        Math.round(battery.percent(charge.wattHours().get(last)))));
            }
        }
        if (battery instanceof PowerStation) {
            lines.add(ofStation(plan, charge, battery));
        }
        if (charge.lowAt() != null) {
            lines.add(words.say("rotate.charge.low", "time", time(charge.lowAt(), horizon.start())));
        }
        return lines;
    }

    /** When it is empty, or what is left in it at the end. */
    private String ofStation(RotationPlan plan, Charge charge, Battery battery) {
        Horizon horizon = plan.rotation().horizon();
        return words.say(
                charge.emptyAt() == null ? "rotate.charge.left" : "rotate.charge.empty",
                "percent",
                Math.round(battery.percent(charge.wattHours().get(horizon.slots() - 1))),
                "time",
                time(charge.emptyAt() == null ? horizon.at(horizon.slots()) : charge.emptyAt(), horizon.start()));
    }

    /** When it is taken away to be charged, or that it had better stay. */
    String recharge(Recharge recharge, LocalDateTime now) {
        return recharge.away() == null
                ? words.say("rotate.recharge.stays")
                : words.say(
                        "rotate.recharge",
                        "from",
                        time(recharge.away().from(), now),
                        "to",
                        time(recharge.away().to(), now));
    }

    public String ration(Rationing ration, Household household) {
        return words.say(
                ration.enough() ? "rotate.ration.enough" : "rotate.ration", "fuel", household.fuel(ration.litres()));
    }
}
