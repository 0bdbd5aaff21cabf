package earnest.chat;

import earnest.core.understanding.Understanding;
import earnest.core.understanding.Want;
import earnest.written.Written;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Set;

/**
 * What the assistant answers: a pure matter of what was asked before and what was understood. It
 * knows nobody, so that its answers cannot tell whether a name is known. Thread-safe.
 */
final class Assistant {
    static final String A_PERSON = "I want to talk to a person";

    private static final List<String> CHOICES =
            List.of(
                    "I forgot my password",
                    "I am locked out of my account",
                    "I have a new phone and no codes",
                    "Something came that I did not ask for",
                    A_PERSON);
    private static final Set<Want> BY_ONESELF = Set.of(Want.FORGOTTEN_PASSWORD, Want.LOCKED_OUT);

    private Assistant() {}

    static Written.Saying greeting() {
        return new Written.Saying(
                "Hello. You write with the service desk's assistant; a person takes over whenever"
                        + " you say so. Please never write a password here. What is wrong?",
                CHOICES,
                false);
    }

    /** What comes next. */
    sealed interface Next {
        /**
         * It asks.
         *
         * @param misses that stand from now on
         */
        record Asks(Chat.Asked asked, int misses, Written.Saying saying) implements Next {}

        /** What was written is who they say they are; what is said then, if that is taken. */
        record TakesName(Asks then) implements Next {}

        /** The desk has to go on. */
        record HandsOver(String reason, Written.Saying saying) implements Next {}
    }

    /**
     * @param chat as it stood before the message
     * @param wanted what the message wants, if that is sure enough
     * @param before what was wanted so far, or null
     */
    static Next next(Chat chat, Understanding.@Nullable Wanted wanted, @Nullable Want before) {
        Want want = wanted == null ? null : wanted.want();
        if (want == Want.A_HUMAN) {
            return handsOver("asked for a person", "I am asking somebody to come.");
        }
        if (want == Want.NOT_ME) {
            return handsOver(
                    "says that something came which they did not ask for",
                    "Thank you for saying so. Answer nothing that asks you for a code. I am asking"
                            + " somebody to come at once.");
        }
        if (chat.asked() == Chat.Asked.WHO && (want == null || want == Want.SOMETHING_ELSE)) {
            return new Next.TakesName(page(before));
        }
        if (want == Want.LOST_SECOND_FACTOR) {
            return handsOver(
                    "lost what proves them, or has a new telephone",
                    "That takes somebody at the desk. I am asking for one.");
        }
        if (want != null && BY_ONESELF.contains(want)) {
            return chat.nameMark() == null
                    ? new Next.Asks(
                            Chat.Asked.WHO,
                            0,
                            new Written.Saying(
                                    (want == Want.LOCKED_OUT
                                                    ? "I am sorry that you are locked out."
                                                    : "That happens to everybody.")
                                            + " Who are you? Your login, your mail address, your"
                                            + " staff number or your telephone number."))
                    : page(want);
        }
        return missed(chat);
    }

    private static Next.Asks page(@Nullable Want want) {
        return new Next.Asks(
                Chat.Asked.PAGE,
                0,
                new Written.Saying(
                        "Thank you. If we know you, you can prove on a page of your own that it is"
                                + " you, and choose a new password there"
                                + (want == Want.LOCKED_OUT
                                        ? ", which also unlocks your account"
                                        : "")
                                + ". Nobody sees what you type on it. If you would rather talk to a"
                                + " person, say so.",
                        List.of(),
                        true));
    }

    private static Next missed(Chat chat) {
        if (chat.misses() > 0) {
            return handsOver(
                    "was not understood twice",
                    "I did not understand that either. I am asking somebody to come.");
        }
        return new Next.Asks(
                chat.asked(),
                1,
                new Written.Saying(
                        chat.asked() == Chat.Asked.PAGE
                                ? "The page above is still yours. Shall a person come?"
                                : "I did not quite understand. Which of these is it?",
                        chat.asked() == Chat.Asked.PAGE ? List.of(A_PERSON) : CHOICES,
                        false));
    }

    private static Next.HandsOver handsOver(String reason, String words) {
        return new Next.HandsOver(
                reason,
                new Written.Saying(
                        words
                                + " They see what you wrote here, so you need not write it again."
                                + " You may go on writing.",
                        List.of(),
                        false));
    }

    /** After a secret was hidden. */
    static final String HIDDEN =
            "A secret stood there. It was hidden before anybody saw it. Please never write a"
                    + " password or a code in a chat, and change that password soon.";
}
