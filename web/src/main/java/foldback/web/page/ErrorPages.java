package foldback.web.page;

import foldback.web.Role;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.context.annotation.Profile;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;

/** What filters and the server itself refuse, before any page's own code saw it. */
@Controller
@Profile(Role.PAGES)
class ErrorPages implements ErrorController {
    private final Answers answers;

    ErrorPages(Answers answers) {
        this.answers = answers;
    }

    @RequestMapping("/error")
    ResponseEntity<Object> error(HttpServletRequest request) {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus known = code instanceof Integer number ? HttpStatus.resolve(number) : HttpStatus.NOT_FOUND;
        HttpStatus status = known == null ? HttpStatus.INTERNAL_SERVER_ERROR : known;
        Object said = request.getAttribute(RequestDispatcher.ERROR_MESSAGE);
        String detail = said instanceof String text && !text.isEmpty()
                ? text
                : "The server refused this request (" + status.value() + "). Load the page again, and try again.";
        String address = String.valueOf(request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI));
        return answers.of(
                Answers.problem(status, status.getReasonPhrase(), detail),
                address,
                request.getHeader(HttpHeaders.ACCEPT),
                HttpHeaders.EMPTY,
                status);
    }
}
