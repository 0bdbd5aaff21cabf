package earnest.connectors;

import earnest.core.passwords.Secret;

import java.time.Clock;
import java.util.Map;

/**
 * What a connector is opened with.
 *
 * @param name what the system is called, for words
 * @param whoHelps who can help where this desk cannot, such as {@code the crewing office}
 * @param settings of the kind, as JSON values
 * @param clock the machine's own: what it says is compared with what the system says
 * @param guard which addresses may be spoken to
 * @param credential with which Earnest signs in; the connector takes a copy of it
 */
public record SystemConnection(
        String name,
        String whoHelps,
        Map<String, Object> settings,
        Secret credential,
        AddressGuard guard,
        Clock clock) {}
