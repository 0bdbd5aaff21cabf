package earnest.standins;

import earnest.standins.cloud.ShoreCloud;
import earnest.standins.gateway.TextGateway;
import earnest.standins.http.Server;
import earnest.standins.lantern.Lantern;
import earnest.standins.line.Switchboard;
import earnest.standins.mail.Mailboxes;
import earnest.standins.pockets.Pockets;
import earnest.standins.voice.Voice;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;

/** {@code Main PORT HOME EARNEST_URL DIRECTORY_URL SMTP_PORT IMAP_PORT}: serves all stand-ins. */
public final class Main {
    private Main() {}

    public static void main(String[] args) throws IOException {
        Installation installation = new Installation(Path.of(args[1]));
        Server server = new Server();
        TextGateway gateway = new TextGateway(installation);
        Switchboard switchboard = new Switchboard(installation, args[2]);
        Mailboxes mailboxes = new Mailboxes(Integer.parseInt(args[4]), Integer.parseInt(args[5]));
        Lantern lantern = new Lantern(installation, Integer.parseInt(args[0]));
        Voice voice = new Voice(installation);
        Pockets pockets =
                new Pockets(
                        installation,
                        gateway,
                        switchboard,
                        mailboxes,
                        lantern,
                        voice,
                        args[2],
                        args[3]);
        server.on("GET", "/health", request -> Map.of("state", "up"));
        server.on("GET", "/pages/*", request -> new Server.Page(request.part(0)));
        gateway.serve(server);
        switchboard.serve(server);
        mailboxes.serve(server);
        pockets.serve(server);
        lantern.serve(server);
        voice.serve(server);
        new ShoreCloud(installation).serve(server);
        server.start(Integer.parseInt(args[0]));
    }
}
