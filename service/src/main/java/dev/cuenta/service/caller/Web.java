package dev.cuenta.service.caller;

import dev.cuenta.core.activity.Origin;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.PathResourceResolver;

/** Puts the doorkeeper before the API, hands the caller to whoever asks for one, and serves the console's files. */
@Configuration(proxyBeanMethods = false)
class Web implements WebMvcConfigurer {
    private static final String CONSOLE = "console/";
    /** How the addresses of the console's pages begin; it draws them itself, and everything else is not there. */
    static final Set<String> PAGES = Set.of(
            "me",
            "accounts",
            "tenants",
            "roles",
            "model",
            "retention",
            "services",
            "activity",
            "confirm",
            "join",
            "reset");

    private final Doorkeeper doorkeeper;

    Web(Doorkeeper doorkeeper) {
        this.doorkeeper = doorkeeper;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(doorkeeper).addPathPatterns("/v1/**");
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(new AttributeResolver(Caller.class, Doorkeeper.CALLER));
        resolvers.add(new AttributeResolver(Asker.class, Doorkeeper.ASKER));
        resolvers.add(new OriginResolver());
    }

    /** The resource handler does not look at the bare address. */
    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        registry.addViewController("/").setViewName("forward:/index.html");
    }

    /** Names in assets/ carry a hash of their content. */
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/" + CONSOLE + "assets/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).immutable());
        registry.addResourceHandler("/**")
                .addResourceLocations("classpath:/" + CONSOLE)
                .setCacheControl(CacheControl.noCache())
                .resourceChain(false)
                .addResolver(new PageResolver());
    }

    private static final class PageResolver extends PathResourceResolver {
        @Override
        protected @Nullable Resource getResource(String path, Resource location) throws IOException {
            Resource file = super.getResource(path, location);
            boolean page = file == null && PAGES.contains(path.split("/", 2)[0]);
            Resource index = new ClassPathResource(CONSOLE + "index.html");
            return page && index.exists() ? index : file;
        }
    }

    /** For guests, of whom only the address is known. */
    private static final class OriginResolver implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return parameter.getParameterType() == Origin.class;
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                @Nullable ModelAndViewContainer container,
                NativeWebRequest request,
                @Nullable WebDataBinderFactory binders) {
            HttpServletRequest asked = Objects.requireNonNull(request.getNativeRequest(HttpServletRequest.class));
            return Origin.guest(asked.getRemoteAddr());
        }
    }

    /** What the doorkeeper found out. */
    private record AttributeResolver(Class<?> type, String attribute) implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return parameter.getParameterType() == type;
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                @Nullable ModelAndViewContainer container,
                NativeWebRequest request,
                @Nullable WebDataBinderFactory binders) {
            return Objects.requireNonNull(request.getAttribute(attribute, RequestAttributes.SCOPE_REQUEST));
        }
    }
}
