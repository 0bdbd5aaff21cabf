package earnest.access;

import jakarta.servlet.http.HttpServletRequest;

import org.jspecify.annotations.Nullable;
import org.springframework.security.web.util.matcher.IpAddressMatcher;
import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * From where a request comes. What proxies say of it is believed as far as the proxies are named:
 * from the last one back, up to the first address that is none of theirs.
 */
@Component
public class ClientAddress {
    private static final Pattern FOR =
            Pattern.compile(
                    "(?:^|;)\\s*for=\"?\\[?([0-9A-Fa-f.:]+?)]?(?::[0-9]+)?\"?\\s*(?:;|$)",
                    Pattern.CASE_INSENSITIVE);
    private static final Pattern PLAIN =
            Pattern.compile("\\[?([0-9A-Fa-f:]*:[0-9A-Fa-f:.]*|[0-9.]+)]?(?::[0-9]+)?");

    private final List<IpAddressMatcher> proxies;

    ClientAddress(AccessProperties properties) {
        this.proxies = properties.trustedProxies().stream().map(IpAddressMatcher::new).toList();
    }

    /** The address of whoever is in front of our proxies. */
    public String of(HttpServletRequest request) {
        String address = request.getRemoteAddr();
        for (String before : told(request)) {
            if (!isProxy(address)) {
                return address;
            }
            address = before;
        }
        return address;
    }

    /** Whether the request came over a proxy of ours, so that what it says can be believed. */
    boolean overProxy(HttpServletRequest request) {
        return isProxy(request.getRemoteAddr());
    }

    private boolean isProxy(String address) {
        return proxies.stream().anyMatch(proxy -> proxy.matches(address));
    }

    /** The nearest first. What is no address ends the list. */
    private static List<String> told(HttpServletRequest request) {
        List<String> parts = parts(request.getHeaders("Forwarded"));
        boolean standard = !parts.isEmpty();
        if (!standard) {
            parts = parts(request.getHeaders("X-Forwarded-For"));
        }
        Collections.reverse(parts);
        List<String> told = new ArrayList<>();
        for (String part : parts) {
            String address = address(part, standard);
            if (address == null) {
                break;
            }
            told.add(address);
        }
        return told;
    }

    private static List<String> parts(Enumeration<String> headers) {
        List<String> parts = new ArrayList<>();
        while (headers.hasMoreElements()) {
            parts.addAll(List.of(headers.nextElement().split(",")));
        }
        return parts;
    }

    private static @Nullable String address(String part, boolean standard) {
        Matcher matcher = (standard ? FOR : PLAIN).matcher(part.strip());
        return (standard ? matcher.find() : matcher.matches()) ? matcher.group(1) : null;
    }
}
