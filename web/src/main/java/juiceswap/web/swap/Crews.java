package juiceswap.web.swap;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Standing;
import juiceswap.core.outage.Timers.Wait;
import juiceswap.core.outage.Turns;
import juiceswap.core.outage.Turns.Person;
import juiceswap.core.outage.Turns.Turn;
import juiceswap.web.outage.Helpers;
import juiceswap.web.outage.Helpers.Helper;
import juiceswap.web.outage.Helpers.Role;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.security.Guests;
import juiceswap.web.swap.SwapPage.Crew;
import juiceswap.web.swap.SwapPage.Other;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/** Who works on an outage, whose move is next, and what the others are doing. */
@Component
class Crews {
    private static final Logger LOG = LoggerFactory.getLogger(Crews.class);

    private final Helpers helpers;
    private final Guests guests;
    private final Words words;
    private final Clock clock;

    Crews(Helpers helpers, Guests guests, Words words, Clock clock) {
        this.helpers = helpers;
        this.guests = guests;
        this.words = words;
        this.clock = clock;
    }

    /** The plan as it is for this person, and their turn in it. */
    record Work(Plan plan, Turn turn, Crew crew) {}

    Work work(Outage outage, Standing standing, Account account) {
        try {
            helpers.seen(account, outage.id());
        } catch (DataAccessException notWritten) {
            // on a full disk a step can still be read
            LOG.warn("who looks could not be written: {}", notWritten.getMessage());
        }
        String me = account.displayName();
        List<Helper> present = helpers.present(outage.id());
        Place myPlace = present.stream()
                .filter(helper -> helper.name().equals(me))
                .map(Helper::place)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
        boolean alone = present.stream().allMatch(helper -> helper.name().equals(me) || helper.place() == null);
        Plan plan = alone && myPlace != null ? standing.plan(myPlace) : standing.plan();
        Map<String, Turn> turns = Turns.of(
                standing,
                plan,
                present.stream()
                        .map(helper -> new Person(helper.name(), helper.place()))
                        .toList());
        Turn turn = alone ? first(plan) : turns.getOrDefault(me, first(plan));
        return new Work(plan, turn, crew(outage, standing, present, me, myPlace, turns, turn));
    }

    /** By name, whoever has been there in this outage. */
    List<String> everybody(Outage outage) {
        return helpers.everybody(outage.id()).stream().map(Helper::name).toList();
    }

    /** Somebody alone does whatever comes first, wherever it is. */
    private static Turn first(Plan plan) {
        return new Turn(plan.steps().isEmpty() ? null : plan.steps().get(0), false, null, null, null);
    }

    private Crew crew(
            Outage outage,
            Standing standing,
            List<Helper> present,
            String me,
            @Nullable Place myPlace,
            Map<String, Turn> turns,
            Turn mine) {
        Household household = outage.household();
        List<Other> others = new ArrayList<>();
        Instant now = clock.instant();
        for (Helper helper : helpers.everybody(outage.id())) {
            if (!helper.name().equals(me)) {
                boolean counts = present.contains(helper);
                others.add(new Other(
                        helper.name(),
                        helper.place() == null ? "" : words.place(helper.place()),
                        helper.placedAt() == null ? "" : Words.since(helper.placedAt(), now),
                        helper.place() == null || !counts ? "" : doing(turns.get(helper.name()), household),
                        helper.silent(now) ? Words.since(helper.seenAt(), now) : "",
                        helper.guest(),
                        helper.role() == Role.WATCHER));
            }
        }
        Plan.Step waitsFor = mine.waitsFor();
        Optional<Wait> wait = waitsFor == null
                ? Optional.empty()
                : standing.timers()
                        .of(
                                standing.changeover(),
                                standing.state(),
                                waitsFor.action(),
                                standing.watch(),
                                household.hold());
        return new Crew(
                me,
                myPlace == null ? "" : myPlace.word(),
                others,
                waitsFor == null
                        ? null
                        : mine.waitsForWhom() + ": " + words.title(waitsFor.action(), waitsFor.circuit(), household),
                wait.map(w -> w.until().toEpochMilli()).orElse(0L),
                clock.millis(),
                mine.then() == null
                        ? null
                        : words.title(mine.then().action(), mine.then().circuit(), household),
                guests.code(outage.id()));
    }

    private String doing(@Nullable Turn turn, Household household) {
        if (turn == null || turn.step() == null) {
            return "waits";
        }
        return words.title(turn.step().action(), turn.step().circuit(), household);
    }
}
