package earnest.journeys;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Route;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * The interface as it is, with one folder more among its places: built, and put before the
 * server's.
 */
final class InterfaceWithOneMore {
    private static final List<String> BUILT_FROM =
            List.of(
                    "index.html",
                    "package.json",
                    "tsconfig.json",
                    "vite.config.ts",
                    "src",
                    "public");
    private final Path built;

    private InterfaceWithOneMore(Path built) {
        this.built = built;
    }

    /**
     * Types are checked too, as they would be.
     *
     * @param place the folder to add
     */
    static InterfaceWithOneMore build(Path checkout, Path place, Path in) {
        try {
            Files.createDirectories(in);
            for (String one : BUILT_FROM) {
                copy(checkout.resolve("web").resolve(one), in.resolve(one));
            }
            copy(place, in.resolve("src/places").resolve(place.getFileName()));
            Files.createSymbolicLink(
                    in.resolve("node_modules"), checkout.resolve("web/node_modules"));
            run(in, "tsc", "--noEmit");
            run(in, "vite", "build", "--logLevel", "warn");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new InterfaceWithOneMore(in.resolve("dist"));
    }

    private static void run(Path in, String tool, String... arguments) throws IOException {
        List<String> command = new ArrayList<>(List.of("node_modules/.bin/" + tool));
        command.addAll(List.of(arguments));
        Path said = in.resolve(tool + ".log");
        Process process =
                new ProcessBuilder(command)
                        .directory(in.toFile())
                        .redirectErrorStream(true)
                        .redirectOutput(said.toFile())
                        .start();
        try {
            if (!process.waitFor(3, TimeUnit.MINUTES) || process.exitValue() != 0) {
                process.destroyForcibly();
                throw new IllegalStateException(tool + ": " + Files.readString(said));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        Files.walkFileTree(
                from,
                new SimpleFileVisitor<>() {
                    @Override
                    public FileVisitResult preVisitDirectory(Path one, BasicFileAttributes its)
                            throws IOException {
                        Files.createDirectories(to.resolve(from.relativize(one).toString()));
                        return FileVisitResult.CONTINUE;
                    }

                    @Override
                    public FileVisitResult visitFile(Path one, BasicFileAttributes its)
                            throws IOException {
                        String below = from.relativize(one).toString();
                        Files.copy(one, below.isEmpty() ? to : to.resolve(below));
                        return FileVisitResult.CONTINUE;
                    }
                });
    }

    /** Its pages instead of the server's, with the server's own headers. */
    void before(BrowserContext browser) {
        browser.route(
                url -> true,
                route -> {
                    String path = URI.create(route.request().url()).getPath();
                    if (route.request().resourceType().equals("document")) {
                        page(route);
                    } else if (path.startsWith("/assets/")) {
                        route.fulfill(
                                new Route.FulfillOptions()
                                        .setPath(built.resolve(path.substring(1))));
                    } else {
                        route.resume();
                    }
                });
    }

    private void page(Route route) {
        APIResponse served = route.fetch();
        try {
            route.fulfill(
                    new Route.FulfillOptions()
                            .setResponse(served)
                            .setBody(Files.readString(built.resolve("index.html"))));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
