package app.pervius.server.outbound;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.web.util.matcher.IpAddressMatcher;
import org.springframework.stereotype.Component;

/**
 * Which addresses of the server's own network Pervius may call for people who type them: said when it is started, and nowhere else. What
 * lies outside may be called. A name is looked up each time, so one that leads inside later is not called then.
 */
@Component
public class OwnNetwork {

    /** Shared between a provider and its customers (RFC 6598), and unique local addresses (RFC 4193). */
    private static final List<IpAddressMatcher> MORE_INSIDE = List.of(new IpAddressMatcher("100.64.0.0/10"),
            new IpAddressMatcher("fc00::/7"));

    private final List<String> names = new ArrayList<>();
    private final List<IpAddressMatcher> networks = new ArrayList<>();

    /**
     * @param allowed names, addresses and networks such as 10.20.0.0/16, separated by commas
     * @throws IllegalArgumentException with a sentence that says what is wrong
     */
    public OwnNetwork(@Value("${pervius.reach:}") String allowed) {
        for (String one : Arrays.stream(allowed.split(",")).map(String::strip).filter(s -> !s.isEmpty()).toList()) {
            if (one.matches("[0-9.]+(/\\d+)?|[0-9a-fA-F:]*:[0-9a-fA-F:.]*(/\\d+)?")) {
                networks.add(network(one));
            } else if (one.matches("[A-Za-z0-9.-]+")) {
                names.add(one.toLowerCase(Locale.ROOT));
            } else {
                throw new IllegalArgumentException("--reach wants names, addresses or networks such as 10.20.0.0/16, not “" + one + "”.");
            }
        }
    }

    private static IpAddressMatcher network(String said) {
        try {
            return new IpAddressMatcher(said);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("--reach wants names, addresses or networks such as 10.20.0.0/16, not “" + said + "”.", e);
        }
    }

    /** Why a host may not be called, in a sentence; empty if it may, or is not known. */
    public Optional<String> fault(String host) {
        return fault(host, OwnNetwork::isInside);
    }

    /** The same of an output device: those stand in the own network, but on no address of the server itself. */
    public Optional<String> faultOfDevice(String host) {
        return fault(host, OwnNetwork::isTheServer);
    }

    private Optional<String> fault(String host, Predicate<InetAddress> closed) {
        String plain = host.replaceFirst("^\\[(.*)]$", "$1").toLowerCase(Locale.ROOT);
        if (names.contains(plain)) {
            return Optional.empty();
        }
        try {
            return Arrays.stream(InetAddress.getAllByName(plain)).filter(closed)
                    .filter(address -> networks.stream().noneMatch(n -> n.matches(address.getHostAddress().replaceFirst("%.*", ""))))
                    .findFirst().map(address -> "“" + plain + "” lies inside the server's own network"
                    + (address.getHostAddress().equals(plain) ? "" : " (" + address.getHostAddress() + ")")
                    + ", and was not allowed when Pervius was started (--reach " + plain + ").");
        } catch (UnknownHostException e) {
            return Optional.empty();
        }
    }

    private static boolean isTheServer(InetAddress address) {
        return address.isLoopbackAddress() || address.isAnyLocalAddress() || address.isLinkLocalAddress() || address.isMulticastAddress();
    }

    private static boolean isInside(InetAddress address) {
        return isTheServer(address) || address.isSiteLocalAddress()
                || MORE_INSIDE.stream().anyMatch(network -> network.matches(address.getHostAddress().replaceFirst("%.*", "")));
    }
}
