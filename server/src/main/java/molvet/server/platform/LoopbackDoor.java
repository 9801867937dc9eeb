package molvet.server.platform;

import java.net.InetAddress;
import java.net.UnknownHostException;
import org.apache.catalina.connector.Connector;
import org.apache.coyote.http11.AbstractHttp11Protocol;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;

/** A further port of the server, for this machine alone. */
final class LoopbackDoor {
    private LoopbackDoor() {}

    static void open(TomcatServletWebServerFactory factory, int port) {
        Connector door = new Connector(TomcatServletWebServerFactory.DEFAULT_PROTOCOL);
        door.setPort(port);
        if (door.getProtocolHandler() instanceof AbstractHttp11Protocol<?> protocol) {
            try {
                protocol.setAddress(InetAddress.getByName("127.0.0.1"));
            } catch (UnknownHostException e) {
                throw new IllegalStateException(e);
            }
        }
        factory.addAdditionalConnectors(door);
    }
}
