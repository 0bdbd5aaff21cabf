package earnest.selfservice;

import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;
import earnest.links.Links;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Invites somebody to set up what proves them. It holds no secret, and proves nothing. */
@Component
class InvitationText implements MessageWriter {
    static final String OCCASION = "invite-proofs";
    static final String PAGE = "/me";

    private final Links links;

    InvitationText(Links links) {
        this.links = links;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Set up what proves that it is you";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return Optional.of(
                Secret.of(
                        "So that the service desk can help you quickly next time, set up what"
                                + " proves that it is you: "
                                + links.publicAddress(PAGE)
                                + " . It asks who you are and has you prove it; nobody needs a code"
                                + " of yours for this."));
    }
}
