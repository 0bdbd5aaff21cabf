package earnest.connectors.scim;

import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.SettingsSchema;
import earnest.connectors.SystemConnection;
import earnest.connectors.SystemKind;
import earnest.core.json.Fields;

import java.util.Set;

/** Services over SCIM: the registration of this folder. */
public final class ScimKind implements SystemKind {
    @Override
    public String id() {
        return "scim";
    }

    @Override
    public String words() {
        return "a service over SCIM";
    }

    @Override
    public String settingsSchema() {
        return SettingsSchema.beside(ScimKind.class);
    }

    @Override
    public Set<Operation> operations(Fields settings) {
        return ScimSettings.read(settings).operations();
    }

    @Override
    public Connector open(SystemConnection connection) {
        ScimSettings settings = ScimSettings.read(Fields.of("settings", connection.settings()));
        return new ScimConnector(
                new ScimClient(settings, connection.credential(), connection.guard()),
                settings,
                connection);
    }

    @Override
    public String credentialPlace(Fields settings) {
        ScimSettings read = ScimSettings.read(settings);
        return read.url() + "\n" + read.certificate();
    }
}
