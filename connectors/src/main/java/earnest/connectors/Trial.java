package earnest.connectors;

import earnest.core.passwords.Secret;

import java.security.SecureRandom;
import java.util.Base64;

/** What every kind needs that tries on an account of nobody's whether it may write. */
public final class Trial {
    /** Where the settings name no such account. */
    public static final String NOT_TRIED =
            "not tried: the settings name no account for trials, one that is nobody's";

    private static final int RANDOM = 18;
    private static final SecureRandom SECURE = new SecureRandom();

    private Trial() {}

    /** A password that nobody knows and that is kept nowhere; the caller wipes it. */
    public static Secret password() {
        byte[] random = new byte[RANDOM];
        SECURE.nextBytes(random);
        return Secret.of("aB7-" + Base64.getUrlEncoder().withoutPadding().encodeToString(random));
    }

    /** That an account is a person's, so that nothing is tried on it. */
    public static TestResult somebodys(String account) {
        return TestResult.failed(
                account + " is the account of a person; nothing is tried on it",
                "Name one in the settings that is nobody's.");
    }

    /** What came of a change, for the one who tests. */
    public static String words(ChangeResult result) {
        return switch (result) {
            case ChangeResult.Refused refused -> refused.words();
            case ChangeResult.NotSent notSent -> notSent.words();
            case ChangeResult.NoAnswer none -> none.words();
            case ChangeResult.TookEffect _ -> "done";
        };
    }
}
