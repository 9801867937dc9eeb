package molvet.server.sharing;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** The word in the address of a share: 160 random bits. Only its hash is kept. */
final class ShareWord {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int BYTES = 20;

    private ShareWord() {}

    static String fresh() {
        byte[] bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** SHA-256 in hex. A word of so many random bits needs neither salt nor a slow hash. */
    static String hash(String word) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(word.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
