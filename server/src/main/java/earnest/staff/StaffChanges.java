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
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.sql.ResultSet;
import java.sql.SQLException;
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
        END;

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

    private final JdbcClient database;
    private final StaffRows staff;
    private final SecondPersons seconds;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;

    StaffChanges(
            JdbcClient database,
            StaffRows staff,
            SecondPersons seconds,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids) {
        this.database = database;
        this.staff = staff;
        this.seconds = seconds;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
    }

    /** Those that wait, oldest first. */
    List<Asked> waiting() {
        return database.sql("select * from staff_change where state = 'WAITING' order by asked_at")
                .query(StaffChanges::asked)
                .list();
    }

    private static Asked asked(ResultSet row, int i) throws SQLException {
        return new Asked(
                row.getObject("id", UUID.class),
                Kind.valueOf(row.getString("kind")),
                row.getObject("analyst_id", UUID.class),
                row.getString("login"),
                row.getString("name"),
                Role.of(row.getString("roles")),
                row.getString("own_account"),
                row.getObject("asked_by", UUID.class),
                row.getString("asked_by_name"),
                row.getTimestamp("asked_at").toInstant());
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
                        add(asked);
                        record.append(entry(EntryKind.STAFF_ASKED, me, asked));
                        if (staff.stewards() < 2) {
                            settle(asked.id(), State.AGREED, me);
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

    private void add(Asked asked) {
        database.sql(
                        """
                        insert into staff_change (id, kind, analyst_id, login, name, roles, own_account,
                          asked_by, asked_by_name, asked_at, state)
                        values (:id, :kind, :analyst, :login, :name, :roles, :own, :by, :byName, :at, 'WAITING')
                        """)
                .param("id", asked.id())
                .param("kind", asked.kind().name())
                .param("analyst", asked.analyst())
                .param("login", asked.login())
                .param("name", asked.name())
                .param("roles", words(asked.roles()))
                .param("own", asked.ownAccount())
                .param("by", asked.askedBy())
                .param("byName", asked.askedByName())
                .param("at", asked.askedAt())
                .update();
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
                                database.sql("select * from staff_change where id = :id for update")
                                        .param("id", id)
                                        .query(StaffChanges::asked)
                                        .optional()
                                        .orElseThrow(() -> Problem.unknown("change of the staff"));
                        if (agreed && !seconds.mayAgree(me.id(), asked.askedBy())) {
                            throw new Problem(
                                    403,
                                    "needs-second-person",
                                    "You asked for this yourself, or one of you made the other"
                                            + " lately. Another steward must agree.");
                        }
                        settle(id, agreed ? State.AGREED : State.REFUSED, me);
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

    private void settle(UUID id, State to, SignedIn me) {
        int settled =
                database.sql(
                                "update staff_change set state = :to, answered_by = :by,"
                                        + " answered_at = :at where id = :id and state = 'WAITING'")
                        .param("to", to.name())
                        .param("by", me.id())
                        .param("at", clock.instant())
                        .param("id", id)
                        .update();
        if (settled != 1) {
            throw new Problem(409, "decided", "Somebody decided on this already.");
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
        };
    }

    static String words(Set<Role> roles) {
        return roles.stream().map(Role::word).sorted().collect(Collectors.joining(" "));
    }
}
