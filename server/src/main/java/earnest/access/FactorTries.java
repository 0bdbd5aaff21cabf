package earnest.access;

import earnest.ground.Problem;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.UUID;

/** Tries of second factors: few wrong ones, each on the record. */
@Component
class FactorTries {
    /** For passkeys; codes have a limit of their own, in the row of their authenticator. */
    private static final GuessLimits.Limit PASSKEYS =
            new GuessLimits.Limit(10, Duration.ofMinutes(30));

    private final StaffFactors factors;
    private final GuessLimits limits;
    private final TheRecord record;

    FactorTries(StaffFactors factors, GuessLimits limits, TheRecord record) {
        this.factors = factors;
        this.limits = limits;
        this.record = record;
    }

    /**
     * Counts a try before it is looked at, outside of any transaction.
     *
     * @throws Problem 429 after too many
     */
    void count(UUID analyst, FactorReply reply) {
        if (reply instanceof FactorReply.Passkey && !limits.take(bucket(analyst), PASSKEYS)) {
            throw tooMany();
        }
    }

    /** It turned out to be no wrong one. */
    void wasRight(UUID analyst, FactorReply reply) {
        if (reply instanceof FactorReply.Passkey) {
            limits.giveBack(bucket(analyst));
        }
    }

    private static String bucket(UUID analyst) {
        return "staff passkey " + analyst;
    }

    /** Tries what is given, in the present transaction; a wrong one is on the record. */
    @Nullable Problem tried(Analyst analyst, FactorReply reply) {
        return came(factors.accept(analyst.id, reply), analyst, reply);
    }

    /** The same, for what somebody sets up beside what they have. */
    @Nullable Problem triedNew(Analyst analyst, FactorReply reply) {
        return came(factors.acceptNew(analyst.id, reply), analyst, reply);
    }

    private @Nullable Problem came(StaffFactors.Tried tried, Analyst analyst, FactorReply reply) {
        return switch (tried) {
            case RIGHT -> null;
            case WRONG -> {
                boolean code = reply instanceof FactorReply.Code;
                record.append(
                        Entry.by(
                                code
                                        ? EntryKind.SECOND_FACTOR_WRONG
                                        : EntryKind.STAFF_PASSKEY_WRONG,
                                analyst.id,
                                analyst.name));
                yield code
                        ? new Problem(
                                403,
                                "code-refused",
                                "That code is wrong, or was used already. Wait for the next six"
                                        + " digits.")
                        : new Problem(
                                403,
                                "passkey-refused",
                                "That is no passkey of yours, or it took too long. Try again.");
            }
            case AT_LIMIT -> tooMany();
        };
    }

    private static Problem tooMany() {
        return new Problem(
                429,
                "slow-down",
                "Too many wrong codes or passkeys were given. Wait half an hour, or ask your"
                        + " lead.");
    }
}
