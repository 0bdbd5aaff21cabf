package earnest.checks.methods;

/**
 * How a method serves somebody who is alone on a page of their own. None of it hangs on the person,
 * so that the page looks the same for everybody until something is proved.
 *
 * @param label such as {@code Code to your phone}
 * @param note beneath it, for whoever may not have it
 * @param digits of the code that is typed on the page; 0: nothing is typed, a link is opened
 * @param asks while it is under way, in a sentence
 * @param share how many of a hundred people have it, about: what most have comes first
 * @param toTelephone whether it goes to a telephone, of which the page tells two digits once
 *     something is proved
 */
public record ForOneself(
        String label, String note, int digits, String asks, int share, boolean toTelephone) {
    public ForOneself(String label, String note, int digits, String asks, int share) {
        this(label, note, digits, asks, share, false);
    }
}
