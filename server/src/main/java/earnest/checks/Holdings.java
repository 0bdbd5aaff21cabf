package earnest.checks;

import earnest.people.ContactKind;

import java.util.Set;

/**
 * What somebody has that proof can rest on and that is not too new, for counting many people at
 * once.
 *
 * @param contacts kinds of telephones and mailboxes on record
 * @param enrolled kinds of what they set up
 */
public record Holdings(Set<ContactKind> contacts, Set<String> enrolled) {
    public Holdings {
        contacts = Set.copyOf(contacts);
        enrolled = Set.copyOf(enrolled);
    }
}
