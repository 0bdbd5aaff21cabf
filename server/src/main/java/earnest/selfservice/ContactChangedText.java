package earnest.selfservice;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;
import earnest.links.Links;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Tells a person that a directory changed a contact of theirs. The new one is not in it. */
@Component
class ContactChangedText implements MessageWriter {
    static final String OCCASION = "contact-changed";

    private final People people;
    private final Links links;

    ContactChangedText(People people, Links links) {
        this.people = people;
        this.links = links;
    }

    @Override
    public boolean alsoToReplaced() {
        return true;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "How we reach you was changed";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return people.whose(about)
                .map(
                        person ->
                                AroundSecret.words(
                                        WhatChanged.of(people, person, about)
                                                + " If you know of it, there is nothing to do. If"
                                                + " you do not, say so here:\n\n",
                                        links.address(about),
                                        ""));
    }
}
