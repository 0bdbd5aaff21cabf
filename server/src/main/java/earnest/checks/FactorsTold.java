package earnest.checks;

import earnest.channels.Telling;
import earnest.links.Links;
import earnest.links.OnlyNo;

import org.springframework.stereotype.Component;

import java.util.UUID;

/** Tells a person that something that proves them came or went, with the way to say 'not me'. */
@Component
class FactorsTold {
    private final Telling telling;
    private final Links links;

    FactorsTold(Telling telling, Links links) {
        this.telling = telling;
        this.links = links;
    }

    /** Wherever they are reached, in the present transaction. */
    void tell(UUID factor, UUID ticket, UUID person) {
        links.make(NotMyProof.PURPOSE, factor, OnlyNo.LASTS);
        telling.everywhere(ProofsText.OCCASION, factor, ticket, person);
    }
}
