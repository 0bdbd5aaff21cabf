package earnest.connectors;

import earnest.core.passwords.Secret;

import java.time.Clock;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * What a connector is opened with.
 *
 * @param name what the system is called, for words
 * @param whoHelps who can help where this desk cannot, such as {@code the crewing office}
 * @param settings of the kind, as JSON values
 * @param clock the machine's own: what it says is compared with what the system says
 * @param guard which addresses may be spoken to
 * @param marks of what must not be kept as it is, such as what stands for a password: the same for
 *     the same, and nobody who reads a mark can try values out
 * @param credential with which Earnest signs in; the connector takes a copy of it
 */
public record SystemConnection(
        String name,
        String whoHelps,
        Map<String, Object> settings,
        Secret credential,
        AddressGuard guard,
        UnaryOperator<String> marks,
        Clock clock) {}
