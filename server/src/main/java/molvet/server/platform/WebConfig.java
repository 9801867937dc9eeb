package molvet.server.platform;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.http.CacheControl;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** How calls reach the rooms, and how the page is served. */
@Configuration
class WebConfig implements WebMvcConfigurer {
    private final Ownership ownership;
    private final JsonMapper json;

    WebConfig(Ownership ownership, JsonMapper json) {
        this.ownership = ownership;
        this.json = json;
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
        registry.addResourceHandler("/index.html", "/icon.svg", "/sw.js", "/parts.json", "/manifest.webmanifest")
                .addResourceLocations("classpath:/static/");
    }

    /** Every address of the page is the page; it finds its own way from there. */
    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        registry.addViewController("/").setViewName("forward:/index.html");
        registry.addViewController(
                        "/{room:^(?!api$|s$|assets$|error$|index\\.html$|icon\\.svg$|sw\\.js$|parts\\.json$|manifest\\.webmanifest$).*$}/{*rest}")
                .setViewName("forward:/index.html");
    }

    /** A field that a call does not take is refused by its name: what is misspelt would be dropped in silence. */
    @Override
    public void configureMessageConverters(HttpMessageConverters.ServerBuilder converters) {
        converters.withJsonConverter(new JacksonJsonHttpMessageConverter(json.rebuild()
                .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .build()));
    }
}
