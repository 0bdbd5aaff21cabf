package earnest.connectors.scim;

import earnest.core.passwords.Secret;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * What is to be replaced in one request (RFC 7644 section 3.5.2), in UTF-8. A password goes from
 * its array into the request and is text nowhere.
 */
final class PatchBody implements AutoCloseable {
    private static final String BEGIN =
            "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[";

    private static final char DELETE = 0x7f;

    private final Bytes bytes = new Bytes();
    private String comma = "";

    PatchBody() {
        bytes.write(BEGIN);
    }

    /** Bytes that can be wiped. */
    private static final class Bytes extends ByteArrayOutputStream {
        private static final int ROOM = 4_096;

        Bytes() {
            // Large enough that no former, smaller array is left behind with a password in it.
            super(ROOM);
        }

        void write(String text) {
            writeBytes(text.getBytes(StandardCharsets.UTF_8));
        }

        void wipe() {
            Arrays.fill(buf, (byte) 0);
        }
    }

    PatchBody replace(String path, boolean value) {
        bytes.write(
                comma + "{\"op\":\"replace\",\"path\":\"" + path + "\",\"value\":" + value + "}");
        comma = ",";
        return this;
    }

    PatchBody password(Secret password) {
        bytes.write(comma + "{\"op\":\"replace\",\"path\":\"password\",\"value\":\"");
        comma = ",";
        password.open(
                characters -> {
                    for (char c : characters) {
                        if (c == '"' || c == '\\') {
                            bytes.write('\\');
                        }
                        if (c >= ' ' && c < DELETE) {
                            bytes.write(c);
                        } else {
                            bytes.write("\\u%04x".formatted((int) c));
                        }
                    }
                    return null;
                });
        bytes.write("\"}");
        return this;
    }

    /** The whole; the caller wipes it. */
    byte[] whole() {
        bytes.write("]}");
        return bytes.toByteArray();
    }

    @Override
    public void close() {
        bytes.wipe();
    }
}
