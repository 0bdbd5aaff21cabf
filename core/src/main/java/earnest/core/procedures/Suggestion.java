package earnest.core.procedures;

import java.util.Collection;

/** What an author may have meant. */
final class Suggestion {
    private Suggestion() {}

    /** {@code "; did you mean 'close'?"} where something known is near, else nothing. */
    static String near(String written, Collection<String> known) {
        String nearest = null;
        int least = (written.length() + 2) / 3 + 1;
        for (String one : known) {
            int distance = distance(written, one);
            if (distance < least) {
                least = distance;
                nearest = one;
            }
        }
        return nearest == null ? "" : "; did you mean '" + nearest + "'?";
    }

    /** How many letters must be added, taken away, changed or swapped with their neighbour. */
    private static int distance(String a, String b) {
        if (Math.abs(a.length() - b.length()) > a.length()) {
            return Integer.MAX_VALUE;
        }
        int[][] d = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    d[i][j] = i + j;
                    continue;
                }
                int changed = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                d[i][j] =
                        Math.min(d[i - 1][j - 1] + changed, Math.min(d[i - 1][j], d[i][j - 1]) + 1);
                if (i > 1
                        && j > 1
                        && a.charAt(i - 1) == b.charAt(j - 2)
                        && a.charAt(i - 2) == b.charAt(j - 1)) {
                    d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
                }
            }
        }
        return d[a.length()][b.length()];
    }
}
