package foldback.web.page;

import foldback.engine.document.DocumentException;
import foldback.media.MediaException;
import foldback.web.recipe.StaleRevisionException;
import java.net.URI;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns every failure into a problem body (RFC 9457) whose detail a user can act on. */
@RestControllerAdvice
class Failures extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Failures.class);

    @ExceptionHandler(NotFoundException.class)
    ProblemDetail notFound(NotFoundException failure) {
        return problem(HttpStatus.NOT_FOUND, "Not there", failure.getMessage());
    }

    @ExceptionHandler(StaleRevisionException.class)
    ProblemDetail stale(StaleRevisionException failure) {
        ProblemDetail problem = problem(HttpStatus.CONFLICT, "Changed elsewhere", failure.getMessage());
        problem.setProperty("base", failure.base());
        problem.setProperty("mine", failure.mine());
        problem.setProperty("head", failure.head());
        problem.setProperty("theirs", failure.theirs());
        return problem;
    }

    @ExceptionHandler(MediaException.class)
    ProblemDetail media(MediaException failure) {
        return problem(HttpStatus.UNPROCESSABLE_ENTITY, "A file cannot be used", failure.getMessage());
    }

    @ExceptionHandler({DocumentException.class, IllegalArgumentException.class})
    ProblemDetail badInput(RuntimeException failure) {
        return problem(HttpStatus.BAD_REQUEST, "That does not work", failure.getMessage());
    }

    @ExceptionHandler({CannotCreateTransactionException.class, DataAccessResourceFailureException.class})
    ProblemDetail database(RuntimeException failure) {
        LOG.warn("the database does not answer: {}", failure.getMessage());
        return problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "The database does not answer",
                "The database does not answer. Nothing is lost: what was kept is kept. Run ./foldback start, then try again.");
    }

    @ExceptionHandler(Exception.class)
    ProblemDetail unexpected(Exception failure) {
        LOG.error("unexpected failure", failure);
        return problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something failed",
                "Something failed that should not. What was kept is kept; the log of the pages says more.");
    }

    private static ProblemDetail problem(HttpStatus status, String title, String detail) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setTitle(title);
        problem.setType(URI.create("about:blank"));
        return problem;
    }
}
