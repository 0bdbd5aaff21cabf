package earnest.ground;

import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.responses.ApiResponse;

import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.method.HandlerMethod;

import tools.jackson.databind.json.JsonMapper;

import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Puts {@link ApiCall} into the description of the API, with the problems that any call can answer.
 */
@Component
class ApiDescription implements OperationCustomizer {
    private static final String SOME_ID = "0199c0de-0000-7000-8000-000000000001";

    /** Whoever is not signed in may ask these. */
    private static final Set<String> OPEN =
            Set.of("signIn", "whoIsSignedIn", "health", "demo", "welcome");

    /** What stands in addresses, with an example. */
    private static final Map<String, String> IDS =
            Map.of(
                    "system", "directory: its id, as GET /api/systems lists it",
                    "source", "directory: its id, as GET /api/people-sources lists it");

    private final ApiAnswers answers;

    ApiDescription(ApiAnswers answers) {
        this.answers = answers;
    }

    @Override
    public Operation customize(Operation operation, HandlerMethod handler) {
        ApiCall call = handler.getMethodAnnotation(ApiCall.class);
        if (call == null) {
            return operation;
        }
        operation.operationId(call.id()).summary(call.summary());
        if (operation.getRequestBody() != null && !call.example().isEmpty()) {
            Object example = JsonMapper.shared().readValue(call.example(), Object.class);
            operation.getRequestBody().getContent().values().forEach(c -> c.example(example));
        }
        if (!call.more().isEmpty()) {
            operation.description(call.more());
        }
        parameters(call, operation);
        answers.describe(call, operation);
        problems(call, handler.getMethod(), operation.getRequestBody() != null)
                .forEach((status, types) -> answer(operation, status, types));
        return operation;
    }

    private static void parameters(ApiCall call, Operation operation) {
        if (operation.getParameters() == null) {
            return;
        }
        Map<String, String> asked = new HashMap<>();
        for (String one : call.asked()) {
            String[] parts = one.split("=", 2);
            asked.put(parts[0], parts[1]);
        }
        for (Parameter parameter : operation.getParameters()) {
            String said =
                    parameter.getIn().equals("path")
                            ? IDS.getOrDefault(parameter.getName(), SOME_ID + ": its id")
                            : asked.get(parameter.getName());
            if (said != null) {
                String[] parts = said.split(": ", 2);
                parameter.example(parts[0]).description(parts[1]);
            }
        }
    }

    private static Map<String, Set<String>> problems(ApiCall call, Method method, boolean body) {
        Map<String, Set<String>> byStatus = new TreeMap<>();
        for (String problem : call.refuses()) {
            add(byStatus, problem);
        }
        add(byStatus, "500 internal");
        add(byStatus, "503 database");
        if (!OPEN.contains(call.id())) {
            add(byStatus, "401 signed-out");
            add(byStatus, "403 no-right");
        }
        if (changes(method)) {
            add(byStatus, "403 not-from-this-page");
        }
        if (body) {
            add(byStatus, "400 unreadable");
            add(byStatus, "422 invalid");
        }
        if (Arrays.stream(method.getParameters())
                .anyMatch(p -> p.isAnnotationPresent(PathVariable.class))) {
            add(byStatus, "404 unknown");
        }
        if (call.asked().length > 0) {
            add(byStatus, "422 invalid");
        }
        return byStatus;
    }

    private static boolean changes(Method method) {
        return !method.isAnnotationPresent(GetMapping.class)
                && (method.isAnnotationPresent(PostMapping.class)
                        || method.isAnnotationPresent(PutMapping.class)
                        || method.isAnnotationPresent(DeleteMapping.class));
    }

    private static void add(Map<String, Set<String>> byStatus, String problem) {
        String[] parts = problem.split(" ");
        byStatus.computeIfAbsent(parts[0], none -> new TreeSet<>()).add(parts[1]);
    }

    private static void answer(Operation operation, String status, Set<String> types) {
        Map<String, Object> example = new LinkedHashMap<>();
        example.put("type", ProblemDocument.typeUri(types.iterator().next()));
        example.put("title", types.iterator().next());
        example.put("status", Integer.parseInt(status));
        example.put("detail", "What happened, and the next thing to do, in words.");
        operation
                .getResponses()
                .addApiResponse(
                        status,
                        new ApiResponse()
                                .description(types.stream().collect(Collectors.joining(", ")))
                                .content(
                                        new Content()
                                                .addMediaType(
                                                        "application/problem+json",
                                                        new MediaType()
                                                                .schema(
                                                                        new Schema<>()
                                                                                .$ref(
                                                                                        "#/components/schemas/Problem"))
                                                                .example(example))));
    }
}
