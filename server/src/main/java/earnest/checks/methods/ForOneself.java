package earnest.checks.methods;

/**
 * How a method serves somebody who is alone on a page of their own. None of it hangs on the person,
 * so that the page looks the same for a name that nobody has.
 *
 * @param label such as {@code Code to your phone}
 * @param note beneath it; {@code %s} stands for the last two digits of the telephone that it uses
 * @param digits of the code that is typed on the page; 0: nothing is typed, a link is opened
 * @param asks while it is under way, in a sentence
 * @param share how many of a hundred people can be offered it, about: so many of the names that
 *     nobody has are offered it, too
 */
public record ForOneself(String label, String note, int digits, String asks, int share) {
    /** Whether what stands beneath it tells two digits of a telephone. */
    public boolean tellsEnding() {
        return note.contains("%s");
    }
}
