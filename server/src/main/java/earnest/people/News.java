package earnest.people;

/**
 * What somebody wants to be told beside what everybody always is: a change of their accounts, of
 * their contacts and of what proves them.
 *
 * @param proofs each time somebody proves to be them
 * @param invitations when the desk invites them to set up what proves them
 */
public record News(boolean proofs, boolean invitations) {
    /** Until they say otherwise. */
    public static final News USUAL = new News(false, true);
}
