package molvet.server.demo;

import molvet.server.account.Accounts;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;

/** In demo mode, loads the demo collection once. */
@Component
class DemoStart implements ApplicationRunner {
    private final Accounts accounts;
    private final DemoCollection demo;
    private final boolean wanted;

    DemoStart(Accounts accounts, DemoCollection demo, @Value("${molvet.demo}") boolean wanted) {
        this.accounts = accounts;
        this.demo = demo;
        this.wanted = wanted;
    }

    @Override
    public void run(ApplicationArguments args) {
        if (wanted && accounts.find(DemoCollection.EMAIL).isEmpty())
            demo.load(DemoCollection.EMAIL, DemoCollection.PASSWORD);
    }
}
