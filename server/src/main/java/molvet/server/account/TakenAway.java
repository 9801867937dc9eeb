package molvet.server.account;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ApplicationContext;
import org.springframework.stereotype.Component;

/**
 * Deletes one collector and ends, for whoever runs this Molvet: as the collector could on the account page, but without their
 * password. Started by the script, beside the servers.
 */
@Component
class TakenAway implements ApplicationRunner {
    private final Accounts accounts;
    private final ApplicationContext application;
    private final long whose;

    /** @param whose the collector; 0: this is a server, and nobody is taken away */
    TakenAway(Accounts accounts, ApplicationContext application, @Value("${molvet.take-away:0}") long whose) {
        this.accounts = accounts;
        this.application = application;
        this.whose = whose;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (whose == 0) return;
        accounts.takeAway(whose);
        System.exit(SpringApplication.exit(application));
    }
}
