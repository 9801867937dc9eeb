package molvet.bare;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** The peer of the start-up benchmark: Spring Boot's web starter with one static page and nothing else on its class path. */
@SpringBootApplication
public class Bare {
    public static void main(String[] args) {
        SpringApplication.run(Bare.class, args);
    }
}
