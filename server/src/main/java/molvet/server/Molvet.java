package molvet.server;

import java.time.Clock;
import molvet.core.collection.ThreeVoices;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.server.platform.WhileStarting;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.context.annotation.Bean;

/** Starts the server; gives the core's own objects to the rooms. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
public class Molvet {
    public static void main(String[] args) {
        SpringApplication application = new SpringApplication(Molvet.class);
        WhileStarting door = new WhileStarting();
        application.addListeners(door);
        application.addInitializers(door);
        application.run(args);
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }

    @Bean
    PigmentReference pigmentReference() {
        return PigmentReference.standard();
    }

    @Bean
    LabelReader labelReader(PigmentReference reference) {
        return new LabelReader(reference);
    }

    @Bean
    Doubts doubts(PigmentReference reference) {
        return new Doubts(reference);
    }

    @Bean
    ThreeVoices threeVoices(PigmentReference reference) {
        return new ThreeVoices(reference);
    }
}
