package juiceswap.web.rotate;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.io.Serializable;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Charge;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.PlanDifference;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.rotation.WhyOff;
import juiceswap.core.rotation.Wish;
import juiceswap.core.supply.Storage;
import juiceswap.web.drawing.RotationView;
import juiceswap.web.form.Form;
import juiceswap.web.rotate.RotationPlans.Kept;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Puts the Rotate page together from a plan. */
@Component
class RotatePages {
    private static final int MOST_CHIPS = 6;

    /** The forms of the page, by name, with what stands in them before anybody types. */
    private static final Map<String, Map<String, String>> FORMS = Map.of(
            "job", Map.of("minutes", String.valueOf(WishForm.USUAL_MINUTES), "to", "12:00"),
            "away", Map.of("to", "17:00"),
            "refuel", Map.of("from", "17:00"),
            "fuel", Map.of(),
            "charge", Map.of(),
            "charging", Map.of("from", "10:00", "to", "14:00"),
            "lasts", Map.of("to", "08:00"),
            "ration", Map.of("until", "08:00"),
            "pin", Map.of(),
            "found", Map.of());

    private final RotationWords words;

    RotatePages(RotationWords words) {
        this.words = words;
    }

    /**
     * What somebody looks at.
     *
     * @param circuit whose row was touched, or null
     * @param slot where in the row; null: now
     */
    record Look(@Nullable String circuit, @Nullable Integer slot) {}

    /** A wish with its place in the list, by which it is taken back. */
    public record WishLine(int index, String text) {}

    /** Something that can be wished for in one touch. */
    public record Chip(String kind, @Nullable String circuit, String text) {}

    /** A walk of the plan, as a line of a table. */
    public record MoveLine(String number, String time, String what, boolean night) {}

    /**
     * A circuit being looked at, at a time.
     *
     * @param why it is off then, or what it gets while it is on
     * @param keeps by temperature, so that somebody can say what they found
     */
    @RecordBuilder
    public record Looked(
            String circuit,
            String label,
            String time,
            boolean on,
            String why,
            String from,
            String to,
            @Nullable String reserve,
            boolean keeps,
            boolean byTemperature) {}

    /** A form that could not be read, under its name on the page. */
    public record Unread(String name, Form form) implements Serializable {}

    /** The plan that is lived by, or proposed, with what can be asked of it. */
    void living(Life life, Look look, Model model) {
        Kept shown = life.atHand();
        Household household = life.outage().household();
        model.addAttribute("life", life);
        model.addAttribute("shown", shown);
        model.addAttribute("seen", life.standing().sequence());
        if (life.proposed() != null) {
            PlanDifference difference =
                    PlanDifference.of(life.lived().plan(), life.proposed().plan());
            List<String> changes = new ArrayList<>(words.difference(difference, household));
            changes.addAll(words.fillings(
                    life.fuelAlong(life.lived()).refuels(),
                    life.fuelAlong(life.proposed()).refuels(),
                    life.now()));
            model.addAttribute("difference", changes);
            model.addAttribute("powered", words.powered(difference, household));
            model.addAttribute("notDone", words.notDone(life.proposed().plan(), household));
        }
        model.addAttribute("wishes", wishes(life, shown));
        model.addAttribute("chips", chips(life, household));
        Refuelling fuel = life.fuelAlong(shown);
        Charge charge = life.chargeAlong(shown);
        List<String> fuelLines = new ArrayList<>(words.fuel(fuel, life));
        fuelLines.addAll(words.oneIsEnough(shown.plan(), fuel, life.now(), household));
        model.addAttribute("fuel", fuelLines);
        model.addAttribute("setPoints", words.setPoints(shown.plan(), life.wanted(), life.now(), household));
        model.addAttribute("runsDry", fuel.emptyAt() != null);
        model.addAttribute("charge", words.charge(shown.plan(), charge, life.wattHours(), household));
        RotationPlan before = life.proposed() == null ? null : life.lived().plan();
        plan(new Wanted.Made(shown.plan(), fuel, charge), before, household, life.now(), look, model);
        model.addAttribute("forms", forms(model));
    }

    /** A plan as it is drawn and told. */
    void plan(
            Wanted.Made made,
            @Nullable RotationPlan before,
            Household household,
            LocalDateTime now,
            Look look,
            Model model) {
        RotationPlan plan = made.plan();
        String chosen = look.circuit() != null && household.find(look.circuit()) != null ? look.circuit() : null;
        model.addAttribute("household", household);
        model.addAttribute("plan", plan);
        model.addAttribute("wide", RotationView.of(household, made, before, now, chosen, RotationView.Size.WIDE));
        model.addAttribute("narrow", RotationView.of(household, made, before, now, chosen, RotationView.Size.NARROW));
        model.addAttribute("shortfalls", words.shortfalls(plan, household));
        model.addAttribute("moves", moves(made, household, now));
        model.addAttribute("needsSaid", household.needsAreSaid());
        Map<String, String> circuits = new LinkedHashMap<>();
        household.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff())
                .forEach(entry -> circuits.put(entry.id(), entry.circuit().label()));
        model.addAttribute("circuits", circuits);
        if (chosen != null) {
            int last = plan.on().size() - 1;
            int slot = look.slot() == null ? plan.rotation().horizon().slotAt(now) : look.slot();
            model.addAttribute("looked", looked(plan, household, now, chosen, Math.max(0, Math.min(last, slot))));
        }
    }

    /** The forms as they stand: what somebody typed where it could not be read, else what is usual. */
    private static Map<String, Form> forms(Model model) {
        Map<String, Form> forms = new LinkedHashMap<>();
        FORMS.forEach((name, usual) -> forms.put(name, new Form(usual)));
        if (model.getAttribute("looked") instanceof Looked looked) {
            forms.put("pin", new Form(Map.of("from", looked.from(), "to", looked.to())));
        }
        if (model.getAttribute("unread") instanceof Unread unread) {
            forms.put(unread.name(), unread.form());
        }
        return forms;
    }

    /** What a circuit keeps at home, if it keeps anything. */
    static Optional<StandingNeed.Keep> keep(Household household, String circuit) {
        return household.wanted().standing().stream()
                .filter(need ->
                        need instanceof StandingNeed.Keep && need.circuit().equals(circuit))
                .map(need -> (StandingNeed.Keep) need)
                .findFirst();
    }

    private List<WishLine> wishes(Life life, Kept shown) {
        List<WishLine> lines = new ArrayList<>();
        for (int i = 0; i < shown.wishes().size(); i++) {
            Wish wish = shown.wishes().get(i);
            if (wish.to().isAfter(life.now())) {
                lines.add(new WishLine(
                        i, words.wish(wish, life.now(), life.outage().household())));
            }
        }
        return lines;
    }

    private Looked looked(RotationPlan plan, Household household, LocalDateTime now, String circuit, int slot) {
        Horizon horizon = plan.rotation().horizon();
        boolean on = plan.on().get(slot).contains(circuit);
        int from = slot;
        while (from > 0 && plan.on().get(from - 1).contains(circuit) == on) {
            from--;
        }
        int to = slot + 1;
        while (to < plan.on().size() && plan.on().get(to).contains(circuit) == on) {
            to++;
        }
        double[] levels = plan.levels().get(circuit);
        StandingNeed.Keep keep = keep(household, circuit).orElse(null);
        return RotatePagesLookedBuilder.builder()
                .circuit(circuit)
                .label(Words.label(circuit, household))
                .time(RotationWords.time(horizon.at(slot), now))
                .on(on)
                .why(on ? "" : words.why(WhyOff.of(plan, circuit, slot), circuit, slot, plan, household))
                .from(InUse.measures().clock(horizon.at(from).toLocalTime()))
                .to(InUse.measures().clock(horizon.at(to).toLocalTime()))
                .reserve(levels == null ? null : Words.hours(levels[slot]))
                .keeps(keep != null)
                .byTemperature(keep != null && keep.full() != null)
                .build();
    }

    private List<MoveLine> moves(Wanted.Made made, Household household, LocalDateTime now) {
        RotationPlan plan = made.plan();
        List<MoveLine> lines = new ArrayList<>();
        int visits = 0;
        for (RotationPlan.Move move : plan.moves()) {
            boolean visit = move.kind() == MoveKind.VISIT;
            visits += visit ? 1 : 0;
            lines.add(new MoveLine(
                    visit ? String.valueOf(visits) : "",
                    RotationWords.time(move.at(), now),
                    words.brief(move, made.fuel(), household),
                    plan.wakes(move)));
        }
        return lines;
    }

    /** What people ask for most, in one touch. */
    private static List<Chip> chips(Life life, Household household) {
        List<Chip> chips = new ArrayList<>();
        chips.add(new Chip("quiet-night", null, say("rotate.rotate.quiet-night")));
        Storage storage = life.setup().storage();
        String charger = storage == null ? null : storage.charging().circuit();
        for (HomeCircuit entry : household.circuits()) {
            boolean job = life.setup().find(entry.id()) != null
                    && !entry.id().equals(charger)
                    && !entry.circuit().lockedOff()
                    && keep(household, entry.id()).isEmpty()
                    && life.wanted().standing().stream()
                            .noneMatch(
                                    need -> need.circuit().equals(entry.id()) && need instanceof StandingNeed.AlwaysOn);
            if (job && chips.size() < MOST_CHIPS) {
                chips.add(new Chip(
                        "now",
                        entry.id(),
                        say("rotate.rotate.now", "label", entry.circuit().label())));
            }
        }
        return chips;
    }
}
