package earnest.selfservice;

import earnest.links.Links;
import earnest.links.ToldWithLink;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Tells a person that a directory changed a contact of theirs. The new one is not in it. */
@Component
class ContactChangedText extends ToldWithLink {
    static final String OCCASION = "contact-changed";

    private final People people;

    ContactChangedText(People people, Links links) {
        super(links);
        this.people = people;
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
    protected Optional<String> says(UUID about) {
        return people.whose(about)
                .map(
                        person ->
                                WhatChanged.of(people, person, about)
                                        + " If you know of it, there is nothing to do. If you do"
                                        + " not, say so here:");
    }
}
