package earnest.core.procedures;

import java.util.List;

/** Reads what a procedure starts on. */
final class StartReader {
    private static final List<String> BEGINNINGS =
            List.of("ticket", "mail", "account", "password", "secret", "person", "by");

    private StartReader() {}

    static Start read(int line, Cursor c) {
        c.take("on");
        Start start = form(line, c);
        c.end();
        return start;
    }

    private static Start form(int line, Cursor c) {
        String first = c.word("what it starts on");
        return switch (first) {
            case "ticket" -> ticket(line, c);
            case "mail" -> {
                c.take("to");
                yield new Start.MailTo(line, address(c));
            }
            case "account" -> {
                c.take("locked", "in");
                yield new Start.AccountLocked(line, c.name("a system"));
            }
            case "password" -> {
                c.take("expiring", "in");
                String system = c.name("a system");
                c.take("within");
                int days = c.number();
                c.take("days");
                yield new Start.PasswordExpiring(line, system, days);
            }
            case "secret" -> {
                c.take("exposed", "in");
                yield new Start.SecretExposed(line, c.name("a system"));
            }
            case "person" -> {
                if (c.takes("joins")) {
                    yield new Start.PersonJoins(line);
                }
                if (!c.takes("leaves")) {
                    throw new BadLine("a person joins or leaves");
                }
                yield new Start.PersonLeaves(line);
            }
            case "by" -> {
                c.take("hand");
                yield new Start.ByHand(line);
            }
            default ->
                    throw new BadLine(
                            "nothing starts on '%s'%s"
                                    .formatted(first, Suggestion.near(first, BEGINNINGS)));
        };
    }

    private static Start ticket(int line, Cursor c) {
        if (c.takes("wanting")) {
            return new Start.TicketWanting(line, c.name("a want"));
        }
        if (c.takes("opened")) {
            c.take("by");
            return new Start.TicketOpenedBy(line, c.name("a channel"));
        }
        if (!c.takes("field")) {
            throw new BadLine("a ticket starts it by 'wanting', 'opened by' or 'field'");
        }
        String field = c.name("a field");
        c.take("becomes");
        return new Start.FieldBecomes(line, field, c.words("what it becomes"));
    }

    private static String address(Cursor c) {
        String address = c.word("an address");
        if (!address.matches("[^@]+@[^@]+")) {
            throw new BadLine("'" + address + "' is no mail address");
        }
        return address;
    }
}
