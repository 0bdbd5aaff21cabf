package earnest.checks.methods;

import earnest.people.People;
import earnest.people.Telephone;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.UUID;

/** What is said of the contact that a check uses. */
@Component
public class ContactWords {
    private static final DateTimeFormatter MONTH =
            DateTimeFormatter.ofPattern("MMM uuuu", Locale.ENGLISH).withZone(ZoneOffset.UTC);

    private final People people;

    ContactWords(People people) {
        this.people = people;
    }

    /** What it is, such as {@code work mobile}; for the record, so without its number. */
    public String of(Check check) {
        UUID contact = check.contact();
        return contact == null
                ? "a contact"
                : people.contact(check.person(), contact)
                        .map(c -> c.kind().words())
                        .orElse("a contact");
    }

    /** By what an analyst tells it from others. */
    public static String ending(People.Contact contact) {
        if (!contact.kind().telephone()) {
            return "at " + contact.value().substring(contact.value().lastIndexOf('@') + 1);
        }
        String masked = Telephone.masked(contact.value());
        return "number ends in " + masked.substring(masked.length() - 2);
    }

    /** Since when what a check rests on is on record. */
    public static String since(Check check) {
        @Nullable Instant since = check.pathSince();
        return since == null ? "on record" : "on record since " + MONTH.format(since);
    }
}
