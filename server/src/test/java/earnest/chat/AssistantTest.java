package earnest.chat;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.understanding.Lexicon;
import earnest.core.understanding.Understanding;
import earnest.core.understanding.Want;

import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** What the assistant answers. */
class AssistantTest {
    private static final Understanding UNDERSTANDING = new Understanding(Lexicon.english());

    private static Chat chat(Chat.Asked asked, int misses, @Nullable String named) {
        UUID id = UUID.randomUUID();
        return new Chat(
                id,
                id,
                Chat.Stage.ASSISTANT,
                asked,
                misses,
                0,
                named,
                Instant.EPOCH,
                Instant.EPOCH);
    }

    private static Understanding.Wanted sure(Want want) {
        return new Understanding.Wanted(want, 0.9);
    }

    @Test
    void itsOwnChoicesAreUnderstood() {
        List<Want> wants =
                Assistant.greeting().choices().stream()
                        .map(choice -> UNDERSTANDING.understand(choice).wants().getFirst())
                        .peek(
                                wanted ->
                                        assertThat(wanted.sure())
                                                .isGreaterThanOrEqualTo(Understanding.ENOUGH))
                        .map(Understanding.Wanted::want)
                        .toList();
        assertThat(wants)
                .containsExactly(
                        Want.FORGOTTEN_PASSWORD,
                        Want.LOCKED_OUT,
                        Want.LOST_SECOND_FACTOR,
                        Want.NOT_ME,
                        Want.A_HUMAN);
    }

    @Test
    void whoeverWantsAPersonGetsOneWhateverWasAsked() {
        for (Chat.Asked asked : Chat.Asked.values()) {
            assertThat(Assistant.next(chat(asked, 0, null), sure(Want.A_HUMAN), null))
                    .isInstanceOf(Assistant.Next.HandsOver.class);
            assertThat(Assistant.next(chat(asked, 0, null), sure(Want.NOT_ME), null))
                    .isInstanceOf(Assistant.Next.HandsOver.class);
        }
    }

    @Test
    void itAsksWhoBeforeItOffersAPage() {
        var first =
                Assistant.next(chat(Chat.Asked.WHAT, 0, null), sure(Want.FORGOTTEN_PASSWORD), null);
        assertThat(first)
                .isInstanceOfSatisfying(
                        Assistant.Next.Asks.class,
                        asks -> {
                            assertThat(asks.asked()).isEqualTo(Chat.Asked.WHO);
                            assertThat(asks.saying().page()).isFalse();
                        });
        assertThat(Assistant.next(chat(Chat.Asked.WHO, 0, null), null, Want.FORGOTTEN_PASSWORD))
                .isInstanceOfSatisfying(
                        Assistant.Next.TakesName.class,
                        name -> assertThat(name.then().saying().page()).isTrue());
        assertThat(Assistant.next(chat(Chat.Asked.WHAT, 0, "named"), sure(Want.LOCKED_OUT), null))
                .isInstanceOfSatisfying(
                        Assistant.Next.Asks.class,
                        asks -> assertThat(asks.saying().words()).contains("unlocks"));
    }

    @Test
    void whatItDoesNotUnderstandTwiceGoesToTheDesk() {
        assertThat(Assistant.next(chat(Chat.Asked.WHAT, 0, null), null, null))
                .isInstanceOfSatisfying(
                        Assistant.Next.Asks.class,
                        asks -> {
                            assertThat(asks.misses()).isEqualTo(1);
                            assertThat(asks.saying().choices()).isNotEmpty();
                        });
        assertThat(Assistant.next(chat(Chat.Asked.WHAT, 1, null), null, null))
                .isInstanceOf(Assistant.Next.HandsOver.class);
    }
}
