package juiceswap.web.security;

import java.io.Serializable;
import java.util.Locale;
import java.util.Optional;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.AuthenticatedPrincipal;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.AuthorityUtils;

/**
 * Somebody of a household, signed in. Every query is scoped by {@code householdId}.
 *
 * <p>What is kept of it in a session holds no secret.
 *
 * @param id 0 for a guest or a device, who have no account
 * @param role one of the words of {@link Role}; of a guest or a device its own
 * @param outageId the one outage that a guest has joined; null for those who have an account
 */
public record Account(
        long id,
        long householdId,
        String login,
        String displayName,
        String role,
        @Nullable Long outageId) implements AuthenticatedPrincipal, Serializable {
    private static final long serialVersionUID = 1L;
    public static final String GUEST = "guest";
    private static final String DEVICE = "device";

    /** Somebody who helps in one outage and has no account. */
    public static Account guest(long householdId, long outageId, String name) {
        return new Account(0, householdId, GUEST + "-" + outageId + "-" + name, name, GUEST, outageId);
    }

    /** Something that reports by itself, such as a panel monitor. */
    public static Account device(long householdId, String name) {
        return new Account(0, householdId, DEVICE, name, DEVICE, null);
    }

    /** The number of the account, null for those who have none. */
    public @Nullable Long accountId() {
        return id == 0 ? null : (Long) id;
    }

    /** The same person, at work for that household. */
    public Account in(long household) {
        return new Account(id, household, login, displayName, role, outageId);
    }

    public boolean guest() {
        return outageId != null;
    }

    /** What the household has made of them; empty for guests and devices. */
    public Optional<Role> standing() {
        // a session that began before members were called so
        return Worded.find(Role.class, role.equals("helper") ? Role.MEMBER.word() : role);
    }

    public boolean is(Role role) {
        return standing().filter(role::equals).isPresent();
    }

    /** Sees the household, and changes nothing but what their part is. */
    public boolean readsOnly() {
        return standing().filter(role -> !role.changesTheHouse()).isPresent();
    }

    /** They are who they say: what a session or a request is made theirs with. */
    public Authentication signedIn() {
        String word = standing().map(Role::word).orElse(role);
        return UsernamePasswordAuthenticationToken.authenticated(
                this, null, AuthorityUtils.createAuthorityList("ROLE_" + word.toUpperCase(Locale.ROOT)));
    }

    @Override
    public String getName() {
        return login;
    }
}
