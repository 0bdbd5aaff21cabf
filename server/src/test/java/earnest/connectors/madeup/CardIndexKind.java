package earnest.connectors.madeup;

import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.SystemConnection;
import earnest.connectors.SystemKind;
import earnest.core.json.Fields;

import java.util.EnumSet;
import java.util.Set;

/** Accounts on cards in a drawer. It cannot unlock, since nothing there is ever locked. */
public final class CardIndexKind implements SystemKind {
    @Override
    public String id() {
        return "card-index";
    }

    @Override
    public String words() {
        return "cards in a drawer";
    }

    @Override
    public String settingsSchema() {
        return "{\"type\": \"object\", \"properties\": {\"drawer\": {\"title\": \"Drawer\","
                + " \"type\": \"string\"}}}";
    }

    @Override
    public Set<Operation> operations(Fields settings) {
        return EnumSet.of(Operation.SET_TEMPORARY, Operation.SET_OWN, Operation.REPLACE_UNUSED);
    }

    @Override
    public Connector open(SystemConnection connection) {
        String drawer = Fields.of("settings", connection.settings()).line("drawer");
        return new CardIndex(drawer);
    }

    @Override
    public String credentialPlace(Fields settings) {
        return settings.line("drawer");
    }
}
