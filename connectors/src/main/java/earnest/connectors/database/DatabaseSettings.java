package earnest.connectors.database;

import earnest.connectors.Loopback;
import earnest.connectors.PinnedCertificates;
import earnest.core.json.BadField;
import earnest.core.json.Fields;

import org.jspecify.annotations.Nullable;

import java.net.URI;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Settings of a database server and those that follow it.
 *
 * @param servers the one that takes changes first
 * @param user as whom Earnest signs in
 * @param host the host part of the accounts that count; null for all
 * @param locksAfterGuesses whether a lock is what wrong passwords brought, not somebody's wish
 * @param trialAccount that is nobody's, on which writing is tested, or null
 */
record DatabaseSettings(
        List<Server> servers,
        String user,
        @Nullable String host,
        boolean locksAfterGuesses,
        @Nullable UserName trialAccount) {
    private static final int PORT = 3306;

    /**
     * One server.
     *
     * @param url {@code mariadb://}, host and port
     * @param certificate in PEM, what it must show; null for whom Java trusts
     */
    record Server(String name, URI url, @Nullable String certificate) {
        private static Server read(String path, Object value) {
            Fields fields = Fields.of(path, value);
            Server server =
                    new Server(fields.line("name"), url(fields), fields.textOrNull("certificate"));
            fields.noOthers();
            if (server.certificate != null) {
                try {
                    PinnedCertificates.context(server.certificate);
                } catch (IllegalArgumentException e) {
                    throw new BadField(fields.name("certificate"), String.valueOf(e.getMessage()));
                }
            }
            return server;
        }

        private static URI url(Fields fields) {
            URI url;
            try {
                url = URI.create(fields.line("url"));
            } catch (IllegalArgumentException e) {
                throw new BadField(fields.name("url"), "is no address");
            }
            if (!"mariadb".equals(url.getScheme())
                    || url.getHost() == null
                    || url.getUserInfo() != null
                    || url.getQuery() != null
                    || !(url.getPath().isEmpty() || url.getPath().equals("/"))) {
                throw new BadField(
                        fields.name("url"),
                        "must be mariadb://, a host and perhaps a port, and nothing else");
            }
            return url;
        }

        String host() {
            return url.getHost();
        }

        int port() {
            return url.getPort() < 0 ? PORT : url.getPort();
        }

        /** In the clear only where nothing leaves the machine, and nothing is pinned. */
        boolean secured() {
            return certificate != null || !Loopback.is(url.getHost());
        }
    }

    /**
     * Reads settings.
     *
     * @throws BadField naming the setting that is wrong
     */
    static DatabaseSettings read(Fields fields) {
        DatabaseSettings settings =
                new DatabaseSettings(
                        fields.list("servers", Server::read),
                        fields.line("user"),
                        fields.lineOrNull("host"),
                        fields.truth("locksAfterGuesses", false),
                        trial(fields));
        fields.noOthers();
        Set<String> names = new HashSet<>();
        for (Server server : settings.servers) {
            if (!names.add(server.name())) {
                throw new BadField(fields.name("servers"), "two are called " + server.name());
            }
        }
        if (names.isEmpty()) {
            throw new BadField(fields.name("servers"), "must name at least one");
        }
        return settings;
    }

    private static @Nullable UserName trial(Fields fields) {
        String written = fields.lineOrNull("trialAccount");
        if (written == null) {
            return null;
        }
        if (written.lastIndexOf('@') < 1) {
            throw new BadField(
                    fields.name("trialAccount"), "must be a user and a host, such as trials@%");
        }
        return UserName.read(written);
    }
}
