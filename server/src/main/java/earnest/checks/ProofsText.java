package earnest.checks;

import earnest.links.Links;
import earnest.links.ToldWithLink;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Tells the person wherever they are reached that something that proves them came or went. */
@Component
class ProofsText extends ToldWithLink {
    static final String OCCASION = "proofs-changed";

    private final List<ProofDeeds> deeds;

    ProofsText(List<ProofDeeds> deeds, Links links) {
        super(links);
        this.deeds = deeds;
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
    protected Optional<String> says(UUID about) {
        return ProofDeeds.lastDeed(deeds, about)
                .map(
                        deed ->
                                "What proves that it is you was changed: %s %s. If that was you, there is nothing to do. If you did not ask for this, say so here:"
                                        .formatted(
                                                deed.name(),
                                                deed.removed() ? "was taken away" : "was added"));
    }
}
