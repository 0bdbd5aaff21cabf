package earnest.checks.methods.colleague;

import earnest.checks.methods.Check;
import earnest.checks.methods.Form;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.checks.vouching.Vouched;
import earnest.checks.vouching.Voucher;
import earnest.checks.vouching.Vouching;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A colleague who is where the person is says that they see them, with an authenticator or a
 * passkey of their own. The caller says who it is; only somebody of the same place is asked, and
 * not whoever manages them, who has a check of their own.
 */
@Component
class ColleagueVouches extends Vouching {
    private static final String ID = "colleague";
    private static final String ASHORE = "Shore";

    private final People people;
    private final Clock clock;

    ColleagueVouches(People people, Clock clock, Parts parts) {
        super(parts);
        this.people = people;
        this.clock = clock;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public String title() {
        return "A colleague beside them vouches";
    }

    /** Aboard, those aboard; ashore, those of the same harbour. */
    private static @Nullable String place(People.Person one) {
        String vessel = one.vessel();
        return vessel == null || vessel.equals(ASHORE) ? one.port() : vessel;
    }

    @Override
    public List<Possible> offers(Known known) {
        return people
                .person(known.person())
                .flatMap(one -> Optional.ofNullable(place(one)))
                .map(
                        place ->
                                new Possible(
                                        ID,
                                        ID,
                                        "person:beside-" + known.person(),
                                        null,
                                        "A colleague beside them vouches",
                                        "somebody of " + place + ", with a proof of their own",
                                        null,
                                        new Vouched(place, known.recentPathDays(), null)))
                .stream()
                .toList();
    }

    @Override
    public String missing(Known known) {
        return "No place is on record where somebody could be beside them.";
    }

    @Override
    public String begin(Check check) {
        return "asked which colleague is beside them";
    }

    @Override
    public Result reply(Check check, Reply reply) {
        return switch (reply) {
            case Reply.Typed(var typed) when voucher(check).isEmpty() -> named(check, typed);
            case Reply.FromOutside(String event) -> answered(check, event);
            default -> throw Problem.invalid("The colleague answers on the page of the link.");
        };
    }

    private Result named(Check check, Secret typed) {
        Vouched wanted = vouched(check);
        People.Person colleague =
                people.whoIs(typed.open(String::new).strip())
                        .orElseThrow(
                                () ->
                                        Problem.invalid(
                                                "Nobody is known by that. Ask for the colleague's"
                                                        + " account or staff number."));
        mustFit(check, colleague, wanted);
        Voucher voucher =
                vouchers()
                        .voucher(
                                colleague,
                                "a colleague beside them",
                                "Say yes only if you see them now, with your own eyes, and know"
                                        + " who they are.",
                                wanted.recentPathDays(),
                                clock.instant())
                        .orElseThrow(
                                () ->
                                        Problem.invalid(
                                                colleague.name()
                                                        + " has nothing with which they could show"
                                                        + " that it is they. Ask for another"
                                                        + " colleague."));
        check.keep(wanted.by(voucher));
        check.restOn("person:" + colleague.id());
        ask(check, voucher);
        return new Result.GoesOn("named a colleague, who is asked by a link", Result.By.CALLER);
    }

    private void mustFit(Check check, People.Person colleague, Vouched wanted) {
        People.Person person = people.person(check.person()).orElseThrow();
        if (colleague.id().equals(person.id())) {
            throw Problem.invalid("Nobody vouches for themselves. Ask for a colleague.");
        }
        if (colleague.gone() || !Objects.equals(place(colleague), wanted.place())) {
            throw Problem.invalid(
                    colleague.name()
                            + " is not of "
                            + wanted.place()
                            + ", so they cannot stand beside them. Ask for another colleague.");
        }
        if (colleague.id().equals(person.manager()) || person.id().equals(colleague.manager())) {
            throw Problem.invalid(
                    "One of the two manages the other. Ask for another colleague; the manager has a"
                            + " check of their own.");
        }
        if (vouchers().vouchedBy(colleague.id(), person.id(), clock.instant())) {
            throw Problem.invalid(
                    person.name()
                            + " vouched for "
                            + colleague.name()
                            + " within a day. Two do not vouch for each other; ask for another.");
        }
    }

    @Override
    public Form form(Check check) {
        return voucher(check)
                .map(voucher -> asked(check, voucher))
                .orElseGet(
                        () ->
                                new Form.Text(
                                        "Who is beside them: account or staff number",
                                        "Somebody of "
                                                + vouched(check).place()
                                                + ", who sees them. Let the caller say who."));
    }

    @Override
    protected String called() {
        return "Colleague vouches";
    }
}
