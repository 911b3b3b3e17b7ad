package foldback.web.page;

import foldback.web.Role;
import java.net.URI;
import java.util.Locale;
import org.springframework.context.annotation.Profile;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** Says a failure in the form that is wanted: as a page to a person, as a problem body (RFC 9457) to a program. */
@Component
@Profile(Role.PAGES)
class Answers {
    private final ITemplateEngine templates;

    Answers(ITemplateEngine templates) {
        this.templates = templates;
    }

    static ProblemDetail problem(HttpStatus status, String title, String detail) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setTitle(title);
        problem.setType(URI.create("about:blank"));
        return problem;
    }

    /**
     * The answer.
     *
     * @param address that was asked for
     * @param accept what the asker takes, or null
     */
    ResponseEntity<Object> of(
            ProblemDetail problem, String address, String accept, HttpHeaders headers, HttpStatusCode status) {
        boolean page = accept != null && accept.contains("text/html") && !address.startsWith("/api/");
        HttpHeaders all = new HttpHeaders();
        all.putAll(headers);
        if (!page) {
            all.setContentType(MediaType.APPLICATION_PROBLEM_JSON);
            return new ResponseEntity<>(problem, all, status);
        }
        Context context = new Context(Locale.ENGLISH);
        context.setVariable("title", problem.getTitle());
        context.setVariable("detail", problem.getDetail());
        all.setContentType(new MediaType(MediaType.TEXT_HTML, java.nio.charset.StandardCharsets.UTF_8));
        return new ResponseEntity<>(templates.process("failure", context), all, status);
    }
}
