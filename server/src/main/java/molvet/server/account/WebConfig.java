package molvet.server.account;

import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.http.CacheControl;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** How calls reach the rooms, how the page is served, and how the API document is written. */
@Configuration
class WebConfig implements WebMvcConfigurer {
    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Collector.class);
    }

    private final Ownership ownership;

    WebConfig(Ownership ownership) {
        this.ownership = ownership;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(ownership).addPathPatterns("/api/**");
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(new HandlerMethodArgumentResolver() {
            @Override
            public boolean supportsParameter(MethodParameter parameter) {
                return parameter.getParameterType() == Collector.class;
            }

            @Override
            public @Nullable Object resolveArgument(
                    MethodParameter parameter,
                    @Nullable ModelAndViewContainer container,
                    NativeWebRequest request,
                    @Nullable WebDataBinderFactory binders) {
                return SecurityContextHolder.getContext().getAuthentication().getPrincipal();
            }
        });
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(java.time.Duration.ofDays(365)).immutable());
        registry.addResourceHandler("/index.html", "/icon.svg", "/sw.js", "/manifest.webmanifest")
                .addResourceLocations("classpath:/static/");
    }

    /** Every address of the page is the page; it finds its own way from there. */
    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        registry.addViewController("/").setViewName("forward:/index.html");
        registry.addViewController(
                        "/{room:^(?!api$|assets$|error$|index\\.html$|icon\\.svg$|sw\\.js$|manifest\\.webmanifest$).*$}/{*rest}")
                .setViewName("forward:/index.html");
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
                .schemaRequirement(
                        "session",
                        new SecurityScheme()
                                .type(SecurityScheme.Type.APIKEY)
                                .in(SecurityScheme.In.COOKIE)
                                .name("MOLVET"))
                .schemaRequirement(
                        "calendar",
                        new SecurityScheme()
                                .type(SecurityScheme.Type.APIKEY)
                                .in(SecurityScheme.In.QUERY)
                                .name("word")
                                .description("The secret word in the address of the calendar."))
                .addSecurityItem(new SecurityRequirement().addList("session"));
    }

    /** Operations are named for their room and handler, so that the document does not depend on the order of loading. */
    @Bean
    OperationCustomizer operationNames() {
        return (operation, handler) ->
                operation.operationId(handler.getBeanType().getSimpleName().replace("Controller", "") + "."
                        + handler.getMethod().getName());
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
}
