package earnest.testkit.browser;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;

/** Where analysts sit: a browser, and a server that it looks at. */
public interface Browsing {
    Browser browser();

    /** Where the server answers. */
    String url();

    /** Remembers what a page asks and shows, to be told when the test fails. */
    Watched watch(String who, Page page);
}
