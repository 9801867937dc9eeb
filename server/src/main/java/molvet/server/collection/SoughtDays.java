package molvet.server.collection;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import molvet.core.collection.Stretch;
import molvet.server.platform.Clauses;
import org.springframework.stereotype.Component;

/** A stretch of the calendar as a condition on a column that holds a day. */
@Component
public class SoughtDays {
    private final Clock clock;

    SoughtDays(Clock clock) {
        this.clock = clock;
    }

    public String in(String column, Stretch when, Clauses.Values in) {
        LocalDate today = LocalDate.now(clock.withZone(ZoneOffset.UTC));
        List<String> both = new ArrayList<>();
        when.from(today).ifPresent(day -> both.add(column + " >= " + in.put(day)));
        when.until(today).ifPresent(day -> both.add(column + " < " + in.put(day)));
        return String.join(" and ", both);
    }
}
