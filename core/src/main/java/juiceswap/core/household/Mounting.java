package juiceswap.core.household;

import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * How the panel hangs that the transfer device feeds.
 *
 * @param mainAmps of the main breaker, above 0, or null
 * @param mainAtBottom the main hangs below the branches
 * @param plateMoves which way the interlock plate moves towards the generator
 */
public record Mounting(@Nullable Double mainAmps, boolean mainAtBottom, Way plateMoves) {
    /** Main at the top, plate up. */
    public static final Mounting USUAL = new Mounting(null, false, Way.UP);

    /** A way that a plate slides. */
    public enum Way implements Worded {
        UP("up"),
        DOWN("down"),
        LEFT("left"),
        RIGHT("right");

        private final String word;

        Way(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** The one that is written so; empty when there is none. */
        public static Optional<Way> of(String word) {
            return Worded.find(Way.class, word);
        }

        /** The way back. */
        public Way opposite() {
            return switch (this) {
                case UP -> DOWN;
                case DOWN -> UP;
                case LEFT -> RIGHT;
                case RIGHT -> LEFT;
            };
        }
    }

    public Mounting {
        if (mainAmps != null) {
            InvalidInput.positive("/mainAmps", mainAmps);
        }
    }
}
