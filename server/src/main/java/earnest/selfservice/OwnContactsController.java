package earnest.selfservice;

import earnest.checks.OwnContacts;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.people.ContactKind;
import earnest.people.OwnContactRows;
import earnest.people.People;
import earnest.people.Telephone;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** Where somebody is reached, on a page of their own, once enough is proved. */
@RestController
class OwnContactsController {
    /** Where they are reached, and what they can add. */
    @Schema(name = "OwnContacts")
    record Contacts(List<One> contacts, List<Kind> addable) {}

    /**
     * A telephone or mailbox of theirs.
     *
     * @param masked so that they know which it is, and nobody else can use it
     * @param since when it is known, null: longer than is known here
     * @param own whether they added it, and so may take it away
     */
    @Schema(name = "OwnContact")
    record One(UUID id, String label, String masked, @Nullable Instant since, boolean own) {}

    /** What can be added. */
    @Schema(name = "OwnContactKind")
    record Kind(String id, String label, boolean telephone) {}

    @Schema(name = "OwnContactToAdd")
    record ToAdd(@NotBlank @Size(max = 20) String kind, @NotBlank @Size(max = 120) String value) {}

    @Schema(name = "OwnContactBegun")
    record Begun(UUID id) {}

    @Schema(name = "OwnContactCode")
    record Typed(@NotBlank @Size(max = 20) String typed) {
        @Override
        public String toString() {
            return "(code)";
        }
    }

    @Schema(name = "OwnContactConfirmed")
    record Confirmed(boolean right) {}

    private final OwnSteps steps;
    private final OwnContacts contacts;
    private final EvenTime time;

    OwnContactsController(OwnSteps steps, OwnContacts contacts, EvenTime time) {
        this.steps = steps;
        this.contacts = contacts;
        this.time = time;
    }

    @ApiCall(
            id = "ownContacts",
            summary = "Lists where the person of the page is reached, and what they can add.",
            refuses = {"403 not-sure-enough", "401 page-over", "409 page-over", "409 moved-on"})
    @GetMapping("/api/own/contacts")
    Contacts contacts(HttpServletRequest request) {
        return time.answer(
                () ->
                        new Contacts(
                                contacts.of(steps.proved(request).person()).stream()
                                        .map(OwnContactsController::one)
                                        .toList(),
                                OwnContactRows.kinds().stream()
                                        .map(
                                                kind ->
                                                        new Kind(
                                                                kind.id(),
                                                                kind.words(),
                                                                kind.telephone()))
                                        .toList()));
    }

    private static One one(People.Contact contact) {
        return new One(
                contact.id(),
                contact.kind().words(),
                contact.kind().telephone()
                        ? Telephone.masked(contact.value())
                        : "•••@" + contact.value().substring(contact.value().indexOf('@') + 1),
                contact.since(),
                contact.own());
    }

    @ApiCall(
            id = "addOwnContact",
            summary = "Sends a code to a telephone or mailbox that the person adds.",
            more =
                    "It counts once the code came back, and little while it is new. The person is"
                            + " told wherever they are reached already.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 needs-second-person",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another",
                "409 on-record",
                "409 enough-of-these",
                "429 slow-down"
            },
            example = "{\"kind\": \"own-mobile\", \"value\": \"+44 7700 900 123\"}")
    @PostMapping("/api/own/contacts")
    Begun add(@Valid @RequestBody ToAdd wanted, HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.proved(request);
                    return new Begun(
                            contacts.begin(
                                    step.ticket(),
                                    step.who(),
                                    kind(wanted.kind()),
                                    wanted.value()));
                });
    }

    private static ContactKind kind(String id) {
        return OwnContactRows.kinds().stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.invalid("One adds a mobile or a mailbox of one's own."));
    }

    @ApiCall(
            id = "confirmOwnContact",
            summary =
                    "Gives the code that was sent to it. A wrong one is a result; three are taken.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 needs-second-person",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another"
            },
            example = "{\"typed\": \"123456\"}")
    @PostMapping("/api/own/contacts/{contact}/confirm")
    Confirmed confirm(
            @PathVariable UUID contact,
            @Valid @RequestBody Typed code,
            HttpServletRequest request) {
        return time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.proved(request);
                    try (Secret typed = Secret.of(code.typed().replace(" ", ""))) {
                        return new Confirmed(
                                contacts.confirm(step.ticket(), step.who(), contact, typed));
                    }
                });
    }

    @ApiCall(
            id = "removeOwnContact",
            summary = "Takes away a telephone or mailbox that the person added.",
            more = "They are told there as well, since whoever took it away may not be they.",
            refuses = {
                "403 not-sure-enough",
                "403 stopped",
                "403 needs-second-person",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 held-by-another"
            })
    @DeleteMapping("/api/own/contacts/{contact}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable UUID contact, HttpServletRequest request) {
        time.answerLong(
                () -> {
                    OwnSteps.Step step = steps.proved(request);
                    contacts.remove(step.ticket(), step.who(), contact);
                    return true;
                });
    }
}
