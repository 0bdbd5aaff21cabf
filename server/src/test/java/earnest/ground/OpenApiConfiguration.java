package earnest.ground;

import com.fasterxml.jackson.databind.JavaType;

import earnest.access.SignedIn;

import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.servers.Server;

import org.jspecify.annotations.Nullable;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;

/** The description of the API: what is not {@code @Nullable} is always there. */
@Configuration(proxyBeanMethods = false)
class OpenApiConfiguration {
    @Bean
    OpenAPI openApi() {
        SpringDocUtils.getConfig()
                .replaceWithSchema(StreamingResponseBody.class, new StringSchema())
                // Who is signed in comes from the session, never from what is sent.
                .addRequestWrapperToIgnore(SignedIn.class);
        Schema<Object> problem = new ObjectSchema();
        problem.required(List.of("type", "title", "status", "detail"))
                .description("What went wrong, and the next thing to do (RFC 9457).")
                .addProperty("type", new StringSchema())
                .addProperty("title", new StringSchema())
                .addProperty("status", new IntegerSchema())
                .addProperty("detail", new StringSchema());
        return new OpenAPI()
                .components(new Components().addSchemas("Problem", problem))
                .servers(List.of(new Server().url("/")))
                .info(
                        new Info()
                                .title("Earnest")
                                .version("1")
                                .description(
                                        "Everything the desk does. Errors are problem documents"
                                                + " (RFC 9457)."));
    }

    @Bean
    ModelConverter requiredUnlessNullable() {
        return new RequiredUnlessNullable();
    }

    private static final class RequiredUnlessNullable implements ModelConverter {
        @Override
        public @Nullable Schema<?> resolve(
                AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
            if (!chain.hasNext()) {
                return null;
            }
            Schema<?> schema = chain.next().resolve(type, context, chain);
            JavaType java = Json.mapper().constructType(type.getType());
            if (schema != null && java != null && java.getRawClass().isRecord()) {
                mark(java.getRawClass(), definition(schema, context));
            }
            return schema;
        }

        private static @Nullable Schema<?> definition(
                Schema<?> schema, ModelConverterContext context) {
            String ref = schema.get$ref();
            return ref == null
                    ? schema
                    : context.getDefinedModels().get(ref.substring(ref.lastIndexOf('/') + 1));
        }

        private static void mark(Class<?> type, @Nullable Schema<?> schema) {
            if (schema == null || schema.getProperties() == null) {
                return;
            }
            List<String> required = new ArrayList<>();
            for (RecordComponent component : type.getRecordComponents()) {
                if (!component.getAnnotatedType().isAnnotationPresent(Nullable.class)
                        && schema.getProperties().containsKey(component.getName())) {
                    required.add(component.getName());
                }
            }
            schema.setRequired(required);
        }
    }
}
