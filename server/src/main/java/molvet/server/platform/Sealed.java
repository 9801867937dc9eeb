package molvet.server.platform;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import molvet.core.measure.Refusal;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Words that are kept but not in the clear: AES-256-GCM under a key that lies outside the database, bound to the
 * collector, so that neither a look into the tables nor an export tells them. There may be several keys while one takes another’s
 * place: the first seals and signs, all of them open.
 */
@Component
public class Sealed {
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;

    private final List<byte[]> keys;
    private final SecureRandom random = new SecureRandom();

    /** @param secret keys of 64 hexadecimal digits, between commas; else there is none */
    Sealed(@Value("${molvet.secret}") String secret) {
        this.keys = secret.matches("[0-9a-f]{64}(,[0-9a-f]{64})*")
                ? Arrays.stream(secret.split(",")).map(HexFormat.of()::parseHex).toList()
                : List.of();
    }

    static final String MARK = "sealed:";

    /** Words that stand in a column of text until it is known which of them may be told; without a key as they are. */
    public String sealText(Collector me, String words) {
        return keys.isEmpty() ? words : MARK + Base64.getEncoder().encodeToString(seal(me, words));
    }

    /** @see #sealText */
    public String openText(Collector me, String kept) {
        return keys.isEmpty() || !kept.startsWith(MARK)
                ? kept
                : open(me, Base64.getDecoder().decode(kept.substring(MARK.length())));
    }

    /** Whether words are kept so: then nobody else can open them. */
    public boolean isSealed(String kept) {
        return kept.startsWith(MARK);
    }

    /** Whether there is a key to seal and sign with. */
    public boolean hasKey() {
        return !keys.isEmpty();
    }

    /** What only this Molvet can say of some words: HMAC-SHA256 under its key, 64 hexadecimal digits. */
    public String sign(String words) {
        return sign(keys.get(0), words);
    }

    /** Whether it said so, under whichever key. */
    public boolean isSigned(String words, String signature) {
        return keys.stream()
                .anyMatch(k -> MessageDigest.isEqual(
                        sign(k, words).getBytes(StandardCharsets.US_ASCII),
                        signature.getBytes(StandardCharsets.US_ASCII)));
    }

    private static String sign(byte[] key, String words) {
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
        byte[] sealed = run(Cipher.ENCRYPT_MODE, first(), me, nonce, words.getBytes(StandardCharsets.UTF_8));
        return ByteBuffer.allocate(NONCE + sealed.length).put(nonce).put(sealed).array();
    }

    /** @throws Refusal if it was sealed under another key */
    public String open(Collector me, byte[] sealed) {
        first();
        return keys.stream()
                .flatMap(k -> opened(k, me, sealed).stream())
                .findFirst()
                .orElseThrow(() -> Refusal.of(
                        "name",
                        "The name cannot be opened: it was kept under another key.",
                        "Restore the backup it came with, which holds the key."));
    }

    /** The same under the first key; empty where it is under that already, or under none of them. */
    Optional<byte[]> anew(Collector me, byte[] sealed) {
        if (opened(first(), me, sealed).isPresent()) return Optional.empty();
        return keys.stream()
                .flatMap(k -> opened(k, me, sealed).stream())
                .findFirst()
                .map(words -> seal(me, words));
    }

    private byte[] first() {
        if (!hasKey()) {
            throw Refusal.of(
                    "name",
                    "This Molvet has no key to keep names encrypted with.",
                    "Start it with ./molvet, or choose not to keep the name.");
        }
        return keys.get(0);
    }

    private static Optional<String> opened(byte[] key, Collector me, byte[] sealed) {
        if (sealed.length < NONCE + TAG_BITS / 8) return Optional.empty();
        byte[] nonce = Arrays.copyOf(sealed, NONCE);
        byte[] rest = Arrays.copyOfRange(sealed, NONCE, sealed.length);
        try {
            return Optional.of(new String(run(Cipher.DECRYPT_MODE, key, me, nonce, rest), StandardCharsets.UTF_8));
        } catch (IllegalStateException otherKey) {
            return Optional.empty();
        }
    }

    /** @throws IllegalStateException if what is to be opened is not of this key and this collector */
    private static byte[] run(int mode, byte[] key, Collector me, byte[] nonce, byte[] bytes) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, new SecretKeySpec(key, "AES"), new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(("collector " + me.id()).getBytes(StandardCharsets.UTF_8));
            return cipher.doFinal(bytes);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
