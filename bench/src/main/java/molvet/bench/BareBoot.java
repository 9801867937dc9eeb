package molvet.bench;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** The peer of the start-up benchmark: Spring Boot's web starter with one static page and nothing else. */
@SpringBootApplication
public class BareBoot {
    public static void main(String[] args) {
        SpringApplication.run(BareBoot.class, args);
    }
}
