package foldback.web.page;

import foldback.engine.form.DocumentException;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.web.Role;
import foldback.web.recipe.StaleRevisionException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Turns every failure into an answer that a user can act on. */
@RestControllerAdvice
@Profile(Role.PAGES)
class Failures extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Failures.class);
    private final Answers answers;

    Failures(Answers answers) {
        this.answers = answers;
    }

    @ExceptionHandler(NotFoundException.class)
    ResponseEntity<Object> notFound(NotFoundException failure, WebRequest request) {
        return answer(HttpStatus.NOT_FOUND, "Not there", failure.getMessage(), request);
    }

    @ExceptionHandler(StaleRevisionException.class)
    ResponseEntity<Object> stale(StaleRevisionException failure, WebRequest request) {
        ProblemDetail problem = Answers.problem(HttpStatus.CONFLICT, "Changed elsewhere", failure.getMessage());
        problem.setProperty("base", failure.base());
        problem.setProperty("mine", failure.mine());
        problem.setProperty("head", failure.head());
        problem.setProperty("theirs", failure.theirs());
        return answer(problem, HttpHeaders.EMPTY, HttpStatus.CONFLICT, request);
    }

    @ExceptionHandler(NoRoomException.class)
    ResponseEntity<Object> noRoom(NoRoomException failure, WebRequest request) {
        return answer(HttpStatus.INSUFFICIENT_STORAGE, "No room", failure.getMessage(), request);
    }

    @ExceptionHandler(MediaException.class)
    ResponseEntity<Object> media(MediaException failure, WebRequest request) {
        return answer(HttpStatus.UNPROCESSABLE_ENTITY, "A file cannot be used", failure.getMessage(), request);
    }

    @ExceptionHandler({DocumentException.class, IllegalArgumentException.class})
    ResponseEntity<Object> badInput(RuntimeException failure, WebRequest request) {
        return answer(HttpStatus.BAD_REQUEST, "That does not work", failure.getMessage(), request);
    }

    @ExceptionHandler(TooBusyException.class)
    ResponseEntity<Object> tooBusy(TooBusyException failure, WebRequest request) {
        HttpHeaders headers = new HttpHeaders();
        headers.set(HttpHeaders.RETRY_AFTER, "2");
        return answer(
                Answers.problem(HttpStatus.TOO_MANY_REQUESTS, "Too much at once", failure.getMessage()),
                headers,
                HttpStatus.TOO_MANY_REQUESTS,
                request);
    }

    @ExceptionHandler({CannotCreateTransactionException.class, DataAccessResourceFailureException.class})
    ResponseEntity<Object> database(RuntimeException failure, WebRequest request) {
        LOG.warn("the database does not answer: {}", failure.getMessage());
        return answer(
                HttpStatus.SERVICE_UNAVAILABLE,
                "The database does not answer",
                "The database does not answer. Nothing is lost: what was kept is kept. Run ./foldback start, then try again.",
                request);
    }

    /** What the database refuses to write; a full disk is the only reason that a user can meet. */
    @ExceptionHandler(DataAccessException.class)
    ResponseEntity<Object> unwritten(DataAccessException failure, WebRequest request) {
        if (!DiskFull.isCauseOf(failure)) {
            return unexpected(failure, request);
        }
        LOG.warn("the database has no room: {}", failure.getMessage());
        return answer(
                HttpStatus.INSUFFICIENT_STORAGE,
                "No room for the database",
                "The disk of the database is full: this change was not recorded, everything before it is kept. Make room on"
                        + " the disk of the home folder, then try again.",
                request);
    }

    @ExceptionHandler(Exception.class)
    ResponseEntity<Object> unexpected(Exception failure, WebRequest request) {
        LOG.error("unexpected failure", failure);
        return answer(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something failed",
                "Something failed that should not. What was kept is kept; the log of the pages says more.",
                request);
    }

    @Override
    protected ResponseEntity<Object> handleNoResourceFoundException(
            NoResourceFoundException failure, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return answer(
                HttpStatus.NOT_FOUND,
                "Not there",
                "There is no page at this address. Go to Projects, and find your way from there.",
                request);
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException failure, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyTooLargeException tooLarge) {
                return answer(HttpStatus.CONTENT_TOO_LARGE, "Too large", tooLarge.getMessage(), request);
            }
        }
        return answer(
                HttpStatus.BAD_REQUEST,
                "That does not work",
                "What was sent cannot be read: it is no JSON, or one of its values is of another kind than what is meant.",
                request);
    }

    @Override
    protected ResponseEntity<Object> handleExceptionInternal(
            Exception failure, Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ResponseEntity<Object> usual = super.handleExceptionInternal(failure, body, headers, status, request);
        return usual != null && usual.getBody() instanceof ProblemDetail problem
                ? answer(problem, usual.getHeaders(), status, request)
                : usual;
    }

    private ResponseEntity<Object> answer(HttpStatus status, String title, String detail, WebRequest request) {
        return answer(Answers.problem(status, title, detail), HttpHeaders.EMPTY, status, request);
    }

    private ResponseEntity<Object> answer(
            ProblemDetail problem, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String address = ((ServletWebRequest) request).getRequest().getRequestURI();
        return answers.of(problem, address, request.getHeader(HttpHeaders.ACCEPT), headers, status);
    }
}
