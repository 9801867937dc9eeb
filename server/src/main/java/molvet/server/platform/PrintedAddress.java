package molvet.server.platform;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/**
 * The address that printed codes lead to: the one this house is known by to phones, if it is told, or else the one it was
 * asked at.
 */
@Component
public class PrintedAddress {
    private final String told;

    PrintedAddress(@Value("${molvet.url}") String told) {
        this.told = told.strip().replaceAll("/+$", "");
    }

    /** Without a slash at its end. Must be asked while a request is under way. */
    public String base() {
        return told.isEmpty()
                ? ServletUriComponentsBuilder.fromCurrentContextPath().build().toUriString()
                : told;
    }
}
