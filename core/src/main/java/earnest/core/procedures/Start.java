package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

/** What a procedure starts on. {@code toString} gives it as it is written, after {@code on}. */
public sealed interface Start {
    /** Where it stands. */
    int line();

    /** The system that it names, or null. */
    default @Nullable String system() {
        return null;
    }

    record TicketWanting(int line, String want) implements Start {
        @Override
        public String toString() {
            return "ticket wanting " + want;
        }
    }

    record TicketOpenedBy(int line, String channel) implements Start {
        @Override
        public String toString() {
            return "ticket opened by " + channel;
        }
    }

    record FieldBecomes(int line, String field, Words words) implements Start {
        @Override
        public String toString() {
            return "ticket field " + field + " becomes " + words;
        }
    }

    record MailTo(int line, String address) implements Start {
        @Override
        public String toString() {
            return "mail to " + address;
        }
    }

    record AccountLocked(int line, String system) implements Start {
        @Override
        public String toString() {
            return "account locked in " + system;
        }
    }

    /**
     * Before a password ends.
     *
     * @param days how long before
     */
    record PasswordExpiring(int line, String system, int days) implements Start {
        @Override
        public String toString() {
            return "password expiring in " + system + " within " + days + " days";
        }
    }

    record SecretExposed(int line, String system) implements Start {
        @Override
        public String toString() {
            return "secret exposed in " + system;
        }
    }

    record PersonJoins(int line) implements Start {
        @Override
        public String toString() {
            return "person joins";
        }
    }

    record PersonLeaves(int line) implements Start {
        @Override
        public String toString() {
            return "person leaves";
        }
    }

    record ByHand(int line) implements Start {
        @Override
        public String toString() {
            return "by hand";
        }
    }
}
