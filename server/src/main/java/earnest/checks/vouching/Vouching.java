package earnest.checks.vouching;

import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.ProofMethod;
import earnest.checks.methods.Refusals;
import earnest.checks.methods.Result;
import earnest.links.Links;

import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * Somebody else says who it is, behind a link that goes to them, with a proof of their own. A
 * method says who: it extends this, and is a {@code @Component}.
 */
public abstract class Vouching implements ProofMethod {
    private static final Duration LASTS = Duration.ofMinutes(30);
    private static final int MOST = 4;
    private static final Duration WINDOW = Duration.ofMinutes(30);

    /** What every such method needs. */
    @Component
    public record Parts(Vouchers vouchers, Messages messages, Links links, CheckHistory history) {}

    private final Parts parts;

    protected Vouching(Parts parts) {
        this.parts = parts;
    }

    /** What it is called where the standing is explained. */
    protected abstract String called();

    protected final Vouchers vouchers() {
        return parts.vouchers;
    }

    protected static Vouched vouched(Check check) {
        return check.detail(Vouched.class).orElseThrow();
    }

    /** Who vouches; empty while nobody is named. */
    protected static Optional<Voucher> voucher(Check check) {
        return Optional.ofNullable(vouched(check).voucher());
    }

    /** Whoever says yes showed that it is they. */
    @Override
    public final boolean standsBehind(Check check) {
        return true;
    }

    @Override
    public final Duration lasts() {
        return LASTS;
    }

    /**
     * Sends the link, in the present transaction.
     *
     * @throws earnest.ground.Problem 429 if too many were asked about this person lately
     */
    protected final void ask(Check check, Voucher voucher) {
        long asked =
                parts.history.startedSince(check.person(), id(), check.startedAt().minus(WINDOW));
        if (asked >= MOST) {
            throw Refusals.tooMany(
                    "%d were asked about this person within half an hour. Use another check."
                            .formatted(asked));
        }
        parts.links.make(VouchLink.PURPOSE, check.id(), LASTS);
        parts.messages.send(
                VouchMessage.OCCASION,
                check.id(),
                new Recipient(check.ticket(), voucher.person(), voucher.contact()));
    }

    /** What an answer on the page of the link comes to. */
    protected final Result answered(Check check, String event) {
        return switch (event) {
            case VouchLink.PRESSED -> {
                check.keep(vouched(check).by(voucher(check).orElseThrow().whoPressed()));
                yield new Result.GoesOn("opened the link about {person}", Result.By.OUTSIDE);
            }
            case VouchLink.YES ->
                    ended(
                            CheckState.PASSED,
                            "said that it is {person}, and showed that it is they who say so");
            case VouchLink.WRONG ->
                    ended(
                            CheckState.UNANSWERED,
                            "could not show that it is they who answer about {person}");
            case VouchLink.NO -> ended(CheckState.FAILED, "would not say that it is {person}");
            default -> ended(CheckState.FAILED, "said that {person} did not ask them");
        };
    }

    private static Result ended(CheckState state, String words) {
        return new Result.Ends(state, words, Result.By.OUTSIDE);
    }

    @Override
    public Result.Ends letGo(Check check) {
        parts.links.end(check.id());
        return new Result.Ends(
                CheckState.UNANSWERED,
                "did not wait for somebody who vouches for {person}",
                Result.By.ANALYST);
    }

    @Override
    public Result.Ends runOut(Check check) {
        parts.links.end(check.id());
        return new Result.Ends(
                CheckState.UNANSWERED,
                "got no answer of whoever should vouch for {person} in time",
                Result.By.OUTSIDE);
    }

    @Override
    public String label(Check check) {
        return called();
    }

    /** How far it is with whoever was asked. */
    protected final Form asked(Check check, Voucher voucher) {
        if (voucher.pressed()) {
            return new Form.Link(voucher.name() + " opened the link and has not answered yet.");
        }
        List<Messages.Sent> sent = parts.messages.about(check.id());
        if (sent.isEmpty()) {
            return new Form.Link("The link goes to " + voucher.name() + ".");
        }
        return new Form.Link(sent.getLast().going(voucher.name()));
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        String who = called() + voucher(check).map(one -> ", " + one.name()).orElse("");
        return switch (check.state()) {
            case PASSED -> new Explained(who, "with a proof of their own");
            case FAILED -> new Explained(who, "did not say yes");
            default -> new Explained(who, null);
        };
    }
}
