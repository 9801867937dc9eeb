package molvet.server.platform;

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
        if (port != 0) LoopbackDoor.open(factory, port);
    }
}
