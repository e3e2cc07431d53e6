package juiceswap.core.changeover;

import juiceswap.core.Worded;

/** What {@code done} can hold: checks made, and things put away or seen to. The names are those of the actions. */
public enum Check implements Worded {
    CHECK_PLACEMENT("check-placement"),
    CHECK_CO_ALARM("check-co-alarm"),
    CHECK_OIL("check-oil"),
    CHECK_FUEL("check-fuel"),
    INSPECT_CORD("inspect-cord"),
    UNPLUG_SENSITIVE("unplug-sensitive"),
    WALK_ROUND("walk-round"),
    STOW("stow"),
    REFUELLED("refuelled");

    private final String word;

    Check(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }
}
