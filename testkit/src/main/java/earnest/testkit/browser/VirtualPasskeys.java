package earnest.testkit.browser;

import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;

/** What keeps passkeys in a browser of tests, and finds its person before it. */
public final class VirtualPasskeys {
    private VirtualPasskeys() {}

    /** Gives one to the browser of a page. */
    public static void in(Page page) {
        CDPSession session = page.context().newCDPSession(page);
        session.send("WebAuthn.enable");
        JsonObject options = new JsonObject();
        options.addProperty("protocol", "ctap2");
        options.addProperty("transport", "internal");
        options.addProperty("hasResidentKey", true);
        options.addProperty("hasUserVerification", true);
        options.addProperty("isUserVerified", true);
        options.addProperty("automaticPresenceSimulation", true);
        JsonObject wanted = new JsonObject();
        wanted.add("options", options);
        session.send("WebAuthn.addVirtualAuthenticator", wanted);
    }
}
