package earnest.core.assurance;

import static org.junit.jupiter.api.Assertions.assertEquals;

import earnest.core.json.Fields;
import earnest.core.json.Json;

import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

import java.io.InputStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** The cases that come with the specification, one test each. */
class AssuranceVectorsTest {
    private static final ObjectMapper JSON = new ObjectMapper();

    static JsonNode vectors() {
        return vectors("vectors");
    }

    static JsonNode vectors(String name) {
        try (InputStream in =
                AssuranceVectorsTest.class.getResourceAsStream("/assurance/" + name + ".json")) {
            return JSON.readTree(in);
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @TestFactory
    Stream<DynamicTest> everyCaseGivesWhatTheSpecificationSays() {
        return Stream.of("vectors", "vectors-2").flatMap(AssuranceVectorsTest::cases);
    }

    private static Stream<DynamicTest> cases(String file) {
        JsonNode vectors = vectors(file);
        JsonNode cases = vectors.get("cases");
        return IntStream.range(0, cases.size())
                .mapToObj(i -> test(cases.get(i), vectors.get("expected").get(i)));
    }

    private static DynamicTest test(JsonNode given, JsonNode expected) {
        String name = given.get("name").asString();
        return DynamicTest.dynamicTest(
                name,
                () -> {
                    AssessmentInput input =
                            CaseFile.input(Fields.of("", Json.read(given.toString())));
                    assertEquals(
                            expected,
                            JSON.valueToTree(CaseFile.result(name, Assurance.assess(input))));
                });
    }
}
