package juiceswap.web.live;

import static juiceswap.web.db.Tables.OUTAGE;
import static juiceswap.web.db.Tables.OUTAGE_EVENT;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import juiceswap.core.outage.EventKind;
import juiceswap.web.outage.Helpers;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open pages that their household's log has gone on. The database carries the news between server processes; a page
 * is told the end of the log whenever its stream is opened, so that it misses nothing.
 */
@RestController
class LiveUpdates implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(LiveUpdates.class);
    private static final int HEARTBEAT_SECONDS = 15;

    private static final int MAX_STREAMS_OF_A_HOUSEHOLD = 250;

    private final DSLContext db;
    private final Helpers helpers;
    private final Accounts accounts;
    private final String url;
    private final String user;
    private final String password;
    private final Map<Long, List<Listener>> streams = new ConcurrentHashMap<>();
    private volatile boolean running;

    /** A page that listens, and whose it is. */
    private record Listener(Account account, SseEmitter stream) {}

    LiveUpdates(
            DSLContext db,
            Helpers helpers,
            Accounts accounts,
            @Value("${spring.datasource.url}") String url,
            @Value("${spring.datasource.username}") String user,
            @Value("${spring.datasource.password}") String password) {
        this.db = db;
        this.helpers = helpers;
        this.accounts = accounts;
        this.url = url;
        this.user = user;
        this.password = password;
    }

    @GetMapping(path = "/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter open(@AuthenticationPrincipal Account account) throws IOException {
        SseEmitter stream = new SseEmitter(0L);
        List<Listener> own = streams.computeIfAbsent(account.householdId(), id -> new CopyOnWriteArrayList<>());
        if (own.size() >= MAX_STREAMS_OF_A_HOUSEHOLD) {
            own.remove(0).stream().complete();
        }
        Listener listener = new Listener(account, stream);
        own.add(listener);
        stream.onCompletion(() -> own.remove(listener));
        stream.onError(error -> own.remove(listener));
        stream.send(SseEmitter.event().comment("open").reconnectTime(1000));
        // what was written between the drawing of the page and now would otherwise be missed
        Integer last = lastSequence(account.householdId());
        if (last != null) {
            stream.send(SseEmitter.event().name("changed").data(last));
        }
        return stream;
    }

    /** Of the log that goes on, null when none does. */
    private @Nullable Integer lastSequence(long household) {
        return db.select(DSL.max(OUTAGE_EVENT.SEQUENCE))
                .from(OUTAGE_EVENT)
                .join(OUTAGE)
                .on(OUTAGE.ID.eq(OUTAGE_EVENT.OUTAGE_ID))
                .where(OUTAGE.HOUSEHOLD_ID.eq(household), OUTAGE.ENDED_AT.isNull())
                .fetchSingle()
                .value1();
    }

    private void listen() {
        while (running) {
            try (Connection connection = DriverManager.getConnection(url, user, password);
                    Statement statement = connection.createStatement()) {
                statement.execute("listen outage_event");
                tellTheEndOfTheLog();
                PGConnection notices = connection.unwrap(PGConnection.class);
                long nextHeartbeat = System.nanoTime() + TimeUnit.SECONDS.toNanos(HEARTBEAT_SECONDS);
                while (running) {
                    PGNotification[] news = notices.getNotifications(500);
                    for (PGNotification notice : news == null ? new PGNotification[0] : news) {
                        tell(notice.getParameter().split(" "));
                    }
                    if (System.nanoTime() > nextHeartbeat) {
                        streams.keySet()
                                .forEach(household ->
                                        send(household, SseEmitter.event().comment("")));
                        nextHeartbeat = System.nanoTime() + TimeUnit.SECONDS.toNanos(HEARTBEAT_SECONDS);
                    }
                }
            } catch (SQLException | RuntimeException lost) { // whatever it was, somebody has to go on listening
                LOG.warn("live updates wait for the database: {}", lost.getMessage());
                pause();
            }
        }
    }

    /** {@code words} are the household, what was written, and of an entry of the log its kind. */
    private void tell(String[] words) {
        long household = Long.parseLong(words[0]);
        if (words.length > 2 && EventKind.cutsThrough(words[2])) {
            send(household, SseEmitter.event().name("urgent").data(words[1]));
        }
        send(household, SseEmitter.event().name("changed").data(words[1]));
        if (words[1].equals(Helpers.CHANGED)) {
            endStreamsOfWhoWasTakenOff(household);
        }
    }

    /** A page that asks again is sent away by the gate; one that only listens hears nothing more either. */
    private void endStreamsOfWhoWasTakenOff(long household) {
        for (Listener listener : streams.getOrDefault(household, List.of())) {
            Account whose = listener.account;
            if (whose.guest() ? helpers.roleOf(whose).isEmpty() : !accounts.stands(whose)) {
                listener.stream.complete();
            }
        }
    }

    /** What was written while nobody listened is told to everybody now. */
    private void tellTheEndOfTheLog() {
        for (long household : streams.keySet()) {
            Integer last = lastSequence(household);
            send(household, SseEmitter.event().name("changed").data(last == null ? 0 : last));
        }
    }

    private void send(long household, SseEmitter.SseEventBuilder event) {
        List<Listener> listening = streams.getOrDefault(household, List.of());
        for (Listener listener : listening) {
            try {
                listener.stream.send(event);
            } catch (IOException | IllegalStateException gone) {
                listening.remove(listener);
            }
        }
    }

    private static void pause() {
        try {
            TimeUnit.SECONDS.sleep(1);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void start() {
        running = true;
        Thread listener = new Thread(this::listen, "live-updates");
        listener.setDaemon(true);
        listener.start();
    }

    /** Open streams would hold up the shutdown. */
    @Override
    public void stop() {
        running = false;
        streams.values().forEach(own -> own.forEach(listener -> listener.stream.complete()));
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    @Override
    public int getPhase() {
        return Integer.MAX_VALUE;
    }
}
