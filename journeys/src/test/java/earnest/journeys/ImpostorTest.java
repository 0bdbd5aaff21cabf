package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.options.RequestOptions;

import earnest.testkit.Desk;
import earnest.testkit.browser.Analyst;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.Map;
import java.util.stream.StreamSupport;

/** Somebody who shows her number, knows some facts, and is in a hurry. */
@Order(2)
@ExtendWith(World.Running.class)
class ImpostorTest {
    @Test
    void getsNowhere(World world) {
        String before =
                world.directory().read("LDAP", "iokafor").getAttributeValue("pwdChangedTime");
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            world.outside().ring("impostor");
            tove.see("Ringing");
            tove.button("Answer").first().click();
            tove.column("Who").getByText("Ines Okafor").waitFor();
            // The page is there while the call still rings; its keys act once it is answered.
            tove.button("End call").waitFor();
            tove.press("1");
            tove.column("Who").getByText("That counts nothing").waitFor();
            String ticket = tove.page().url().replaceAll(".*/", "");

            Desk api = world.desk("tove.rask");
            knownFacts(world, api, ticket);
            assertThat(api.standing(ticket)).isLessThanOrEqualTo(3);
            tove.see("short");

            String check = api.begin(ticket, "code-by-text");
            for (int i = 0; i < 3; i++) {
                api.type(ticket, check, "11111" + i).ok();
            }
            assertThat(api.standing(ticket)).isNegative();
            tove.column("Change").getByText("Brackwater directory").first().waitFor();
            assertThat(tove.column("Change").getByText("Give").count()).isZero();
            assertThat(tove.column("Change").getByText("Unlock U").count()).isZero();
            tove.accessible("an impostor");

            assertThat(api.change(ticket, "temporary-password").problem())
                    .isEqualTo("not-sure-enough");
            assertThat(api.change(ticket, "unlock").problem())
                    .isIn("not-sure-enough", "not-locked");
            assertThat(api.api().post("/api/tickets/" + ticket + "/handover/show").problem())
                    .isEqualTo("nothing-to-hand-over");
            fromThePageItself(tove, ticket, api.version(ticket));
            api.close(ticket, "Only a trial.");
        }
        assertThat(world.directory().read("LDAP", "iokafor").getAttributeValue("pwdChangedTime"))
                .isEqualTo(before);
    }

    /** Somebody who has the victim's text messages, and no more. */
    @Test
    void withTheTextCodeAloneIsRefusedKindly(World world) {
        String account = world.somebody();
        int texts = world.outside().texts(account).size();
        try (Analyst tove = Analyst.signIn(world, "tove.rask")) {
            Callers.rings(world, tove, account);
            Proving.begin(tove, "Code to work mobile");
            tove.see("The text left");
            tove.type(world.outside().textedCode(account, texts));
            tove.see("Code read back, work mobile");
            assertThat(tove.column("Change").getByText("Give").count()).isZero();
            String ticket = tove.page().url().replaceAll(".*/", "");
            Desk api = world.desk("tove.rask");
            assertThat(api.change(ticket, "temporary-password").problem())
                    .isEqualTo("not-sure-enough");
            tove.press("f");
            tove.see("Thank you for your patience");
            tove.press("f");
            tove.see("No page is open");
        }
    }

    /** With the page's own cookies and token, as a script slipped into it would. */
    private static void fromThePageItself(Analyst tove, String ticket, long version) {
        String csrf =
                tove.page().context().cookies().stream()
                        .filter(c -> c.name.equals("XSRF-TOKEN"))
                        .findFirst()
                        .orElseThrow()
                        .value;
        APIResponse refused =
                tove.page()
                        .context()
                        .request()
                        .post(
                                tove.page()
                                        .url()
                                        .replaceAll(
                                                "/desk/.*", "/api/tickets/" + ticket + "/changes"),
                                RequestOptions.create()
                                        .setHeader("X-XSRF-TOKEN", csrf)
                                        .setData(
                                                Map.of(
                                                        "system",
                                                        "directory",
                                                        "action",
                                                        "temporary-password",
                                                        "version",
                                                        version)));
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text()).contains("not-sure-enough");
    }

    private static void knownFacts(World world, Desk api, String ticket) {
        JsonNode ines = person(world, "iokafor");
        Map<String, String> knows =
                Map.of(
                        "Ask for the staff number",
                        ines.get("staffNumber").asString(),
                        "Ask for the manager's name",
                        "Oskar Lindqvist");
        for (int i = 0; i < 4; i++) {
            String check = api.begin(ticket, "staff-fact");
            String asked = api.page(ticket).get("proof").get("open").get("label").asString();
            api.type(ticket, check, knows.getOrDefault(asked, "I do not know")).ok();
        }
    }

    private static JsonNode person(World world, String account) {
        JsonNode people = JsonMapper.shared().readTree(world.ground().read("world/people.json"));
        return StreamSupport.stream(people.spliterator(), false)
                .filter(p -> p.get("account").asString().equals(account))
                .findFirst()
                .orElseThrow();
    }
}
