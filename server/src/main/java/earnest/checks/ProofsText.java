package earnest.checks;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;
import earnest.links.Links;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Tells the person wherever they are reached that something that proves them came or went. */
@Component
class ProofsText implements MessageWriter {
    static final String OCCASION = "proofs-changed";

    private final List<ProofDeeds> deeds;
    private final Links links;

    ProofsText(List<ProofDeeds> deeds, Links links) {
        this.deeds = deeds;
        this.links = links;
    }

    @Override
    public boolean alsoToReplaced() {
        return true;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "What proves that it is you was changed";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return ProofDeeds.lastDeed(deeds, about)
                .map(
                        deed ->
                                AroundSecret.words(
                                        ("What proves that it is you was changed: %s %s. If that"
                                                        + " was you, there is nothing to do. If"
                                                        + " you did not ask for this, say so"
                                                        + " here:\n\n")
                                                .formatted(
                                                        deed.name(),
                                                        deed.removed()
                                                                ? "was taken away"
                                                                : "was added"),
                                        links.address(about),
                                        ""));
    }
}
