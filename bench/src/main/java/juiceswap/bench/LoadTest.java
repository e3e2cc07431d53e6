package juiceswap.bench;

import java.io.IOException;
import java.io.InputStream;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;

/**
 * People at the pages of a running demo, from outside, as {@code bench/measure} lets them loose. Nothing but the JDK, so that
 * it runs from its source.
 *
 * <pre>
 * java LoadTest.java first ADDRESS                        what the first page transfers
 * java LoadTest.java pages ADDRESS PEOPLE SECONDS PAUSE   each asks for a page, pauses PAUSE ms on average, and asks again
 * java LoadTest.java streams ADDRESS STREAMS SECONDS      holds live streams open and counts what comes
 * java LoadTest.java street ADDRESSES HOUSEHOLDS SECONDS  one of each household looks on, by turns at each of the servers
 * java LoadTest.java attack ADDRESS ATTACKERS SECONDS     asks the open API for too much, a third of them a byte a second
 * </pre>
 */
public final class LoadTest {
    /** Every page of the application, and what open pages ask for with each reading of the panel monitor. */
    private static final List<String> PAGES = List.of(
            "/now",
            "/now/strip",
            "/now/live",
            "/swap",
            "/meter",
            "/meter/live",
            "/meter/wiring",
            "/meter/bonding",
            "/rotate",
            "/house",
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
            "/logbook",
            // the demo’s third outage is the one that goes on
            "/logbook/3");

    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"");
    private static final Pattern ASSET = Pattern.compile("(?:href|src)=\"(/assets/[^\"]+)\"");
    private static final Pattern FONT = Pattern.compile("url\\(\"?(/assets/[^\")]+)");

    private final String address;
    private final HttpClient client;

    private LoadTest(String address) {
        this.address = address;
        this.client = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .cookieHandler(new CookieManager())
                .followRedirects(HttpClient.Redirect.NORMAL)
                .build();
    }

    /** @param arguments see above */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        String what = arguments.length < 2 ? "" : arguments[0];
        if (what.equals("first")) {
            first(arguments[1]);
        } else if (what.equals("pages") && arguments.length == 5) {
            pages(arguments[1], number(arguments[2]), number(arguments[3]), number(arguments[4]));
        } else if (what.equals("streams") && arguments.length == 4) {
            streams(arguments[1], number(arguments[2]), number(arguments[3]));
        } else if (what.equals("street") && arguments.length == 4) {
            street(arguments[1].split(","), number(arguments[2]), number(arguments[3]));
        } else if (what.equals("attack") && arguments.length == 4) {
            attack(arguments[1], number(arguments[2]), number(arguments[3]));
        } else {
            System.err.println(
                    "attack ADDRESS ATTACKERS SECONDS | first ADDRESS | pages ADDRESS PEOPLE SECONDS PAUSE | street ADDRESSES HOUSEHOLDS SECONDS | streams ADDRESS STREAMS SECONDS");
            System.exit(2);
        }
    }

    private static int number(String text) {
        return Integer.parseInt(text);
    }

    // ---- the first page

    private static void first(String address) throws IOException, InterruptedException {
        LoadTest person = new LoadTest(address);
        person.enter();
        Map<String, Integer> bytes = new TreeMap<>();
        String page = person.fetch("/now", bytes);
        for (String asset : found(ASSET, page)) {
            String text = person.fetch(asset, bytes);
            if (asset.endsWith(".css")) {
                for (String font : found(FONT, text)) {
                    person.fetch(font, bytes);
                }
            }
        }
        bytes.forEach((path, size) -> System.out.printf("%7d  %s%n", size, path));
        System.out.printf(
                "%7d  in all%n",
                bytes.values().stream().mapToInt(Integer::intValue).sum());
    }

    private static List<String> found(Pattern pattern, String text) {
        List<String> found = new ArrayList<>();
        for (Matcher matcher = pattern.matcher(text); matcher.find(); ) {
            found.add(matcher.group(1));
        }
        return found;
    }

    private String fetch(String path, Map<String, Integer> bytes) throws IOException, InterruptedException {
        HttpResponse<byte[]> answer = client.send(request(path).build(), BodyHandlers.ofByteArray());
        bytes.put(path, answer.body().length);
        if (answer.statusCode() != 200) {
            throw new IOException(path + " answers " + answer.statusCode());
        }
        boolean compressed =
                answer.headers().firstValue("Content-Encoding").orElse("").equals("gzip");
        return new String(
                compressed
                        ? new GZIPInputStream(new java.io.ByteArrayInputStream(answer.body())).readAllBytes()
                        : answer.body(),
                StandardCharsets.UTF_8);
    }

    // ---- people at pages

    private static void pages(String address, int people, int seconds, int pause) throws InterruptedException {
        Map<String, List<Long>> taken = new ConcurrentSkipListMap<>();
        PAGES.forEach(page -> taken.put(page, new ArrayList<>()));
        long begin = System.nanoTime();
        // what comes while everybody arrives is not counted
        long counted = begin + Duration.ofSeconds(seconds / 3).toNanos();
        long end = begin + Duration.ofSeconds(seconds).toNanos();
        AtomicLong failed = new AtomicLong();
        List<Thread> threads = new ArrayList<>();
        for (int i = 0; i < people; i++) {
            Random random = new Random(i);
            Thread thread = new Thread(() -> {
                try {
                    LoadTest person = new LoadTest(address);
                    person.enter();
                    while (System.nanoTime() < end) {
                        String page = PAGES.get(random.nextInt(PAGES.size()));
                        long asked = System.nanoTime();
                        int status = person.client
                                .send(person.request(page).build(), BodyHandlers.ofByteArray())
                                .statusCode();
                        long answered = System.nanoTime();
                        if (status != 200) {
                            failed.incrementAndGet();
                        } else if (asked > counted) {
                            List<Long> all = taken.get(page);
                            synchronized (all) {
                                all.add(answered - asked);
                            }
                        }
                        if (pause > 0) {
                            Thread.sleep(pause / 2 + random.nextInt(pause));
                        }
                    }
                } catch (IOException | InterruptedException unanswered) {
                    failed.incrementAndGet();
                }
            });
            thread.start();
            threads.add(thread);
        }
        for (Thread thread : threads) {
            thread.join();
        }
        System.out.println("| page | asked | median ms | 99th percentile ms | slowest ms |");
        System.out.println("|---|---:|---:|---:|---:|");
        List<Long> all = new ArrayList<>();
        taken.forEach((page, times) -> {
            row(page, times);
            all.addAll(times);
        });
        row("all", all);
        System.out.printf(
                "%n%d people, %.0f pages a second, %d failed%n",
                people, all.size() / ((end - counted) / 1e9), failed.get());
    }

    private static void row(String page, List<Long> times) {
        if (times.isEmpty()) {
            return;
        }
        times.sort(null);
        System.out.printf(
                "| %s | %d | %.1f | %.1f | %.1f |%n",
                page,
                times.size(),
                times.get(times.size() / 2) / 1e6,
                times.get((int) (times.size() * 0.99)) / 1e6,
                times.get(times.size() - 1) / 1e6);
    }

    // ---- a street of households, each with an outage that goes on

    /** Whoever looks on in a household: an open stream, and Now whenever it says that something was written. */
    private static final class Neighbour {
        private final HttpClient client;
        private final String address;
        private final String login;
        private final Street street;
        private String cookie = "";
        private boolean asking;

        Neighbour(HttpClient client, String address, String login, Street street) {
            this.client = client;
            this.address = address;
            this.login = login;
            this.street = street;
        }

        private HttpRequest.Builder to(String path) {
            return HttpRequest.newBuilder(URI.create(address + path))
                    .header("Accept-Encoding", "gzip")
                    .header("Cookie", cookie);
        }

        void enter() throws IOException, InterruptedException {
            HttpResponse<String> page = client.send(
                    HttpRequest.newBuilder(URI.create(address + "/sign-in")).build(), BodyHandlers.ofString());
            keepCookies(page);
            Matcher token = TOKEN.matcher(page.body());
            if (!token.find()) {
                throw new IOException("no form at /sign-in");
            }
            String form = "username=" + login + "&password=street&_csrf="
                    + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8);
            HttpResponse<Void> in = client.send(
                    to("/sign-in")
                            .header("Content-Type", "application/x-www-form-urlencoded")
                            .POST(HttpRequest.BodyPublishers.ofString(form))
                            .build(),
                    BodyHandlers.discarding());
            keepCookies(in);
            String led = in.headers().firstValue("Location").orElse("");
            if (in.statusCode() != 302 || led.contains("sign-in")) {
                throw new IOException(login + " was not let in: " + in.statusCode() + " " + led);
            }
        }

        private void keepCookies(HttpResponse<?> answer) {
            Map<String, String> all = new TreeMap<>();
            for (String one : cookie.isEmpty() ? new String[0] : cookie.split("; ")) {
                all.put(one.substring(0, one.indexOf('=')), one);
            }
            for (String set : answer.headers().allValues("Set-Cookie")) {
                String one = set.split(";", 2)[0];
                all.put(one.substring(0, one.indexOf('=')), one);
            }
            cookie = String.join("; ", all.values());
        }

        void listen() {
            client.sendAsync(to("/live").build(), BodyHandlers.ofLines()).thenAccept(stream -> {
                street.open.incrementAndGet();
                try (java.util.stream.Stream<String> lines = stream.body()) {
                    lines.filter(line -> line.startsWith("data:")).forEach(line -> {
                        street.told.incrementAndGet();
                        look();
                    });
                }
                street.open.decrementAndGet();
            });
        }

        /** As a browser does: one question at a time. */
        synchronized void look() {
            if (asking) {
                return;
            }
            asking = true;
            long asked = System.nanoTime();
            client.sendAsync(to("/now").build(), BodyHandlers.ofByteArray()).whenComplete((answer, lost) -> {
                street.asked(asked, answer == null ? 0 : answer.statusCode());
                synchronized (this) {
                    asking = false;
                }
            });
        }
    }

    /** What a street comes to. */
    private static final class Street {
        private final AtomicLong open = new AtomicLong();
        private final AtomicLong told = new AtomicLong();
        private final AtomicLong failed = new AtomicLong();
        private final List<Long> taken = new ArrayList<>();
        private volatile boolean counts;

        void asked(long at, int status) {
            if (status != 200) {
                failed.incrementAndGet();
            } else if (counts) {
                synchronized (taken) {
                    taken.add(System.nanoTime() - at);
                }
            }
        }
    }

    private static void street(String[] addresses, int households, int seconds)
            throws IOException, InterruptedException {
        HttpClient client = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .executor(java.util.concurrent.Executors.newCachedThreadPool(work -> {
                    Thread thread = new Thread(null, work, "neighbour", 128 * 1024);
                    thread.setDaemon(true);
                    return thread;
                }))
                .build();
        Street street = new Street();
        List<Neighbour> neighbours = new ArrayList<>();
        long begin = System.nanoTime();
        for (int i = 1; i <= households; i++) {
            Neighbour one = new Neighbour(client, addresses[i % addresses.length], "street-" + i, street);
            one.enter();
            one.listen();
            neighbours.add(one);
        }
        System.out.printf("%d signed in within %d s%n", households, (System.nanoTime() - begin) / 1_000_000_000);
        // each page for the first time, then a third of the time to come to rest
        for (Neighbour one : neighbours) {
            one.look();
            Thread.sleep(20);
        }
        Thread.sleep(seconds * 1000L / 3);
        street.counts = true;
        long told = street.told.get();
        Thread.sleep(seconds * 1000L);
        street.counts = false;
        System.out.println("| page | asked | median ms | 99th percentile ms | slowest ms |");
        System.out.println("|---|---:|---:|---:|---:|");
        synchronized (street.taken) {
            row("/now, as it is told", street.taken);
        }
        System.out.printf(
                "%d streams open, %d told in %d s, %d failed%n",
                street.open.get(), street.told.get() - told, seconds, street.failed.get());
        System.exit(0);
    }

    // ---- people who mean no good

    private static final List<String> ENDPOINTS = List.of(
            "capacity",
            "start-order",
            "sizing",
            "voltage-drop",
            "fuel",
            "make-room",
            "loads-reading",
            "rotation",
            "voltages",
            "bonding",
            "network",
            "changeover",
            "changeover/try",
            "upkeep");

    private static void attack(String address, int attackers, int seconds) throws InterruptedException {
        long end = System.nanoTime() + Duration.ofSeconds(seconds).toNanos();
        Map<String, AtomicLong> answers = new ConcurrentSkipListMap<>();
        List<Thread> threads = new ArrayList<>();
        URI server = URI.create(address);
        for (int i = 0; i < attackers; i++) {
            int number = i;
            Thread thread = new Thread(() -> {
                Random random = new Random(number);
                while (System.nanoTime() < end) {
                    String endpoint = "/api/v1/" + ENDPOINTS.get(random.nextInt(ENDPOINTS.size()));
                    String answer = number % 3 == 0
                            ? slowly(server, number % 2 == 0 ? "/sign-in" : endpoint, end)
                            : number % 3 == 1
                                    ? asked(server, "/api/v1/rotation", ROTATION)
                                    : asked(server, endpoint, "{}");
                    answers.computeIfAbsent(answer, status -> new AtomicLong()).incrementAndGet();
                }
            });
            thread.start();
            threads.add(thread);
        }
        for (Thread thread : threads) {
            thread.join();
        }
        System.out.println(attackers + " attackers were answered " + answers);
    }

    /** Two days of ten minutes: what takes longest. */
    private static final String ROTATION = """
            {"start": "2031-02-03T18:00", "slotMinutes": 10, "slots": 288,
             "needs": [{"kind": "minutes", "circuit": "a", "priority": "comfort", "minutes": 600, "from": "2031-02-03T18:00",
                        "to": "2031-02-05T18:00"}],
             "setup": {"transfer": {"kind": "interlock"}, "generator": {"output": "120/240", "fuel": "gasoline",
                "ratings": [{"fuel": "gasoline", "runningWatts": 5000, "startingWatts": 6000}]},
              "path": [{"kind": "cord", "amps": 30, "awg": "10"}],
              "circuits": [{"id": "a", "spaces": [1], "breakerAmps": 15,
                "loads": [{"name": "Lamp", "volts": 120, "runningWatts": 60}]}]}}
            """;

    private static String head(String path, int length) {
        return "POST " + path
                + " HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: "
                + length + "\r\n\r\n";
    }

    private static String asked(URI server, String path, String body) {
        try (java.net.Socket socket = new java.net.Socket(server.getHost(), server.getPort())) {
            byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
            socket.getOutputStream().write(head(path, bytes.length).getBytes(StandardCharsets.US_ASCII));
            socket.getOutputStream().write(bytes);
            String answer = new String(socket.getInputStream().readNBytes(12), StandardCharsets.US_ASCII);
            socket.getInputStream().readAllBytes();
            return answer.length() < 12 ? "cut off" : answer.substring(9);
        } catch (IOException cut) {
            return "cut off";
        }
    }

    private static String slowly(URI server, String path, long end) {
        try (java.net.Socket socket = new java.net.Socket(server.getHost(), server.getPort())) {
            socket.getOutputStream().write(head(path, 4000).getBytes(StandardCharsets.US_ASCII));
            for (int i = 0; i < 4000 && System.nanoTime() < end; i++) {
                socket.getOutputStream().write(' ');
                Thread.sleep(1000);
                if (socket.getInputStream().available() > 0) {
                    return "slow, turned away";
                }
            }
            return "slow, to the end";
        } catch (IOException cut) {
            return "slow, cut off";
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            return "";
        }
    }

    // ---- live streams

    private static void streams(String address, int streams, int seconds) throws IOException, InterruptedException {
        LoadTest person = new LoadTest(address);
        person.enter();
        AtomicLong messages = new AtomicLong();
        AtomicLong broken = new AtomicLong();
        CountDownLatch open = new CountDownLatch(streams);
        long end = System.nanoTime() + Duration.ofSeconds(seconds).toNanos();
        for (int i = 0; i < streams; i++) {
            Thread thread = new Thread(() -> {
                // as a browser does: a stream that ends is opened again
                while (System.nanoTime() < end) {
                    try {
                        HttpResponse<InputStream> stream =
                                person.client.send(person.request("/live").build(), BodyHandlers.ofInputStream());
                        open.countDown();
                        read(stream.body(), messages);
                    } catch (IOException | InterruptedException lost) {
                        broken.incrementAndGet();
                    }
                }
            });
            thread.setDaemon(true);
            thread.start();
        }
        open.await();
        System.out.println(streams + " streams open");
        while (System.nanoTime() < end) {
            Thread.sleep(10_000);
        }
        System.out.printf("%d messages, %d streams broken%n", messages.get(), broken.get());
    }

    private static void read(InputStream stream, AtomicLong messages) throws IOException {
        try (var lines = new java.io.BufferedReader(new java.io.InputStreamReader(stream, StandardCharsets.UTF_8))) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith("data:")) {
                    messages.incrementAndGet();
                }
            }
        }
    }

    // ---- a person

    private void enter() throws IOException, InterruptedException {
        String page = client.send(
                        HttpRequest.newBuilder(URI.create(address + "/sign-in")).build(), BodyHandlers.ofString())
                .body();
        Matcher token = TOKEN.matcher(page);
        if (!token.find()) {
            throw new IOException("no form at /sign-in");
        }
        String form = "name=ines&_csrf=" + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8);
        client.send(
                HttpRequest.newBuilder(URI.create(address + "/demo-sign-in"))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(form))
                        .build(),
                BodyHandlers.discarding());
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path))
                .header("Accept", "text/html, */*")
                .header("Accept-Encoding", "gzip");
    }
}
