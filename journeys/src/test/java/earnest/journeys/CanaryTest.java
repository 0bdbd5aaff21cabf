package earnest.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.passwords.Secret;
import earnest.core.passwords.Spelling;
import earnest.testkit.ChatPage;
import earnest.testkit.Desk;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;

/**
 * After all journeys, whose classes say no order: no secret is anywhere but where it was handed
 * over.
 */
@Order(Integer.MAX_VALUE)
@ExtendWith(World.Running.class)
class CanaryTest {
    private static final Pattern SIX_DIGITS =
            Pattern.compile("(?<![0-9a-fA-F.])\\d{6}(?![0-9a-fA-F])");

    @Test
    void noSecretIsLeftAnywhere(World world) throws IOException, InterruptedException {
        // Also alone, this plants something to search for.
        Desk tove = world.desk("tove.rask");
        String account = world.somebody();
        String ticket = tove.proved(account, world.outside());
        int texts = world.outside().texts(account).size();
        String check = tove.begin(ticket, "code-by-text");
        String code = world.outside().textedCode(account, texts);
        tove.type(ticket, check, code).ok();
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        world.secret(tove.readAloud(ticket));
        String typedWrong = "wrong-fact-canary-" + ticket.substring(30);
        String fact = tove.begin(ticket, "staff-fact");
        tove.type(ticket, fact, typedWrong).ok();
        tove.api().get("/api/record").ok();
        String own = ownPage(world);
        String written = chat(world);
        String mailed = mail(world);
        String slipped = "Slipped-Password-" + ticket.substring(30);
        new Http(world.ground().serverUrl())
                .post("/api/session", Map.of("login", slipped, "password", slipped));

        Map<String, String> places = new LinkedHashMap<>();
        places.put("the database", dump(world));
        places.put("the server's log", Files.readString(world.server().log()));
        places.put("the stand-ins' log", world.ground().read("logs/standins.log"));
        places.put("the HTTP answers", String.join("\n", Http.heard()));

        List<String> secrets = new ArrayList<>(world.secrets());
        assertThat(secrets).isNotEmpty();
        secrets.add(typedWrong);
        secrets.add(slipped);
        secrets.add(own);
        secrets.add(written);
        secrets.add(mailed);
        for (String secret : secrets) {
            places.forEach(
                    (place, content) -> {
                        for (String form : forms(secret)) {
                            assertThat(content.contains(form))
                                    .as("%s in %s", "a secret", place)
                                    .isFalse();
                        }
                    });
        }
        secrets.add(code);
        Set<String> codes = secrets.stream().filter(CanaryTest::isCode).collect(Collectors.toSet());
        places.forEach(
                (place, content) ->
                        assertThat(sixDigits(content))
                                .as("six digits in %s", place)
                                .doesNotContainAnyElementsOf(codes));
        noKeys(world, places);
    }

    /** A password and a code that somebody writes where it does not belong. */
    private static String chat(World world) {
        String account = world.somebody();
        String own = "Canary-lantern-over-pier-83";
        ChatPage chat = new ChatPage(new Http(world.ground().serverUrl()));
        chat.start().ok();
        chat.say("I forgot my password, it was " + own).ok();
        chat.say("my password is " + own + " can i talk to a human please").ok();
        Desk tove = Desk.signIn(world.ground(), "tove.rask");
        String ticket =
                StreamSupport.stream(
                                tove.api().get("/api/desk").ok().get("waiting").spliterator(),
                                false)
                        .filter(w -> w.path("reminder").asString("").startsWith("Chat:"))
                        .map(w -> w.get("id").asString())
                        .reduce((a, b) -> b)
                        .orElseThrow();
        tove.api().post("/api/tickets/" + ticket + "/take").ok();
        tove.claim(ticket, account).ok();
        tove.begin(ticket, "authenticator");
        chat.say(world.secret(world.outside().authenticator(account))).ok();
        tove.close(ticket, "Only a canary.");
        return own;
    }

    /** A password in a mail, and the link that answers it. */
    private static String mail(World world) {
        String own = "Canary-anchor-over-pier-29";
        String mailbox = world.known(world.somebodyWithAMailbox()).get("ownMail").asString();
        int before = world.outside().mails(mailbox).size();
        world.outside()
                .writeMail(
                        mailbox,
                        "Locked out",
                        "I am locked out. My password is " + own + ".\n\n> it was " + own);
        String token =
                world.secret(
                        world.outside()
                                .mailed(mailbox, before, "go on here")
                                .get("text")
                                .asString()
                                .replaceAll("(?s).*/forgot#([A-Za-z0-9_-]+).*", "$1"));
        OwnPage page = new OwnPage(new Http(world.ground().serverUrl()));
        page.press(token).ok();
        page.answer(token, "go-on").ok();
        return own;
    }

    /** A password that somebody set by themselves; its link is a secret as well. */
    private static String ownPage(World world) {
        String account = world.somebody();
        int texts = world.outside().texts(account).size();
        OwnPage page = new OwnPage(new Http(world.ground().serverUrl()));
        page.start(account).ok();
        page.begin(page.way("link-by-text")).ok();
        String link = world.secret(world.outside().textedLink(account, texts));
        page.answer(link, "opened").ok();
        page.begin(page.way("authenticator")).ok();
        page.type(world.outside().authenticator(account)).ok();
        String own = "Canary-kettle-under-pier-71";
        page.tryOut(own, "directory").ok();
        page.set(own, "directory").ok();
        page.settled();
        return own;
    }

    private static boolean isCode(String secret) {
        return secret.matches("\\d{6}");
    }

    /** Six digits occur by chance in hex: a code is searched for as a word of its own. */
    private static Set<String> sixDigits(String content) {
        return SIX_DIGITS
                .matcher(content)
                .results()
                .map(MatchResult::group)
                .collect(Collectors.toSet());
    }

    /**
     * The forms in which a secret might hide. Codes of six digits are not made into all of them.
     */
    private static Set<String> forms(String secret) {
        Set<String> forms = new LinkedHashSet<>();
        if (isCode(secret)) {
            return forms;
        }
        forms.add(secret);
        forms.add(URLEncoder.encode(secret, StandardCharsets.UTF_8));
        for (byte[] bytes :
                List.of(
                        secret.getBytes(StandardCharsets.UTF_8),
                        secret.getBytes(StandardCharsets.UTF_16LE),
                        secret.getBytes(StandardCharsets.UTF_16BE))) {
            forms.add(HexFormat.of().formatHex(bytes));
            forms.add(HexFormat.of().withUpperCase().formatHex(bytes));
            // Without what depends on the neighbours, whatever the place within a longer text.
            for (int shift = 0; shift < 3; shift++) {
                byte[] shifted = new byte[shift + bytes.length];
                System.arraycopy(bytes, 0, shifted, shift, bytes.length);
                String text = Base64.getEncoder().withoutPadding().encodeToString(shifted);
                forms.add(text.substring(shift == 0 ? 0 : 4, text.length() - 2));
            }
        }
        if (secret.length() == 12 && !secret.contains(" ")) {
            List<Spelling.Group> groups = Spelling.spell(Secret.of(secret));
            forms.add(
                    groups.stream()
                            .map(Spelling.Group::characters)
                            .collect(Collectors.joining(" ")));
            forms.add(
                    groups.stream()
                            .map(Spelling.Group::characters)
                            .collect(Collectors.joining("-")));
            forms.add(groups.stream().map(Spelling.Group::words).collect(Collectors.joining(" ")));
            groups.forEach(group -> forms.add(group.words()));
        }
        return forms;
    }

    private static void noKeys(World world, Map<String, String> places) throws IOException {
        List<Path> keys;
        try (Stream<Path> files = Files.list(world.ground().home().resolve("keys"))) {
            keys = files.filter(file -> file.toString().endsWith(".key")).toList();
        }
        assertThat(keys)
                .extracting(file -> file.getFileName().toString())
                .contains("wrapping.key", "codes.key", "marks.key");
        for (Path file : keys) {
            String name = file.getFileName().toString();
            byte[] key = Files.readAllBytes(file);
            String hex = HexFormat.of().formatHex(key);
            String base64 = Base64.getEncoder().encodeToString(key);
            places.forEach(
                    (place, content) ->
                            assertThat(content.contains(hex) || content.contains(base64))
                                    .as(name + " in " + place)
                                    .isFalse());
        }
        for (String secret :
                List.of(
                        "db-run",
                        "db-migrate",
                        "db-seal",
                        "db-erase",
                        "ldap-earnest",
                        "ldap-replica",
                        "cloud-token",
                        "stores-earnest",
                        "line-token",
                        "gateway-token")) {
            String value = world.ground().secret(secret);
            places.forEach(
                    (place, content) ->
                            assertThat(content.contains(value))
                                    .as(secret + " in " + place)
                                    .isFalse());
        }
        assertThat(world.ground().secret("demo-sign-in")).isNotEmpty();
        assertThat(places.get("the database"))
                .doesNotContain(world.ground().secret("demo-sign-in"));
    }

    /** All rows of all tables, binary columns as hex. */
    private static String dump(World world) throws IOException, InterruptedException {
        Path out = Files.createTempFile("dump", ".sql");
        ProcessBuilder dump =
                new ProcessBuilder(
                        "mariadb-dump",
                        "--no-defaults",
                        "-h",
                        "127.0.0.1",
                        "-P",
                        String.valueOf(world.ground().port("DB")),
                        "-u",
                        "earnest_migrate",
                        "--skip-lock-tables",
                        "--single-transaction",
                        "--hex-blob",
                        "earnest");
        dump.environment().put("MYSQL_PWD", world.ground().secret("db-migrate"));
        dump.redirectOutput(out.toFile());
        Process process = dump.start();
        String trouble =
                new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(trouble).isZero();
        String all = Files.readString(out);
        Files.delete(out);
        assertThat(all).contains("INSERT INTO `entry`");
        return all;
    }
}
