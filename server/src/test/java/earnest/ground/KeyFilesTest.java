package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyMap;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.startsWith;
import static org.mockito.Mockito.RETURNS_DEEP_STUBS;
import static org.mockito.Mockito.RETURNS_SELF;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.PlatformTransactionManager;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.Optional;

/** A lost, changed or open key stops the start, and says what to do. */
class KeyFilesTest {
    @TempDir Path folder;

    private KeyFiles keys(Optional<String> fingerprint) {
        return keys(fingerprint, 1);
    }

    private KeyFiles keys(Optional<String> fingerprint, long known) {
        JdbcClient database = mock(JdbcClient.class, RETURNS_DEEP_STUBS);
        when(database.sql(startsWith("select"))
                        .param(anyString(), any())
                        .query(String.class)
                        .optional())
                .thenReturn(fingerprint);
        when(database.sql(startsWith("select count")).params(anyMap()).query(Long.class).single())
                .thenReturn(known);
        JdbcClient.StatementSpec insert = mock(JdbcClient.StatementSpec.class, RETURNS_SELF);
        when(database.sql(startsWith("insert"))).thenReturn(insert);
        return new KeyFiles(
                new KeyProperties(folder, "wrapping"),
                database,
                new Writes(mock(PlatformTransactionManager.class)),
                new SecureRandom());
    }

    @Test
    void theFirstStartMakesAKeyThatOnlyItsOwnerReads() throws IOException {
        assertThat(keys(Optional.empty()).key("wrapping")).hasSize(32);
        assertThat(
                        PosixFilePermissions.toString(
                                Files.getPosixFilePermissions(folder.resolve("wrapping.key"))))
                .isEqualTo("rw-------");
        assertThat(keys(Optional.empty()).key("wrapping"))
                .isEqualTo(keys(Optional.empty()).key("wrapping"));
    }

    /** Of two nodes that start first, each with a folder of its own, one has the key. */
    @Test
    void whoWasSlowerAtTheFirstStartKeepsNoKeyOfItsOwn() {
        assertThatThrownBy(() -> keys(Optional.empty(), 0).key("wrapping"))
                .hasMessageContaining("Another node made the key 'wrapping'")
                .hasMessageContaining("Copy its key files");
        assertThat(folder.resolve("wrapping.key")).doesNotExist();
    }

    @Test
    void aLostKeyIsNotReplaced() {
        assertThatThrownBy(() -> keys(Optional.of("known")).key("wrapping"))
                .hasMessageContaining("missing")
                .hasMessageContaining("backup");
        assertThat(folder.resolve("wrapping.key")).doesNotExist();
    }

    @Test
    void anotherKeyIsRefused() {
        keys(Optional.empty()).key("wrapping");
        assertThatThrownBy(() -> keys(Optional.of("another")).key("wrapping"))
                .hasMessageContaining("is not the one");
    }

    @Test
    void aKeyThatOthersCanReadIsRefused() throws IOException {
        keys(Optional.empty()).key("codes");
        Files.setPosixFilePermissions(
                folder.resolve("codes.key"), PosixFilePermissions.fromString("rw-r--r--"));
        assertThatThrownBy(() -> keys(Optional.empty()).key("codes"))
                .hasMessageContaining("chmod 600");
    }
}
