package earnest.channels;

import org.jspecify.annotations.Nullable;

import java.util.UUID;

/**
 * To whom a message goes.
 *
 * @param ticket on which it is sent, or null
 */
public record Recipient(@Nullable UUID ticket, UUID person, UUID contact) {}
