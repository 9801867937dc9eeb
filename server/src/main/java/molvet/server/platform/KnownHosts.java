package molvet.server.platform;

import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The names this Molvet may be asked by: this machine’s own names and addresses, and those it was told. What a caller calls it
 * otherwise is believed nowhere, least of all on a printed sheet; a foreign page whose name was turned to this machine is
 * refused.
 */
@Component
class KnownHosts {
    private final Set<String> told = new TreeSet<>();

    KnownHosts(@Value("${molvet.url}") String url, @Value("${molvet.hosts}") String hosts) {
        Stream.of(hosts.split(","))
                .map(KnownHosts::plain)
                .filter(h -> !h.isEmpty())
                .forEach(told::add);
        if (!url.isBlank() && URI.create(url.strip()).getHost() != null) {
            told.add(plain(URI.create(url.strip()).getHost()));
        }
        told.addAll(Set.of("localhost", "127.0.0.1", "0:0:0:0:0:0:0:1"));
    }

    /** @param host as a request names it, without its port */
    boolean knows(String host) {
        String plain = plain(host);
        return told.contains(plain) || own().contains(plain);
    }

    /** Read anew: addresses come and go with the network. */
    private static Set<String> own() {
        Set<String> names = new TreeSet<>();
        try {
            NetworkInterface.networkInterfaces()
                    .flatMap(NetworkInterface::inetAddresses)
                    .forEach(a -> names.add(plain(a.getHostAddress().replaceAll("%.*", ""))));
            String name = plain(InetAddress.getLocalHost().getHostName());
            names.add(name);
            names.add(name.replaceAll("\\..*", "") + ".local");
        } catch (SocketException | UnknownHostException e) {
            // Then it is known by what it was told.
        }
        return names;
    }

    private static String plain(String host) {
        String plain = host.strip().toLowerCase(Locale.ROOT).replaceAll("^\\[|]$|\\.$", "");
        if (!plain.contains(":")) return plain;
        try {
            // An IPv6 address has more than one way to be written; a name is never looked up here.
            return InetAddress.getByName(plain).getHostAddress();
        } catch (UnknownHostException e) {
            return plain;
        }
    }
}
