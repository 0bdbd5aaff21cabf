package earnest.record;

import earnest.core.record.Seal;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;

/** A file that is only added to: each seal as it was signed, then an empty line. */
final class FileWitness implements Witness {
    private final Path file;

    FileWitness(Path file) {
        this.file = file;
    }

    @Override
    public String name() {
        return "file";
    }

    @Override
    public void tell(List<Seal> seals) throws IOException {
        StringBuilder text = new StringBuilder();
        seals.forEach(seal -> text.append(seal.note()).append('\n'));
        Files.createDirectories(file.toAbsolutePath().getParent());
        try (FileChannel channel =
                FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            ByteBuffer bytes = ByteBuffer.wrap(text.toString().getBytes(StandardCharsets.UTF_8));
            while (bytes.hasRemaining()) {
                channel.write(bytes);
            }
            channel.force(false);
        }
    }
}
