package juiceswap.web.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIRequestContext;
import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.reflect.Parameter;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import juiceswap.core.changeover.Action;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
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

    /** A form as its page gives it. */
    private static final String ITSELF = "itself";

    /** What ends the visit itself is left out. */
    private static final Set<String> LEFT_OUT = Set.of("/sign-out", "/demo-sign-in", "/sign-in");

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping handlers;

    private final List<String> faults = new ArrayList<>();

    /** Sends what no page has to be drawn for, as the browser of that person would; what comes back is not kept. */
    private static final class Sender {
        private final HttpClient http;
        private final String cookies;

        Sender(Person person, HttpClient.Redirect redirects) {
            http = HttpClient.newBuilder().followRedirects(redirects).build();
            cookies = person.page.context().cookies().stream()
                    .map(cookie -> cookie.name + "=" + cookie.value)
                    .collect(Collectors.joining("; "));
        }

        int get(String address) {
            return send(HttpRequest.newBuilder(URI.create(address)).GET());
        }

        int post(String address, String type, byte[] body) {
            return send(HttpRequest.newBuilder(URI.create(address))
                    .header("Content-Type", type)
                    .POST(HttpRequest.BodyPublishers.ofByteArray(body)));
        }

        private int send(HttpRequest.Builder request) {
            try {
                return http.send(request.header("Cookie", cookies).build(), HttpResponse.BodyHandlers.discarding())
                        .statusCode();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    private static String written(Map<String, String> fields) {
        return fields.entrySet().stream()
                .map(field -> written(field.getKey()) + "=" + written(field.getValue()))
                .collect(Collectors.joining("&"));
    }

    private static String written(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8);
    }

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
        Sender sender = new Sender(ines, HttpClient.Redirect.NORMAL);
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
                    String written = written(value);
                    String address = path.replaceAll("\\{[^}]*}+", written.isBlank() ? "x" : written)
                            + "?"
                            + String.join(
                                    "&",
                                    all.stream()
                                            .map(name -> name + "=" + written)
                                            .toList());
                    note("GET " + path + " with " + shown(value), sender.get(address() + address));
                }
            }
        });
        // whoever had been sent out on the way would have attacked the door alone
        assertThat(new Sender(ines, HttpClient.Redirect.NEVER).get(address() + "/logbook"))
                .isEqualTo(200);
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
    void tenMegabytesAreRefusedInWords(@TempDir Path directory) throws IOException {
        Person ines = person(1280, 800).enter("ines");
        ines.go("/house/files");
        String csrf = ines.page.locator("[name=_csrf]").first().getAttribute("value");
        byte[] large = new byte[10_000_000];
        Arrays.fill(large, (byte) '7');
        Path file = Files.write(directory.resolve("a.csv"), large);
        for (String form : List.of("/house/import", "/house/table")) {
            ines.go("/house/files");
            Locator upload = ines.page.locator("form[action='" + form + "']");
            upload.locator("input[type=file]").setInputFiles(file);
            upload.locator("button").first().click();
            assertThat(ines.page.locator("main h1")).hasText("That file is too large");
        }
        Sender sender = new Sender(ines, HttpClient.Redirect.NEVER);
        String typed = written(Map.of("_csrf", csrf, "table", "7".repeat(large.length)));
        assertThat(sender.post(
                        address() + "/meter/table",
                        "application/x-www-form-urlencoded",
                        typed.getBytes(StandardCharsets.US_ASCII)))
                .isBetween(400, 499);
        assertThat(sender.post(address() + "/api/v1/capacity", "application/json", large))
                .isEqualTo(413);
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
            Sender sender = new Sender(person, HttpClient.Redirect.NEVER);
            for (FormOnPage form : forms(person)) {
                boolean wanted = calm || !form.action().startsWith("/house");
                if (wanted && !LEFT_OUT.contains(form.action()) && known.add(form.kind())) {
                    attack(person, sender, path, form, calm ? 1 : 3);
                }
            }
        }
        assertThat(known).hasSizeGreaterThan(10);
    }

    /** One field at a time reaches what a first look at the others would have stopped. */
    private void attack(Person person, Sender sender, String path, FormOnPage form, int oneIn) {
        String csrf = form.fields().getOrDefault("_csrf", "");
        for (int i = Math.floorMod(form.kind().hashCode(), oneIn); i < HOSTILE.size(); i += oneIn) {
            String value = HOSTILE.get(i);
            Map<String, String> all = new LinkedHashMap<>(form.fields());
            all.replaceAll((name, was) -> name.equals("_csrf") ? csrf : value);
            send(person, sender, path, form, all, shown(value));
        }
        for (String name : form.fields().keySet()) {
            if (!name.equals("_csrf") && form.fields().size() > 2) {
                String value = HOSTILE.get(Math.abs(name.hashCode()) % (HOSTILE.size() - 1));
                Map<String, String> one = new LinkedHashMap<>(form.fields());
                one.put(name, value);
                send(person, sender, path, form, one, name + " = " + shown(value));
            }
        }
        send(person, sender, path, form, Map.of("_csrf", csrf), "nothing");
        send(person, sender, path, form, form.fields(), ITSELF);
        send(person, sender, path, form, form.fields(), "itself again");
    }

    private void send(
            Person person, Sender sender, String path, FormOnPage form, Map<String, String> fields, String what) {
        String address = address() + form.action();
        int status;
        if (!form.post()) {
            status = sender.get(address + "?" + written(fields));
        } else if (form.files()) {
            FormData data = FormData.create();
            fields.forEach(data::set);
            RequestOptions options = RequestOptions.create()
                    .setMaxRedirects(0)
                    .setTimeout(30_000)
                    .setMultipart(data);
            APIResponse answer = person.page.request().post(address, options);
            status = answer.status();
            answer.dispose();
        } else {
            byte[] body = written(fields).getBytes(StandardCharsets.US_ASCII);
            status = sender.post(address, "application/x-www-form-urlencoded", body);
        }
        note(form.action() + " (on " + path + ") with " + what, status);
        if (what.equals(ITSELF) && status == 403) {
            faults.add("not let in, so that nothing was attacked: " + form.action() + " (on " + path + ")");
        }
    }

    private void note(String what, int status) {
        if (status >= 500) {
            faults.add(status + ": " + what);
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
            Response answer = Objects.requireNonNull(person.page.navigate(address() + path));
            if (answer.status() >= 500) {
                faults.add("afterwards " + path + " answers " + answer.status());
                continue;
            }
            if (!Boolean.FALSE.equals(
                    person.page.evaluate("!!window.hacked || !!document.querySelector('img[src=hacked]')"))) {
                faults.add("script in " + path);
            }
        }
    }
}
