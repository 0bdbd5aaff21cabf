package earnest.checks.methods.tap;

import earnest.checks.Devices;
import earnest.checks.methods.AskingAnalyst;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckWords;
import earnest.checks.methods.OutsideReplies;
import earnest.core.devices.DeviceStatement;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;

/** What devices ask and answer, each signed by the device; a device sees its person's only. */
@Component
class DeviceAnswers {
    private static final String FOR = "help with getting into your accounts";

    private final Devices devices;
    private final CheckHistory checks;
    private final OutsideReplies replies;
    private final AskingAnalyst asking;
    private final CheckWords words;
    private final People people;
    private final Writes writes;
    private final Clock clock;

    DeviceAnswers(
            Devices devices,
            CheckHistory checks,
            OutsideReplies replies,
            AskingAnalyst asking,
            CheckWords words,
            People people,
            Writes writes,
            Clock clock) {
        this.devices = devices;
        this.checks = checks;
        this.replies = replies;
        this.asking = asking;
        this.words = words;
        this.people = people;
        this.writes = writes;
        this.clock = clock;
    }

    /**
     * What a device shows: its members as they are signed.
     *
     * @param challenge by which it is answered
     * @param who asks, and for what
     * @param whose accounts it is about
     * @param until when it can be answered, RFC 3339 in UTC, to the second
     */
    record Challenge(String challenge, String who, String whose, String what, String until) {
        Map<String, Object> members() {
            Map<String, Object> members = new LinkedHashMap<>();
            members.put("challenge", challenge);
            members.put("who", who);
            members.put("whose", whose);
            members.put("what", what);
            members.put("until", until);
            return members;
        }
    }

    /**
     * One that waits.
     *
     * @param word to be said, once yes was said; the caller wipes it
     */
    record Waiting(Challenge challenge, @Nullable Secret word) {}

    /**
     * What waits for a device.
     *
     * @throws Problem 403 if it is no device that counts, or did not sign this
     */
    List<Waiting> waiting(UUID device, long count, String signature) {
        UUID person = signed(device, count, DeviceStatement.asks(device, count), signature);
        return open(person, device)
                .map(
                        check ->
                                new Waiting(
                                        challenge(check),
                                        Tapped.of(check).yes() ? words.word(check.id()) : null))
                .toList();
    }

    private Stream<Check> open(UUID person, UUID device) {
        return checks.openOf(person, TapApprove.ID, clock.instant()).stream()
                .filter(check -> device.equals(Tapped.of(check).device()));
    }

    /**
     * Takes the answer to a challenge. Whoever is forced is shown a word all the same, so that
     * nobody beside them sees a difference.
     *
     * @return the word to be said; null after a no. The caller wipes it
     * @throws Problem 403 if it is no device that counts, or did not sign this; 404 if the
     *     challenge is over, is another device's, or shows something else by now
     */
    @Nullable Secret answer(UUID device, long count, UUID id, String answer, String signature) {
        Check check =
                devices.owner(device).stream()
                        .flatMap(person -> open(person, device))
                        .filter(one -> one.id().equals(id))
                        .findFirst()
                        .orElseThrow(() -> Problem.unknown("question that waits for this device"));
        signed(
                device,
                count,
                DeviceStatement.answers(device, count, answer, challenge(check).members()),
                signature);
        replies.became(id, answer, "device", "Their device");
        boolean shows = answer.equals(TapApprove.YES) || answer.equals(TapApprove.FORCED);
        return shows ? words.word(id) : null;
    }

    private UUID signed(UUID device, long count, DeviceStatement statement, String signature) {
        return writes.get(() -> devices.signedBy(device, count, statement, signature))
                .orElseThrow(
                        () ->
                                new Problem(
                                        403,
                                        "not-signed",
                                        "No device that counts signed this, or it was sent"
                                                + " before."));
    }

    private Challenge challenge(Check check) {
        Instant until = check.startedAt().plus(TapApprove.LASTS).truncatedTo(ChronoUnit.SECONDS);
        return new Challenge(
                check.id().toString(),
                asking.of(check).map(name -> name + " of the service desk").orElse("The desk"),
                people.person(check.person()).map(People.Person::name).orElse("somebody"),
                FOR,
                until.toString());
    }

    /** Takes the key of a device that is being set up. */
    Devices.Registered register(String setup, String name, byte[] key) {
        return writes.get(() -> devices.register(setup, name, key));
    }
}
