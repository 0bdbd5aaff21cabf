package earnest.tickets;

import earnest.ground.InsertRepository;

import jakarta.persistence.LockModeType;

import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

interface TicketRepository extends JpaRepository<Ticket, UUID>, InsertRepository<Ticket> {
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select t from Ticket t where t.id = ?1")
    Optional<Ticket> lock(UUID id);

    /** A ticket with each of its conversations, oldest first; with none it is one row. */
    @Query(
            "select t, c from Ticket t left join Conversation c on c.ticketId = t.id where t.id ="
                    + " ?1 order by c.rangAt")
    List<Object[]> withConversations(UUID id);

    /** The same, locked. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query(
            "select t, c from Ticket t left join Conversation c on c.ticketId = t.id where t.id ="
                    + " ?1 order by c.rangAt")
    List<Object[]> lockWithConversations(UUID id);

    Optional<Ticket> findByNumber(long number);

    /** What is told of many at once. */
    interface LabelRow {
        UUID getId();

        long getNumber();

        String getChannel();
    }

    @Query(
            "select t.id as id, t.number as number, t.channel as channel from Ticket t where t.id"
                    + " in ?1")
    List<LabelRow> labels(Collection<UUID> ids);

    List<Ticket> findByStateNotOrderByOpenedAt(Tickets.State state);

    List<Ticket> findByPersonIdAndStateNotOrderByOpenedAt(UUID personId, Tickets.State state);

    /** Of a person, those that are open and those of late, each with its conversations. */
    @Query(
            "select t, c from Ticket t left join Conversation c on c.ticketId = t.id where"
                    + " t.personId = ?1 and (t.openedAt >= ?2 or t.state <> CLOSED) order by"
                    + " t.openedAt desc, t.id, c.rangAt")
    List<Object[]> ofPerson(UUID person, Instant since);

    /**
     * In one statement: when the person was last named on another ticket, which did not go on as
     * this one; how many others were asked for from an address; and how many people the tickets
     * name that an analyst has or had last.
     */
    @Query(
            """
            select
              (select max(t.openedAt) from Ticket t where t.personId = :person and t.id <> :but
                and t.openedAt >= :day and (t.wentOnAs is null or t.wentOnAs <> :but)),
              (select count(distinct u.personId) from Conversation c join Ticket u on u.id = c.ticketId
                where c.address = :address and c.rangAt >= :day and u.personId <> :person),
              (select count(distinct v.personId) from Ticket v where v.holderId = :analyst
                and v.claimedAt >= :hour)
            """)
    List<Object[]> around(
            UUID person,
            UUID but,
            @Nullable String address,
            @Nullable UUID analyst,
            Instant day,
            Instant hour);

    /** The latest other ticket since then that names the person, with from where they came. */
    @Query(
            """
            select t.id, t.openedAt, c.address from Ticket t
            left join Conversation c on c.ticketId = t.id
            where t.personId = :person and t.id <> :but and t.openedAt >= :day
              and (t.wentOnAs is null or t.wentOnAs <> :but)
            order by t.openedAt desc, c.rangAt desc
            """)
    List<Object[]> others(UUID person, UUID but, Instant day, Limit most);
}
