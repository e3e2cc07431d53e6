package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Energised;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.SwapState.Handle;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.house.Panel;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Reach;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.household.Mounting.Way;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import juiceswap.web.drawing.Scene.Area;
import juiceswap.web.drawing.Scene.Asked;
import juiceswap.web.drawing.Scene.Note;
import juiceswap.web.drawing.Scene.Part;
import juiceswap.web.drawing.Scene.Wire;
import org.jspecify.annotations.Nullable;

/**
 * Draws a {@link Scene}: from the street at the top, through what this kind of transfer device has, down to inlet, cord and
 * set. Measures are in units of the drawing, which is shown about one to one.
 */
public final class SceneDrawing {
    private static final double LEFT = 14;
    private static final double BOX = 232;
    private static final double MID = LEFT + BOX / 2;
    private static final double STREET = 206;
    private static final double RISER = 290;
    private static final int MOST_ROWS = 10;
    private static final double ROW = 26;
    private static final int LONGEST_LABEL = 17;

    private final Household household;
    private final Changeover changeover;
    private final SwapState state;
    private final Energised live;
    private final List<WhatIf.Part> dangerous;
    private final String act;
    private final @Nullable String circuit;
    private final List<Wire> wires = new ArrayList<>();
    private final List<Part> parts = new ArrayList<>();
    private final List<Note> notes = new ArrayList<>();

    private SceneDrawing(
            Household household,
            Changeover changeover,
            SwapState state,
            List<WhatIf.Part> dangerous,
            @Nullable Action next,
            @Nullable String circuit) {
        this.household = household;
        this.changeover = changeover;
        this.state = state;
        this.live = Energised.of(changeover, state);
        this.dangerous = dangerous;
        this.act = next == null ? "" : DevicePart.of(next);
        this.circuit = circuit;
    }

    /** As things stand, with the part that {@code next} acts on marked. */
    public static Scene of(
            Household household,
            Changeover changeover,
            SwapState state,
            @Nullable Action next,
            @Nullable String circuit) {
        return new SceneDrawing(household, changeover, state, List.of(), next, circuit).draw(false);
    }

    /** As things would stand, with what would become live against a rule drawn as danger. */
    public static Scene supposed(Household household, Changeover changeover, WhatIf whatIf, Action action) {
        List<WhatIf.Part> dangerous = whatIf.broken().isEmpty() ? List.of() : whatIf.newlyLive();
        return new SceneDrawing(household, changeover, whatIf.after(), dangerous, action, null).draw(true);
    }

    private Scene draw(boolean supposed) {
        Reach reach = changeover.kind().reach();
        double bottom = switch (changeover.parting()) {
            case PLATE ->
                drawInterlockedPanel(
                        reach == Reach.OWN_PANEL
                                ? mainPanelAbove(say("drawing.scene-drawing.main-panel-left-as-it"))
                                : street(26));
            case HANDLE -> drawTransferSwitch(street(26));
            case UNPLUGGED -> drawRows(street(26), "appliances", new String[] {"wall", "out", "cord"});
            case BY_ITSELF ->
                drawRows(
                        mainPanelAbove(say("drawing.scene-drawing.main-panel-left-on")),
                        say("drawing.scene-drawing.switches-by-itself"),
                        new String[] {"line", "", "gen"});
            case SWITCH_EACH ->
                drawRows(
                        mainPanelAbove(say("drawing.scene-drawing.main-panel-left-on")),
                        reach == Reach.ONE_APPLIANCE
                                ? say("drawing.scene-drawing.transfer-switch")
                                : say("drawing.scene-drawing.transfer-switches"),
                        new String[] {"line", "off", "gen"});
        };
        double inlet = drawInletAndCord(bottom);
        double end = drawEngine(inlet);
        return new Scene((int) end + 6, supposed, List.copyOf(wires), List.copyOf(parts), List.copyOf(notes));
    }

    // ---- from the street

    /** The street's wires down to {@code y}. */
    private double street(double y) {
        wire("M" + STREET + " 2V" + y, live.street(), WhatIf.Part.STREET);
        part(new Part(
                "street",
                "utility",
                new Area(LEFT, 2, 96, 20),
                "utility",
                live.street() ? (state.utilityLive() ? "live" : say("drawing.scene-drawing.fed-by-the-set")) : "dark",
                0,
                look(live.street(), WhatIf.Part.STREET),
                Asked.NOTHING));
        return y;
    }

    /** A panel on the street's side in which nothing is switched. */
    private double mainPanelAbove(String text) {
        double y = street(26);
        boolean fed = state.utilityLive();
        part(new Part("box", "", new Area(LEFT, y, BOX, 30), text, "", 0, fed ? "live" : "", Asked.NOTHING));
        wire("M" + STREET + " " + (y + 30) + "v14", fed, null);
        return y + 44;
    }

    // ---- panels

    private double drawInterlockedPanel(double top) {
        Way moves = household.plateMoves();
        boolean sideways = moves == Way.LEFT || moves == Way.RIGHT;
        boolean mainLast = moves == Way.DOWN || sideways && household.mainAtBottom();
        double branches = branchesHeight();
        double devices = sideways ? 66 : 118;
        double height = 24 + devices + 10 + branches + 8;
        enclosure(top, height, changeover.kind().reach() == Reach.OWN_PANEL ? "sub-panel" : "panel");
        double deviceTop = mainLast ? top + 24 + branches + 10 : top + 24;
        double branchTop = mainLast ? top + 24 : top + 24 + devices + 10;
        double input = sideways ? drawSideways(deviceTop, moves) : drawAbove(deviceTop, moves);
        drawBranches(branchTop);
        wire("M" + (LEFT + BOX - 12) + " " + input + "H" + RISER, live.inlet(), WhatIf.Part.INLET);
        wire("M" + RISER + " " + input + "V" + (top + height + 24), live.inlet(), WhatIf.Part.INLET);
        return top + height;
    }

    /** Main and input one above the other: the plate moves towards the main to hold it off. */
    private double drawAbove(double y, Way moves) {
        boolean mainAbove = moves == Way.UP;
        double main = mainAbove ? y : y + 72;
        double input = mainAbove ? y + 72 : y;
        String feed = changeover.kind().reach() == Reach.OWN_PANEL ? say("drawing.scene-drawing.utility-feed") : "main";
        lever("main", LEFT + 20, main, 164, feed, state.mainOn(), live.panel() && state.mainOn());
        lever("input", LEFT + 20, input, 164, "generator", state.inputOn(), live.inlet() && state.inputOn());
        double gap = y + 46;
        double overMain = mainAbove ? gap - 9 : gap + 15;
        double overInput = mainAbove ? gap + 15 : gap - 9;
        plate(LEFT + 12, state.plateToGenerator() ? overMain : overInput, 180, 20);
        return input + 21;
    }

    private double drawSideways(double y, Way moves) {
        boolean mainLeft = moves == Way.LEFT;
        double main = mainLeft ? LEFT + 8 : LEFT + 128;
        double input = mainLeft ? LEFT + 128 : LEFT + 8;
        lever("main", main, y + 8, 96, "main", state.mainOn(), live.panel() && state.mainOn());
        lever("input", input, y + 8, 96, "gen.", state.inputOn(), live.inlet() && state.inputOn());
        boolean overLeft = state.plateToGenerator() == mainLeft;
        plate(overLeft ? LEFT + 88 : LEFT + 116, y, 28, 58);
        return y + 29;
    }

    private void plate(double x, double y, double width, double height) {
        boolean marked = act.equals("plate");
        Way moves = household.plateMoves();
        part(new Part(
                "plate",
                "plate",
                new Area(x, y, width, height),
                "plate",
                state.plateToGenerator()
                        ? say("drawing.scene-drawing.holds-the-main-off")
                        : say("drawing.scene-drawing.lets-the-main-close"),
                0,
                "",
                new Asked(marked, marked ? (state.plateToGenerator() ? moves.opposite() : moves).word() : "")));
    }

    private double drawTransferSwitch(double top) {
        enclosure(top, 128, say("drawing.scene-drawing.transfer-switch"));
        part(new Part(
                "handle",
                "handle",
                new Area(LEFT + 20, top + 26, BOX - 40, 94),
                "handle",
                state.handle().word(),
                state.handle().ordinal(),
                look(live.panel(), WhatIf.Part.PANEL),
                new Asked(act.equals("handle"), state.handle() == Handle.OFF || !act.equals("handle") ? "" : "down")));
        double panel = top + 146;
        wire("M" + STREET + " " + (top + 128) + "v18", live.panel(), WhatIf.Part.PANEL);
        double height = 24 + branchesHeight() + 8;
        enclosure(panel, height, "panel");
        drawBranches(panel + 24);
        double bottom = panel + height;
        wire(
                "M" + (LEFT + BOX) + " " + (top + 104) + "H" + RISER + "V" + (bottom + 24),
                live.inlet(),
                WhatIf.Part.INLET);
        return bottom;
    }

    // ---- branch breakers as they hang

    private List<HomeCircuit> branchCircuits() {
        return household.circuits().stream()
                .filter(entry -> entry.panel().isEmpty())
                .toList();
    }

    private int panelRows() {
        int last = branchCircuits().stream()
                .flatMap(entry -> entry.circuit().spaces().stream())
                .mapToInt(Integer::intValue)
                .max()
                .orElse(8);
        return (last + 1) / 2;
    }

    private double rowHeight() {
        return Math.max(5, Math.min(13, 118.0 / panelRows()));
    }

    private double branchesHeight() {
        return panelRows() * rowHeight() + 24;
    }

    private void drawBranches(double y) {
        double row = rowHeight();
        boolean marked = act.equals("branches");
        part(new Part(
                "group",
                "branches",
                new Area(LEFT + 10, y - 4, BOX - 20, panelRows() * row + 8),
                say("drawing.scene-drawing.branch-breakers"),
                branchesInWords(),
                0,
                "",
                new Asked(marked && circuit == null, "")));
        for (HomeCircuit entry : branchCircuits()) {
            List<Integer> spaces = entry.circuit().spaces();
            int first = spaces.stream().mapToInt(Integer::intValue).min().orElse(1);
            int last = spaces.stream().mapToInt(Integer::intValue).max().orElse(1);
            boolean left = Panel.isLeft(first);
            int firstRow = (first - 1) / 2;
            int rows = (last - first) / 2 + 1;
            boolean on = on(entry);
            part(new Part(
                    "branch",
                    "",
                    new Area(left ? LEFT + 18 : MID + 6, y + firstRow * row, BOX / 2 - 24, rows * row - 2),
                    entry.circuit().label(),
                    on ? "on" : "off",
                    on ? 1 : 0,
                    on && live.panel() ? "live" : "",
                    new Asked(marked && entry.id().equals(circuit), left ? "left" : "right")));
        }
        notes.add(new Note(LEFT + 12, y + panelRows() * row + 20, branchesInWords()));
    }

    private boolean on(HomeCircuit entry) {
        return switch (state.branches()) {
            case ON -> !entry.circuit().lockedOff();
            case OFF -> false;
            case REDUCED -> changeover.staysOn().contains(entry.id());
            case STAGED -> state.picked().contains(entry.id());
        };
    }

    private String branchesInWords() {
        return switch (state.branches()) {
            case ON -> say("drawing.scene-drawing.branches-all-on");
            case OFF -> say("drawing.scene-drawing.branches-all-off");
            case REDUCED -> say("drawing.scene-drawing.big-ones-off");
            case STAGED ->
                say(
                        "drawing.scene-drawing.of-branches-on",
                        "size",
                        state.picked().size(),
                        "size2",
                        branchCircuits().size());
        };
    }

    // ---- a switch, a lamp or a cord for each circuit

    private double drawRows(double top, String title, String[] positions) {
        List<HomeCircuit> circuits = switchable();
        int shown = Math.min(MOST_ROWS, circuits.size());
        double height = 34 + shown * ROW + (circuits.size() > shown ? 20 : 0) + 4;
        part(new Part(
                "box",
                changeover.parting() == Parting.BY_ITSELF ? "" : "branches",
                new Area(LEFT, top, BOX, height),
                title,
                "",
                0,
                look(live.panel(), WhatIf.Part.PANEL),
                new Asked(act.equals("branches") && circuit == null, "")));
        for (int i = 0; i < positions.length; i++) {
            notes.add(new Note(LEFT + 138 + i * 33, top + 34, positions[i]));
        }
        for (int i = 0; i < shown; i++) {
            HomeCircuit entry = circuits.get(i);
            int at = position(entry);
            boolean current = at == 0 && state.utilityLive() || at == 2 && changeover.fed(state);
            part(new Part(
                    "row",
                    "",
                    new Area(LEFT + 6, top + 38 + i * ROW, BOX - 12, ROW - 3),
                    shortened(entry.circuit().label()),
                    positions[at],
                    at,
                    current ? "live" : "",
                    new Asked(
                            act.equals("branches") && entry.id().equals(circuit),
                            positions[1].isEmpty() ? "self" : "")));
        }
        if (circuits.size() > shown) {
            notes.add(new Note(
                    LEFT + 12,
                    top + height - 8,
                    say("drawing.scene-drawing.and-more", "count", (circuits.size() - shown))));
        }
        wire(
                "M" + (LEFT + BOX) + " " + (top + 20) + "H" + RISER + "V" + (top + height + 24),
                live.inlet(),
                WhatIf.Part.INLET);
        return top + height;
    }

    /** What has a switch or a cord of its own; of more than fit, what shall run comes first. */
    private List<HomeCircuit> switchable() {
        List<HomeCircuit> wanted = household.circuits().stream()
                .filter(entry -> changeover.wanted().contains(entry.id())
                        || state.picked().contains(entry.id()))
                .toList();
        boolean onlyWanted =
                changeover.parting() == Parting.UNPLUGGED || changeover.kind().reach() == Reach.ONE_APPLIANCE;
        if (onlyWanted && !wanted.isEmpty()) {
            return wanted;
        }
        List<HomeCircuit> all = new ArrayList<>(wanted);
        household.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff() && !wanted.contains(entry))
                .forEach(all::add);
        return all.size() > MOST_ROWS
                ? all
                : household.circuits().stream().filter(all::contains).toList();
    }

    private int position(HomeCircuit entry) {
        if (changeover.parting() == Parting.BY_ITSELF) {
            return changeover.fed(state) ? 2 : 0;
        }
        return switch (state.branches()) {
            case ON -> 0;
            case OFF, REDUCED -> 1;
            case STAGED -> state.picked().contains(entry.id()) ? 2 : 1;
        };
    }

    private static String shortened(String label) {
        return label.length() <= LONGEST_LABEL
                ? label
                : label.substring(0, LONGEST_LABEL - 1).strip() + "…";
    }

    // ---- inlet, cord, set

    private double drawInletAndCord(double bottom) {
        double y = bottom + 30;
        boolean cords = changeover.parting() == Parting.UNPLUGGED;
        part(new Part(
                "inlet",
                "cordHouse",
                new Area(RISER - 16, y - 16, 32, 32),
                cords ? say("drawing.scene-drawing.at-the-appliances") : "inlet",
                state.cordAtHouse() ? say("drawing.scene-drawing.cord-in") : say("drawing.scene-drawing.cord-out"),
                state.cordAtHouse() ? 1 : 0,
                look(live.inlet(), WhatIf.Part.INLET),
                new Asked(act.equals("cordHouse"), "")));
        double set = y + 64;
        if (state.cordAtHouse() || state.cordAtGenerator()) {
            String path;
            if (state.cordAtHouse() && state.cordAtGenerator()) {
                path = "M" + RISER + " " + (y + 18) + "c0 26 -60 4 -60 " + (set - y - 34);
            } else if (state.cordAtHouse()) {
                path = "M" + RISER + " " + (y + 18) + "c0 18 -40 10 -44 22";
            } else {
                path = "M230 " + (set - 16) + "c0 -16 -36 -10 -48 -18";
            }
            wire(path, live.cord(), WhatIf.Part.CORD);
        }
        part(new Part(
                "plug",
                "cordGenerator",
                new Area(216, set - 20, 28, 22),
                say("drawing.scene-drawing.cord-at-the-set"),
                state.cordAtGenerator() ? "in" : "out",
                state.cordAtGenerator() ? 1 : 0,
                look(live.cord(), WhatIf.Part.CORD),
                new Asked(act.equals("cordGenerator"), "")));
        return set;
    }

    private double drawEngine(double y) {
        boolean running = state.engine().running();
        part(new Part(
                "engine",
                "engine",
                new Area(LEFT, y, 332, 106),
                say("drawing.scene-drawing.engine"),
                engineInWords(),
                running ? 1 : 0,
                running ? "live" : "",
                new Asked(act.equals("engine"), "")));
        List<Part> controls = new ArrayList<>();
        control(controls, "engine", "switch", running ? "RUN" : "STOP", running);
        if (changeover.source().outputSwitch()) {
            control(controls, "output", "breaker", state.outputOn() ? "ON" : "OFF", state.outputOn());
        }
        if (changeover.source().idleControl()) {
            control(
                    controls,
                    "eco",
                    say("drawing.scene-drawing.idle-ctrl"),
                    state.ecoOn() ? "ON" : "OFF",
                    state.ecoOn());
        }
        control(
                controls,
                changeover.source().bondChange() == BondChange.SWITCH ? "bond" : "",
                "bond",
                state.bond().word(),
                state.bond() == Bond.BONDED);
        double width = (332 - 16 - 6.0 * (controls.size() - 1)) / controls.size();
        for (int i = 0; i < controls.size(); i++) {
            Part control = controls.get(i);
            part(new Part(
                    "control",
                    control.name(),
                    new Area(LEFT + 8 + i * (width + 6), y + 44, width, 54),
                    control.text(),
                    control.value(),
                    control.at(),
                    "",
                    new Asked(!control.name().isEmpty() && act.equals(control.name()) && !act.equals("engine"), "")));
        }
        return y + 106;
    }

    private static void control(List<Part> controls, String name, String text, String value, boolean on) {
        controls.add(new Part("control", name, new Area(0, 0, 0, 0), text, value, on ? 1 : 0, "", Asked.NOTHING));
    }

    private String engineInWords() {
        return switch (state.engine()) {
            case STOPPED -> say("drawing.scene-drawing.stopped-cold");
            case RESTING -> say("drawing.scene-drawing.stopped-still-hot");
            case COLD -> say("drawing.scene-drawing.running-not-yet-warm");
            case READY -> say("drawing.scene-drawing.running-warm");
            case HOT ->
                changeover.loaded(state)
                        ? say("drawing.scene-drawing.running-carries-the-house")
                        : say("drawing.scene-drawing.running-hot");
            case COOLED -> say("drawing.scene-drawing.running-cooled-down");
        };
    }

    // ---- parts

    private void enclosure(double y, double height, String title) {
        part(new Part(
                "box",
                "",
                new Area(LEFT, y, BOX, height),
                title,
                "",
                0,
                look(live.panel(), WhatIf.Part.PANEL),
                Asked.NOTHING));
    }

    private void lever(String name, double x, double y, double width, String text, boolean on, boolean lit) {
        boolean fromStreet = name.equals("main") && state.mainOn() && live.panel();
        part(new Part(
                "lever",
                name,
                new Area(x, y, width, 44),
                text,
                on ? "ON" : "OFF",
                on ? 1 : 0,
                lit || fromStreet ? look(true, WhatIf.Part.PANEL) : "",
                new Asked(act.equals(name), "")));
    }

    private void part(Part part) {
        parts.add(part);
    }

    private void wire(String path, boolean carries, WhatIf.@Nullable Part which) {
        wires.add(new Wire(path, look(carries, which)));
    }

    private String look(boolean carries, WhatIf.@Nullable Part which) {
        if (!carries) {
            return "";
        }
        return which != null && dangerous.contains(which) ? "danger" : "live";
    }
}
