package earnest.ground;

import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.PathResourceResolver;

import java.io.IOException;
import java.time.Duration;

/** Serves the interface. Its own addresses, such as {@code /desk}, all open the one page. */
@Configuration(proxyBeanMethods = false)
class WebPages implements WebMvcConfigurer {
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        // The names of built files change with their content.
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
        registry.addResourceHandler("/**")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache())
                .resourceChain(true)
                .addResolver(new OnePage());
    }

    private static final class OnePage extends PathResourceResolver {
        @Override
        protected @Nullable Resource getResource(String path, Resource location)
                throws IOException {
            Resource file = super.getResource(path, location);
            if (file != null) {
                return file;
            }
            boolean page =
                    path.equals("api/docs") || !path.startsWith("api/") && !path.contains(".");
            return page ? new ClassPathResource("/static/index.html") : null;
        }
    }
}
