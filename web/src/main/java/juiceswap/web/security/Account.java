package juiceswap.web.security;

import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/**
 * Somebody of a household, signed in. Every query is scoped by {@code householdId}.
 *
 * @param id 0 for a guest or a device, who have no account
 * @param role owner, helper, guest or device
 * @param outageId the one outage that a guest has joined; null for those who have an account
 */
public record Account(
        long id,
        long householdId,
        String login,
        String displayName,
        String passwordHash,
        String role,
        @Nullable Long outageId)
        implements UserDetails {
    private static final long serialVersionUID = 1L;
    public static final String GUEST = "guest";
    private static final String DEVICE = "device";

    /** Somebody who helps in one outage and has no account. */
    public static Account guest(long householdId, long outageId, String name) {
        return new Account(0, householdId, GUEST + "-" + outageId + "-" + name, name, "", GUEST, outageId);
    }

    /** Something that reports by itself, such as a panel monitor. */
    public static Account device(long householdId, String name) {
        return new Account(0, householdId, DEVICE, name, "", DEVICE, null);
    }

    /** The number of the account, null for those who have none. */
    public @Nullable Long accountId() {
        return id == 0 ? null : (Long) id;
    }

    public boolean guest() {
        return outageId != null;
    }

    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return List.of(new SimpleGrantedAuthority("ROLE_" + role.toUpperCase(java.util.Locale.ROOT)));
    }

    @Override
    public String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return login;
    }
}
