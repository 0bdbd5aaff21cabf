package earnest.chat;

import earnest.access.Tokens;
import earnest.checks.ProofAlone;
import earnest.core.passwords.Secret;
import earnest.core.understanding.Understanding;
import earnest.core.understanding.Want;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.selfservice.PagesBeside;
import earnest.selfservice.Robots;
import earnest.tickets.Tickets;
import earnest.written.Reading;
import earnest.written.Wants;
import earnest.written.WritingNow;
import earnest.written.Written;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * What somebody does in a chat. Answers are the same for names that are known and for those that
 * nobody has.
 */
@Service
class ChatDesk {
    private static final String FORCED = "they say that they are being forced";
    private static final int MOST_WORDS = 12;

    private final ChatRows rows;
    private final Written written;
    private final Wants wants;
    private final WritingNow writing;
    private final Reading reading;
    private final Robots robots;
    private final PagesBeside pages;
    private final ProofAlone proof;
    private final People people;
    private final Tickets tickets;
    private final TheRecord record;
    private final Writes writes;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;
    private final Waypoints waypoints;

    ChatDesk(
            ChatRows rows,
            Written written,
            Wants wants,
            WritingNow writing,
            Reading reading,
            Robots robots,
            PagesBeside pages,
            ProofAlone proof,
            People people,
            Tickets tickets,
            TheRecord record,
            Writes writes,
            SecureRandom random,
            Clock clock,
            Ids ids,
            Waypoints waypoints) {
        this.rows = rows;
        this.written = written;
        this.wants = wants;
        this.writing = writing;
        this.reading = reading;
        this.robots = robots;
        this.pages = pages;
        this.proof = proof;
        this.people = people;
        this.tickets = tickets;
        this.record = record;
        this.writes = writes;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
        this.waypoints = waypoints;
    }

    /** By which the sums for chats from an address are known; nobody is named yet. */
    String mark(String address) {
        return robots.mark("chat from " + address);
    }

    /**
     * Begins; gives the token for the browser's cookie.
     *
     * @throws Problem 422 if the puzzle was not solved, 429 after many
     */
    String start(String address, String puzzle, String solution) {
        robots.mustBeSolved(mark(address), puzzle, solution);
        String token = Tokens.draw(random);
        UUID id = ids.next();
        writes.run(
                () -> {
                    UUID ticket = tickets.beginsAlone(WebChat.ID, id.toString(), null);
                    rows.add(id, ticket, token);
                    written.assistant(ticket, "greeting", Assistant.greeting());
                });
        return token;
    }

    /** The chat of a browser's token, if it goes on there. */
    Optional<Chat> here(@Nullable String token) {
        return token != null
                        && rows.of(token) instanceof ChatRows.Found.Here(Chat chat)
                        && goesOn(chat)
                ? Optional.of(chat)
                : Optional.empty();
    }

    /** Whoever is on the page that stands beside it is still there. */
    private boolean goesOn(Chat chat) {
        return chat.live(clock.instant()) || pages.isOpen(chat.ticket());
    }

    /** Whether it goes on in another browser. */
    boolean moved(@Nullable String token) {
        return token != null && rows.of(token) instanceof ChatRows.Found.Moved;
    }

    /** What was said in one that is over, for whose browser it was. */
    Optional<Chat> over(@Nullable String token) {
        if (token == null) {
            return Optional.empty();
        }
        return switch (rows.of(token)) {
            case ChatRows.Found.Here(Chat chat) -> Optional.of(chat);
            case ChatRows.Found.Over(Chat chat) -> Optional.ofNullable(chat);
            case ChatRows.Found.Moved() -> Optional.empty();
        };
    }

    void seen(Chat chat) {
        writes.run(() -> rows.seen(chat.id()));
    }

    void writing(Chat chat) {
        writes.run(() -> writing.writes(chat.ticket(), Written.Side.PERSON));
    }

    /**
     * Takes a message. What looks like a secret is masked before it is stored; a code that a check
     * waits for is tried, and not stored.
     *
     * @param mark by which the browser knows it: sent twice, it is taken once
     * @throws Problem 429 after too much
     */
    void say(Chat chat, String mark, String words) {
        String digits = words.replaceAll("[\\s-]", "");
        if (digits.matches("[0-9]{4,12}")
                && pages.digitsAwaited(chat.ticket()) == digits.length()) {
            tryCode(chat, "p-" + mark, digits);
            return;
        }
        Understanding.Understood read = reading.read(words);
        Optional<People.Person> meant =
                chat.asked() == Chat.Asked.WHO ? named(words) : Optional.empty();
        writes.run(
                () -> {
                    take(chat.id(), "p-" + mark, words, read, meant);
                    waypoints.pass("chat-line-uncommitted");
                });
        waypoints.pass("chat-line-committed");
    }

    private void tryCode(Chat chat, String mark, String digits) {
        if (!writes.get(() -> written.secret(chat.ticket(), mark))) {
            return;
        }
        String said;
        String named = chat.nameMark() == null ? "chat " + chat.id() : chat.nameMark();
        try (Secret typed = Secret.of(digits)) {
            // The same few as on the page: else one would guess on here.
            robots.takeAnswer(named);
            UUID person = tickets.view(chat.ticket()).person();
            boolean right = pages.type(chat.ticket(), person, typed);
            if (right) {
                robots.giveAnswerBack(named);
            }
            said =
                    right
                            ? "The code is right. Thank you."
                            : "That was not the code. Look again, and write the newest one.";
        } catch (Problem problem) {
            said =
                    problem.getMessage() == null
                            ? "That cannot be tried now."
                            : problem.getMessage();
        }
        String words = said;
        writes.run(() -> written.told(chat.ticket(), "r-" + mark, words));
    }

    /** Whom one of the words names, or all of them together; exactly one person, or nobody. */
    private Optional<People.Person> named(String words) {
        return Stream.concat(
                        Stream.of(words.strip()),
                        Arrays.stream(words.strip().split("[\\s,;:]+"))
                                .map(word -> word.replaceAll("[.!?]+$", ""))
                                .filter(word -> word.length() > 2)
                                .limit(MOST_WORDS))
                .map(people::whoIs)
                // All are asked, so that it takes as long for a name that nobody has.
                .reduce(Optional.empty(), (a, b) -> a.isPresent() ? a : b);
    }

    private void take(
            UUID id,
            String mark,
            String words,
            Understanding.Understood read,
            Optional<People.Person> meant) {
        Chat chat = rows.find(id).orElseThrow();
        // The ticket's lock is taken first: one message after the other.
        Tickets.View ticket = tickets.lock(chat.ticket());
        chat = rows.find(id).orElseThrow();
        if (!written.person(chat.ticket(), mark, read)) {
            return;
        }
        if (!read.secrets().isEmpty()) {
            written.told(chat.ticket(), "hidden-" + mark, Assistant.HIDDEN);
        }
        UUID person = ticket.person();
        if (person != null && proof.saysForced(chat.ticket(), person, words)) {
            // Whoever stands beside them reads what anybody reads who asks for a colleague.
            if (chat.stage() == Chat.Stage.ASSISTANT && ticket.holder() == null) {
                Written.Saying saying = new Written.Saying("I am asking somebody to come.");
                go(chat, "a-" + mark, words, new Assistant.Next.HandsOver(FORCED, saying), meant);
            }
            return;
        }
        Understanding.Wanted sure =
                read.wants().stream()
                        .filter(one -> one.sure() >= Understanding.ENOUGH)
                        .findFirst()
                        .orElse(null);
        Want before = wants.of(chat.ticket()).orElse(null);
        if (chat.stage() != Chat.Stage.ASSISTANT || ticket.holder() != null) {
            return;
        }
        Assistant.Next next = Assistant.next(chat, sure, before);
        // That a person shall come says nothing of what for, which was said before.
        boolean more = sure != null && (sure.want() != Want.A_HUMAN || before == null);
        if (more && !(next instanceof Assistant.Next.TakesName)) {
            wants.keep(chat.ticket(), sure);
        }
        go(chat, "a-" + mark, words, next, meant);
    }

    private void go(
            Chat chat,
            String mark,
            String words,
            Assistant.Next next,
            Optional<People.Person> meant) {
        switch (next) {
            case Assistant.Next.Asks(var asked, int misses, var saying) -> {
                if (rows.asked(chat.id(), asked, misses)) {
                    written.assistant(chat.ticket(), mark, saying);
                }
            }
            case Assistant.Next.TakesName(var then) -> {
                String named = robots.mark(words.substring(0, Math.min(200, words.length())));
                if (!rows.named(chat.id(), named)) {
                    go(
                            chat,
                            mark,
                            words,
                            new Assistant.Next.HandsOver(
                                    "said who they are too often",
                                    new Written.Saying("I am asking somebody to come.")),
                            meant);
                    return;
                }
                meant.ifPresent(person -> tickets.namesThemselves(chat.ticket(), person.id()));
                go(chat, mark, words, then, meant);
            }
            case Assistant.Next.HandsOver(String reason, var saying) -> {
                if (rows.handOver(chat.id())) {
                    written.assistant(chat.ticket(), mark, saying);
                    tickets.remind(chat.ticket(), "Chat: " + reason);
                    record.append(
                            Entry.bySystem(EntryKind.CHAT_HANDED_OVER, "assistant", "Assistant")
                                    .ticket(
                                            chat.ticket(),
                                            tickets.view(chat.ticket()).conversation())
                                    .data("reason", reason));
                }
            }
        }
    }

    /**
     * Opens the page that was offered.
     *
     * @return the token for its cookie
     * @throws Problem 409 if none was
     */
    String page(Chat chat) {
        return writes.get(
                () -> {
                    Tickets.View ticket = tickets.lock(chat.ticket());
                    boolean offered =
                            written.after(chat.ticket(), 0).stream().anyMatch(Written.Line::page);
                    if (!offered) {
                        throw new Problem(
                                409, "not-offered", "No page was offered in this chat yet.");
                    }
                    String mark = chat.nameMark();
                    return pages.open(
                            chat.ticket(),
                            mark == null ? robots.mark("chat " + chat.id()) : mark,
                            ticket.person());
                });
    }
}
