package earnest.ground;

import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.responses.ApiResponse;

import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Map;

/**
 * Puts what a call answers into the description of the API. The examples are answers that a running
 * server gave; a test holds that they still have the shape that is described.
 */
@Component
class ApiAnswers {
    void describe(ApiCall call, Operation operation) {
        ApiResponse answer =
                operation.getResponses().entrySet().stream()
                        .filter(one -> one.getKey().startsWith("2"))
                        .map(Map.Entry::getValue)
                        .findFirst()
                        .orElseThrow();
        answer.description("Done.");
        if (call.files().length > 0) {
            Content files = new Content();
            for (String type : call.files()) {
                files.addMediaType(type, new MediaType().schema(new StringSchema()));
            }
            answer.content(files).description("The file.");
        } else if (answer.getContent() != null) {
            answer.description("What was asked for.");
            answer.getContent().values().forEach(content -> example(call.id(), content));
        }
        for (String also : call.also()) {
            String[] parts = also.split(" ", 2);
            operation
                    .getResponses()
                    .addApiResponse(parts[0], new ApiResponse().description(parts[1]));
        }
    }

    private static void example(String id, MediaType content) {
        ClassPathResource given = new ClassPathResource("api/answers/" + id + ".json");
        if (!given.exists()) {
            return;
        }
        try (InputStream in = given.getInputStream()) {
            content.example(JsonMapper.shared().readValue(in, Object.class));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
