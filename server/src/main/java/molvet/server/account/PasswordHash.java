package molvet.server.account;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import molvet.core.measure.Refusal;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/**
 * Hashes a new password for whoever has the machine and forgot the old one: {@code ./molvet password}. Reads it from the first
 * line of the input, since a command line can be read by everyone on the machine, and writes its hash.
 */
public final class PasswordHash {
    private static final int COST = 11;

    private PasswordHash() {}

    public static void main(String[] args) throws IOException {
        String typed = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8)).readLine();
        try {
            System.out.println(
                    new BCryptPasswordEncoder(COST).encode(Accounts.goodPassword(typed == null ? "" : typed)));
        } catch (Refusal e) {
            Refusal.Fault fault = e.faults().get(0);
            System.err.println(fault.message() + " " + fault.suggestion());
            System.exit(2);
        }
    }
}
