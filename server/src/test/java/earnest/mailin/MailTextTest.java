package earnest.mailin;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** The words of a mail. */
class MailTextTest {
    @Test
    void subjectAndTextAreOneMessage() {
        assertThat(MailText.words("Locked out", "I cannot sign in.\r\n"))
                .isEqualTo("Locked out\n\nI cannot sign in.");
        assertThat(MailText.words("Re: AW: Locked out", "")).isEqualTo("Locked out");
        assertThat(MailText.words("", "Hello")).isEqualTo("Hello");
        assertThat(MailText.words("Help", "Help me")).isEqualTo("Help me");
    }

    @Test
    void whatIsQuotedAndTheSignatureAreLeftOut() {
        assertThat(
                        MailText.words(
                                "",
                                "It still fails.\n\nOn Mon, 3 Mar 2025 at 10:00, Desk wrote:\n> my"
                                        + " old password\n> again"))
                .isEqualTo("It still fails.");
        assertThat(MailText.words("", "Thanks\n-- \nBram Hollis\n+44 7700 900001"))
                .isEqualTo("Thanks");
        assertThat(MailText.words("", "Yes\n-----Original Message-----\nFrom: x")).isEqualTo("Yes");
    }

    @Test
    void markupIsNoText() {
        assertThat(
                        MailText.words(
                                "",
                                MailText.ofHtml(
                                        "<style>p{}</style><p>I am <b>locked</b> out &amp;"
                                                + " late.</p><p>Please help<script>x()</script>")))
                .isEqualTo("I am locked out & late.\nPlease help");
    }

    @Test
    void itIsNeverLongerThanAMessageMayBe() {
        String words = MailText.words("", "\uD83D\uDEA2".repeat(5_000));
        assertThat(words.codePointCount(0, words.length())).isLessThanOrEqualTo(1_901);
        assertThat(MailText.words("a\u0000b", "c\u0007d")).doesNotContain("\u0000", "\u0007");
    }
}
