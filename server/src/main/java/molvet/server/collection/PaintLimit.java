package molvet.server.collection;

import molvet.server.platform.Collector;
import molvet.server.platform.Limit;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How many paints one collector may have. */
@Component
class PaintLimit implements Limit {
    private static final long WHERE_OTHERS_JOIN = 25_000;

    private final PaintStore store;
    private final long most;

    PaintLimit(
            PaintStore store, @Value("${molvet.sign-up}") String signUp, @Value("${molvet.most-paints}") String most) {
        this.store = store;
        this.most = Limit.of(most, signUp, WHERE_OTHERS_JOIN);
    }

    @Override
    public String table() {
        return "paint";
    }

    @Override
    public Used used(Collector me) {
        int paints = store.count(me);
        return new Used(paints == 1 ? "paint" : "paints", paints, most, "Ask whoever runs this Molvet for more.");
    }
}
