package earnest.ground;

import jakarta.servlet.http.HttpServletRequest;

import org.hibernate.exception.JDBCConnectionException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.TransactionException;
import org.springframework.validation.BindException;
import org.springframework.web.HttpMediaTypeNotAcceptableException;
import org.springframework.web.HttpMediaTypeNotSupportedException;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.resource.NoResourceFoundException;

import tools.jackson.core.JacksonException;

import java.net.URI;

/** The one place in which errors become problem documents. Nothing of a stack trace gets out. */
@RestControllerAdvice
class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    /** Where the forms are described. */
    static final String DOCUMENTED = " The form of each request is described at /api/openapi.json.";

    private final Ids ids;

    ProblemAdvice(Ids ids) {
        this.ids = ids;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(Problem problem) {
        return document(problem.status(), problem.type(), problem.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unreadable(HttpMessageNotReadableException unreadable) {
        JacksonException json = null;
        // What the edge found lies deeper than what the reader of JSON says of it.
        for (Throwable cause = unreadable; cause != null; cause = cause.getCause()) {
            if (cause instanceof RequestEdge.TooLarge) {
                return document(
                        413, "too-large", "What was sent is larger than anything Earnest takes.");
            }
            if (cause instanceof RequestEdge.NotUtf8) {
                return document(400, "unreadable", "What was sent is not UTF-8." + DOCUMENTED);
            }
            if (json == null && cause instanceof JacksonException broken) {
                json = broken;
            }
        }
        if (json != null) {
            return document(400, "unreadable", UnreadableWords.of(json) + DOCUMENTED);
        }
        return document(400, "unreadable", "A body is missing." + DOCUMENTED);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> type(HttpMediaTypeNotSupportedException type) {
        return document(
                415, "not-json", "Earnest takes JSON only, as application/json." + DOCUMENTED);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unacceptable(HttpMediaTypeNotAcceptableException accept) {
        return document(
                406,
                "not-acceptable",
                "This address does not answer in a form that was asked for. Ask with 'Accept:"
                        + " application/json'."
                        + DOCUMENTED);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> invalid(BindException invalid) {
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
        return document(422, "invalid", words + DOCUMENTED);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> parameter(MethodArgumentTypeMismatchException parameter) {
        Class<?> wanted = parameter.getRequiredType();
        return document(
                422,
                "invalid",
                "'%s' in the address has the wrong form; expected is %s."
                                .formatted(
                                        parameter.getName(),
                                        UnreadableWords.expected(
                                                wanted == null ? Object.class : wanted))
                        + DOCUMENTED);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> parameter(MissingServletRequestParameterException parameter) {
        return document(
                422,
                "invalid",
                "'%s' is missing in the address.".formatted(parameter.getParameterName())
                        + DOCUMENTED);
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

    @ExceptionHandler({
        DataAccessException.class,
        TransactionException.class,
        JDBCConnectionException.class
    })
    ResponseEntity<ProblemDetail> database(Exception trouble, HttpServletRequest request) {
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
        document.setType(URI.create(ProblemDocument.typeUri(type)));
        document.setTitle(type);
        // Said outright, so that it is sent whatever the other side says it accepts.
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(document);
    }
}
