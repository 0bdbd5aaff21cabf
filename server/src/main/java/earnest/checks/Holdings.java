package earnest.checks;

import earnest.people.ContactKind;

import java.util.Set;

/**
 * What somebody has that proof can rest on and that is not too new, for counting many people at
 * once.
 *
 * @param contacts kinds of telephones and mailboxes on record
 * @param enrolled kinds of what they set up
 * @param manager whether the directory names one
 */
public record Holdings(Set<ContactKind> contacts, Set<String> enrolled, boolean manager) {
    public Holdings {
        contacts = Set.copyOf(contacts);
        enrolled = Set.copyOf(enrolled);
    }
}
