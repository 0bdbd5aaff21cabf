package earnest.access;

import earnest.ground.Problem;

import org.jspecify.annotations.Nullable;

import java.util.Set;
import java.util.UUID;

/**
 * Who is signed in, for the length of a request.
 *
 * @param ownAccount their own account in the directory, which they may not change, or null
 * @param session tells sessions of one analyst apart; not the token
 * @param fresh whether their second factor was given in it lately
 */
public record SignedIn(
        UUID id,
        String login,
        String name,
        Set<Role> roles,
        @Nullable String ownAccount,
        String session,
        boolean fresh) {

    SignedIn proved(boolean lately) {
        return new SignedIn(id, login, name, roles, ownAccount, session, lately);
    }

    /**
     * Before what lowers what keeps people safe.
     *
     * @throws Problem 403 if they gave nothing of their second factor lately
     */
    public void mustBeFresh() {
        if (!fresh) {
            throw new Problem(
                    403,
                    "prove-again",
                    "This lowers what keeps people safe. Show first that it is you, with your"
                            + " authenticator or passkey.");
        }
    }

    public boolean may(Right right) {
        return roles.stream().anyMatch(role -> role.rights().contains(right));
    }

    /**
     * @throws Problem 403 that says who can grant it
     */
    public void must(Right right) {
        if (!may(right)) {
            throw new Problem(
                    403,
                    "no-right",
                    "You may not %s. Ask %s for it.".formatted(right.words(), right.giver()));
        }
    }
}
