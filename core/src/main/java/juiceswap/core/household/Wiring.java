package juiceswap.core.household;

import java.util.List;

/**
 * What hangs on the walls.
 *
 * @param panels the panel that the transfer device feeds, then sub-panels; not empty
 * @param circuits in the order of the directory
 * @param rooms in walking order
 */
public record Wiring(List<HomePanel> panels, Mounting mounting, List<EnteredCircuit> circuits, List<Room> rooms) {
    public Wiring {
        panels = List.copyOf(panels);
        circuits = List.copyOf(circuits);
        rooms = List.copyOf(rooms);
    }

    Wiring withPanels(List<HomePanel> others) {
        return new Wiring(others, mounting, circuits, rooms);
    }

    Wiring withMounting(Mounting other) {
        return new Wiring(panels, other, circuits, rooms);
    }

    Wiring withCircuits(List<EnteredCircuit> others) {
        return new Wiring(panels, mounting, others, rooms);
    }

    Wiring withRooms(List<Room> others) {
        return new Wiring(panels, mounting, circuits, others);
    }
}
