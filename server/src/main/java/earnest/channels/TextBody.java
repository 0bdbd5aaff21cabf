package earnest.channels;

import earnest.core.passwords.Secret;

import java.util.Optional;
import java.util.UUID;

/** Makes the words of texts of one purpose, at the moment they are sent; they may hold a secret. */
public interface TextBody {
    Texts.Purpose purpose();

    /** The words, or empty if the text is not to be sent any more. The caller wipes them. */
    Optional<Secret> body(UUID about);
}
