package juiceswap.web.upkeep;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.household.Household;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.upkeep.Afterwards;
import juiceswap.core.upkeep.OutageCost;
import juiceswap.web.form.Form;
import juiceswap.web.house.DeviceKinds;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What it costs: each kind of transfer device with this household's quotes, a day's fuel at today's price, the outages. */
@Controller
@RequestMapping("/upkeep/money")
class MoneyController {
    private static final String PAGE = "redirect:/upkeep/money";
    private static final int LONGEST_NOTE = 120;

    /** More is a slip of the finger. */
    private static final double MOST = 1_000_000;

    private static final double HOURS_A_DAY = 24;

    private final MoneyBook book;
    private final PutBack putBack;
    private final Households households;
    private final Words words;
    private final Clock clock;

    MoneyController(MoneyBook book, PutBack putBack, Households households, Words words, Clock clock) {
        this.book = book;
        this.putBack = putBack;
        this.households = households;
        this.words = words;
        this.clock = clock;
    }

    /** A quote as it is shown. */
    public record QuoteLine(long id, String amount, String note, String day, boolean paid) {}

    /** A kind of device, or what else was bought, with its quotes. */
    public record Row(String kind, String name, String what, String powers, boolean present, List<QuoteLine> quotes) {}

    /** An outage as it is shown; what is not known is empty. */
    public record Past(long id, String day, String hours, String fuel, String cost) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        Household household = household(account);
        MoneyBook.FuelPrice price = book.fuelPrice(account.householdId()).orElse(null);
        Double oneUnit = InUse.measures().ofOne(household.fuelDimension());
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(Map.of()));
        }
        ((Form) Objects.requireNonNull(model.getAttribute("form")))
                .with(Map.of("fuelPrice", price == null ? "" : money(price.perLitre() * oneUnit)));
        List<MoneyBook.Quote> quotes = book.quotes(account.householdId());
        model.addAttribute("household", household);
        model.addAttribute("rows", rows(household, quotes));
        model.addAttribute("day", day(household, price));
        List<Past> outages = new ArrayList<>();
        double spent = quotes.stream()
                .filter(MoneyBook.Quote::paid)
                .mapToDouble(MoneyBook.Quote::amount)
                .sum();
        for (Outage outage : putBack.over(account.householdId())) {
            Afterwards came = PutBack.came(outage);
            OutageCost cost = putBack.cost(outage.id());
            Double total = cost.total(came.litres());
            spent += total == null ? 0 : total;
            outages.add(past(household, outage, came, total));
        }
        model.addAttribute("outages", outages);
        model.addAttribute("spent", spent == 0 ? null : money(spent));
        return "upkeep/money";
    }

    private List<Row> rows(Household household, List<MoneyBook.Quote> quotes) {
        List<Row> rows = new ArrayList<>();
        for (DeviceKinds.View kind : DeviceKinds.of(household)) {
            rows.add(new Row(
                    kind.word(),
                    kind.name(),
                    kind.what(),
                    words.say("house.device.feeds", "powers", kind.powers()),
                    kind.present(),
                    lines(kind.word(), quotes)));
        }
        rows.add(new Row(
                MoneyBook.OTHER,
                words.say("money.other"),
                words.say("money.other.what"),
                "",
                false,
                lines(MoneyBook.OTHER, quotes)));
        return rows;
    }

    private static List<QuoteLine> lines(String kind, List<MoneyBook.Quote> quotes) {
        return quotes.stream()
                .filter(quote -> quote.kind().equals(kind))
                .map(quote -> new QuoteLine(
                        quote.id(),
                        money(quote.amount()),
                        quote.note(),
                        InUse.measures().date(quote.on()),
                        quote.paid()))
                .toList();
    }

    /** What a day on the generator takes and costs, with what must run; null where nobody can tell. */
    private @Nullable String day(Household household, MoneyBook.@Nullable FuelPrice price) {
        Double perHour = FuelUse.at(household.setup().source(), household.averageWattsWanted())
                .litresPerHour();
        if (perHour == null) {
            return null;
        }
        double litres = HOURS_A_DAY * perHour;
        return price == null
                ? words.say("money.day", "fuel", household.fuel(litres))
                : words.say(
                        "money.day.costs",
                        "fuel",
                        household.fuel(litres),
                        "cost",
                        money(litres * price.perLitre()),
                        "day",
                        InUse.measures().date(price.on()));
    }

    private Past past(Household household, Outage outage, Afterwards came, @Nullable Double total) {
        return new Past(
                outage.id(),
                InUse.measures().date(LocalDate.ofInstant(outage.startedAt(), ZoneId.systemDefault())),
                Words.hours(60 * came.dark()),
                came.litres() == null ? "" : InUse.measures().show(household.fuel(came.litres())),
                total == null ? "" : money(total));
    }

    private static String money(double amount) {
        return String.format(Locale.US, "%,.2f", amount);
    }

    @PostMapping("/quote")
    String quote(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String kind = form.value("kind");
        try {
            boolean known = kind.equals(MoneyBook.OTHER)
                    || Worded.find(Kind.class, kind).isPresent();
            InvalidInput.unless(known, "/kind", "invalid.choose-one");
            double amount = amount(form, "amount");
            String note = Objects.requireNonNullElse(form.text("note"), "");
            InvalidInput.unless(note.length() <= LONGEST_NOTE, "/note", "invalid.too-long");
            book.add(account.householdId(), kind, amount, note, form.checked("paid"), LocalDate.now(clock));
        } catch (InvalidInput invalid) {
            model.addAttribute("form", form.with(invalid));
            return show(account, model);
        }
        flash.addFlashAttribute("taken", Phrase.of("told.saved"));
        return PAGE;
    }

    private static double amount(Form form, String field) {
        Double amount = form.number(field);
        form.requireSound();
        if (amount == null) {
            throw new InvalidInput("/" + field, "invalid.missing");
        }
        InvalidInput.unless(amount >= 0 && amount <= MOST, "/" + field, "invalid.money");
        return amount;
    }

    @PostMapping("/quote/remove")
    String remove(@AuthenticationPrincipal Account account, @RequestParam long id) {
        book.remove(account.householdId(), id);
        return PAGE;
    }

    @PostMapping("/fuel")
    String fuel(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        try {
            double each = amount(form, "fuelPrice");
            double perLitre = each / InUse.measures().ofOne(household(account).fuelDimension());
            book.fuelCosts(account.householdId(), new MoneyBook.FuelPrice(perLitre, LocalDate.now(clock)));
        } catch (InvalidInput invalid) {
            model.addAttribute("form", form.with(invalid));
            return show(account, model);
        }
        flash.addFlashAttribute("taken", Phrase.of("told.saved"));
        return PAGE;
    }

    private Household household(Account account) {
        return households
                .file(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
