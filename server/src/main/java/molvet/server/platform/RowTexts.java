package molvet.server.platform;

import java.math.BigDecimal;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Rows as they are kept in acts and travel in exports: days, times, decimals and bytes are texts, which the database takes back. */
public final class RowTexts {
    /** Before bytes kept as text; no text of a collector may begin so. */
    private static final String BYTES = "\u0001bytes:";

    private RowTexts() {}

    public static Map<String, Object> of(Map<String, Object> row) {
        Map<String, Object> out = new LinkedHashMap<>();
        row.forEach((k, v) -> out.put(k, text(v)));
        return out;
    }

    /** As the database takes it. */
    static @Nullable Object back(@Nullable Object kept) {
        return kept instanceof String s && s.startsWith(BYTES)
                ? Base64.getDecoder().decode(s.substring(BYTES.length()))
                : kept;
    }

    private static @Nullable Object text(@Nullable Object v) {
        if (v instanceof Timestamp t) return text(t.toLocalDateTime());
        if (v instanceof LocalDateTime t) return t.toString().replace('T', ' ');
        if (v instanceof Date || v instanceof LocalDate || v instanceof BigDecimal) return v.toString();
        return v instanceof byte[] b ? BYTES + Base64.getEncoder().encodeToString(b) : v;
    }
}
