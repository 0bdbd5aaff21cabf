package earnest.handover;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;
import earnest.links.Links;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** The message with the link behind which a temporary password waits. */
@Component
class HandoverLinkMessage implements MessageWriter {
    static final String OCCASION = "handover-link";

    private final HandoverRepository handovers;
    private final SystemNames names;
    private final Links links;

    HandoverLinkMessage(HandoverRepository handovers, SystemNames names, Links links) {
        this.handovers = handovers;
        this.names = names;
        this.links = links;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "A temporary password waits for you";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return handovers
                .findById(about)
                .filter(handover -> handover.state == Handovers.State.SENDING)
                .map(this::words);
    }

    private Secret words(Handover handover) {
        return AroundSecret.words(
                "A temporary password for %s waits for you here, to be shown once within four hours:\n\n"
                        .formatted(names.of(handover)),
                links.address(handover.id),
                "\n\nIf you did not ask for this, say so there.");
    }
}
