package earnest.wrapped;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.KeyFiles;
import earnest.ground.KeyProperties;
import earnest.ground.Writes;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.security.SecureRandom;
import java.time.Clock;
import java.util.UUID;

/** The key that wraps can be changed: each secret names its own. */
@ExtendWith(App.Running.class)
class WrappingKeyTest {
    private static WrappedSecrets under(App app, String key) {
        return new WrappedSecrets(
                app.database(),
                app.bean(SecretMarks.class),
                app.bean(KeyFiles.class),
                new KeyProperties(app.bean(KeyProperties.class).folder(), key),
                app.bean(SecureRandom.class),
                app.bean(Clock.class),
                app.bean(Ids.class));
    }

    @Test
    void whatWasWrappedUnderTheFormerKeyIsReadAndWhatIsNewNamesTheNewOne(App app) {
        Writes writes = app.bean(Writes.class);
        UUID ticket = UUID.randomUUID();
        WrappedSecrets former = under(app, "wrapping");
        UUID old = writes.get(() -> former.keep(ticket, ticket, Secret.of("canary-former")));
        WrappedSecrets.Wrapped kept = former.wrapKey(ticket, new byte[] {1, 2, 3});

        WrappedSecrets now = under(app, "wrapping-next");
        UUID fresh = writes.get(() -> now.keep(ticket, ticket, Secret.of("canary-next")));
        assertThat(keyOf(app, old)).isEqualTo("wrapping");
        assertThat(keyOf(app, fresh)).isEqualTo("wrapping-next");
        String before = now.take(old).orElseThrow().open(String::new);
        String after = now.take(fresh).orElseThrow().open(String::new);
        assertThat(before).isEqualTo("canary-former");
        assertThat(after).isEqualTo("canary-next");

        assertThat(now.isOld(kept)).isTrue();
        WrappedSecrets.Wrapped anew = now.wrapKey(ticket, now.unwrapKey(ticket, kept));
        assertThat(now.isOld(anew)).isFalse();
        assertThat(now.unwrapKey(ticket, anew)).containsExactly(1, 2, 3);
        writes.run(() -> now.forget(old));
        writes.run(() -> now.forget(fresh));
    }

    private static String keyOf(App app, UUID id) {
        return app.database()
                .sql("select key_name from wrapped_secret where id = :id")
                .param("id", id)
                .query(String.class)
                .single();
    }
}
