package earnest.checks;

import earnest.people.FactKind;

import org.jspecify.annotations.Nullable;

/** What the page says of a check under way. */
final class OpenWords {
    private OpenWords() {}

    static String label(ProofCheck check) {
        String fact = check.fact;
        return fact == null ? check.method().label() : "Ask for " + FactKind.of(fact).words();
    }

    static @Nullable String asks(ProofCheck check) {
        return switch (check.method()) {
            case CODE_BY_TEXT -> "The six digits that were sent";
            case AUTHENTICATOR -> "The six digits on their authenticator";
            case STAFF_FACT -> "What they say, as you hear it";
            case CALL_BACK, NUMBER_SHOWN -> null;
        };
    }
}
