package juiceswap.web.security;

import static juiceswap.web.db.Tables.KNOWN_DEVICE;

import java.time.Clock;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/**
 * Whether somebody is who they say. A try is counted before it is looked at, so that many at once are no way around the count:
 * by address and by account; from a browser in which that account has signed in before, by that browser alone, so that
 * somebody else's guessing locks nobody out.
 */
@Component
class PasswordCheck {
    /** A hash takes a tenth of a second of a processor: so many at once leave the machine to everybody else. */
    private static final int HASHES_AT_ONCE = 2;

    private static final int WAITS_SECONDS = 3;

    private final Accounts accounts;
    private final Audit audit;
    private final DSLContext db;
    private final PasswordEncoder encoder;
    private final Semaphore hashes = new Semaphore(HASHES_AT_ONCE);
    private final WrongTries byAddress;
    private final WrongTries byAccount;
    private final WrongTries byDevice;
    private final String nobodysHash;

    PasswordCheck(Accounts accounts, Audit audit, DSLContext db, PasswordEncoder encoder, Clock clock) {
        this.accounts = accounts;
        this.audit = audit;
        this.db = db;
        this.encoder = encoder;
        this.byAddress = new WrongTries(clock);
        this.byAccount = new WrongTries(clock);
        this.byDevice = new WrongTries(clock);
        this.nobodysHash = Objects.requireNonNull(encoder.encode("nobody signs in with this"));
    }

    /** What came of it. */
    enum Outcome {
        LET_IN,
        WRONG,
        /** Too many tries, or too many people at once: not looked at. */
        WAIT
    }

    /** Who was let in, if somebody was. */
    record Checked(Outcome outcome, @Nullable Account account) {
        private static final Checked WRONG = new Checked(Outcome.WRONG, null);
        private static final Checked WAIT = new Checked(Outcome.WAIT, null);
    }

    /**
     * @param device what that browser's cookie holds, null for none
     * @param caller the address from which it came
     */
    Checked check(String login, String password, @Nullable String device, String caller) {
        Optional<Account> account = accounts.withLogin(login);
        String browser = device == null ? "" : Codes.hash(device);
        boolean mayTry = account.filter(one -> knows(one, browser)).isPresent()
                ? byDevice.take(browser)
                : byAddress.take(caller) && byAccount.take(login.toLowerCase(Locale.ROOT));
        if (!mayTry) {
            return Checked.WAIT;
        }
        // a name that nobody has takes as long as a wrong password
        String hash = account.flatMap(one -> accounts.passwordHash(one.id())).orElse(nobodysHash);
        Boolean right = matches(password, hash);
        if (right == null) {
            return Checked.WAIT;
        }
        if (!right || account.isEmpty()) {
            account.ifPresent(audit::wrongPassword);
            return Checked.WRONG;
        }
        byDevice.forget(browser);
        byAddress.forget(caller);
        return new Checked(Outcome.LET_IN, account.get());
    }

    /** Whether it is their password; null when too many are being checked. */
    @Nullable
    Boolean matches(String password, String hash) {
        return fewAtOnce(() -> encoder.matches(password, hash));
    }

    /** What is kept of a password that somebody outside has chosen; null when too many are being looked at. */
    @Nullable
    String hash(String password) {
        return fewAtOnce(() -> Objects.requireNonNull(encoder.encode(password)));
    }

    private <T> @Nullable T fewAtOnce(Supplier<T> work) {
        try {
            if (!hashes.tryAcquire(WAITS_SECONDS, TimeUnit.SECONDS)) {
                return null;
            }
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            return null;
        }
        try {
            return work.get();
        } finally {
            hashes.release();
        }
    }

    private boolean knows(Account account, String browser) {
        return db.update(KNOWN_DEVICE)
                        .set(KNOWN_DEVICE.USED_AT, DSL.currentOffsetDateTime())
                        .where(KNOWN_DEVICE.TOKEN_HASH.eq(browser), KNOWN_DEVICE.ACCOUNT_ID.eq(account.id()))
                        .execute()
                > 0;
    }

    /** From now on that browser is known; returns what it is to keep. */
    String remember(Account account) {
        String device = Codes.random(32);
        db.insertInto(KNOWN_DEVICE)
                .set(KNOWN_DEVICE.TOKEN_HASH, Codes.hash(device))
                .set(KNOWN_DEVICE.ACCOUNT_ID, account.id())
                .execute();
        return device;
    }
}
