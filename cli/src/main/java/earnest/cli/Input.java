package earnest.cli;

import earnest.core.json.BadJson;
import earnest.core.json.Json;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;

/** Files that commands read. */
final class Input {
    private static final long MOST_BYTES = 64L << 20;

    private Input() {}

    static byte[] bytes(String file) {
        Path path = Path.of(file);
        try {
            if (Files.isDirectory(path)) {
                throw Refused.field(file, "is a folder");
            }
            if (Files.size(path) > MOST_BYTES) {
                throw Refused.field(file, "is larger than 64 MB");
            }
            return Files.readAllBytes(path);
        } catch (NoSuchFileException e) {
            throw Refused.field(file, "there is no such file");
        } catch (IOException e) {
            throw Refused.field(file, "cannot be read");
        }
    }

    /** As UTF-8, in which every byte counts. */
    static String text(String file) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes(file)))
                    .toString();
        } catch (CharacterCodingException e) {
            throw Refused.field(file, "is not UTF-8");
        }
    }

    static Object json(String file) {
        try {
            return Json.read(bytes(file));
        } catch (BadJson e) {
            throw Refused.field(file, "is not JSON: " + e.getMessage());
        }
    }
}
