package molvet.server.platform;

import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestPart;

/** How the API document is written, see /api/openapi.json. */
@Configuration
class ApiDocument {
    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Collector.class);
    }

    @Bean
    OpenAPI document() {
        return new OpenAPI()
                .servers(List.of(new Server().url("/")))
                .info(new Info()
                        .title("Molvet")
                        .version("1")
                        .description("A watercolour collector’s catalogue. Lengths in mm, volumes in ml, colours CIE"
                                + " L*a*b* D50/2°, money a decimal string with its currency, times UTC."))
                .components(new Components().addSchemas("Problem", problemDocument()))
                .schemaRequirement(
                        "session",
                        new SecurityScheme()
                                .type(SecurityScheme.Type.APIKEY)
                                .in(SecurityScheme.In.COOKIE)
                                .name("MOLVET-8787")
                                .description("Named for the port, so that two copies on one host keep apart."))
                .schemaRequirement(
                        "calendar",
                        new SecurityScheme()
                                .type(SecurityScheme.Type.APIKEY)
                                .in(SecurityScheme.In.QUERY)
                                .name("word")
                                .description("The secret word in the address of the calendar."))
                .addSecurityItem(new SecurityRequirement().addList("session"));
    }

    /** RFC 9457, as {@link Problems} writes it. */
    private static Schema<?> problemDocument() {
        Schema<?> error = new ObjectSchema()
                .addProperty("where", new StringSchema().description("the field or line"))
                .addProperty("message", new StringSchema())
                .addProperty("suggestion", new StringSchema());
        return new ObjectSchema()
                .addProperty("type", new StringSchema().description("a stable word, such as molvet:refused"))
                .addProperty("title", new StringSchema())
                .addProperty("status", new IntegerSchema())
                .addProperty("detail", new StringSchema().description("what is wrong and what to do"))
                .addProperty("errors", new ArraySchema().items(error))
                .addProperty("current", new Schema<>().description("the state now, of what changed meanwhile"))
                .addProperty("by", new Schema<>().description("what stands in the way"))
                .required(List.of("type", "title", "status", "detail"));
    }

    /**
     * Operations are named for their room and handler, so that the document does not depend on the order of loading, and say
     * how they can fail.
     */
    @Bean
    OperationCustomizer operations() {
        return (operation, handler) -> {
            String room = handler.getBeanType().getSimpleName().replace("Controller", "");
            String does = handler.getMethod().getName();
            operation.setSummary(spoken(room) + ": " + spoken(does).toLowerCase(Locale.ROOT));
            boolean changes = handler.getMethodAnnotation(GetMapping.class) == null;
            boolean body = Arrays.stream(handler.getMethodParameters())
                    .anyMatch(p ->
                            p.hasParameterAnnotation(RequestBody.class) || p.hasParameterAnnotation(RequestPart.class));
            boolean open =
                    operation.getSecurity() != null && operation.getSecurity().isEmpty();
            boolean ofRow = Arrays.stream(handler.getMethodParameters())
                    .anyMatch(p -> p.hasParameterAnnotation(PathVariable.class));
            problem(operation, "400", "The call cannot be read: its body is no JSON, or a value is not of its kind.");
            if (!open) problem(operation, "401", "Nobody is signed in.");
            if (changes) problem(operation, "403", "The token that the page sends with every change is missing.");
            if (ofRow) problem(operation, "404", "There is no such thing in the collection.");
            if (changes) problem(operation, "409", "Changed meanwhile, or something stands in the way; it says what.");
            if (body) problem(operation, "413", "More than is taken at once.");
            problem(operation, "422", "Refused, with every offending field or line in “errors”.");
            problem(operation, "503", "The database does not answer; nothing was saved.");
            return operation.operationId(room + "." + does);
        };
    }

    private static void problem(Operation operation, String status, String means) {
        operation
                .getResponses()
                .addApiResponse(
                        status,
                        new ApiResponse()
                                .description(means)
                                .content(new Content()
                                        .addMediaType(
                                                MediaType.APPLICATION_PROBLEM_JSON_VALUE,
                                                new io.swagger.v3.oas.models.media.MediaType()
                                                        .schema(new Schema<>().$ref("#/components/schemas/Problem")))));
    }

    /** {@code dotCards} is “Dot cards”. */
    private static String spoken(String name) {
        String words = name.replaceAll("([a-z])([A-Z])", "$1 $2").toLowerCase(Locale.ROOT);
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }

    /** Components of a record are always there unless marked nullable; the page's types rely on it. */
    @Bean
    ModelConverter recordsAreWhole() {
        return new ModelConverter() {
            @Override
            public @Nullable Schema<?> resolve(
                    AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
                if (!chain.hasNext()) return null;
                Schema<?> schema = chain.next().resolve(type, context, chain);
                Class<?> raw = com.fasterxml.jackson.databind.type.TypeFactory.defaultInstance()
                        .constructType(type.getType())
                        .getRawClass();
                if (schema != null && raw.isRecord()) {
                    Schema<?> model = schema.get$ref() == null
                            ? schema
                            : context.getDefinedModels()
                                    .get(schema.get$ref()
                                            .substring(schema.get$ref().lastIndexOf('/') + 1));
                    if (model != null) {
                        Arrays.stream(raw.getRecordComponents()).forEach(c -> words(c, model));
                        model.setRequired(Arrays.stream(raw.getRecordComponents())
                                .filter(c -> !isNullable(c))
                                .map(RecordComponent::getName)
                                .toList());
                    }
                }
                return schema;
            }

            private boolean isNullable(RecordComponent c) {
                return c.getAnnotatedType().isAnnotationPresent(Nullable.class);
            }
        };
    }

    /** Which words a text is one of, see {@link OneOf}. */
    @SuppressWarnings("unchecked")
    private static void words(RecordComponent component, Schema<?> model) {
        OneOf of = component.getAnnotation(OneOf.class);
        if (of == null || model.getProperties() == null) return;
        Schema<?> property = model.getProperties().get(component.getName());
        Schema<String> text = (Schema<String>) (property.getItems() == null ? property : property.getItems());
        List<String> words = Stream.concat(
                        Arrays.stream(of.value())
                                .flatMap(e -> Arrays.stream(e.getEnumConstants()))
                                .map(Enum::name),
                        Arrays.stream(of.words()))
                .toList();
        text.setEnum(words);
    }
}
