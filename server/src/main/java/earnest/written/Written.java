package earnest.written;

import earnest.core.understanding.Understanding;
import earnest.ground.Worded;
import earnest.tickets.Actor;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What is written on tickets, in order and each once. Thread-safe. */
public interface Written {
    /** The longest message, in characters. */
    int LONGEST = 2_000;

    /** Of so many lines a ticket is; whoever writes more has to call. */
    int MOST_LINES = 500;

    /** Who wrote a line. */
    @Schema(name = "WrittenSide")
    enum Side implements Worded {
        PERSON,
        ASSISTANT,
        ANALYST,
        /** What happened, told to both. */
        EARNEST
    }

    /**
     * One line.
     *
     * @param author what its analyst is called; null for all others
     * @param words with every secret masked
     * @param choices what may be answered, in words; or nothing
     * @param page whether it offers the person a page of their own
     * @param hidden how many secrets were masked
     */
    @Schema(name = "WrittenLine")
    record Line(
            int number,
            Side side,
            @Nullable String author,
            String words,
            List<String> choices,
            boolean page,
            int hidden,
            Instant at) {}

    /** The lines of a ticket after a number, the latest at most. */
    List<Line> after(UUID ticket, int number);

    /** What a line says; empty if there is none. */
    Optional<String> words(UUID line);

    /** How many lines stand on it. */
    int count(UUID ticket);

    /** The first line of the person, shortened; empty if there is none. */
    Optional<String> opening(UUID ticket);

    /**
     * The person wrote something, in the present transaction.
     *
     * @param mark by which it is known again: the same is written once
     * @return whether it was new
     * @throws earnest.ground.Problem 429 if there is too much
     */
    boolean person(UUID ticket, String mark, Understanding.Understood read);

    /** The person sent something that is a secret as a whole: only that is written. */
    boolean secret(UUID ticket, String mark);

    /** The assistant says something, in the present transaction. */
    void assistant(UUID ticket, String mark, Saying saying);

    /** What happened, in the present transaction; the same mark is told once. */
    void told(UUID ticket, String mark, String words);

    /**
     * An analyst writes, in the present transaction.
     *
     * @throws earnest.ground.Problem 409 if nobody reads it, 429 if there is too much
     */
    void analyst(UUID ticket, Actor.AtDesk who, String words);

    /**
     * What is said.
     *
     * @param page whether a page of their own is offered with it
     */
    record Saying(String words, List<String> choices, boolean page) {
        public Saying(String words, String... choices) {
            this(words, List.of(choices), false);
        }
    }
}
