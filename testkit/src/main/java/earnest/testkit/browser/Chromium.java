package earnest.testkit.browser;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Playwright;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Debian's browser, without a window. */
public final class Chromium implements AutoCloseable {
    private final Playwright playwright;
    private final Browser browser;

    private Chromium(Playwright playwright, Browser browser) {
        this.playwright = playwright;
        this.browser = browser;
    }

    public static Chromium start() {
        Playwright playwright =
                Playwright.create(new Playwright.CreateOptions().setEnv(environment()));
        Browser browser =
                playwright
                        .chromium()
                        .launch(
                                new BrowserType.LaunchOptions()
                                        .setExecutablePath(chromium())
                                        .setArgs(
                                                List.of(
                                                        "--no-sandbox",
                                                        "--disable-gpu",
                                                        "--disable-quic",
                                                        "--no-first-run",
                                                        "--disable-background-networking",
                                                        "--disable-component-update",
                                                        "--disable-sync")));
        return new Chromium(playwright, browser);
    }

    public Browser browser() {
        return browser;
    }

    private static Path chromium() {
        return Stream.of("/usr/bin/chromium", "/usr/bin/chromium-browser")
                .map(Path::of)
                .filter(Files::isExecutable)
                .findFirst()
                .orElseThrow(
                        () ->
                                new IllegalStateException(
                                        "Chromium is missing: ./earnest test installs it"));
    }

    private static Map<String, String> environment() {
        Map<String, String> environment =
                System.getenv().entrySet().stream()
                        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        environment.put("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1");
        return environment;
    }

    @Override
    public void close() {
        browser.close();
        playwright.close();
    }
}
