package earnest.checks.methods.approver;

import earnest.checks.methods.Approvers;
import earnest.checks.methods.Check;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.checks.vouching.Vouched;
import earnest.checks.vouching.Voucher;
import earnest.checks.vouching.Vouching;
import earnest.ground.Problem;

import org.springframework.stereotype.Component;

import java.util.List;

/**
 * The manager, or their deputy, says that it is right, with an authenticator or a passkey of their
 * own. It rests on the same as the manager's link, which is less, so that the two count once.
 */
@Component
class ApproverVouches extends Vouching {
    private static final String ID = "approver";

    private final Approvers approvers;

    ApproverVouches(Approvers approvers, Parts parts) {
        super(parts);
        this.approvers = approvers;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public String title() {
        return "The manager vouches";
    }

    @Override
    public boolean needsSomebodyOnTheLine() {
        return false;
    }

    @Override
    public List<Possible> offers(Known known) {
        return approvers
                .of(known)
                .flatMap(
                        one ->
                                vouchers()
                                        .voucher(
                                                one.person(),
                                                one.as(),
                                                "Say yes only if you know of it, from them: call"
                                                        + " them on a number that you know if you"
                                                        + " are in doubt.",
                                                known.recentPathDays(),
                                                known.now()))
                .filter(
                        voucher ->
                                !vouchers()
                                        .vouchedBy(voucher.person(), known.person(), known.now()))
                .map(
                        voucher ->
                                new Possible(
                                        ID,
                                        ID,
                                        "approver:" + voucher.person(),
                                        null,
                                        "Ask the manager to vouch",
                                        voucher.name() + ", with a proof of their own",
                                        null,
                                        new Vouched(null, known.recentPathDays(), voucher)))
                .stream()
                .toList();
    }

    @Override
    public String missing(Known known) {
        return "No manager is on record who can be asked, has a proof of their own, and was not"
                + " vouched for by them within a day.";
    }

    @Override
    public String begin(Check check) {
        ask(check, voucher(check).orElseThrow());
        return "asked the manager of {person} to vouch, by a link";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        if (!(reply instanceof Reply.FromOutside(String event))) {
            throw Problem.invalid("The manager answers on the page of the link.");
        }
        return answered(check, event);
    }

    @Override
    public Form form(Check check) {
        Voucher voucher = voucher(check).orElseThrow();
        return asked(check, voucher);
    }

    @Override
    protected String called() {
        return "Manager vouches";
    }
}
