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
        try (InputStream in =
                AssuranceVectorsTest.class.getResourceAsStream("/assurance/vectors.json")) {
            return JSON.readTree(in);
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @TestFactory
    Stream<DynamicTest> everyCaseGivesWhatTheSpecificationSays() {
        JsonNode vectors = vectors();
        JsonNode cases = vectors.get("cases");
        return IntStream.range(0, cases.size())
                .mapToObj(
                        i -> {
                            JsonNode c = cases.get(i);
                            String name = c.get("name").asString();
                            return DynamicTest.dynamicTest(
                                    name,
                                    () ->
                                            assertEquals(
                                                    vectors.get("expected").get(i),
                                                    JSON.valueToTree(
                                                            CaseFile.result(
                                                                    name,
                                                                    Assurance.assess(
                                                                            CaseFile.question(
                                                                                    Fields.of(
                                                                                            "",
                                                                                            Json
                                                                                                    .read(
                                                                                                            c
                                                                                                                    .toString()))))))));
                        });
    }
}
