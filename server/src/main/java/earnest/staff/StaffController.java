package earnest.staff;

import earnest.access.Right;
import earnest.access.Role;
import earnest.access.SignedIn;
import earnest.access.StaffRows;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;

/** Who works here, and what is asked about it. */
@RestController
class StaffController {
    /**
     * Somebody who works here, or did.
     *
     * @param invited whether they chose no password yet
     */
    record StaffMember(
            UUID id,
            String login,
            String name,
            List<String> roles,
            boolean invited,
            @Nullable Instant endedAt) {}

    /**
     * A change that waits for a second steward.
     *
     * @param kind {@code invite, roles, end, factor}
     * @param mine asked by whoever looks, who cannot agree to it
     */
    record StaffChangeAsked(
            UUID id,
            String kind,
            String login,
            String name,
            List<String> roles,
            String askedBy,
            Instant askedAt,
            boolean mine) {}

    /** Who works here, and what waits. */
    record StaffBook(List<StaffMember> members, List<StaffChangeAsked> waiting) {}

    /**
     * Somebody to be taken on.
     *
     * @param roles {@code analyst, lead, auditor, steward}
     * @param ownAccount the account of their own person, whom they may not help, or null
     */
    record StaffInvite(
            @NotBlank @Pattern(regexp = "[a-z0-9.-]{2,64}") String login,
            @NotBlank @Size(max = 120) String name,
            @NotEmpty List<String> roles,
            @Nullable @Size(max = 64) String ownAccount) {}

    record StaffRoles(@NotEmpty List<String> roles) {}

    record StaffAnswer(@NotNull Boolean agreed) {}

    record StaffChangeMade(UUID change) {}

    /** A code to choose a password with: shown once, to be handed over in person. */
    record InvitationCode(String code) {
        @Override
        public String toString() {
            return "(a code)";
        }
    }

    private final StaffChanges changes;
    private final StaffRows staff;

    StaffController(StaffChanges changes, StaffRows staff) {
        this.changes = changes;
        this.staff = staff;
    }

    @ApiCall(
            id = "staff",
            summary = "Lists who works here or did, and what waits for a second steward.")
    @GetMapping("/api/staff")
    StaffBook book(SignedIn me) {
        me.must(Right.MANAGE_STAFF);
        return new StaffBook(
                staff.all().stream().map(StaffController::member).toList(),
                changes.waiting().stream().map(asked -> asked(asked, me)).toList());
    }

    private static StaffMember member(StaffRows.Member m) {
        return new StaffMember(
                m.id(), m.login(), m.name(), words(m.roles()), m.invited(), m.endedAt());
    }

    private static StaffChangeAsked asked(StaffChanges.Asked a, SignedIn me) {
        return new StaffChangeAsked(
                a.id(),
                a.kind().word(),
                a.login(),
                a.name(),
                words(a.roles()),
                a.askedByName(),
                a.askedAt(),
                a.askedBy().equals(me.id()));
    }

    private static List<String> words(Set<Role> roles) {
        return roles.stream().map(Role::word).sorted().toList();
    }

    @ApiCall(
            id = "takeOn",
            summary =
                    "Asks for somebody to be taken on; with one steward only it is done at "
                            + "once.",
            more =
                    "Another steward has to agree. Then a steward makes the invitation, a "
                            + "code that is given to the person by another way than this server.",
            refuses = {"403 prove-again", "409 login-taken"},
            example =
                    "{\"login\": \"bo.lindqvist\", \"name\": \"Bo Lindqvist\", \"roles\": "
                            + "[\"analyst\"]}")
    @PostMapping("/api/staff/invites")
    @ResponseStatus(HttpStatus.CREATED)
    StaffChangeMade invite(SignedIn me, @Valid @RequestBody StaffInvite invite) {
        me.must(Right.MANAGE_STAFF);
        me.mustBeFresh();
        return new StaffChangeMade(
                changes.ask(
                        me,
                        StaffChanges.Kind.INVITE,
                        null,
                        invite.login(),
                        invite.name().strip(),
                        roles(invite.roles()),
                        invite.ownAccount()));
    }

    @ApiCall(
            id = "giveRoles",
            summary = "Asks for somebody to have these roles and no others.",
            more = "The list is the whole of them: what is not in it is taken away.",
            refuses = {"403 prove-again", "409 ended", "409 last-steward"},
            example = "{\"roles\": [\"analyst\", \"lead\"]}")
    @PostMapping("/api/staff/{analyst}/roles")
    @ResponseStatus(HttpStatus.CREATED)
    StaffChangeMade giveRoles(
            SignedIn me, @PathVariable UUID analyst, @Valid @RequestBody StaffRoles wanted) {
        return about(me, StaffChanges.Kind.ROLES, analyst, roles(wanted.roles()));
    }

    @ApiCall(
            id = "endWork",
            summary =
                    "Asks for the end of somebody's work here: they are signed out at once and "
                            + "cannot sign in again.",
            refuses = {"403 prove-again", "409 ended", "409 last-steward"})
    @PostMapping("/api/staff/{analyst}/end")
    @ResponseStatus(HttpStatus.CREATED)
    StaffChangeMade end(SignedIn me, @PathVariable UUID analyst) {
        return about(me, StaffChanges.Kind.END, analyst, Set.of());
    }

    @ApiCall(
            id = "takeFactorAway",
            summary =
                    "Asks for somebody's authenticator to be taken away, such as one that is lost.",
            more =
                    "Their password goes with it, since it alone would set up the next one: they"
                            + " are signed out at once and wait for an invitation.",
            refuses = {"403 prove-again", "409 ended", "409 last-steward"})
    @PostMapping("/api/staff/{analyst}/factor")
    @ResponseStatus(HttpStatus.CREATED)
    StaffChangeMade takeFactorAway(SignedIn me, @PathVariable UUID analyst) {
        return about(me, StaffChanges.Kind.FACTOR, analyst, Set.of());
    }

    private StaffChangeMade about(
            SignedIn me, StaffChanges.Kind kind, UUID analyst, Set<Role> roles) {
        me.must(Right.MANAGE_STAFF);
        me.mustBeFresh();
        StaffRows.Member member =
                staff.all().stream()
                        .filter(m -> m.id().equals(analyst))
                        .findFirst()
                        .orElseThrow(() -> Problem.unknown("member of the staff"));
        return new StaffChangeMade(
                changes.ask(
                        me,
                        kind,
                        analyst,
                        member.login(),
                        member.name(),
                        roles.isEmpty() ? member.roles() : roles,
                        null));
    }

    private static Set<Role> roles(List<String> words) {
        Set<Role> roles = EnumSet.noneOf(Role.class);
        for (String word : words) {
            roles.add(
                    Role.known(word)
                            .orElseThrow(
                                    () ->
                                            Problem.invalid(
                                                    "A role is analyst, lead, auditor or"
                                                            + " steward.")));
        }
        return roles;
    }

    @ApiCall(
            id = "answerStaffChange",
            summary = "Another steward agrees to a change, or does not.",
            refuses = {
                "403 needs-second-person",
                "403 prove-again",
                "409 decided",
                "409 ended",
                "409 last-steward",
                "409 login-taken"
            },
            example = "{\"agreed\": true}")
    @PostMapping("/api/staff/changes/{change}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(SignedIn me, @PathVariable UUID change, @Valid @RequestBody StaffAnswer answer) {
        me.must(Right.MANAGE_STAFF);
        if (answer.agreed()) {
            me.mustBeFresh();
        }
        changes.answer(me, change, answer.agreed());
    }

    /** The one answer that holds a code; a former one opens nothing more. */
    @ApiCall(
            id = "makeInvitation",
            summary =
                    "Makes a code with which somebody who has no password yet chooses one. It "
                            + "is given once; a former one opens nothing more.",
            refuses = {"403 prove-again", "409 not-invited"})
    @PostMapping("/api/staff/{analyst}/invitation")
    ResponseEntity<InvitationCode> invitation(SignedIn me, @PathVariable UUID analyst) {
        me.must(Right.MANAGE_STAFF);
        me.mustBeFresh();
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(new InvitationCode(changes.invitation(me, analyst)));
    }
}
