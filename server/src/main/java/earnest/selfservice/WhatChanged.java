package earnest.selfservice;

import earnest.people.ContactKind;
import earnest.people.People;

import java.util.UUID;

/** Says what a directory changed of somebody's contacts, without the new one. */
final class WhatChanged {
    private WhatChanged() {}

    /** A sentence to its person. */
    static String of(People people, UUID person, UUID contact) {
        return people.contactEver(person, contact)
                .map(
                        one ->
                                people.contact(person, contact).isPresent()
                                        ? came(one.kind())
                                        : went(one.kind()))
                .orElse("A contact of yours was changed.");
    }

    private static String came(ContactKind kind) {
        return "The directory of your organisation has your %s now, which it did not have before."
                .formatted(kind.words());
    }

    private static String went(ContactKind kind) {
        return "The directory of your organisation does not have this %s as your %s any more."
                .formatted(kind.telephone() ? "number" : "mailbox", kind.words());
    }
}
