package juiceswap.web.security;

import juiceswap.core.Worded;

/** What somebody who has an account is in a household. Who helps in one outage alone has no account: a guest. */
public enum Role implements Worded {
    /** Everything, and alone: people, keys, handing over, deleting. */
    OWNER("owner"),
    /** Lives here: does everything but what the owner alone does. */
    MEMBER("member"),
    /** Sees everything, changes nothing, can raise the alarm. */
    WATCHER("watcher"),
    /** Sees panel, supply, transfer, tests and logbook; records tests of the device with name and licence. */
    ELECTRICIAN("electrician");

    private final String word;

    Role(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    public boolean changesTheHouse() {
        return this == OWNER || this == MEMBER;
    }
}
