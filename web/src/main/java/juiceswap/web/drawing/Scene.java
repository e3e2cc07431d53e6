package juiceswap.web.drawing;

import java.util.List;

/**
 * The household's devices as they stand, put together from the same few parts for every kind of transfer device.
 *
 * @param height of the drawing; it is 360 wide
 * @param supposed it shows what would be, not what is
 */
public record Scene(int height, boolean supposed, List<Wire> wires, List<Part> parts, List<Note> notes) {

    /**
     * A conductor.
     *
     * @param look empty for dead, live, or danger when it should never be live
     */
    public record Wire(String path, String look) {}

    /**
     * Something that can be switched, plugged or looked at.
     *
     * @param shape box, lever, plate, handle, row, branch, inlet, plug, engine or control
     * @param name what it is called in the positions of a swap, such as main; empty for what can't be touched
     * @param text what is written on it
     * @param value its position, in words
     * @param at for a lever 1 when on; for a handle or a row 0, 1 or 2 from the street's side to the set's
     * @param look empty, live or danger
     * @param asked what is to be done with it
     */
    public record Part(
            String shape, String name, Area area, String text, String value, int at, String look, Asked asked) {

        /** For those who don't see it. */
        public String spoken() {
            return value.isEmpty() ? text : text + ": " + value;
        }
    }

    /** Where a part is drawn. */
    public record Area(double x, double y, double width, double height) {}

    /**
     * What is to be done with a part now.
     *
     * @param marked it is the part to act on
     * @param way which way it is to be moved: up, down, left, right or empty
     */
    public record Asked(boolean marked, String way) {

        /** Nothing now. */
        static final Asked NOTHING = new Asked(false, "");
    }

    /** Something written beside the parts. */
    public record Note(double x, double y, String text) {}
}
