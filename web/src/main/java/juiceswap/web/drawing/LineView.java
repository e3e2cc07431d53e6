package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Energised;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Reach;
import juiceswap.core.house.Setup;
import org.jspecify.annotations.Nullable;

/**
 * The one-line drawing of where the power comes from.
 *
 * @param nodes from the street to the engine
 */
public record LineView(List<Node> nodes) {
    /**
     * @param symbol street, switch, panel, inlet, cord or engine
     * @param figure one live figure
     * @param closed of a switch: whether current can pass
     * @param live it carries voltage
     * @param liveBefore the wire towards the street does
     * @param liveAfter the wire towards the engine does
     */
    public record Node(
            String name,
            String symbol,
            String figure,
            boolean closed,
            boolean live,
            boolean liveBefore,
            boolean liveAfter,
            String href) {}

    /** {@code since} is when the outage began, in words, or null. */
    public static LineView of(Changeover changeover, SwapState state, @Nullable String since) {
        Energised live = Energised.of(changeover, state);
        Setup setup = changeover.setup();
        Parting parting = changeover.parting();
        Reach reach = changeover.kind().reach();
        List<Node> nodes = new ArrayList<>();
        String street =
                state.utilityLive() ? "live" : since == null ? "dark" : say("drawing.line.dark-since", "since", since);
        nodes.add(new Node(
                say("drawing.line.street"), "street", street, true, live.street(), false, live.street(), "/now"));
        boolean streetSide = live.street();
        if (parting == Parting.PLATE) {
            nodes.add(new Node(
                    reach == Reach.OWN_PANEL ? say("drawing.line.feed") : say("drawing.line.main"),
                    "switch",
                    onOff(state.mainOn()),
                    state.mainOn(),
                    streetSide && state.mainOn() || live.panel() && state.mainOn(),
                    streetSide,
                    live.panel() || streetSide && state.mainOn(),
                    "/swap"));
        }
        // as far as voltage reaches: to the open contact of the main while the generator feeds the panel
        boolean panelFromStreetWire = parting == Parting.PLATE ? live.panel() : streetSide;
        boolean generatorSide = parting == Parting.PLATE ? live.panel() && state.inputOn() : live.inlet();
        if (parting == Parting.HANDLE) {
            nodes.add(new Node(
                    say("drawing.line.switch"),
                    "switch",
                    state.handle().word(),
                    state.handle() != SwapState.Handle.OFF,
                    live.panel(),
                    streetSide,
                    live.panel(),
                    "/swap"));
            panelFromStreetWire = live.panel();
        }
        nodes.add(new Node(
                parting == Parting.UNPLUGGED ? say("drawing.line.appliances") : say("drawing.line.panel"),
                "panel",
                panelFigure(setup, changeover, state, live),
                true,
                live.panel(),
                panelFromStreetWire,
                generatorSide,
                "/house"));
        if (parting == Parting.PLATE) {
            nodes.add(new Node(
                    say("drawing.line.input"),
                    "switch",
                    onOff(state.inputOn()),
                    state.inputOn(),
                    state.inputOn() && (live.panel() || live.inlet()),
                    generatorSide,
                    live.inlet() || generatorSide,
                    "/swap"));
        }
        if (changeover.kind().wired()) {
            nodes.add(new Node(
                    say("drawing.line.inlet"),
                    "inlet",
                    state.cordAtHouse() ? say("drawing.line.cord-in") : "empty",
                    state.cordAtHouse(),
                    live.inlet(),
                    live.inlet(),
                    live.inlet(),
                    "/swap"));
        }
        nodes.add(new Node(
                say("drawing.line.cord"),
                "cord",
                !state.cordAtGenerator() ? "out" : live.cord() ? "live" : "dead",
                state.cordAtGenerator(),
                live.cord(),
                live.cord() && state.cordAtHouse(),
                live.cord(),
                "/swap"));
        nodes.add(new Node(
                setup.source().burns() ? say("drawing.line.engine") : say("drawing.line.battery"),
                "engine",
                engineFigure(setup, state),
                true,
                live.engine(),
                live.cord(),
                false,
                "/swap"));
        return new LineView(List.copyOf(nodes));
    }

    private static String panelFigure(Setup setup, Changeover changeover, SwapState state, Energised live) {
        if (changeover.fed(state) && !state.picked().isEmpty()) {
            double watts =
                    Capacity.of(setup, state.picked(), (String) null).running().total();
            return String.format(Locale.ENGLISH, "%,.0f W", watts);
        }
        if (!live.panel()) {
            return "dead";
        }
        return state.branches() == SwapState.Branches.OFF ? say("drawing.line.no-load") : "live";
    }

    private static String engineFigure(Setup setup, SwapState state) {
        if (!setup.source().burns()) {
            return state.engine().running() ? "on" : "off";
        }
        return switch (state.engine()) {
            case STOPPED -> "off";
            case RESTING -> say("drawing.line.off-hot");
            case COLD -> "warming";
            case READY -> "ready";
            case HOT -> "running";
            case COOLED -> "cooled";
        };
    }

    private static String onOff(boolean on) {
        return on ? "ON" : "OFF";
    }
}
