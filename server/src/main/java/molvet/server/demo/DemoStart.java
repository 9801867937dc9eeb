package molvet.server.demo;

import molvet.server.account.Accounts;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** In demo mode, loads the demo collection once. */
@Component
@ConditionalOnProperty("molvet.demo")
class DemoStart implements ApplicationRunner {
    private final Accounts accounts;
    private final DemoCollection demo;

    DemoStart(Accounts accounts, DemoCollection demo) {
        this.accounts = accounts;
        this.demo = demo;
    }

    @Override
    public void run(ApplicationArguments args) {
        if (accounts.find(DemoCollection.EMAIL).isEmpty()) demo.load(DemoCollection.EMAIL, DemoCollection.PASSWORD);
    }
}
