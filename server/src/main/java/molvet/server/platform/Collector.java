package molvet.server.platform;

import java.io.Serializable;
import org.springframework.security.core.AuthenticatedPrincipal;

/** The signed-in collector, as the session knows it. Taken as a parameter by any handler that needs it. */
public record Collector(long id, String email) implements AuthenticatedPrincipal, Serializable {
    @Override
    public String getName() {
        return String.valueOf(id);
    }
}
