package juiceswap.web.upkeep;

import static juiceswap.web.db.Tables.STAND_BY;

import java.time.Clock;
import java.time.ZoneOffset;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.upkeep.StandBy;
import juiceswap.core.upkeep.StandBy.Chore;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.jooq.DSLContext;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.util.UriComponentsBuilder;

/** A storm is coming: what to do before it, in its order, each done with one touch by whoever of the household does it. */
@Controller
@RequestMapping("/storm")
class StormController {
    private static final List<Integer> HOURS = List.of(48, 24, 12, 6, 3);

    private final DSLContext db;
    private final Households households;
    private final Words words;
    private final Clock clock;

    StormController(DSLContext db, Households households, Words words, Clock clock) {
        this.db = db;
        this.households = households;
        this.words = words;
        this.clock = clock;
    }

    /** A chore as it is shown; {@code who} has done it, or is empty. */
    public record Line(String chore, String title, String text, int minutes, String who, boolean pressing) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, @RequestParam(defaultValue = "24") int hours, Model model) {
        Household household = households.atHand(account.householdId()).orElseThrow(StormController::notFound);
        Map<Chore, String> done = done(account.householdId());
        int toGo = HOURS.contains(hours) ? hours : HOURS.get(1);
        List<StandBy.Line> list = StandBy.of(household, toGo, done.keySet());
        model.addAttribute("hours", toGo);
        model.addAttribute("choices", HOURS);
        model.addAttribute("left", StandBy.minutesLeft(list));
        model.addAttribute(
                "lines",
                list.stream()
                        .map(line -> new Line(
                                line.chore().word(),
                                words.say("storm." + line.chore().word() + ".title"),
                                words.say(line.what()),
                                line.chore().minutes(),
                                done.getOrDefault(line.chore(), ""),
                                line.pressing()))
                        .toList());
        return "upkeep/storm";
    }

    private Map<Chore, String> done(long household) {
        Map<Chore, String> done = new EnumMap<>(Chore.class);
        db.selectFrom(STAND_BY)
                .where(STAND_BY.HOUSEHOLD_ID.eq(household))
                .forEach(row ->
                        Worded.find(Chore.class, row.getChore()).ifPresent(chore -> done.put(chore, row.getWho())));
        return done;
    }

    /** Done, or not after all; two who say the same at once say it once. */
    @PostMapping("/done")
    @Transactional
    public String done(
            @AuthenticationPrincipal Account account,
            @RequestParam String chore,
            @RequestParam(defaultValue = "false") boolean notAfterAll,
            @RequestParam(defaultValue = "24") int hours) {
        Chore which = Worded.find(Chore.class, chore).orElseThrow(StormController::notFound);
        if (notAfterAll) {
            db.deleteFrom(STAND_BY)
                    .where(STAND_BY.HOUSEHOLD_ID.eq(account.householdId()), STAND_BY.CHORE.eq(which.word()))
                    .execute();
        } else {
            db.insertInto(STAND_BY)
                    .set(STAND_BY.HOUSEHOLD_ID, account.householdId())
                    .set(STAND_BY.CHORE, which.word())
                    .set(STAND_BY.WHO, account.displayName())
                    .set(STAND_BY.DONE_AT, clock.instant().atOffset(ZoneOffset.UTC))
                    .onConflictDoNothing()
                    .execute();
        }
        return "redirect:"
                + UriComponentsBuilder.fromPath("/storm")
                        .queryParam("hours", hours)
                        .toUriString();
    }

    /** The storm is over, or did not come. */
    @PostMapping("/over")
    @Transactional
    public String over(@AuthenticationPrincipal Account account) {
        db.deleteFrom(STAND_BY)
                .where(STAND_BY.HOUSEHOLD_ID.eq(account.householdId()))
                .execute();
        return "redirect:/now";
    }

    private static ResponseStatusException notFound() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
}
