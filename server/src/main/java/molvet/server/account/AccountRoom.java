package molvet.server.account;

import java.util.List;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What the door brings to the house. */
@Component
class AccountRoom implements Room {
    @Override
    public String name() {
        return "account";
    }

    @Override
    public List<Table> tables() {
        return List.of(Table.kept("sign_in_failure"));
    }
}
