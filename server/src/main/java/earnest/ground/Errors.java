package earnest.ground;

import io.swagger.v3.oas.annotations.Hidden;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;

import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;

import java.io.IOException;

/** What fails outside all controllers is answered in the same form as within them. */
@Hidden
@Controller
class Errors implements ErrorController {
    private static final int NOT_FOUND = 404;
    private static final int INTERNAL = 500;

    @RequestMapping("/error")
    void error(HttpServletRequest request, HttpServletResponse response) throws IOException {
        // Asked for directly, there is nothing here.
        int status =
                request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer known
                        ? known
                        : NOT_FOUND;
        SecurityHeaders.write(response);
        ProblemDocument.write(response, status, type(status), words(status));
    }

    private static String type(int status) {
        return switch (status) {
            case NOT_FOUND -> "unknown";
            case 405 -> "method";
            case 416 -> "range";
            default -> status >= INTERNAL ? "failed" : "unreadable";
        };
    }

    private static String words(int status) {
        return switch (status) {
            case NOT_FOUND -> "There is nothing at this address.";
            case 405 -> "This address cannot be used that way.";
            case 416 -> "There is no such part of what this address has.";
            default ->
                    status >= INTERNAL
                            ? "Something went wrong in Earnest. Try again; if it stays, tell"
                                    + " whoever runs it."
                            : "Earnest cannot read this request.";
        };
    }
}
