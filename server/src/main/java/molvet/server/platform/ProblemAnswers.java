package molvet.server.platform;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Writes problem documents where no handler is at work: in filters. */
@Component
public class ProblemAnswers {
    private final JsonMapper json;

    ProblemAnswers(JsonMapper json) {
        this.json = json;
    }

    public void write(HttpServletResponse response, ProblemDetail problem) throws IOException {
        write(response, ResponseEntity.status(problem.getStatus()).body(problem));
    }

    void write(HttpServletResponse response, ResponseEntity<ProblemDetail> answer) throws IOException {
        response.reset();
        response.setStatus(answer.getStatusCode().value());
        answer.getHeaders().forEach((name, values) -> values.forEach(v -> response.addHeader(name, v)));
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(answer.getBody()));
    }
}
