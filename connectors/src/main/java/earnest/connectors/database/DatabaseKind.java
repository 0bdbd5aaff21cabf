package earnest.connectors.database;

import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.SettingsSchema;
import earnest.connectors.SystemConnection;
import earnest.connectors.SystemKind;
import earnest.core.json.Fields;

import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;

/** Accounts of MariaDB servers: the registration of this folder. */
public final class DatabaseKind implements SystemKind {
    @Override
    public String id() {
        return "database";
    }

    @Override
    public String words() {
        return "a MariaDB server with accounts of its own";
    }

    @Override
    public String settingsSchema() {
        return SettingsSchema.beside(DatabaseKind.class);
    }

    @Override
    public Set<Operation> operations(Fields settings) {
        return EnumSet.allOf(Operation.class);
    }

    @Override
    public Connector open(SystemConnection connection) {
        DatabaseSettings settings =
                DatabaseSettings.read(Fields.of("settings", connection.settings()));
        return new DatabaseConnector(
                new DatabaseServers(settings, connection.credential(), connection.guard()),
                settings,
                connection);
    }

    @Override
    public String credentialPlace(Fields settings) {
        DatabaseSettings read = DatabaseSettings.read(settings);
        return read.servers().stream()
                        .map(server -> server.url() + " " + server.certificate())
                        .collect(Collectors.joining("\n"))
                + "\n"
                + read.user();
    }
}
