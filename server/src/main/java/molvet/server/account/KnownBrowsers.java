package molvet.server.account;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.UUID;
import java.util.stream.Stream;
import molvet.server.platform.Sealed;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/**
 * Where a try to sign in comes from. A browser that has signed in before carries a signed token that tells it apart from
 * everyone else at its address, so that it need not wait for what others tried. The token opens nothing: the password is
 * asked for all the same, and tries are counted for it as for an address. A changed password makes it void.
 */
@Component
class KnownBrowsers {
    private static final Duration KEPT = Duration.ofDays(400);

    private final Sealed sealed;
    private final String cookie;

    KnownBrowsers(Sealed sealed, @Value("${server.servlet.session.cookie.name}") String session) {
        this.sealed = sealed;
        this.cookie = session + "-known";
    }

    /** A word for where the call comes from: the browser, if it is known to this account, or else the address. */
    String from(HttpServletRequest request, CollectorStore.Row account) {
        return Stream.ofNullable(request.getCookies())
                .flatMap(Arrays::stream)
                .filter(c -> c.getName().equals(cookie))
                .map(Cookie::getValue)
                .filter(v -> v.matches("[0-9a-f]{32}-[0-9a-f]{64}"))
                .filter(v -> sealed.hasKey() && isOurs(v, account))
                .findFirst()
                .map(v -> "browser " + v.substring(0, 32))
                .orElseGet(() -> address(request));
    }

    /** An IPv4 address, or the first half of an IPv6 one: whoever has one has all of its second half. */
    static String address(HttpServletRequest request) {
        String said = request.getRemoteAddr();
        try {
            byte[] bytes = InetAddress.getByName(said).getAddress();
            return "address " + (bytes.length == 4 ? said : HexFormat.of().formatHex(bytes, 0, 8) + "::");
        } catch (UnknownHostException e) {
            return "address unknown";
        }
    }

    void remember(HttpServletRequest request, HttpServletResponse response, CollectorStore.Row account) {
        if (!sealed.hasKey()) return;
        String browser = UUID.randomUUID().toString().replace("-", "");
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(cookie, browser + "-" + sealed.sign(said(browser, account)))
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Lax")
                        .path("/api")
                        .maxAge(KEPT)
                        .build()
                        .toString());
    }

    private boolean isOurs(String token, CollectorStore.Row account) {
        return sealed.isSigned(said(token.substring(0, 32), account), token.substring(33));
    }

    private static String said(String browser, CollectorStore.Row account) {
        return "known browser\n" + browser + "\n" + account.id() + "\n" + account.passwordHash();
    }
}
