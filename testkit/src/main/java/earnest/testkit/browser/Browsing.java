package earnest.testkit.browser;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;

import earnest.testkit.StaffCodes;

/** Where analysts sit: a browser, and a server that it looks at. */
public interface Browsing {
    Browser browser();

    /** What staff sign in with beside their password. */
    StaffCodes staff();

    /** Where the server answers. */
    String url();

    /** Remembers what a page asks and shows, to be told when the test fails. */
    Watched watch(String who, Page page);
}
