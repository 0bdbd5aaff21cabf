package earnest.tickets;

import earnest.ground.InsertRepository;

import jakarta.persistence.LockModeType;

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

    boolean existsByPersonIdAndIdNotAndOpenedAtGreaterThanEqual(
            UUID person, UUID but, Instant since);
}
