package juiceswap.web.security;

import static juiceswap.web.db.Tables.INVITATION;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.web.security.Audit.What;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who belongs to a household: how they come, what they are, how they go. */
@Service
public class People {
    /** How long an invitation holds. */
    public static final Duration INVITATION_LASTS = Duration.ofDays(1);

    /** Ten of thirty letters and digits: 590 million million codes. */
    private static final int CODE_LENGTH = 10;

    /** Streams of whoever is no longer of the household end when this is told; Helpers tells the same word of guests. */
    private static final String CHANGED = "people";

    private final DSLContext db;
    private final Accounts accounts;
    private final WorksFor work;
    private final PasswordCheck passwords;
    private final Audit audit;
    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final Clock clock;
    private final boolean openToOthers;

    People(
            DSLContext db,
            Accounts accounts,
            WorksFor work,
            PasswordCheck passwords,
            Audit audit,
            FindByIndexNameSessionRepository<? extends Session> sessions,
            @Value("${juice.open-to-others:false}") boolean openToOthers,
            Clock clock) {
        this.openToOthers = openToOthers;
        this.db = db;
        this.accounts = accounts;
        this.work = work;
        this.passwords = passwords;
        this.audit = audit;
        this.sessions = sessions;
        this.clock = clock;
    }

    /** An invitation that waits. */
    public record Open(long id, Role role, String invitedBy, Instant until) {}

    /** What a code opens: a place in the household, a household of one's own, or a new password for who is there. */
    record Way(
            long id,
            long household,
            @Nullable Role role,
            @Nullable Long account) {}

    public List<Open> open(long household) {
        return db.selectFrom(INVITATION)
                .where(
                        INVITATION.HOUSEHOLD_ID.eq(household),
                        INVITATION.ROLE.isNotNull(),
                        INVITATION.USED_AT.isNull(),
                        INVITATION.EXPIRES_AT.gt(clock.instant().atOffset(ZoneOffset.UTC)))
                .orderBy(INVITATION.ID)
                .fetch(row -> new Open(
                        row.getId(),
                        role(row.getRole()),
                        row.getInvitedBy(),
                        row.getExpiresAt().toInstant()));
    }

    private static Role role(String stored) {
        return Worded.find(Role.class, stored).orElseThrow();
    }

    /** A code with which one person comes into the household as that; shown once. */
    @Transactional
    public String invite(Account by, Role role) {
        String code = store(by, role, null);
        audit.write(by.householdId(), by.displayName(), What.INVITED, role.word());
        return code;
    }

    /** A code with which somebody of the household who has forgotten their password makes a new one; shown once. */
    @Transactional
    public String newPasswordFor(Account by, Account whom) {
        return store(by, null, whom.id());
    }

    private String store(Account by, @Nullable Role role, @Nullable Long account) {
        String code = Codes.random(CODE_LENGTH);
        db.insertInto(INVITATION)
                .set(INVITATION.HOUSEHOLD_ID, by.householdId())
                .set(INVITATION.CODE_HASH, Codes.hash(code))
                .set(INVITATION.ROLE, role == null ? null : role.word())
                .set(INVITATION.ACCOUNT_ID, account)
                .set(INVITATION.INVITED_BY, by.displayName())
                .set(
                        INVITATION.EXPIRES_AT,
                        clock.instant().plus(INVITATION_LASTS).atOffset(ZoneOffset.UTC))
                .execute();
        return code;
    }

    @Transactional
    public void withdraw(long household, long invitation) {
        db.deleteFrom(INVITATION)
                .where(INVITATION.HOUSEHOLD_ID.eq(household), INVITATION.ID.eq(invitation), INVITATION.USED_AT.isNull())
                .execute();
    }

    /** What that code opens now. */
    Optional<Way> way(String typed) {
        return db.selectFrom(INVITATION)
                .where(
                        INVITATION.CODE_HASH.eq(Codes.hash(Codes.tidy(typed))),
                        INVITATION.USED_AT.isNull(),
                        INVITATION.EXPIRES_AT.gt(clock.instant().atOffset(ZoneOffset.UTC)))
                .fetchOptional(row -> new Way(
                        row.getId(),
                        row.getHouseholdId(),
                        row.getRole() == null ? null : role(row.getRole()),
                        row.getAccountId()));
    }

    /** Makes the way worthless; false when somebody was faster. */
    private boolean use(Way way) {
        return db.update(INVITATION)
                        .set(INVITATION.USED_AT, clock.instant().atOffset(ZoneOffset.UTC))
                        .where(INVITATION.ID.eq(way.id()), INVITATION.USED_AT.isNull())
                        .execute()
                == 1;
    }

    /** Somebody comes with a code; empty when it was used meanwhile. */
    @Transactional
    Optional<Account> come(Way way, String name, String login, String password, @Nullable String licence) {
        Role role = way.role();
        if (role == null || role == Role.OWNER || !use(way)) {
            return Optional.empty();
        }
        Account account = accounts.create(way.household(), name, login, password, role, licence);
        audit.write(way.household(), name, What.CAME, role.word());
        tell(way.household());
        return Optional.of(account);
    }

    /** Somebody who works for other households comes to work for this one too; empty when the code was used meanwhile. */
    @Transactional
    Optional<Account> comeAlso(Way way, Account worker) {
        if (way.role() != Role.ELECTRICIAN || !worker.is(Role.ELECTRICIAN) || !use(way)) {
            return Optional.empty();
        }
        if (worker.householdId() != way.household()) {
            work.add(worker, way.household());
            audit.write(way.household(), worker.displayName(), What.CAME, Role.ELECTRICIAN.word());
            tell(way.household());
        }
        return Optional.of(worker.in(way.household()));
    }

    /** Somebody founds a household of their own with a code; empty when it was used meanwhile. */
    @Transactional
    Optional<Account> found(Way way, String household, String name, String login, String password) {
        if (way.role() != Role.OWNER || !use(way)) {
            return Optional.empty();
        }
        Account account = accounts.found(household, name, login, password);
        audit.write(account.householdId(), name, What.CAME, Role.OWNER.word());
        return Optional.of(account);
    }

    /** The server is open to other households, and they are its owner: who owns the household that was here first. */
    public boolean mayInviteHouseholds(Account account) {
        return openToOthers && account.is(Role.OWNER) && accounts.firstHousehold() == account.householdId();
    }

    /** Somebody makes a new password with a code; they are signed out everywhere. */
    @Transactional
    Optional<Account> renew(Way way, String password) {
        Long id = way.account();
        Account account =
                id == null ? null : accounts.withId(way.household(), id).orElse(null);
        // since the code was made they may have begun to work for others, who trust this password too
        if (id == null || account == null || work.several(account) || !use(way)) {
            return Optional.empty();
        }
        accounts.setPassword(id, password);
        endSessions(account, null);
        audit.write(way.household(), account.displayName(), What.PASSWORD_CHANGED, "");
        return Optional.of(account);
    }

    /** Somebody of the household could be taken for them. */
    boolean nameTaken(long household, String name) {
        return accounts.of(household).stream().anyMatch(one -> PeopleNames.alike(one.displayName(), name));
    }

    /** Somebody else of the household could be taken for them. */
    boolean nameTakenByOthers(long household, Account worker) {
        return accounts.of(household).stream()
                .anyMatch(one -> one.id() != worker.id() && PeopleNames.alike(one.displayName(), worker.displayName()));
    }

    /** Changes one's own password; false when the old one is not right. Every other browser is signed out. */
    public boolean changePassword(Account own, String old, String fresh, String session) {
        String hash = accounts.passwordHash(own.id()).orElse("");
        if (!Boolean.TRUE.equals(passwords.matches(old, hash))) {
            return false;
        }
        accounts.setPassword(own.id(), fresh);
        endSessions(own, session);
        audit.write(own.householdId(), own.displayName(), What.PASSWORD_CHANGED, "");
        return true;
    }

    /** What is wrong with a password that somebody wants, as a sentence. */
    public static Optional<String> passwordProblem(String password) {
        return SignInController.passwordProblem(password);
    }

    public void signOutElsewhere(Account own, String session) {
        endSessions(own, session);
        audit.write(own.householdId(), own.displayName(), What.SIGNED_OUT_ELSEWHERE, "");
    }

    /** Their role and password are this household's to change. */
    public boolean oursAlone(Account whom) {
        return !work.several(whom);
    }

    /** Somebody of the household, never oneself. */
    public Optional<Account> other(Account by, long id) {
        return id == by.id() ? Optional.empty() : accounts.withId(by.householdId(), id);
    }

    @Transactional
    public void remove(Account by, Account whom) {
        accounts.remove(whom);
        audit.write(by.householdId(), by.displayName(), What.REMOVED, whom.displayName());
        endSessions(whom, null);
        tell(by.householdId());
    }

    @Transactional
    public void changeRole(Account by, Account whom, Role role) {
        accounts.setRole(whom.id(), role);
        audit.write(by.householdId(), by.displayName(), What.ROLE_CHANGED, whom.displayName() + ": " + role.word());
        endSessions(whom, null);
        tell(by.householdId());
    }

    /** There is one owner: whoever hands over is a member from then on. */
    @Transactional
    public void handOver(Account by, Account to) {
        accounts.setRole(by.id(), Role.MEMBER);
        accounts.setRole(to.id(), Role.OWNER);
        audit.write(by.householdId(), by.displayName(), What.HANDED_OVER, to.displayName());
        endSessions(to, null);
        endSessions(by, null);
        tell(by.householdId());
    }

    /** The whole household is forgotten. */
    @Transactional
    public void forget(Account by) {
        List<Account> people = accounts.of(by.householdId());
        accounts.forget(by.householdId());
        people.forEach(one -> endSessions(one, null));
        tell(by.householdId());
    }

    /** @param but the session that goes on, null when none does */
    private void endSessions(Account account, @Nullable String but) {
        sessions.findByPrincipalName(account.login()).keySet().stream()
                .filter(id -> !id.equals(but))
                .forEach(sessions::deleteById);
    }

    private void tell(long household) {
        db.execute("select pg_notify('outage_event', {0})", DSL.val(household + " " + CHANGED));
    }
}
