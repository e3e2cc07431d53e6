package juiceswap.core.supply;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * One control of an engine, in the order in which this engine is started.
 *
 * @param note where it is or what is special about it, as the owner says; at most {@link #LONGEST_NOTE} characters, or null
 * @param photo by which name a picture of it is kept, or null
 */
public record StartControl(
        Kind kind, @Nullable String note, @Nullable String photo) {
    /** Longer notes are not read at a cold engine: our own judgement. */
    public static final int LONGEST_NOTE = 120;

    /** An engine that needs more to start than this needs a mechanic. */
    public static final int MOST = 16;

    /** What a control is, and what is done with it. */
    public enum Kind implements Worded {
        CYLINDER_VALVE("cylinder-valve", When.ALWAYS),
        GAS_VALVE("gas-valve", When.ALWAYS),
        FUEL_SELECTOR("fuel-selector", When.ALWAYS),
        TANK_VENT("tank-vent", When.ALWAYS),
        FUEL_VALVE("fuel-valve", When.ALWAYS),
        AUXILIARY_TANK("auxiliary-tank", When.ALWAYS),
        BATTERY_SWITCH("battery-switch", When.ALWAYS),
        ENGINE_SWITCH("engine-switch", When.ALWAYS),
        PRIMER("primer", When.COLD),
        CHOKE_ON("choke-on", When.COLD),
        GLOW("glow", When.COLD),
        DECOMPRESSION("decompression", When.ALWAYS),
        PULL("pull", When.ALWAYS),
        KEY("key", When.ALWAYS),
        CHOKE_OFF("choke-off", When.COLD),
        OTHER("other", When.ALWAYS);

        private enum When {
            ALWAYS,
            COLD
        }

        private final String word;
        private final When when;

        Kind(String word, When when) {
            this.word = word;
            this.when = when;
        }

        @Override
        public String word() {
            return word;
        }

        /** Only an engine that has not run for an hour needs it. */
        public boolean coldOnly() {
            return when == When.COLD;
        }
    }

    public StartControl {
        InvalidInput.unless(note == null || note.length() <= LONGEST_NOTE, "/note", "invalid.start-note");
        InvalidInput.unless(kind != Kind.OTHER || note != null && !note.isBlank(), "/note", "invalid.start-other");
    }

    /** One of that kind, with nothing said about it. */
    public static StartControl of(Kind kind) {
        return new StartControl(kind, null, null);
    }

    /** The same with another note and picture. */
    public StartControl with(@Nullable String otherNote, @Nullable String otherPhoto) {
        return new StartControl(kind, otherNote, otherPhoto);
    }

    /**
     * What most engines of that kind have, in the usual order; the manual of the set comes first. Our own list, from general
     * practice with portable generators.
     *
     * @param electric by a key or a button, else by a cord
     */
    public static List<StartControl> usual(Fuel fuel, boolean electric) {
        List<Kind> kinds = new ArrayList<>();
        switch (fuel) {
            case GASOLINE -> kinds.addAll(List.of(Kind.TANK_VENT, Kind.FUEL_VALVE));
            case PROPANE -> kinds.addAll(List.of(Kind.CYLINDER_VALVE, Kind.FUEL_SELECTOR));
            case NATURAL_GAS -> kinds.addAll(List.of(Kind.GAS_VALVE, Kind.FUEL_SELECTOR));
            case DIESEL -> kinds.add(Kind.FUEL_VALVE);
        }
        kinds.add(Kind.ENGINE_SWITCH);
        kinds.add(fuel == Fuel.DIESEL ? Kind.GLOW : Kind.CHOKE_ON);
        kinds.add(electric ? Kind.KEY : Kind.PULL);
        if (fuel != Fuel.DIESEL) {
            kinds.add(Kind.CHOKE_OFF);
        }
        return kinds.stream().map(StartControl::of).toList();
    }

    /** What of the list is done: an engine that is still warm needs no choke. */
    public static List<StartControl> forStart(List<StartControl> all, boolean cold) {
        return all.stream().filter(one -> cold || !one.kind().coldOnly()).toList();
    }
}
