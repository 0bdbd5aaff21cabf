package earnest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.core.passwords.Secret;
import earnest.ground.Writes;
import earnest.wrapped.WrappedSecrets;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.nio.charset.StandardCharsets;
import java.util.UUID;

/** Secrets that wait are unreadable where they are stored, and bound to their place. */
@ExtendWith(App.Running.class)
class WrappedTest {
    private final UUID ticket = UUID.randomUUID();

    private UUID keep(App app, String value) {
        WrappedSecrets secrets = app.bean(WrappedSecrets.class);
        return app.bean(Writes.class)
                .get(() -> secrets.keep(ticket, UUID.randomUUID(), Secret.of(value)));
    }

    private static byte[] stored(App app, UUID id) {
        return app.database()
                .sql("select ciphertext from wrapped_secret where id = :id")
                .param("id", id)
                .query((row, i) -> row.getBytes(1))
                .single();
    }

    @Test
    void comeBackAsTheyWereAndAreGoneWhenDiscarded(App app) {
        WrappedSecrets secrets = app.bean(WrappedSecrets.class);
        UUID id = keep(app, "Kä9 canary");
        String back = secrets.take(id).orElseThrow().open(String::new);
        assertThat(back).isEqualTo("Kä9 canary");
        app.bean(Writes.class).run(() -> secrets.discard(id));
        assertThat(secrets.take(id)).isEmpty();
    }

    @Test
    void areStoredUnreadableAndNeverTwiceAlike(App app) {
        byte[] one = stored(app, keep(app, "canary-stored"));
        byte[] other = stored(app, keep(app, "canary-stored"));
        assertThat(new String(one, StandardCharsets.ISO_8859_1)).doesNotContain("canary");
        assertThat(one).isNotEqualTo(other);
    }

    @Test
    void cannotBeMovedToAnotherPlaceOrAltered(App app) {
        WrappedSecrets secrets = app.bean(WrappedSecrets.class);
        UUID from = keep(app, "canary-moved");
        UUID to = keep(app, "another");
        app.database()
                .sql("update wrapped_secret set ciphertext = :c where id = :id")
                .param("c", stored(app, from))
                .param("id", to)
                .update();
        assertThatThrownBy(() -> secrets.take(to)).isInstanceOf(IllegalStateException.class);
        byte[] altered = stored(app, from);
        altered[altered.length - 1] ^= 1;
        app.database()
                .sql("update wrapped_secret set ciphertext = :c where id = :id")
                .param("c", altered)
                .param("id", from)
                .update();
        assertThatThrownBy(() -> secrets.take(from)).isInstanceOf(IllegalStateException.class);
        app.bean(Writes.class).run(() -> secrets.discard(from));
        app.bean(Writes.class).run(() -> secrets.discard(to));
    }

    @Test
    void areRecognisedInATextHoweverTheyAreSpaced(App app) {
        WrappedSecrets secrets = app.bean(WrappedSecrets.class);
        UUID id = keep(app, "KA7Mwu4rH2x9");
        assertThat(secrets.holdsLiveSecret(ticket, null, "it is ka7m-WU4R h2x9.")).isTrue();
        assertThat(secrets.holdsLiveSecret(ticket, null, "it is KA7M wu4r")).isFalse();
        assertThat(secrets.holdsLiveSecret(UUID.randomUUID(), null, "KA7Mwu4rH2x9")).isFalse();
        // Said back and gone from the store, it is in force all the same.
        app.bean(Writes.class).run(() -> secrets.discard(id));
        assertThat(secrets.holdsLiveSecret(ticket, null, "it is ka7m-WU4R h2x9.")).isTrue();
        app.bean(Writes.class).run(() -> secrets.forget(id));
        assertThat(secrets.holdsLiveSecret(ticket, null, "it is ka7m-WU4R h2x9.")).isFalse();
    }

    @Test
    void nothingIsWrittenOutsideATransaction(App app) {
        WrappedSecrets secrets = app.bean(WrappedSecrets.class);
        assertThatThrownBy(() -> secrets.keep(ticket, ticket, Secret.of("canary-outside")))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("outside a transaction");
    }
}
