package earnest.ground;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.converter.Converter;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

import tools.jackson.core.JsonParser;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.BeanProperty;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.deser.std.StdScalarDeserializer;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.module.SimpleModule;

import java.time.Instant;
import java.time.ZoneOffset;

/** Bodies are read strictly: each field once, of its own type, and texts that are whole. */
@Configuration(proxyBeanMethods = false)
class StrictJson implements WebMvcConfigurer {
    @Bean
    JsonMapperBuilderCustomizer strict() {
        return mapper ->
                mapper.enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                        .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
                        .addModule(
                                new SimpleModule("clean-texts")
                                        .addDeserializer(String.class, new WholeText(false)));
    }

    /** Moments of queries: what the database can hold, and nothing else. */
    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverter(new Moments());
    }

    private static final class Moments implements Converter<String, Instant> {
        @Override
        public @Nullable Instant convert(String text) {
            if (text.isEmpty()) {
                return null;
            }
            Instant moment = Instant.parse(text);
            int year = moment.atOffset(ZoneOffset.UTC).getYear();
            if (year < 1000 || year > 9999) {
                throw new IllegalArgumentException("no moment that can be on record");
            }
            return moment;
        }
    }

    /** A text without halves of characters and control characters. */
    private static final class WholeText extends StdScalarDeserializer<String> {
        private final boolean manyLines;

        WholeText(boolean manyLines) {
            super(String.class);
            this.manyLines = manyLines;
        }

        @Override
        public ValueDeserializer<?> createContextual(
                DeserializationContext context, @Nullable BeanProperty property) {
            // Values without a form of their own, such as settings, are looked at by whose they
            // are.
            boolean lines = property == null || property.getAnnotation(ManyLines.class) != null;
            return lines == manyLines ? this : new WholeText(lines);
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) {
            if (!parser.currentToken().isScalarValue()
                    || !parser.currentToken().name().equals("VALUE_STRING")) {
                return (String)
                        context.handleUnexpectedToken(context.constructType(String.class), parser);
            }
            String text = parser.getString();
            String fault = CleanText.fault(text, manyLines);
            if (fault != null) {
                // Neither its message nor the value is told or logged.
                throw InvalidFormatException.from(
                        parser, "a text that " + fault, "", Unclean.class);
            }
            return text;
        }
    }

    /** Marks that a text was refused for what it holds. */
    static final class Unclean {}
}
