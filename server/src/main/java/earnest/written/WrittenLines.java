package earnest.written;

import earnest.access.Analysts;
import earnest.channels.TicketChannels;
import earnest.core.understanding.Masking;
import earnest.core.understanding.Understanding;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Worded;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Lines as rows, each written under the lock of its ticket and with its entry. */
@Service
class WrittenLines implements Written {
    private static final int SHOWN = 200;
    private static final int OPENING = 60;
    private static final String PAGE = "page";
    private static final String BETWEEN = "\n";

    private final JdbcClient database;
    private final Tickets tickets;
    private final TicketChannels channels;
    private final Analysts analysts;
    private final TheRecord record;
    private final Clock clock;
    private final Ids ids;

    WrittenLines(
            JdbcClient database,
            Tickets tickets,
            TicketChannels channels,
            Analysts analysts,
            TheRecord record,
            Clock clock,
            Ids ids) {
        this.database = database;
        this.tickets = tickets;
        this.channels = channels;
        this.analysts = analysts;
        this.record = record;
        this.clock = clock;
        this.ids = ids;
    }

    @Override
    public List<Line> after(UUID ticket, int number) {
        List<Line> latest =
                database.sql(
                                "select * from written_line where ticket_id = :t and number > :n"
                                        + " order by number desc limit "
                                        + SHOWN)
                        .param("t", ticket)
                        .param("n", number)
                        .query(this::line)
                        .list();
        return latest.reversed();
    }

    private Line line(ResultSet row, int i) throws SQLException {
        String choices = row.getString("choices");
        UUID author = row.getObject("author_id", UUID.class);
        boolean page = PAGE.equals(choices);
        return new Line(
                row.getInt("number"),
                Worded.find(Side.class, row.getString("side")).orElseThrow(),
                author == null
                        ? null
                        : analysts.find(author).map(Analysts.Colleague::name).orElse("The desk"),
                row.getString("words"),
                choices == null || page ? List.of() : Arrays.asList(choices.split(BETWEEN)),
                page,
                row.getInt("hidden"),
                row.getTimestamp("written_at").toInstant());
    }

    @Override
    public Optional<String> words(UUID line) {
        return database.sql("select words from written_line where id = :id")
                .param("id", line)
                .query(String.class)
                .optional();
    }

    @Override
    public int count(UUID ticket) {
        return database.sql(
                        "select coalesce(max(number), 0) from written_line where ticket_id = :t")
                .param("t", ticket)
                .query(Integer.class)
                .single();
    }

    @Override
    public Optional<String> opening(UUID ticket) {
        return database.sql(
                        "select words from written_line where ticket_id = :t and side = 'person'"
                                + " order by number limit 1")
                .param("t", ticket)
                .query(String.class)
                .optional()
                .map(words -> words.replaceAll("\\s+", " "))
                .map(
                        words ->
                                words.codePointCount(0, words.length()) <= OPENING
                                        ? words
                                        : words.substring(0, words.offsetByCodePoints(0, OPENING))
                                                + "…");
    }

    @Override
    public boolean person(UUID ticket, String mark, Understanding.Understood read) {
        int hidden = read.secrets().size();
        Tickets.View view = tickets.lock(ticket);
        if (!add(view, mark, Side.PERSON, null, read.masked(), null, hidden)) {
            return false;
        }
        record.append(
                byTheOther(EntryKind.LINE_WRITTEN, view)
                        .data("hidden", hidden == 0 ? null : hidden)
                        .personal("words", read.masked()));
        if (hidden > 0) {
            record.append(of(Entry.byEarnest(EntryKind.SECRET_HIDDEN), view));
        }
        return true;
    }

    @Override
    public boolean secret(UUID ticket, String mark) {
        Tickets.View view = tickets.lock(ticket);
        boolean added = add(view, mark, Side.PERSON, null, Masking.MASK, null, 1);
        if (added) {
            record.append(
                    byTheOther(EntryKind.LINE_WRITTEN, view)
                            .data("hidden", 1)
                            .personal("words", Masking.MASK));
        }
        return added;
    }

    private Entry byTheOther(EntryKind kind, Tickets.View view) {
        Tickets.Talk talk = view.talk();
        return of(
                Entry.byCaller(
                        kind,
                        talk == null ? "none" : talk.reference(),
                        channels.channel(view.channel()).other()),
                view);
    }

    private static Entry of(Entry entry, Tickets.View view) {
        return entry.ticket(view.id(), view.conversation()).person(view.person(), null);
    }

    @Override
    public void assistant(UUID ticket, String mark, Saying saying) {
        Tickets.View view = tickets.lock(ticket);
        String choices =
                saying.page()
                        ? PAGE
                        : saying.choices().isEmpty()
                                ? null
                                : String.join(BETWEEN, saying.choices());
        add(view, mark, Side.ASSISTANT, null, saying.words(), choices, 0);
    }

    @Override
    public void told(UUID ticket, String mark, String words) {
        add(tickets.lock(ticket), mark, Side.EARNEST, null, words, null, 0);
    }

    @Override
    public void analyst(UUID ticket, Actor.AtDesk who, String words) {
        Tickets.View view = mustBeRead(tickets.hold(ticket, who));
        String masked = Masking.masked(words);
        UUID line = ids.next();
        add(
                line,
                view,
                line.toString(),
                Side.ANALYST,
                who.id(),
                masked,
                null,
                Masking.secrets(words).size());
        record.append(
                of(Entry.by(EntryKind.LINE_WRITTEN, who.id(), who.me().name()), view)
                        .personal("words", masked));
        channels.channel(view.channel()).wrote(ticket, line);
    }

    /** Offers the person their page, in the present transaction. */
    void offerPage(UUID ticket, Actor.AtDesk who) {
        Tickets.View view = mustBeRead(tickets.hold(ticket, who));
        if (view.person() == null) {
            throw new Problem(
                    409, "nobody-named", "Say first who they say they are: the page is theirs.");
        }
        add(
                view,
                ids.next().toString(),
                Side.ANALYST,
                who.id(),
                "Here is a page of your own, where nothing is seen by anybody but you.",
                PAGE,
                0);
        record.append(of(Entry.by(EntryKind.PAGE_OFFERED, who.id(), who.me().name()), view));
    }

    private Tickets.View mustBeRead(Tickets.View view) {
        if (!channels.channel(view.channel()).written()) {
            throw new Problem(409, "not-written", "Nobody writes on this ticket.");
        }
        if (view.conversation() == null) {
            throw new Problem(
                    409, "nobody-there", "They are gone, and would not read what you write.");
        }
        return view;
    }

    private boolean add(
            Tickets.View view,
            String mark,
            Side side,
            @Nullable UUID author,
            String words,
            @Nullable String choices,
            int hidden) {
        return add(ids.next(), view, mark, side, author, words, choices, hidden);
    }

    private boolean add(
            UUID id,
            Tickets.View view,
            String mark,
            Side side,
            @Nullable UUID author,
            String words,
            @Nullable String choices,
            int hidden) {
        int number = count(view.id()) + 1;
        if (number > MOST_LINES && side != Side.EARNEST) {
            throw new Problem(
                    429,
                    "too-many-lines",
                    "That is more than anybody can follow here. Call the service desk.");
        }
        return database.sql(
                                "insert ignore into written_line (id, ticket_id, number, mark,"
                                    + " side, author_id, words, choices, hidden, written_at) values"
                                    + " (:id, :t, :n, :mark, :side, :author, :words, :choices,"
                                    + " :hidden, :now)")
                        .param("id", id)
                        .param("t", view.id())
                        .param("n", number)
                        .param("mark", mark)
                        .param("side", side.word())
                        .param("author", author)
                        .param("words", words)
                        .param("choices", choices)
                        .param("hidden", hidden)
                        .param("now", clock.instant())
                        .update()
                == 1;
    }
}
