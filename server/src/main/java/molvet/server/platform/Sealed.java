package molvet.server.platform;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import molvet.core.measure.Refusal;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Words that are kept but not in the clear: AES-256-GCM under a key that lies outside the database, bound to the
 * collector, so that neither a look into the tables nor an export tells them.
 */
@Component
public class Sealed {
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;

    private final byte[] key;
    private final SecureRandom random = new SecureRandom();

    Sealed(@Value("${molvet.secret}") String secret) {
        this.key = secret.matches("[0-9a-f]{64}") ? HexFormat.of().parseHex(secret) : new byte[0];
    }

    private static final String MARK = "sealed:";

    /** Words that stand in a column of text until it is known which of them may be told; without a key as they are. */
    public String sealText(Collector me, String words) {
        return key.length == 0 ? words : MARK + Base64.getEncoder().encodeToString(seal(me, words));
    }

    /** @see #sealText */
    public String openText(Collector me, String kept) {
        return key.length == 0 || !kept.startsWith(MARK)
                ? kept
                : open(me, Base64.getDecoder().decode(kept.substring(MARK.length())));
    }

    /** Whether words are kept so: then nobody else can open them. */
    public boolean isSealed(String kept) {
        return kept.startsWith(MARK);
    }

    /** Whether there is a key to seal and sign with. */
    public boolean hasKey() {
        return key.length > 0;
    }

    /** What only this Molvet can say of some words: HMAC-SHA256 under its key, 64 hexadecimal digits. */
    public String sign(String words) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return HexFormat.of().formatHex(mac.doFinal(words.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    public byte[] seal(Collector me, String words) {
        byte[] nonce = new byte[NONCE];
        random.nextBytes(nonce);
        byte[] sealed = run(Cipher.ENCRYPT_MODE, me, nonce, words.getBytes(StandardCharsets.UTF_8));
        return ByteBuffer.allocate(NONCE + sealed.length).put(nonce).put(sealed).array();
    }

    /** @throws Refusal if it was sealed under another key */
    public String open(Collector me, byte[] sealed) {
        byte[] nonce = new byte[NONCE];
        ByteBuffer in = ByteBuffer.wrap(sealed).get(nonce);
        byte[] rest = new byte[in.remaining()];
        in.get(rest);
        return new String(run(Cipher.DECRYPT_MODE, me, nonce, rest), StandardCharsets.UTF_8);
    }

    private byte[] run(int mode, Collector me, byte[] nonce, byte[] bytes) {
        if (key.length == 0) {
            throw Refusal.of(
                    "name",
                    "This Molvet has no key to keep names encrypted with.",
                    "Start it with ./molvet, or choose not to keep the name.");
        }
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, new SecretKeySpec(key, "AES"), new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(("collector " + me.id()).getBytes(StandardCharsets.UTF_8));
            return cipher.doFinal(bytes);
        } catch (GeneralSecurityException e) {
            throw Refusal.of(
                    "name",
                    "The name cannot be opened: it was kept under another key.",
                    "Restore the backup it came with, which holds the key.");
        }
    }
}
