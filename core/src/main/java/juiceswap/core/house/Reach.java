package juiceswap.core.house;

/** What a transfer device lets the generator feed. */
public enum Reach {
    /** Every circuit of the main panel, and of sub-panels that its breakers feed. */
    MAIN_PANEL,
    /** The circuits of a panel of its own, whether or not the main panel is drawn too. */
    OWN_PANEL,
    /** The circuits that are wired to its switches. */
    LISTED_CIRCUITS,
    /** One appliance. */
    ONE_APPLIANCE,
    /** Whatever is plugged in. */
    PLUGGED_IN;

    /** All of the house's main panel is behind it; else the main panel stays on the utility. */
    public boolean everything() {
        return this == MAIN_PANEL || this == PLUGGED_IN;
    }

    /** A box or a cord has legs of its own: the legs of the panel mean nothing to what it feeds. */
    public boolean panelLegsCount() {
        return this == MAIN_PANEL || this == OWN_PANEL;
    }
}
