package earnest.written;

import earnest.core.understanding.Lexicon;
import earnest.core.understanding.Understanding;

import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/**
 * Reads what came in: what of it is a secret, and what it wants. The message itself is not kept
 * anywhere. Thread-safe; learns when it is first asked.
 */
@Component
public class Reading {
    private final SingletonSupplier<Understanding> understanding =
            SingletonSupplier.of(() -> new Understanding(Lexicon.english()));

    public Understanding.Understood read(String message) {
        return understanding.obtain().understand(message);
    }
}
