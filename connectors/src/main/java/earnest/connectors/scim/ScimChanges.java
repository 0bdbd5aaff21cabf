package earnest.connectors.scim;

import earnest.connectors.AccountRef;
import earnest.connectors.ChangeResult;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.util.Arrays;
import java.util.Objects;
import java.util.function.Function;

/**
 * Changes accounts: each change is one PATCH, sent once, on the version that was just looked at.
 */
final class ScimChanges {
    private final ScimClient client;
    private final ScimSettings settings;
    private final String name;
    private final String whoHelps;

    ScimChanges(ScimClient client, ScimSettings settings, String name, String whoHelps) {
        this.client = client;
        this.settings = settings;
        this.name = name;
        this.whoHelps = whoHelps;
    }

    ChangeResult unlock(AccountRef account) {
        return change(account, user -> null, body -> body.replace(path(settings.locked()), false));
    }

    ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        return set(account, password, true, unchanged(before));
    }

    ChangeResult setOwn(AccountRef account, Secret password, String before) {
        return set(account, password, false, unchanged(before));
    }

    private static Function<ScimMark, @Nullable String> unchanged(String before) {
        ScimMark was = ScimMark.read(before);
        return now ->
                Objects.equals(now.passwordSet(), was.passwordSet())
                        ? null
                        : "The password was changed meanwhile. Look again before you go on.";
    }

    ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        ScimMark was = ScimMark.read(effect);
        return set(
                account,
                password,
                true,
                now ->
                        was.passwordSet() != null
                                        && Objects.equals(now.passwordSet(), was.passwordSet())
                                        && (now.mustChange() || !was.mustChange())
                                ? null
                                : "The temporary password was used or changed meanwhile.");
    }

    private ChangeResult set(
            AccountRef account,
            Secret password,
            boolean mustChange,
            Function<ScimMark, @Nullable String> refusal) {
        return change(
                account,
                refusal,
                body -> {
                    body.password(password).replace(path(settings.mustChange()), mustChange);
                    return settings.locked() == null
                            ? body
                            : body.replace(path(settings.locked()), false);
                });
    }

    private static String path(ScimSettings.@Nullable Attribute attribute) {
        return Objects.requireNonNull(attribute, "what the kind cannot do is not asked").path();
    }

    /** Looks, and changes what it saw if nothing stands against it. */
    private ChangeResult change(
            AccountRef account,
            Function<ScimMark, @Nullable String> refusal,
            Function<PatchBody, PatchBody> body) {
        ScimClient.Answer seen;
        try {
            seen = client.get(ScimConnector.user(account));
        } catch (ScimClient.NotReached | ScimClient.NoAnswer e) {
            return notSent();
        }
        if (seen.status() != ScimConnector.OK) {
            return beforeSending(seen);
        }
        ScimUser user = new ScimUser(seen.body(), settings);
        if (!user.active()) {
            return new ChangeResult.Refused(
                    "An administrator switched it off. Ask %s.".formatted(whoHelps));
        }
        String refused = refusal.apply(ScimMark.read(user.state().mark()));
        if (refused != null) {
            return new ChangeResult.Refused(refused);
        }
        try (PatchBody patch = new PatchBody()) {
            byte[] bytes = body.apply(patch).whole();
            try {
                return send(account, bytes, user.version());
            } finally {
                Arrays.fill(bytes, (byte) 0);
            }
        }
    }

    private ChangeResult notSent() {
        return new ChangeResult.NotSent(
                "%s cannot be reached. Nothing was changed; try again in a minute."
                        .formatted(name));
    }

    /** Nothing was asked for yet. */
    private ChangeResult beforeSending(ScimClient.Answer seen) {
        return switch (seen.status()) {
            case 401, 403 -> noRight();
            case 404 -> missing();
            case 429 -> busy(seen);
            default -> notSent();
        };
    }

    private ChangeResult send(AccountRef account, byte[] body, @Nullable String version) {
        ScimClient.Answer answer;
        try {
            answer = client.patch(ScimConnector.user(account), body, version);
        } catch (ScimClient.NotReached e) {
            return notSent();
        } catch (ScimClient.NoAnswer e) {
            return noAnswer();
        }
        return switch (answer.status()) {
            case 200, 204 -> new ChangeResult.TookEffect();
            // What the service says in detail is not passed on: it may repeat what it was sent.
            case 400 ->
                    "invalidValue".equals(answer.body().get("scimType"))
                            ? new ChangeResult.Refused(
                                    "%s does not take this password by its own rules. Make another."
                                            .formatted(name))
                            : new ChangeResult.Refused(
                                    "%s did not understand the change. Tell a steward."
                                            .formatted(name));
            case 401, 403 -> noRight();
            case 404 -> missing();
            case 409, 412 ->
                    new ChangeResult.Refused(
                            "The account was changed meanwhile. Look again before you go on.");
            case 429 -> busy(answer);
            default -> noAnswer();
        };
    }

    private ChangeResult noAnswer() {
        return new ChangeResult.NoAnswer(
                "%s gave no answer; it is being read back.".formatted(name));
    }

    private ChangeResult noRight() {
        return new ChangeResult.Refused(
                "%s does not let Earnest do that. Tell a steward.".formatted(name));
    }

    private ChangeResult missing() {
        return new ChangeResult.Refused("There is no such account. Ask %s.".formatted(whoHelps));
    }

    private ChangeResult busy(ScimClient.Answer answer) {
        return new ChangeResult.NotSent(
                "%s is busy%s. Nothing was changed; try again in a minute."
                        .formatted(
                                name,
                                answer.retryAfter() == 0
                                        ? ""
                                        : " for " + answer.retryAfter() + " seconds"));
    }
}
