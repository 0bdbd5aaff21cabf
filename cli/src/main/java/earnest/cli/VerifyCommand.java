package earnest.cli;

import earnest.core.decisions.DecisionCheck;
import earnest.core.record.ExportCheck;
import earnest.core.record.Lines;
import earnest.core.record.ReceiptCheck;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;
import earnest.core.record.Verification;

import org.jspecify.annotations.Nullable;

import java.io.BufferedInputStream;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** {@code earnest verify FILE [--key PUB] [--witness SEALS] [--decisions]}. */
final class VerifyCommand implements Command {
    private static final int LONGEST_LINE = 16 << 20;
    private static final int PIECE = 8 << 20;

    @Override
    public String help() {
        return """
        Usage: ./earnest verify FILE [--key PUB] [--witness SEALS] [--decisions]

        Checks an export or a receipt of the record, without the database and without Earnest running.
        PUB is the key that seals, as './earnest record key' prints it, or a file that holds it.
        SEALS is a file of seals that a witness kept: an export of the whole record must go through
        every one of them. --decisions judges every change and every showing of an export again, by
        the rules that were in force and the checks that had ended, and says for each that it was
        allowed, or what is wrong with the first that was not.

        Examples:
          ./earnest verify record-0-48224.jsonl --key brackwater.example/service-desk+1a2b3c4d+AQ...
          ./earnest verify receipt-T-1042.json --key desk.pub
          ./earnest verify record-0-48224.jsonl --key desk.pub --witness seals.txt

          ./earnest verify record-0-48224.jsonl --key desk.pub --decisions

        Exit: 0 proved, 1 not, 2 bad input, 3 all but the signature (no key was given).
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) throws IOException {
        Options options =
                new Options(arguments, Set.of("--key", "--witness"), Set.of("--decisions"));
        Path file = Path.of(options.only("FILE"));
        SealKey key = key(options.value("--key"));
        List<Seal> seals = seals(options.value("--witness"));
        Verification verification;
        try (InputStream bytes = new BufferedInputStream(Files.newInputStream(file), 1 << 12)) {
            bytes.mark(64);
            String begin = new String(bytes.readNBytes(40), StandardCharsets.UTF_8);
            bytes.reset();
            boolean receipt = begin.matches("(?s)\\s*\\{\\s*\"entries\".*");
            if (receipt && !seals.isEmpty()) {
                throw Refused.field("--witness", "fits an export, and this is a receipt");
            }
            if (receipt && options.has("--decisions")) {
                throw Refused.field("--decisions", "fits an export, and this is a receipt");
            }
            verification =
                    receipt
                            ? ReceiptCheck.check(Input.bytes(file.toString()), key)
                            : export(bytes, new ExportCheck(key, seals));
        } catch (NoSuchFileException e) {
            throw Refused.field(file.toString(), "there is no such file");
        }
        out.println(verification.words());
        boolean sound =
                verification.outcome() == Verification.Outcome.PROVED
                        || verification.outcome() == Verification.Outcome.ALL_BUT_SIGNATURE;
        if (sound && options.has("--decisions") && !decisions(file, out)) {
            return 1;
        }
        return switch (verification.outcome()) {
            case PROVED -> 0;
            case FAILED -> 1;
            case BAD_INPUT -> Refused.BAD_INPUT;
            case ALL_BUT_SIGNATURE -> 3;
        };
    }

    /** Judges what was decided, entry by entry; ends at the first that was not allowed. */
    private static boolean decisions(Path file, PrintStream out) throws IOException {
        DecisionCheck check = new DecisionCheck();
        long decisions = 0;
        try (BufferedReader lines = Files.newBufferedReader(file)) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                byte[] bytes = line.getBytes(StandardCharsets.UTF_8);
                Optional<Lines.Numbered> entry = Lines.numbered(bytes, 0, bytes.length);
                Optional<DecisionCheck.Judged> judged =
                        entry.flatMap(e -> check.entry(e.number(), e.leaf()));
                if (judged.isPresent()) {
                    out.println(
                            "Entry %d, %s.".formatted(judged.get().entry(), judged.get().words()));
                    if (!judged.get().allowed()) {
                        out.println(
                                "This decision does not stand; those after it were not judged.");
                        return false;
                    }
                    decisions++;
                }
            }
        }
        out.println("All %d decisions stand.".formatted(decisions));
        return true;
    }

    private static @Nullable SealKey key(@Nullable String given) throws IOException {
        if (given == null) {
            return null;
        }
        String text = given;
        if (!given.contains("+") || Files.isRegularFile(Path.of(given))) {
            text = new String(Input.bytes(given), StandardCharsets.UTF_8);
        }
        try {
            return SealKey.read(text);
        } catch (IllegalArgumentException e) {
            throw Refused.field("--key", String.valueOf(e.getMessage()));
        }
    }

    private static List<Seal> seals(@Nullable String file) {
        List<Seal> seals = new ArrayList<>();
        if (file != null) {
            String text = new String(Input.bytes(file), StandardCharsets.UTF_8);
            for (String note : text.split("(?<=\n)\n(?!\u2014 )")) {
                if (note.isBlank()) {
                    continue;
                }
                try {
                    seals.add(Seal.read(note));
                } catch (IllegalArgumentException e) {
                    throw Refused.field(
                            "--witness",
                            "seal %d is none: %s".formatted(seals.size() + 1, e.getMessage()));
                }
            }
            if (seals.isEmpty()) {
                throw Refused.field("--witness", "holds no seal");
            }
        }
        return seals;
    }

    /** Piece by piece, so that memory does not grow with the export. */
    private static Verification export(InputStream in, ExportCheck check) throws IOException {
        byte[] buffer = new byte[PIECE];
        int length = 0;
        int read;
        while ((read = in.readNBytes(buffer, length, buffer.length - length)) > 0) {
            int end = length + read;
            int from = lines(buffer, end, check);
            length = end - from;
            System.arraycopy(buffer, from, buffer, 0, length);
            if (check.over()) {
                return check.end();
            }
            if (length == buffer.length) {
                if (length >= LONGEST_LINE) {
                    throw new Refused("a line is longer than 16 MB: this is no export");
                }
                buffer = Arrays.copyOf(buffer, 2 * length);
            }
        }
        if (length > 0) {
            check.line(buffer, 0, length);
        }
        return check.end();
    }

    /** Takes the whole lines of a piece; where the rest begins. */
    private static int lines(byte[] buffer, int end, ExportCheck check) {
        int rest = end;
        while (rest > 0 && buffer[rest - 1] != '\n') {
            rest--;
        }
        if (rest > 0) {
            check.lines(buffer, 0, rest);
        }
        return rest;
    }
}
