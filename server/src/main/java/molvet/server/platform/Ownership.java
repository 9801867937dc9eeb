package molvet.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;

/**
 * Before any handler runs, every row named in the path must be the collector's own: a path variable is named for the
 * table it points into. Unknown is 404, even when it exists for someone else.
 */
@Component
public class Ownership implements HandlerInterceptor {
    private final JdbcClient db;
    private final Schema schema;

    Ownership(JdbcClient db, Schema schema) {
        this.schema = schema;
        this.db = db;
    }

    @Override
    @SuppressWarnings("unchecked")
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Object variables = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        if (!(variables instanceof Map<?, ?>) || !(request.getUserPrincipal() instanceof Authentication signedIn)) {
            return true;
        }
        Collector me = (Collector) signedIn.getPrincipal();
        ((Map<String, String>) variables).forEach((name, value) -> {
            if (schema.hasRows(name)) require(me, name, value);
        });
        return true;
    }

    /** @throws NotFound if the collector has no such row */
    public void require(Collector me, String table, long id) {
        require(me, table, String.valueOf(id));
    }

    private void require(Collector me, String table, String id) {
        boolean own = id.matches("\\d{1,18}")
                && schema.hasRows(table)
                && db.sql("select count(*) from " + table + " where id = ? and collector_id = ?")
                                .params(Long.parseLong(id), me.id())
                                .query(Long.class)
                                .single()
                        > 0;
        if (!own)
            throw new NotFound(
                    "There is no " + table + " " + (id.length() > 20 ? "of that number" : id) + " in your collection.");
    }
}
