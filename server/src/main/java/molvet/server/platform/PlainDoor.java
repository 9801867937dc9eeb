package molvet.server.platform;

import java.net.InetAddress;
import java.net.UnknownHostException;
import org.apache.catalina.connector.Connector;
import org.apache.coyote.http11.AbstractHttp11Protocol;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/** Where the server speaks https to the phones of the house, this machine itself still comes in by plain http, and nobody else does. */
@Component
class PlainDoor implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    private final int port;

    /** @param port 0: there is none */
    PlainDoor(@Value("${molvet.plain-port:0}") int port) {
        this.port = port;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        if (port == 0) return;
        Connector plain = new Connector(TomcatServletWebServerFactory.DEFAULT_PROTOCOL);
        plain.setPort(port);
        if (plain.getProtocolHandler() instanceof AbstractHttp11Protocol<?> protocol) {
            try {
                protocol.setAddress(InetAddress.getByName("127.0.0.1"));
            } catch (UnknownHostException e) {
                throw new IllegalStateException(e);
            }
        }
        factory.addAdditionalConnectors(plain);
    }
}
