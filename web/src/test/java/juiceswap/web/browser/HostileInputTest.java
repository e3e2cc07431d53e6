package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIRequestContext;
import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import java.lang.reflect.Parameter;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.changeover.Action;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Every form and every address of the application, filled in by somebody who means no good: whatever is sent is refused or
 * taken, never a fault of the server, and every page is still there after it.
 */
class HostileInputTest extends OutageJourney {
    private static final List<String> PAGES = List.of(
            "/now",
            "/now?circuit=fridge",
            "/swap",
            "/swap?why=main-on",
            "/meter",
            "/meter/wiring",
            "/meter/bonding",
            "/rotate",
            "/rotate?circuit=fridge&slot=3",
            "/house",
            "/house?circuit=fridge",
            "/house/circuit/fridge",
            "/house/loads",
            "/house/supply",
            "/house/choose",
            "/house/needs",
            "/house/size",
            "/house/cords",
            "/house/device",
            "/house/files",
            "/house/brief",
            "/house/directory",
            "/logbook");

    private static final List<String> HOSTILE = List.of(
            "",
            "-1",
            "NaN",
            "1e309",
            "99999999999999999999",
            "' or 1=1; drop table outage; --",
            "<script>window.hacked=1</script>\"><img src=hacked onerror=window.hacked=1>",
            "${7*7} __${T(java.lang.Runtime).getRuntime()}__::.x #{x} {{constructor}}",
            "\u202e\ud83d\udd0c\u0301\u200b\ufeff\uffff",
            "nul\u0000byte",
            "x".repeat(20_000));

    /** What ends the visit itself is left out. */
    private static final Set<String> LEFT_OUT = Set.of("/sign-out", "/demo-sign-in", "/sign-in");

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping handlers;

    private final List<String> faults = new ArrayList<>();

    /** @param fields names with the values that the page gave them */
    private record FormOnPage(String action, boolean post, boolean files, Map<String, String> fields) {
        /** The same form stands on many pages. */
        String kind() {
            return action.replaceAll("\\d+", "N") + new TreeSet<>(fields.keySet());
        }
    }

    @AfterEach
    void noFaults() {
        List<String> found = List.copyOf(faults);
        faults.clear();
        assertThat(found).isEmpty();
    }

    @Test
    void everyFormWhileTheStreetIsLive() {
        Person ines = person(1280, 800).enter("ines");
        attackForms(ines, true);
        stillThere(ines);
    }

    @Test
    void everyFormInTheMiddleOfTheChangeover() {
        Person ines = startsOutage(1280, 800);
        advance(ines, Action.MEASURE_PANEL);
        attackForms(ines, false);
        stillThere(ines);
    }

    @Test
    void everyFormOnTheSet() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        ines.go("/now");
        attackForms(ines, false);
        stillThere(ines);
    }

    @Test
    void everyAddress() {
        Person ines = startsOutage(1280, 800);
        advance(ines, null);
        APIRequestContext request = ines.page.request();
        handlers.getHandlerMethods().forEach((mapping, method) -> {
            if (!mapping.getMethodsCondition().getMethods().contains(RequestMethod.GET)) {
                return;
            }
            List<String> names = Arrays.stream(method.getMethod().getParameters())
                    .filter(parameter -> parameter.isAnnotationPresent(RequestParam.class))
                    .map(Parameter::getName)
                    .toList();
            Set<String> all = new LinkedHashSet<>(names);
            all.addAll(
                    List.of("circuit", "slot", "why", "l1n", "l2n", "asked", "from", "to", "fault", "on", "altitude"));
            for (String path : mapping.getPatternValues()) {
                if (path.equals("/live") || path.startsWith("/error")) {
                    continue;
                }
                // what asks for nothing by itself gets a third of it
                int oneIn = names.isEmpty() && !path.contains("{") ? 3 : 1;
                for (int i = 0; i < HOSTILE.size() - 1; i += oneIn) {
                    String value = HOSTILE.get(i);
                    String written = URLEncoder.encode(value, StandardCharsets.UTF_8);
                    String address = path.replaceAll("\\{[^}]*}+", written.isBlank() ? "x" : written)
                            + "?"
                            + String.join(
                                    "&",
                                    all.stream()
                                            .map(name -> name + "=" + written)
                                            .toList());
                    note("GET " + path + " with " + shown(value), request.get(address() + address));
                }
            }
        });
        stillThere(ines);
    }

    @Test
    void whoIsNotSignedInSeesAndDoesNothing() {
        Person ines = startsOutage(1280, 800);
        int entries = ines.seen();
        APIRequestContext stranger = browsers.page(390, 844).request();
        handlers.getHandlerMethods().forEach((mapping, method) -> {
            for (String pattern : mapping.getPatternValues()) {
                String path = pattern.replaceAll("\\{[^}]*}+", "1");
                boolean open = path.startsWith("/api/v1/")
                        || path.startsWith("/schema/")
                        || path.startsWith("/calendar/")
                        || path.startsWith("/error")
                        // kept in phones, with nothing of any household in them
                        || path.startsWith("/pocket/words/")
                        || Set.of(
                                        "/sign-in",
                                        "/demo-sign-in",
                                        "/welcome",
                                        "/join",
                                        "/come",
                                        "/ask",
                                        "/pocket",
                                        "/pocket-worker.js")
                                .contains(path);
                if (open) {
                    continue;
                }
                if (mapping.getMethodsCondition().getMethods().contains(RequestMethod.GET)) {
                    APIResponse answer = stranger.get(address() + path);
                    if (!answer.url().endsWith("/sign-in") && answer.status() != 401 && answer.status() != 403) {
                        faults.add("anybody sees " + path + ": " + answer.status());
                    }
                } else {
                    APIResponse answer = stranger.post(
                            address() + path, RequestOptions.create().setMaxRedirects(0));
                    if (answer.status() != 403 && answer.status() != 401) {
                        faults.add("anybody may post to " + path + ": " + answer.status());
                    }
                }
            }
        });
        ines.go("/swap");
        assertThat(ines.seen()).isEqualTo(entries);
    }

    @Test
    void tenMegabytesAreRefusedInWords() {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/house/files");
        String csrf = ines.page.locator("[name=_csrf]").first().getAttribute("value");
        byte[] large = new byte[10_000_000];
        Arrays.fill(large, (byte) '7');
        for (String form : List.of("/house/import", "/house/table")) {
            ines.go("/house/files");
            Locator upload = ines.page.locator("form[action='" + form + "']");
            upload.locator("input[type=file]").setInputFiles(new FilePayload("a.csv", "text/csv", large));
            upload.locator("button").first().click();
            assertThat(ines.page.locator("main h1")).hasText("That file is too large");
        }
        FormData typed = FormData.create().set("_csrf", csrf).set("table", "7".repeat(10_000_000));
        APIResponse answer = ines.page
                .request()
                .post(
                        address() + "/meter/table",
                        RequestOptions.create().setForm(typed).setTimeout(30_000));
        assertThat(answer.status()).isBetween(400, 499);
        APIResponse api = browsers.page(390, 844)
                .request()
                .post(
                        address() + "/api/v1/capacity",
                        RequestOptions.create().setData(large).setHeader("Content-Type", "application/json"));
        assertThat(api.status()).isEqualTo(413);
        stillThere(ines);
    }

    /**
     * @param calm also those of the house, which mean the same whatever goes on, and everything hostile for each form; else a
     *     third of it, another one for each
     */
    private void attackForms(Person person, boolean calm) {
        Set<String> known = new LinkedHashSet<>();
        for (String path : PAGES) {
            person.go(path);
            for (FormOnPage form : forms(person)) {
                boolean wanted = calm || !form.action().startsWith("/house");
                if (wanted && !LEFT_OUT.contains(form.action()) && known.add(form.kind())) {
                    attack(person, path, form, calm ? 1 : 3);
                }
            }
        }
        assertThat(known).hasSizeGreaterThan(10);
    }

    /** One field at a time reaches what a first look at the others would have stopped. */
    private void attack(Person person, String path, FormOnPage form, int oneIn) {
        String csrf = form.fields().getOrDefault("_csrf", "");
        for (int i = Math.floorMod(form.kind().hashCode(), oneIn); i < HOSTILE.size(); i += oneIn) {
            String value = HOSTILE.get(i);
            Map<String, String> all = new LinkedHashMap<>(form.fields());
            all.replaceAll((name, was) -> name.equals("_csrf") ? csrf : value);
            send(person, path, form, all, shown(value));
        }
        for (String name : form.fields().keySet()) {
            if (!name.equals("_csrf") && form.fields().size() > 2) {
                String value = HOSTILE.get(Math.abs(name.hashCode()) % (HOSTILE.size() - 1));
                Map<String, String> one = new LinkedHashMap<>(form.fields());
                one.put(name, value);
                send(person, path, form, one, name + " = " + shown(value));
            }
        }
        send(person, path, form, Map.of("_csrf", csrf), "nothing");
        send(person, path, form, form.fields(), "itself");
        send(person, path, form, form.fields(), "itself again");
    }

    private void send(Person person, String path, FormOnPage form, Map<String, String> fields, String what) {
        FormData data = FormData.create();
        fields.forEach(data::set);
        RequestOptions options = RequestOptions.create().setMaxRedirects(0).setTimeout(30_000);
        APIRequestContext request = person.page.request();
        if (!form.post()) {
            fields.forEach(options::setQueryParam);
        } else if (form.files()) {
            options.setMultipart(data);
        } else {
            options.setForm(data);
        }
        APIResponse answer = form.post()
                ? request.post(address() + form.action(), options)
                : request.get(address() + form.action(), options);
        note(form.action() + " (on " + path + ") with " + what, answer);
        answer.dispose();
    }

    private void note(String what, APIResponse answer) {
        if (answer.status() >= 500) {
            faults.add(answer.status() + ": " + what);
        }
    }

    private static String shown(String value) {
        return value.length() > 60 ? value.length() + " characters" : "“" + value.replace("\u0000", "NUL") + "”";
    }

    @SuppressWarnings("unchecked")
    private static List<FormOnPage> forms(Person person) {
        List<Map<String, Object>> found = (List<Map<String, Object>>) person.page.evaluate("""
                [...document.forms].map(form => ({
                  action: new URL(form.action).pathname,
                  post: form.method === 'post',
                  files: form.enctype === 'multipart/form-data',
                  fields: Object.fromEntries([...form.elements].filter(field => field.name && field.type !== 'file')
                    .map(field => [field.name, field.value])),
                }))""");
        return found.stream()
                .map(form -> new FormOnPage(
                        (String) form.get("action"), (Boolean) form.get("post"), (Boolean) form.get("files"), (Map<
                                        String, String>)
                                form.get("fields")))
                .toList();
    }

    private void stillThere(Person person) {
        for (String path : PAGES) {
            APIResponse answer = person.page.request().get(address() + path);
            if (answer.status() >= 500) {
                faults.add("afterwards " + path + " answers " + answer.status());
                continue;
            }
            person.go(path);
            if (!Boolean.FALSE.equals(
                    person.page.evaluate("!!window.hacked || !!document.querySelector('img[src=hacked]')"))) {
                faults.add("script in " + path);
            }
        }
    }
}
