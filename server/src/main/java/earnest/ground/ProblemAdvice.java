package earnest.ground;

import jakarta.servlet.http.HttpServletRequest;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.HttpMediaTypeNotSupportedException;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.resource.NoResourceFoundException;

import java.net.URI;

/** The one place in which errors become problem documents. Nothing of a stack trace gets out. */
@RestControllerAdvice
class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);
    private final Ids ids;

    ProblemAdvice(Ids ids) {
        this.ids = ids;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(Problem problem) {
        return document(problem.status(), problem.type(), problem.getMessage());
    }

    @ExceptionHandler({
        HttpMessageNotReadableException.class,
        HttpMediaTypeNotSupportedException.class
    })
    ResponseEntity<ProblemDetail> unreadable(Exception unreadable) {
        for (Throwable cause = unreadable; cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyLimit.TooLarge) {
                return document(
                        413, "too-large", "What was sent is larger than anything Earnest takes.");
            }
        }
        // Its message may quote what was sent, which may be a secret: neither logged nor told.
        return document(400, "unreadable", "What was sent is not JSON of the expected form.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> invalid(MethodArgumentNotValidException invalid) {
        var field = invalid.getBindingResult().getFieldError();
        String words =
                field == null
                        ? "Something is missing in what was sent."
                        : field.isBindingFailure()
                                // Its own message quotes what was sent.
                                ? "The field '" + field.getField() + "' has the wrong form."
                                : "The field '"
                                        + field.getField()
                                        + "' "
                                        + field.getDefaultMessage()
                                        + ".";
        return document(422, "invalid", words);
    }

    @ExceptionHandler({
        MethodArgumentTypeMismatchException.class,
        MissingServletRequestParameterException.class
    })
    ResponseEntity<ProblemDetail> parameter(Exception parameter) {
        return document(422, "invalid", "A part of the address is missing or has the wrong form.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> noPage(NoResourceFoundException none) {
        return document(404, "unknown", "There is nothing at this address.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> method(HttpRequestMethodNotSupportedException wrong) {
        return document(405, "method", "This address cannot be used that way.");
    }

    /** The browser went away while it was being told something. */
    @ExceptionHandler
    void gone(AsyncRequestNotUsableException gone) {
        LOG.debug("a page was closed while it was told something");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> database(
            DataAccessException trouble, HttpServletRequest request) {
        return broken(
                503,
                "database",
                trouble,
                request,
                "Earnest cannot reach its own store just now. Nothing was done; try again.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> other(Exception other, HttpServletRequest request) {
        return broken(
                500,
                "internal",
                other,
                request,
                "Something went wrong inside Earnest. Look at the page again before you repeat"
                        + " it.");
    }

    private ResponseEntity<ProblemDetail> broken(
            int status, String type, Exception cause, HttpServletRequest request, String words) {
        String incident = ids.next().toString();
        // The class and place only: messages of libraries may quote values.
        LOG.error(
                "incident {} at {} {}: {}",
                incident,
                request.getMethod(),
                request.getRequestURI(),
                Incident.describe(cause));
        return document(status, type, words + " Incident " + incident + ".");
    }

    private static ResponseEntity<ProblemDetail> document(int status, String type, String words) {
        ProblemDetail document =
                ProblemDetail.forStatusAndDetail(HttpStatus.valueOf(status), words);
        document.setType(URI.create("urn:earnest:problem:" + type));
        document.setTitle(type);
        return ResponseEntity.status(status).body(document);
    }
}
