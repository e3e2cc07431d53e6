package juiceswap.web.frame;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Danger;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Standing;
import juiceswap.web.drawing.LineView;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.RoleGate;
import juiceswap.web.outage.Urgents;
import juiceswap.web.rotate.LoadWatch;
import juiceswap.web.rotate.RotationWords;
import juiceswap.web.rotate.Rotations;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.words.Words;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** What every page carries: the Line, the stop strip, who is signed in, the theme. */
@ControllerAdvice(
        basePackages = {
            "juiceswap.web.swap",
            "juiceswap.web.meter",
            "juiceswap.web.mqtt",
            "juiceswap.web.rotate",
            "juiceswap.web.house",
            "juiceswap.web.logbook",
            "juiceswap.web.now",
            "juiceswap.web.print",
            "juiceswap.web.rehearse",
            "juiceswap.web.trouble",
            "juiceswap.web.upkeep"
        })
class Frame {
    private final Outages outages;
    private final Households households;
    private final Accounts accounts;
    private final Rotations rotations;
    private final LoadWatch loads;
    private final Urgents urgents;
    private final Words words;
    private final Clock clock;
    private final boolean demonstrates;

    Frame(
            Outages outages,
            Households households,
            Accounts accounts,
            Rotations rotations,
            LoadWatch loads,
            Urgents urgents,
            Words words,
            Clock clock,
            @Value("${juice.demo.second-evening:false}") boolean demonstrates) {
        this.outages = outages;
        this.households = households;
        this.accounts = accounts;
        this.rotations = rotations;
        this.loads = loads;
        this.urgents = urgents;
        this.words = words;
        this.clock = clock;
        this.demonstrates = demonstrates;
    }

    /** What the stop strip says: what, where, the single thing to do first. */
    public record StopStrip(String what, String where, String first) {}

    @ModelAttribute
    void frame(@AuthenticationPrincipal Account account, HttpServletRequest request, Model model) {
        if (account == null) {
            return;
        }
        model.addAttribute("account", account);
        model.addAttribute("readsOnly", account.readsOnly());
        model.addAttribute("tour", demonstrates ? Tour.at(request.getParameter("tour")) : null);
        model.addAttribute("theme", accounts.theme(account));
        model.addAttribute(
                "page",
                request.getRequestURI().split("/").length > 1
                        ? request.getRequestURI().split("/")[1]
                        : "");
        model.addAttribute("householdName", households.name(account.householdId()));
        Outage outage = outages.current(account).orElse(null);
        if (outage != null) {
            Standing standing = outage.standing();
            model.addAttribute(
                    "line",
                    LineView.of(
                            standing.changeover(), standing.state(), Words.since(outage.startedAt(), clock.instant())));
            model.addAttribute("outageNumber", outage.id());
            model.addAttribute("drawn", outage.log().size());
            model.addAttribute("outageOn", outage.rehearsal() ? "rehearsal" : "outage");
            model.addAttribute("alarmed", standing.alarmed());
            model.addAttribute("watcher", Boolean.TRUE.equals(request.getAttribute(RoleGate.WATCHER)));
            model.addAttribute("urgent", urgents.of(outage, account).orElse(null));
            model.addAttribute("safeSteps", urgents.makingSafe(outage, account));
            if (!account.guest()) {
                rotations
                        .life(account)
                        .flatMap(loads::warning)
                        .ifPresent(warning -> model.addAttribute("over", over(warning, outage)));
            }
            if (standing.alarmed()) {
                model.addAttribute(
                        "stopStrip",
                        new StopStrip(
                                say("frame.frame.co-alarm-everybody-out"),
                                say("frame.frame.nobody-goes-back-in"),
                                say("frame.frame.fresh-air-then-call-for")));
            } else if (standing.stop() != null) {
                model.addAttribute("stopStrip", strip(outage, standing, standing.stop()));
            } else if (standing.stories() != null) {
                model.addAttribute(
                        "stopStrip",
                        new StopStrip(say("pocket.stories"), say("pocket.stories.leave"), say("pocket.stories.look")));
            } else if (standing.changeover().danger(standing.state())) {
                model.addAttribute("stopStrip", danger(outage, standing));
            }
            return;
        }
        households.atHand(account.householdId()).ifPresent(file -> model.addAttribute("line", calm(file)));
    }

    private StopStrip over(LoadWatch.Warning warning, Outage outage) {
        if (warning.dark()) {
            return new StopStrip(words.say("over.dark"), words.say("over.dark.where"), "");
        }
        return new StopStrip(
                words.say("loads.verdict.over"),
                "",
                words.say("over.open", "circuits", RotationWords.labels(warning.openFirst(), outage.household())));
    }

    /** Who may be hurt as things stand, whom to tell, and the breaker that ends it. */
    private StopStrip danger(Outage outage, Standing standing) {
        Danger worst = standing.changeover().dangers(standing.state()).get(0);
        return new StopStrip(
                say("danger." + worst.word()),
                say("danger." + worst.word() + ".who"),
                standing.againstDanger()
                        .map(step -> words.title(step.action(), step.circuit(), outage.household()))
                        .orElse(""));
    }

    private StopStrip strip(Outage outage, Standing standing, Event.RefusedReading stop) {
        Household household = outage.household();
        Plan plan = standing.plan();
        String first = plan.steps().isEmpty()
                ? ""
                : words.title(plan.steps().get(0).action(), plan.steps().get(0).circuit(), household);
        return new StopStrip(
                words.causes(stop.measured().causes()),
                say(
                        "frame.frame.at-the",
                        "word",
                        stop.action().place(standing.changeover()).word()),
                first);
    }

    private static LineView calm(Household file) {
        Changeover changeover = new Changeover(file.setup(), Options.NONE);
        SwapState.Change state = SwapState.initial(
                        file.setup().source().bond(), file.setup().source().idleControl(), false)
                .change();
        state.utilityLive = true;
        return LineView.of(changeover, changeover.putRight(state.state()), null);
    }
}
