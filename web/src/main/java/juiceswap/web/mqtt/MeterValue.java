package juiceswap.web.mqtt;

import juiceswap.core.Worded;

/** What a field of a meter may be. */
public enum MeterValue implements Worded {
    L1_VOLTS("l1n"),
    L2_VOLTS("l2n"),
    LINE_VOLTS("l1l2"),
    HERTZ("hz"),
    L1_AMPS("l1a"),
    L2_AMPS("l2a"),
    L1_WATTS("l1w"),
    L2_WATTS("l2w");

    private final String word;

    MeterValue(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }
}
