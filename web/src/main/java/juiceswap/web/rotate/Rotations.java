package juiceswap.web.rotate;

import io.soabase.recordbuilder.core.RecordBuilder;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.stream.Stream;
import juiceswap.core.Phrase;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.changeover.Goal;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import juiceswap.core.outage.Standing;
import juiceswap.core.rotation.Beside;
import juiceswap.core.rotation.Charge;
import juiceswap.core.rotation.ChargeLevel;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Had;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Progress;
import juiceswap.core.rotation.Rationing;
import juiceswap.core.rotation.Recharge;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.Replanning;
import juiceswap.core.rotation.Rest;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.Supplied;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.rotation.Wish;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.SwapService;
import juiceswap.web.rotate.RotationPlans.Kept;
import juiceswap.web.security.Account;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * The rotation that a household lives by: made as soon as the house is on its set, made anew from what is true whenever
 * somebody wants something else or things have not gone as planned. What a person asks for is proposed first; what time or
 * chance asks for is put in force at once.
 */
@Service
public class Rotations {
    private static final Logger LOG = LoggerFactory.getLogger(Rotations.class);

    /** Who is named for plans that nobody asked for. */
    static final String PLANNER = "Juice Swap";

    private final Outages outages;
    private final SwapService swap;
    private final RotationPlans plans;
    private final Clock clock;
    /** For what nobody waits for. */
    private final Effort effort;

    /** For what somebody waits for. */
    private final Effort atOnce;

    private volatile boolean begun;

    /** By household. Each page asks; it holds until the log grows, a plan is made or improved, or the minute is over. */
    private final Map<Long, Lately> lately = new ConcurrentHashMap<>();

    private record Lately(Instant minute, Life life) {}

    /** By proposal: how far the search for a better version is. One that is taken or dropped is not looked for any longer. */
    private final Map<Long, Double> improving = new ConcurrentHashMap<>();

    private final ExecutorService planner = Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "rotation-planner");
        thread.setDaemon(true);
        return thread;
    });

    Rotations(
            Outages outages,
            SwapService swap,
            RotationPlans plans,
            Clock clock,
            @Value("${juice.rotation.effort:normal}") String effort) {
        this.outages = outages;
        this.swap = swap;
        this.plans = plans;
        this.clock = clock;
        this.effort = Effort.of(effort).orElseThrow();
        this.atOnce = this.effort.compareTo(Effort.QUICK) < 0 ? this.effort : Effort.QUICK;
    }

    /**
     * How a household lives on its set.
     *
     * @param now local time
     * @param onSet the house is fed by the set, nothing is left to be done in Swap, nothing has been stopped
     * @param on ids of what has power from the set
     * @param wanted what is wanted on any day, with the wishes of the plan in force
     * @param had what circuits have had so far
     * @param needs what circuits are needed for at present
     * @param fuel in the tank and in full cans, null when nobody can tell
     * @param wattHours in the battery station, null without one
     * @param inForce the plan lived by, null before there is one
     * @param progress how far it has been followed, null without one
     * @param proposed waits for somebody's yes, or null
     */
    @RecordBuilder
    public record Life(
            Outage outage,
            Standing standing,
            LocalDateTime now,
            boolean onSet,
            Set<String> on,
            Wanted wanted,
            Had had,
            List<Need> needs,
            Refuelling.@Nullable Fuel fuel,
            @Nullable Double wattHours,
            @Nullable Kept inForce,
            @Nullable Progress progress,
            @Nullable Kept proposed) {
        public Setup setup() {
            return standing.changeover().setup();
        }

        /** The plan in force and what is proposed, as far as there are such. */
        private List<Kept> plans() {
            return Stream.of(Optional.ofNullable(inForce), Optional.ofNullable(proposed))
                    .flatMap(Optional::stream)
                    .toList();
        }

        /** What a page shows: the plan that waits for a yes, else the one in force; null without either. */
        public @Nullable Kept shown() {
            return proposed == null ? inForce : proposed;
        }

        /** What is shown, where there is a plan. */
        public Kept atHand() {
            return Objects.requireNonNull(shown(), "no plan yet");
        }

        /** Somebody has been shown a proposal a short while ago and has neither taken it nor left it. */
        boolean decides(Instant now) {
            return proposed != null && Replanning.leftToPeople(proposed.madeAt(), now);
        }

        /** The plan in force, where there is one. */
        public Kept lived() {
            return Objects.requireNonNull(inForce, "no plan in force");
        }

        /** The wishes of what is shown, which the next one is added to. */
        public List<Wish> wishes() {
            Kept shown = shown();
            return shown == null
                    ? List.of()
                    : shown.wishes().stream()
                            .filter(wish -> wish.counts(now, chargeTold(standing)))
                            .toList();
        }

        /** It was to be charged elsewhere, it is back, and nobody has said what it holds now. */
        public boolean chargeUntold() {
            return inForce != null
                    && inForce.wishes().stream().anyMatch(wish -> wish.untold(now, chargeTold(standing)));
        }

        /** What has power now, from whatever: the set, the street, the battery. */
        public Set<String> powered() {
            List<Supplied> supplied = had.supplied();
            return supplied.isEmpty() ? on : supplied.get(supplied.size() - 1).circuits();
        }

        /** The engine rests as planned: what comes next is to start it again. */
        public boolean resting() {
            return !onSet && standing.rests(progress);
        }

        /** The house as it is to be planned for. */
        Wanted.Now planFrom() {
            return new Wanted.Now(setup(), now, on, had, fuel, wattHours);
        }

        /** The tank along a plan. */
        public Refuelling fuelAlong(Kept kept) {
            return fuel == null
                    ? Refuelling.unknown(fillings(kept))
                    : Refuelling.along(kept.plan(), fuel, fillings(kept));
        }

        /** The battery station along a plan. */
        public Charge chargeAlong(Kept kept) {
            return wattHours == null
                    ? Charge.NONE
                    : Charge.along(
                            kept.plan(),
                            wattHours,
                            wanted.withWishes(kept.wishes()).charged());
        }

        /** The stops of a plan in which the tank is filled. */
        private List<EngineOff> fillings(Kept kept) {
            List<EngineOff> fillings = new ArrayList<>(kept.refuels());
            fillings.addAll(wanted.withWishes(kept.wishes()).fillings());
            return fillings;
        }
    }

    /** How the household lives on its set; empty when no outage is on. */
    public Optional<Life> life(Account account) {
        return outages.current(account).flatMap(this::life);
    }

    /** The same for somebody who acts on it; {@link Outages.Conflict} without, or while an alarm lets nothing else count. */
    public Life acting(Account account) {
        return life(account).filter(life -> !life.standing().alarmed()).orElseThrow(Outages.Conflict::new);
    }

    /** The same where there is a plan in force, else {@link Outages.Conflict}. */
    Life planned(Account account) {
        Life life = acting(account);
        if (life.inForce() == null) {
            throw new Outages.Conflict();
        }
        return life;
    }

    Optional<Life> life(Outage outage) {
        Standing standing = outage.standing();
        // in the night on which an hour comes twice the local time alone would not do
        Instant minute = clock.instant().truncatedTo(ChronoUnit.MINUTES);
        Long id = standing.living().plan();
        List<Kept> kept = id == null
                ? List.of()
                : plans.inForceAndProposed(
                        outage.id(), id, standing.changeover().setup());
        Lately last = lately.get(outage.householdId());
        if (last != null
                && last.life.outage == outage
                && last.minute.equals(minute)
                && last.life.plans().equals(kept)) {
            return Optional.of(last.life);
        }
        Life life = life(outage, local(minute), kept);
        lately.put(outage.householdId(), new Lately(minute, life));
        return Optional.of(life);
    }

    private Life life(Outage outage, LocalDateTime now, List<Kept> kept) {
        Standing standing = outage.standing();
        Setup setup = standing.changeover().setup();
        Set<String> on = standing.changeover().powered(standing.state());
        Kept inForce = kept.isEmpty() ? null : kept.get(0);
        List<Wish> wishes = inForce == null
                ? List.of()
                : inForce.wishes().stream()
                        .filter(wish -> wish.counts(now, chargeTold(standing)))
                        .toList();
        Wanted wanted =
                outage.household().wanted(Occasion.on(now.toLocalDate())).withWishes(wishes);
        Wanted.Now from =
                standing.planFrom(ZoneId.systemDefault(), outage.household().storedLitres(), clock.instant());
        return RotationsLifeBuilder.builder()
                .outage(outage)
                .standing(standing)
                .now(now)
                .onSet(settled(standing))
                .on(on)
                .wanted(wanted)
                .had(from.had())
                .needs(wanted.from(setup, now, on, from.had(), List.of()).needs())
                .fuel(from.fuel())
                .wattHours(from.wattHours())
                .inForce(inForce)
                .progress(inForce == null ? null : Progress.of(inForce.plan(), on, now))
                .proposed(kept.size() > 1 ? kept.get(1) : null)
                .build();
    }

    /** When somebody last read the battery's display, null: never. */
    private static @Nullable LocalDateTime chargeTold(Standing standing) {
        ChargeLevel.Known told = standing.living().charge();
        return told == null ? null : local(told.at());
    }

    private static boolean settled(Standing standing) {
        return standing.changeover().fed(standing.state())
                && standing.goal() != Goal.ON_UTILITY
                && standing.stop() == null
                && !standing.alarmed()
                && standing.plan().refused() == null
                && standing.plan().steps().isEmpty();
    }

    /** This server's local time, to the minute. */
    public static LocalDateTime local(Instant instant) {
        return LocalDateTime.ofInstant(instant, ZoneId.systemDefault()).truncatedTo(ChronoUnit.MINUTES);
    }

    /**
     * What the plan in force wants on when the engine runs again after the stop that is due, or that it is in: not what was on
     * before it.
     *
     * @return in start order; null without a plan, or where it leaves the engine off
     */
    public @Nullable List<String> afterStop(Account account) {
        Life life = life(account).orElse(null);
        if (life == null || life.inForce == null) {
            return null;
        }
        Set<String> after = life.inForce.plan().onAfterStop(life.now);
        if (after == null) {
            return null;
        }
        List<String> all = List.copyOf(after);
        return StartOrder.of(
                        life.setup(), Set.of(), all, life.setup().transfer().usableTestCircuits())
                .circuits();
    }

    // ---- what people ask for

    /**
     * Plans anew with these wishes and proposes it. A quick plan is there at once; it is improved while somebody looks.
     *
     * @param why it is made
     */
    public void propose(Account account, Life life, List<Wish> wishes, Phrase why) {
        Wanted wanted = life.wanted.withWishes(wishes);
        RotationPlan start = life.inForce == null ? null : life.inForce.plan();
        Wanted.Now from = life.planFrom();
        Wanted.Made made = wanted.plan(from, atOnce, start);
        long id = keep(life, account.displayName(), why, wishes, made);
        if (effort != atOnce) {
            improving.put(id, 0.0);
            inBackground(() -> {
                try {
                    improve(id, made, wanted, from);
                } finally {
                    improving.remove(id);
                }
            });
        }
    }

    /** Looks for a better version of a proposal, for as long as it is one. */
    private void improve(long id, Wanted.Made made, Wanted wanted, Wanted.Now from) {
        RotationPlan better = made.plan()
                .rotation()
                .plan(effort, made.plan().on(), Beside.IN_TURN, share -> improving.replace(id, share) != null);
        // what was taken meanwhile is lived by, and changes no more
        if (improving.containsKey(id) && made.betteredBy(better, from, wanted.charged())) {
            plans.improve(id, better);
        }
    }

    /** Proposes the plan by which so much fuel lasts until then. */
    public Rationing ration(Account account, Life life, double litres, LocalDateTime until) {
        Rationing ration = life.wanted.ration(life.planFrom(), litres, until, atOnce);
        List<Wish> wishes = new ArrayList<>(life.wanted.wishes());
        ration.stills().forEach(still -> wishes.add(new Wish.Still(still.from(), still.to(), false)));
        plans.keep(
                life.outage.id(),
                clock.instant(),
                account.displayName(),
                Phrase.of("plan.why.ration", "fuel", life.outage.household().fuel(litres), "time", until),
                wishes,
                List.of(),
                ration.plan());
        return ration;
    }

    /** Proposes when the engine rests on the battery; empty and nothing is proposed where it had better run on. */
    public Rest rest(Account account, Life life) {
        Rest rest = life.wanted.rest(life.planFrom());
        if (!rest.stops().isEmpty()) {
            List<Wish> wishes = new ArrayList<>(life.wishes());
            rest.stops().forEach(stop -> wishes.add(new Wish.Still(stop.from(), stop.to(), false)));
            propose(account, life, wishes, Phrase.of("plan.why.rest"));
        }
        return rest;
    }

    /** Proposes when a station that is the only source is away to be charged; nothing where it had better stay. */
    public Recharge recharge(Account account, Life life) {
        Wanted wanted = life.wanted.withWishes(life.wishes());
        Recharge recharge = wanted.recharge(life.planFrom());
        if (recharge.away() != null) {
            List<Wish> wishes = new ArrayList<>(life.wishes());
            Wish.Charging away =
                    new Wish.Charging(recharge.away().from(), recharge.away().to());
            wishes.add(away);
            propose(account, life, wishes, RotationWords.phrase(away));
        }
        return recharge;
    }

    /** How far the search for a better version of a plan is, 0 to 1; null where none is looked for. */
    @Nullable
    Double improving(long id) {
        return improving.get(id);
    }

    /**
     * Puts a proposed plan in force.
     *
     * @param revision as it was shown
     * @return a better version was found since it was shown, and that is the one in force
     */
    public boolean take(Account account, int seen, Life life, long id, int revision) {
        improving.remove(id);
        Kept kept = plans.find(life.outage.id(), id, life.setup()).orElseThrow(Outages.Conflict::new);
        swap.planned(account, seen, id, kept.why());
        return kept.revision() != revision;
    }

    public void drop(Life life, long id) {
        improving.remove(id);
        plans.drop(life.outage.id(), life.inForce == null ? 0 : life.inForce.id(), id, clock.instant());
    }

    /** Plans anew and puts it in force at once: somebody does not want to walk now, and wants to be left in peace. */
    public void later(Account account, Life life, Duration wait) {
        List<Wish> wishes = new ArrayList<>(life.wanted.wishes());
        // from before this slot began, so that it holds for this slot too
        wishes.add(new Wish.Away(life.now.minusMinutes(Wanted.SLOT_MINUTES), life.now.plus(wait)));
        Wanted.Made made = life.wanted
                .withWishes(wishes)
                .plan(life.planFrom(), atOnce, life.inForce == null ? null : life.inForce.plan());
        Phrase why = Phrase.of("plan.why.not-before", "time", life.now.plus(wait));
        if (!inForce(account, life, keep(life, account.displayName(), why, wishes, made), why)) {
            throw new Outages.Conflict();
        }
    }

    /** Puts a plan in force at once, where things still stand as it was made from; else it is forgotten. */
    private boolean inForce(Account account, Life life, long id, Phrase why) {
        boolean taken = swap.planned(account, life.standing, id, why);
        if (!taken) {
            plans.withdraw(life.outage.id(), id, clock.instant());
        }
        return taken;
    }

    private long keep(Life life, String by, Phrase why, List<Wish> wishes, Wanted.Made made) {
        List<EngineOff> chosen = Wish.engineOff(wishes);
        return plans.keep(
                life.outage.id(),
                clock.instant(),
                by,
                why,
                wishes,
                made.fuel().refuels().stream()
                        .filter(refuel -> !chosen.contains(refuel))
                        .toList(),
                made.plan());
    }

    // ---- what time and chance ask for

    /** What is written while the server starts, such as the demo's past, is not planned for. */
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        begun = true;
        timePasses();
    }

    @TransactionalEventListener(fallbackExecution = true)
    void grew(Outages.Grew grew) {
        if (begun) {
            inBackground(() -> keepUp(grew.householdId()));
        }
    }

    @Scheduled(fixedDelay = 60_000, initialDelay = 20_000)
    void timePasses() {
        inBackground(() -> outages.householdsInOutage().forEach(this::keepUp));
    }

    private void inBackground(Runnable task) {
        try {
            planner.execute(() -> {
                try {
                    task.run();
                } catch (CancellationException nobodyWaits) {
                    LOG.debug("a search was ended: what it was for is taken, or dropped");
                } catch (Outages.Conflict somebodyElseWasFaster) {
                    LOG.debug("planned for nothing: the log has gone on");
                } catch (RuntimeException failed) {
                    LOG.warn("a rotation could not be planned: {}", failed.toString());
                }
            });
        } catch (RejectedExecutionException shuttingDown) {
            LOG.debug("no more planning: the server stops");
        }
    }

    /**
     * Plans anew where the plan in force does not lead on from how things are, and no proposal is left to somebody. Where the
     * plan comes too late, what has made it so asks for another.
     */
    public void keepUp(long household) {
        Life life = outages.current(household).flatMap(this::life).orElse(null);
        if (life == null) {
            lately.remove(household);
            return;
        }
        if (!life.onSet || life.decides(clock.instant())) {
            return;
        }
        RotationPlan before = life.inForce == null ? null : life.inForce.plan();
        Replanning why = Replanning.reason(before, life.progress, life.now).orElse(null);
        if (why == null) {
            return;
        }
        // for the first one somebody stands at the panel
        Effort careful = before == null ? atOnce : effort;
        Wanted.Made made = life.wanted.plan(life.planFrom(), careful, before, Beside.IN_TURN);
        boolean asked = life(life.outage)
                .filter(meanwhile -> meanwhile.decides(clock.instant()))
                .isPresent();
        if (!asked) {
            boolean burns = life.setup().source().burns();
            Phrase phrase = why.phrase(burns);
            long id = keep(life, PLANNER, phrase, life.wanted.wishes(), made);
            inForce(Account.device(household, PLANNER), life, id, phrase);
        }
    }

    @PreDestroy
    void stop() {
        planner.shutdownNow();
    }
}
