package earnest.standins.organisation;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.Map;

/**
 * Sets the demo's organisation up: what {@code brackwater.json} says, with this installation's
 * ports and secrets put in. To do it twice changes nothing.
 *
 * <p>Arguments: the desk's address, the home of the installation, the ports of the directory over
 * TLS and of its replica, the ports of the stand-ins and of Port stores, and the systems to leave
 * out.
 */
public final class SetUp {
    /** The first of the arguments that need not be there. */
    private static final int OPTIONAL = 6;

    private static final String STEWARD = "maren.holt";
    private static final String PROCEDURE = "forgotten-password";

    private SetUp() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        Path home = Path.of(args[1]);
        Map<String, String> slots =
                Map.of(
                        "@LDAPS_PORT@",
                        args[2],
                        "@REPLICA_PORT@",
                        args[3],
                        "@CERTIFICATE@",
                        Files.readString(home.resolve("tls/directory.pem")),
                        "@DIRECTORY_SECRET@",
                        secret(home, "ldap-earnest"),
                        "@STANDINS_PORT@",
                        args[4],
                        "@CLOUD_TOKEN@",
                        secret(home, "cloud-token"),
                        "@STORES_PORT@",
                        args[5],
                        "@STORES_SECRET@",
                        secret(home, "stores-earnest"));
        Desk steward =
                Desk.signIn(
                        URI.create(args[0]),
                        STEWARD,
                        secret(home, "demo-sign-in"),
                        staffKey(home, STEWARD));
        JsonNode all = filled(organisation(), slots);
        steward.put("/api/organisation", all.get("organisation"));
        ObjectNode systems = (ObjectNode) all.get("systems");
        for (int i = OPTIONAL; i < args.length; i++) {
            systems.remove(args[i]);
        }
        put(steward, "/api/systems/", systems);
        put(steward, "/api/people-sources/", all.get("peopleSources"));
        if (!steward.has("/api/procedures/" + PROCEDURE)) {
            ObjectNode text = JsonMapper.shared().createObjectNode();
            text.put("text", resource("procedures/" + PROCEDURE + ".procedure")).put("basedOn", 0);
            steward.put("/api/procedures/" + PROCEDURE, text);
        }
    }

    private static byte[] staffKey(Path home, String login) throws IOException {
        for (JsonNode one :
                JsonMapper.shared()
                        .readTree(Files.readString(home.resolve("world/staff-keys.json")))) {
            if (one.get("login").asString().equals(login)) {
                return Base64.getDecoder().decode(one.get("key").asString());
            }
        }
        throw new IOException(login + " carries no authenticator");
    }

    private static void put(Desk steward, String path, JsonNode things)
            throws IOException, InterruptedException {
        for (Map.Entry<String, JsonNode> thing : things.properties()) {
            steward.put(path + thing.getKey(), thing.getValue());
        }
    }

    private static String secret(Path home, String name) throws IOException {
        return Files.readString(home.resolve("secrets").resolve(name)).strip();
    }

    private static JsonNode organisation() throws IOException {
        return JsonMapper.shared().readTree(resource("brackwater.json"));
    }

    private static String resource(String name) throws IOException {
        try (InputStream in = SetUp.class.getResourceAsStream("/organisation/" + name)) {
            if (in == null) {
                throw new IOException("organisation/" + name + " is missing");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    /** The same with every slot of its texts filled. */
    private static JsonNode filled(JsonNode node, Map<String, String> slots) {
        if (node.isString()) {
            String text = node.asString();
            for (Map.Entry<String, String> slot : slots.entrySet()) {
                text = text.replace(slot.getKey(), slot.getValue());
            }
            return JsonMapper.shared().getNodeFactory().stringNode(text);
        }
        if (node instanceof ObjectNode object) {
            ObjectNode whole = JsonMapper.shared().createObjectNode();
            object.properties().forEach(e -> whole.set(e.getKey(), filled(e.getValue(), slots)));
            return whole;
        }
        if (node instanceof ArrayNode list) {
            ArrayNode whole = JsonMapper.shared().createArrayNode();
            list.forEach(item -> whole.add(filled(item, slots)));
            return whole;
        }
        return node;
    }
}
