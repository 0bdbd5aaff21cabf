package earnest.links;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;

import java.util.Optional;
import java.util.UUID;

/**
 * What somebody is told of something that was changed or proved in their name, also where they were
 * reached until lately, with the link behind which they say that it was not they ({@link OnlyNo}).
 */
public abstract class ToldWithLink implements MessageWriter {
    private final Links links;

    protected ToldWithLink(Links links) {
        this.links = links;
    }

    @Override
    public final boolean alsoToReplaced() {
        return true;
    }

    @Override
    public final Optional<Secret> words(UUID about) {
        return says(about).map(says -> AroundSecret.words(says + "\n\n", links.address(about), ""));
    }

    /** What comes before the link; empty if it is not to be sent any more. */
    protected abstract Optional<String> says(UUID about);
}
