package earnest.standins.pockets;

import earnest.standins.Installation;
import earnest.standins.gateway.TextGateway;
import earnest.standins.http.Refused;
import earnest.standins.http.Request;
import earnest.standins.http.Server;
import earnest.standins.lantern.Lantern;
import earnest.standins.line.Switchboard;
import earnest.standins.mail.Mail;
import earnest.standins.mail.Mailboxes;
import earnest.standins.voice.Voice;
import earnest.standins.world.Person;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Each person's phone, and the laptop beside it. */
public final class Pockets {
    private static final int MOST_FOUND = 30;
    private final Installation installation;
    private final TextGateway gateway;
    private final Switchboard switchboard;
    private final Mailboxes mailboxes;
    private final Lantern lantern;
    private final Voice voice;
    private final Laptop laptop;
    private final Phones phones;

    public Pockets(
            Installation installation,
            TextGateway gateway,
            Switchboard switchboard,
            Mailboxes mailboxes,
            Lantern lantern,
            Voice voice,
            String earnestUrl,
            String directoryUrl)
            throws IOException {
        this.installation = installation;
        this.gateway = gateway;
        this.switchboard = switchboard;
        this.mailboxes = mailboxes;
        this.lantern = lantern;
        this.voice = voice;
        this.laptop = new Laptop(directoryUrl);
        this.phones = new Phones(earnestUrl, installation.home().resolve("world/device-keys.json"));
    }

    public void serve(Server server) {
        server.on("GET", "/pockets", request -> new Server.Page("pockets.html"));
        server.on("GET", "/pockets/*", request -> new Server.Page("pocket.html"));
        server.on("GET", "/api/pockets", this::list);
        server.on("GET", "/api/pockets/*", this::pocket);
        server.on("POST", "/api/pockets/*/calls/*/answer", r -> act(r, "answered"));
        server.on("POST", "/api/pockets/*/calls/*/decline", r -> act(r, "declined"));
        server.on("POST", "/api/pockets/*/calls/*/hang-up", r -> act(r, "ended"));
        server.on("POST", "/api/pockets/*/sign-in", this::signIn);
        server.on("POST", "/api/pockets/*/device", this::setUp);
        server.on("POST", "/api/pockets/*/device/answers", this::answer);
    }

    private Object list(Request request) {
        String find = request.query().startsWith("find=") ? request.query().substring(5) : "";
        String wanted = find.toLowerCase(Locale.ROOT);
        return installation.people().stream()
                .filter(
                        p ->
                                wanted.isEmpty()
                                        ? p.scene() != null
                                        : p.name().toLowerCase(Locale.ROOT).contains(wanted)
                                                || p.account().contains(wanted))
                .limit(MOST_FOUND)
                .map(Pockets::summary)
                .toList();
    }

    private static Map<String, Object> summary(Person p) {
        Map<String, Object> summary = new LinkedHashMap<>();
        summary.put("account", p.account());
        summary.put("name", p.name());
        summary.put("title", p.title() + ", " + p.vessel() + ", " + p.port());
        summary.put("scene", p.scene());
        return summary;
    }

    private Object pocket(Request request) {
        Person p = owner(request);
        List<String> phones = phones(p);
        Map<String, Object> pocket = summary(p);
        pocket.put("phones", phones);
        pocket.put("texts", phones.stream().flatMap(n -> gateway.at(n).stream()).toList());
        pocket.put(
                "mails",
                addresses(p).stream()
                        .flatMap(address -> mailboxes.at(address).stream())
                        .sorted(Comparator.comparing(Mail::at))
                        .toList());
        pocket.put("mailboxes", addresses(p));
        pocket.put("calls", switchboard.to(phones));
        pocket.put("device", this.phones.shown(p.account()));
        pocket.put("lantern", lantern.asks(p.account()));
        pocket.put("voice", voice.calling(phones));
        pocket.put(
                "signIn",
                installation
                        .staffKey(p.account())
                        .map(key -> Authenticator.now(key, Instant.now()))
                        .orElse(null));
        pocket.put(
                "authenticator",
                installation
                        .authenticator(p.account())
                        .map(key -> Authenticator.now(key, Instant.now()))
                        .orElse(null));
        return pocket;
    }

    private Object act(Request request, String state) {
        owner(request);
        return switchboard.pocket(request.part(1), state);
    }

    private Object signIn(Request request) throws IOException {
        Person p = owner(request);
        JsonNode body = request.json();
        return laptop.signIn(
                "uid=" + p.account() + ",ou=people,dc=brackwater,dc=example",
                body.path("password").asString(""),
                body.path("newPassword").asString(""));
    }

    private Object setUp(Request request) throws IOException {
        phones.setUp(owner(request).account(), request.json().path("setup").asString(""));
        return Map.of("said", "Type the code that shows on the page that asks for it.");
    }

    private Object answer(Request request) throws IOException {
        JsonNode body = request.json();
        String word =
                phones.answer(
                        owner(request).account(),
                        body.path("challenge").asString(""),
                        body.path("answer").asString(""));
        return word == null ? Map.of() : Map.of("word", word);
    }

    private Person owner(Request request) {
        return installation
                .person(request.part(0))
                .orElseThrow(() -> new Refused(404, "nobody has that account"));
    }

    private static List<String> addresses(Person p) {
        List<String> addresses = new ArrayList<>();
        addresses.add(p.account() + "@brackwater.example");
        if (p.ownMail() != null) {
            addresses.add(p.ownMail());
        }
        return addresses;
    }

    private static List<String> phones(Person p) {
        List<String> phones = new ArrayList<>();
        if (p.mobile() != null) {
            phones.add(p.mobile());
        }
        if (p.desk() != null) {
            phones.add(p.desk());
        }
        return phones;
    }
}
