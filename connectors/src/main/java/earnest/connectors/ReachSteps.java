package earnest.connectors;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

import javax.net.ssl.SSLException;

/** May every server of a system be spoken to, and is it the one that is meant? */
public final class ReachSteps {
    private final List<Endpoint> endpoints;
    private final AddressGuard guard;

    public ReachSteps(List<Endpoint> endpoints, AddressGuard guard) {
        this.endpoints = List.copyOf(endpoints);
        this.guard = guard;
    }

    public List<TestStep> all() {
        return List.of(
                new TestStep("The names resolve", true, this::resolve),
                new TestStep("The addresses are allowed", true, this::allowed),
                new TestStep("It is the server that is meant", true, this::meant));
    }

    private TestResult resolve() {
        List<String> seen = new ArrayList<>();
        for (Endpoint endpoint : endpoints) {
            try {
                seen.add(
                        endpoint.name()
                                + " is "
                                + addresses(InetAddress.getAllByName(endpoint.host())));
            } catch (UnknownHostException e) {
                return TestResult.failed(
                        "%s: nobody knows the name %s".formatted(endpoint.name(), endpoint.host()),
                        "Look for a slip in the address, or have the name put into the DNS that"
                                + " this machine asks.");
            }
        }
        return TestResult.good(String.join(", ", seen));
    }

    private static String addresses(InetAddress[] all) {
        return Arrays.stream(all)
                .map(InetAddress::getHostAddress)
                .collect(Collectors.joining(" and "));
    }

    private TestResult allowed() {
        for (Endpoint endpoint : endpoints) {
            try {
                guard.resolve(endpoint.host());
            } catch (UnknownHostException e) {
                return TestResult.failed(
                        endpoint.name() + ": " + e.getMessage(),
                        "Whoever runs this machine can allow its own address with"
                                + " earnest.systems.loopback; the others are allowed to nobody.");
            }
        }
        return TestResult.good("none is closed to systems");
    }

    private TestResult meant() {
        List<String> seen = new ArrayList<>();
        String shown = null;
        TestResult worst = null;
        for (Endpoint endpoint : endpoints) {
            TestResult one = meant(endpoint);
            if (one.verdict() == TestResult.Verdict.FAILED) {
                return one;
            }
            if (one.verdict() == TestResult.Verdict.NOTE) {
                worst = one;
            }
            seen.add(one.says());
            shown = one.shown() == null ? shown : one.shown();
        }
        String says = seen.stream().distinct().collect(Collectors.joining("; "));
        return worst == null
                ? TestResult.good(says).showing(shown)
                : TestResult.note(says, worst.remedy()).showing(shown);
    }

    private TestResult meant(Endpoint endpoint) {
        Endpoint.Securing securing = endpoint.securing();
        if (securing == null) {
            return TestResult.note(
                    endpoint.name() + " is spoken to in the clear, on this machine",
                    "For anything but a trial use TLS.");
        }
        try {
            X509Certificate certificate =
                    securing.shown(
                            endpoint,
                            at(endpoint),
                            PinnedCertificates.context(endpoint.pinned()),
                            true);
            return TestResult.good(
                            endpoint.name()
                                    + (endpoint.pinned() == null
                                            ? " shows one for which an authority vouches"
                                            : " shows the pinned one"))
                    .showing(Certificates.pem(certificate));
        } catch (SSLException e) {
            return notTrusted(endpoint, securing);
        } catch (IOException e) {
            return TestResult.failed(
                    "%s does not answer at %s port %d"
                            .formatted(endpoint.name(), endpoint.host(), endpoint.port()),
                    "Look whether it runs, whether the port is right, and whether a firewall"
                            + " stands between.");
        }
    }

    /** Anew for each connection: what a name means may have changed since it was allowed. */
    private InetAddress at(Endpoint endpoint) throws UnknownHostException {
        return guard.resolve(endpoint.host())[0];
    }

    private TestResult notTrusted(Endpoint endpoint, Endpoint.Securing securing) {
        X509Certificate certificate;
        try {
            certificate = securing.shown(endpoint, at(endpoint), Certificates.looking(), false);
        } catch (IOException e) {
            return TestResult.failed(
                    endpoint.name() + " does not speak TLS there",
                    "Look whether the port is the one for TLS, or switch StartTLS on.");
        }
        return TestResult.failed(
                        "%s shows a certificate %s"
                                .formatted(endpoint.name(), why(endpoint.pinned())),
                        "It is %s, with the fingerprint\n%s\nHave its owner read out theirs. Only if it is the same, pin it."
                                .formatted(
                                        Certificates.words(certificate),
                                        Certificates.fingerprint(certificate)))
                .showing(Certificates.pem(certificate));
    }

    private static String why(@Nullable String pinned) {
        return pinned == null
                ? "for which no authority vouches that Java trusts"
                : "that is not the pinned one, or does not name it";
    }
}
