package juiceswap.core.rotation;

/** Somebody who waits for a search, sees how far it is, and may go away. */
@FunctionalInterface
public interface Watch {
    /** Waits for as long as it takes. */
    Watch PATIENT = share -> true;

    /**
     * Asked now and then from the threads that search.
     *
     * @param share of the work that is done, 0 to 1
     * @return false: nobody waits for it any more, and the search ends
     */
    boolean goOn(double share);
}
