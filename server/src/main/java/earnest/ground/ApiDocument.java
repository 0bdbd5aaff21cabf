package earnest.ground;

import io.swagger.v3.oas.annotations.Hidden;

import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Gives the description of the API: the committed one, which a test compares with the code. */
@Hidden
@RestController
class ApiDocument {
    private static final Resource DOCUMENT = new ClassPathResource("api/openapi.json");

    @GetMapping(path = "/api/openapi.json", produces = MediaType.APPLICATION_JSON_VALUE)
    Resource document() {
        return DOCUMENT;
    }
}
