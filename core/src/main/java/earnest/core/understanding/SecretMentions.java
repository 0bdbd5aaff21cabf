package earnest.core.understanding;

import java.util.Set;
import java.util.function.BiConsumer;

/**
 * Secrets that nothing names: what was typed or set, what 'it' is in a message about a password,
 * and the digits that a telephone showed.
 */
final class SecretMentions extends SecretText {
    private static final int REACH = 7;

    /** Whether the message speaks of a password at all. */
    private final boolean aboutPassword;

    private SecretMentions(String message, BiConsumer<Integer, Integer> place) {
        super(message, place);
        this.aboutPassword =
                pieces.stream()
                        .map(piece -> stem(piece.word()))
                        .anyMatch(
                                word ->
                                        WordLists.PASSWORDS.contains(word)
                                                || WordLists.MAYBE_PASSWORDS.contains(word));
    }

    static void find(String message, BiConsumer<Integer, Integer> place) {
        SecretMentions mentions = new SecretMentions(message, place);
        for (int i = 0; i < mentions.pieces.size(); i++) {
            mentions.at(i);
        }
    }

    private void at(int i) {
        if (WordLists.GAVE.contains(pieces.get(i).word()) && i + 1 < pieces.size()) {
            gave(i + 1);
        }
        if (aboutPassword) {
            mentioned(i);
        }
        shown(i);
    }

    /** After 'I typed': what can hardly be anything else than a password, one or several. */
    private void gave(int first) {
        int k = Set.of("in", "it", "as").contains(pieces.get(first).word()) ? first + 1 : first;
        boolean list = false;
        while (k < pieces.size()) {
            if (quoted(k) && (aboutPassword || !Shapes.plain(text(k)) || !quotedEnd(k))) {
                inQuotes(k);
            } else if (text(k).matches("\\d{6}|\\d{3}-\\d{3}")
                    || Shapes.surely(text(k))
                    || (aboutPassword || list) && Shapes.odd(text(k))) {
                take(k, k);
            } else {
                return;
            }
            list = true;
            k++;
            while (k < pieces.size()
                    && Set.of("and", "or", "then", "also", "even").contains(pieces.get(k).word())) {
                k++;
            }
        }
    }

    /**
     * Where the message speaks of a password: what can hardly be anything else, wherever it stands;
     * and what 'it' is, or 'the new one', or what it was set to.
     */
    private void mentioned(int i) {
        if (Shapes.surely(text(i))) {
            take(i, i);
        }
        String word = pieces.get(i).word();
        boolean it =
                Set.of("it's", "its", "that's").contains(word)
                        || i > 0
                                && Set.of("is", "was", "to", "as", "be").contains(word)
                                && Set.of(
                                                "it", "one", "ones", "that", "set", "changed",
                                                "reset", "this", "mine")
                                        .contains(pieces.get(i - 1).word())
                        || i > 1
                                && word.equals("to")
                                && Set.of("set", "changed", "reset", "change")
                                        .contains(pieces.get(i - 2).word());
        if (!it || i + 1 >= pieces.size() || pieces.get(i).ends()) {
            return;
        }
        int k = i + 1;
        while (k < pieces.size() - 1 && WordLists.FILLERS.contains(pieces.get(k).word())) {
            k++;
        }
        if (quoted(k)) {
            inQuotes(k);
        } else if (Shapes.odd(text(k))) {
            take(k, last(k));
        }
    }

    /** Six digits that a telephone or an app showed. */
    private void shown(int i) {
        String text = text(i);
        boolean six = text.matches("\\d{6}") || text.matches("\\d{3}[- ]\\d{3}");
        boolean halves =
                text.matches("\\d{3}")
                        && i + 1 < pieces.size()
                        && !pieces.get(i).ends()
                        && text(i + 1).matches("\\d{3}");
        if (!six && !halves) {
            return;
        }
        boolean source = false;
        for (int k = Math.max(0, i - REACH); k < i; k++) {
            String word = pieces.get(k).word();
            source |=
                    Set.of("authenticator", "text", "texted", "sms", "app", "2fa", "mfa")
                            .contains(word);
            if (Set.of("error", "ticket", "case", "request", "reference", "staff", "order")
                    .contains(word)) {
                return;
            }
        }
        if (source) {
            take(i, halves ? i + 1 : i);
        }
    }
}
