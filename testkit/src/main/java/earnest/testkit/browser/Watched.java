package earnest.testkit.browser;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import com.microsoft.playwright.Request;

import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayDeque;
import java.util.Deque;

/** What one page asked of the server and showed in the end, told when a journey fails. */
public final class Watched {
    private static final int MOST = 60;
    private final String who;
    private final Page page;
    private final Deque<String> asked = new ArrayDeque<>();
    private String shown = "(not looked at)";

    public Watched(String who, Page page) {
        this.who = who;
        this.page = page;
        page.onRequest(request -> note(request, "asked"));
        page.onResponse(response -> note(response.request(), String.valueOf(response.status())));
        page.onRequestFailed(request -> note(request, "failed: " + request.failure()));
        page.onPageError(error -> asked.add(now() + " error in the page: " + error));
        page.onConsoleMessage(said -> asked.add(now() + " console: " + said.text()));
    }

    private static LocalTime now() {
        return LocalTime.now().truncatedTo(ChronoUnit.MILLIS);
    }

    private void note(Request request, String what) {
        if (request.url().contains("/api/")) {
            String path = request.url().replaceFirst("^https?://[^/]+", "");
            asked.add(now() + " " + request.method() + " " + path + " " + what);
        }
        while (asked.size() > MOST) {
            asked.removeFirst();
        }
    }

    /** Remembers what the page shows now. */
    public void look() {
        try {
            shown = page.locator("body").innerText();
        } catch (PlaywrightException gone) {
            shown = "(could not be looked at: " + gone.getMessage() + ")";
        }
    }

    @Override
    public String toString() {
        return who
                + " at "
                + page.url()
                + " asked:\n  "
                + String.join("\n  ", asked)
                + "\nand saw in the end:\n"
                + shown.indent(2);
    }
}
