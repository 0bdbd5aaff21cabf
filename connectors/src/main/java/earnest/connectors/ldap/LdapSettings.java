package earnest.connectors.ldap;

import earnest.core.json.BadField;
import earnest.core.json.Fields;

import org.jspecify.annotations.Nullable;

import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Settings of a directory.
 *
 * @param servers the one that takes writes first
 * @param bindDn as whom Earnest signs in
 * @param policyDn where the directory's own password policy stands, or null
 * @param trialAccount DN of an account that is nobody's, on which writing is tested, or null
 */
record LdapSettings(
        List<Server> servers,
        String bindDn,
        @Nullable String policyDn,
        @Nullable String trialAccount) {
    /**
     * One server of the directory.
     *
     * @param url {@code ldaps://}, or {@code ldap://} with {@code startTls}; without either on
     *     loopback only
     * @param startTls whether the connection is secured before anything else is said (RFC 4511
     *     section 4.14); one that the server does not secure is given up
     * @param certificate in PEM, the certificate that the server shows, or that of the authority
     *     which signed it: then nothing else is trusted; null for whom Java trusts
     */
    record Server(String name, String url, boolean startTls, @Nullable String certificate) {
        private static Server read(String path, Object value) {
            Fields fields = Fields.of(path, value);
            Server server =
                    new Server(
                            fields.line("name"),
                            fields.line("url"),
                            fields.truth("startTls", false),
                            fields.textOrNull("certificate"));
            fields.noOthers();
            LdapSecurity.check(server, fields.name("url"));
            return server;
        }
    }

    /**
     * Reads settings.
     *
     * @throws BadField naming the setting that is wrong
     */
    static LdapSettings read(Fields fields) {
        LdapSettings settings =
                new LdapSettings(
                        fields.list("servers", Server::read),
                        fields.line("bindDn"),
                        fields.lineOrNull("policyDn"),
                        fields.lineOrNull("trialAccount"));
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
}
