package earnest.connectors.ldap;

import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.SettingsSchema;
import earnest.connectors.SystemConnection;
import earnest.connectors.SystemKind;
import earnest.core.json.Fields;

import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;

/** Directories: the registration of this folder. */
public final class LdapKind implements SystemKind {
    @Override
    public String id() {
        return "ldap";
    }

    @Override
    public String words() {
        return "a directory over LDAP";
    }

    @Override
    public String settingsSchema() {
        return SettingsSchema.beside(LdapKind.class);
    }

    @Override
    public Set<Operation> operations(Fields settings) {
        return EnumSet.allOf(Operation.class);
    }

    @Override
    public Connector open(SystemConnection connection) {
        LdapSettings settings = LdapSettings.read(Fields.of("settings", connection.settings()));
        return new LdapConnector(
                new LdapServers(settings, connection.credential(), connection.guard()),
                settings,
                connection);
    }

    @Override
    public String credentialPlace(Fields settings) {
        LdapSettings read = LdapSettings.read(settings);
        return read.servers().stream()
                        .map(
                                server ->
                                        server.url()
                                                + " "
                                                + server.startTls()
                                                + server.certificate())
                        .collect(Collectors.joining("\n"))
                + "\n"
                + read.bindDn();
    }
}
