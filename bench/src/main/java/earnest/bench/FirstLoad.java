package earnest.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.GZIPOutputStream;

/** What a browser loads before the desk is there: script and style, compressed. */
final class FirstLoad {
    private static final Pattern ASSET = Pattern.compile("(?:src|href)=\"(/[^\"]+\\.(?:js|css))\"");
    private static final double AIM_KB = 110;

    private FirstLoad() {}

    static void run(Path checkout) throws IOException {
        Path dist = checkout.resolve("web/dist");
        Matcher assets = ASSET.matcher(Files.readString(dist.resolve("index.html")));
        long bytes = 0;
        while (assets.find()) {
            ByteArrayOutputStream zipped = new ByteArrayOutputStream();
            try (GZIPOutputStream gzip = new GZIPOutputStream(zipped)) {
                gzip.write(Files.readAllBytes(dist.resolve(assets.group(1).substring(1))));
            }
            bytes += zipped.size();
        }
        double kb = bytes / 1000.0;
        Report.head("First load of the desk");
        Report.line(
                String.format(
                        Locale.ROOT,
                        "script and style, compressed: %.0f kB%s",
                        kb,
                        kb <= AIM_KB ? ", aim 110 kB met" : ", AIM 110 kB MISSED"));
    }
}
