package juiceswap.pocket;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Entry;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.trouble.Check;
import juiceswap.exchange.EventJson;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.RotationJson;
import juiceswap.exchange.Tree;
import org.jspecify.annotations.Nullable;

/**
 * What a phone carries with it: as the server gave it at the last visit.
 *
 * @param household with what its tests have come to
 * @param me who this phone belongs to
 * @param member whether they live here: else they clear no alarm and end nothing
 * @param base the log of the outage that was going on, empty without one
 * @param plan by which the house lived, or null
 * @param aside points of checks that this household has put aside
 * @param bondProof how it is known that there is one neutral bond, in words
 * @param causesBefore how often each cause of a trouble was found here
 * @param zone of the phone's clock
 */
record Carried(
        Household household,
        String me,
        boolean member,
        boolean rehearsal,
        List<Entry> base,
        @Nullable RotationPlan plan,
        Set<Lookout> aside,
        String bondProof,
        Map<Check, Integer> causesBefore,
        ZoneOffset zone) {

    /** Reads a snapshot; throws {@link juiceswap.core.InvalidInput} when it can't be read. */
    static Carried read(Tree snapshot, ZoneOffset zone) {
        Tree tests = snapshot.path("tests");
        Household household = HouseholdJson.read(snapshot.path("household"))
                .withTested(new TransferDevice.Tested(
                        Worded.of(TransferDevice.Proof.class, tests.text("proof", "unproven")),
                        Worded.of(TransferDevice.BondPath.class, tests.text("bondPath", "unknown"))));
        Set<Lookout> aside = new HashSet<>();
        snapshot.texts("aside").forEach(word -> Lookout.of(word).ifPresent(aside::add));
        Tree outage = snapshot.path("outage");
        Tree plan = snapshot.path("plan");
        return new Carried(
                household,
                snapshot.text("me", ""),
                snapshot.flag("member", false),
                outage.flag("rehearsal", false),
                entries(outage.path("log"), household),
                plan.isObject() ? plan(plan, household) : null,
                aside,
                snapshot.text("bondProof", ""),
                causes(snapshot.path("causes")),
                zone);
    }

    private static Map<Check, Integer> causes(Tree counted) {
        Map<Check, Integer> causes = new EnumMap<>(Check.class);
        counted.properties()
                .forEach((word, times) ->
                        Worded.find(Check.class, word).ifPresent(check -> causes.put(check, (int) times.asDouble())));
        return causes;
    }

    private static RotationPlan plan(Tree stored, Household household) {
        var question = RotationJson.stored(stored.path("question"), household.setup());
        return question.judged(
                RotationJson.onSets(stored.path("onSets"), question.horizon().slots()));
    }

    /** Entries of a log as they are sent. */
    static List<Entry> entries(Tree log, Household household) {
        List<Entry> entries = new ArrayList<>();
        for (Tree one : log) {
            entries.add(new Entry(
                    entries.size() + 1,
                    Instant.ofEpochMilli((long) one.number("at", 0)),
                    one.text("who", ""),
                    EventJson.read(one.text("kind", ""), one.path("payload"), household.setup())));
        }
        return entries;
    }

    /** The household's wishes for an outage that begins now. */
    Options wishes() {
        Options wishes = household.outage();
        return wishes.withoutSensitive(wishes.noSensitive() || Lookout.nothingSensitive(household.setup(), aside));
    }
}
