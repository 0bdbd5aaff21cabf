package earnest.systems;

import earnest.connectors.Connector;
import earnest.connectors.Operation;

import java.util.Set;

/** What was opened of one version of a system's row; another system's change never touches it. */
record OpenSystem(
        long version, Set<Operation> operations, PasswordRules rules, Connector connector) {}
