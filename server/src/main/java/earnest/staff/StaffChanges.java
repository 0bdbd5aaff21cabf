package earnest.staff;

import earnest.access.Role;
import earnest.access.SecondPersons;
import earnest.access.SignedIn;
import earnest.access.StaffRows;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** Asking for a change of who works here, and answering. */
@Service
class StaffChanges {
    /** What is to become of somebody. */
    enum Kind {
        INVITE,
        ROLES,
        END,
        FACTOR;

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** A change is waiting until it is agreed to or refused. */
    enum State {
        WAITING,
        AGREED,
        REFUSED
    }

    /**
     * A change that was asked for.
     *
     * @param analyst whom it is about, or null while they are not there
     */
    record Asked(
            UUID id,
            Kind kind,
            @Nullable UUID analyst,
            String login,
            String name,
            Set<Role> roles,
            @Nullable String ownAccount,
            UUID askedBy,
            String askedByName,
            Instant askedAt) {}

    private final StaffChangeRows rows;
    private final StaffRows staff;
    private final SecondPersons seconds;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    StaffChanges(
            StaffChangeRows rows,
            StaffRows staff,
            SecondPersons seconds,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.rows = rows;
        this.staff = staff;
        this.seconds = seconds;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /** Those that wait, oldest first. */
    List<Asked> waiting() {
        return rows.waiting();
    }

    /**
     * Asks for a change. While there is one steward only, whom nobody could agree with, it is done
     * at once, and the record says so.
     *
     * @throws Problem 409 if it could not be done
     */
    UUID ask(
            SignedIn me,
            Kind kind,
            @Nullable UUID analyst,
            String login,
            String name,
            Set<Role> roles,
            @Nullable String ownAccount) {
        Asked asked =
                new Asked(
                        ids.next(),
                        kind,
                        analyst,
                        login,
                        name,
                        roles,
                        ownAccount,
                        me.id(),
                        me.name(),
                        clock.instant());
        try {
            writes.run(
                    () -> {
                        mustFit(asked);
                        rows.add(asked);
                        record.append(entry(EntryKind.STAFF_ASKED, me, asked));
                        if (staff.stewards() < 2) {
                            rows.settle(asked.id(), State.AGREED, me);
                            carryOut(asked, me);
                            record.append(entry(EntryKind.STAFF_ALONE, me, asked));
                        }
                    });
        } catch (DuplicateKeyException taken) {
            throw taken();
        }
        return asked.id();
    }

    private static Problem taken() {
        return new Problem(409, "login-taken", "Somebody has that login already.");
    }

    private void mustFit(Asked asked) {
        if (asked.kind() == Kind.INVITE) {
            if (staff.all().stream().anyMatch(m -> m.login().equals(asked.login()))) {
                throw taken();
            }
            return;
        }
        StaffRows.Member member =
                Optional.ofNullable(asked.analyst())
                        .flatMap(staff::member)
                        .orElseThrow(() -> Problem.unknown("member of the staff"));
        if (member.endedAt() != null) {
            throw new Problem(409, "ended", member.name() + " does not work here any more.");
        }
        boolean stays = asked.kind() == Kind.ROLES && asked.roles().contains(Role.STEWARD);
        if (member.roles().contains(Role.STEWARD) && !stays && staff.stewards() < 2) {
            throw new Problem(
                    409,
                    "last-steward",
                    member.name() + " is the only steward. Make another one first.");
        }
    }

    /**
     * Agrees to a change, or does not.
     *
     * @throws Problem 403 if the same steward asked, or had a hand in the other's coming lately;
     *     404 if there is none; 409 if it was decided already or cannot be done any more
     */
    void answer(SignedIn me, UUID id, boolean agreed) {
        try {
            writes.run(
                    () -> {
                        Asked asked =
                                rows.lock(id)
                                        .orElseThrow(() -> Problem.unknown("change of the staff"));
                        if (agreed && !seconds.mayAgree(me.id(), asked.askedBy())) {
                            throw new Problem(
                                    403,
                                    "needs-second-person",
                                    "You asked for this yourself, or one of you made the other"
                                            + " lately. Another steward must agree.");
                        }
                        rows.settle(id, agreed ? State.AGREED : State.REFUSED, me);
                        if (agreed) {
                            mustFit(asked);
                            carryOut(asked, me);
                        }
                        record.append(
                                entry(
                                        agreed ? EntryKind.STAFF_AGREED : EntryKind.STAFF_REFUSED,
                                        me,
                                        asked));
                    });
        } catch (DuplicateKeyException taken) {
            throw taken();
        }
    }

    private void carryOut(Asked asked, SignedIn me) {
        switch (asked.kind()) {
            case INVITE -> {
                UUID made =
                        staff.add(asked.login(), asked.name(), asked.roles(), asked.ownAccount());
                staff.hand(made, asked.askedBy());
                staff.hand(made, me.id());
            }
            case ROLES -> {
                UUID analyst = Objects.requireNonNull(asked.analyst());
                staff.roles(analyst, asked.roles());
                staff.hand(analyst, asked.askedBy());
                staff.hand(analyst, me.id());
            }
            case END -> staff.end(Objects.requireNonNull(asked.analyst()));
            case FACTOR -> {
                // Whoever had it taken away may be the one who sets the next one up.
                UUID analyst = Objects.requireNonNull(asked.analyst());
                staff.takeFactorAway(analyst);
                staff.hand(analyst, asked.askedBy());
                staff.hand(analyst, me.id());
            }
        }
    }

    /**
     * Makes the code with which somebody who has no password yet chooses one; a former code opens
     * nothing more.
     *
     * @throws Problem 404 if there is nobody, 409 if they have a password
     */
    String invitation(SignedIn me, UUID analyst) {
        return writes.get(
                () -> {
                    StaffRows.Member member =
                            staff.member(analyst)
                                    .orElseThrow(() -> Problem.unknown("member of the staff"));
                    if (!member.invited() || member.endedAt() != null) {
                        throw new Problem(
                                409,
                                "not-invited",
                                member.name() + " is not waiting for an invitation.");
                    }
                    staff.hand(analyst, me.id());
                    record.append(
                            Entry.by(EntryKind.STAFF_INVITED, me.id(), me.name())
                                    .data("analyst", analyst.toString())
                                    .personal("analystName", member.name()));
                    return staff.invite(analyst);
                });
    }

    private static Entry entry(EntryKind kind, SignedIn me, Asked asked) {
        return Entry.by(kind, me.id(), me.name())
                .data("change", asked.id().toString())
                .data("deed", deed(asked))
                .data("analyst", asked.analyst() == null ? null : asked.analyst().toString())
                .personal("analystName", asked.name());
    }

    private static String deed(Asked asked) {
        return switch (asked.kind()) {
            case INVITE -> "take on as " + words(asked.roles()) + ":";
            case ROLES -> "make " + words(asked.roles()) + ":";
            case END -> "end the work of";
            case FACTOR -> "take away the authenticator of";
        };
    }

    static String words(Set<Role> roles) {
        return roles.stream().map(Role::word).sorted().collect(Collectors.joining(" "));
    }
}
