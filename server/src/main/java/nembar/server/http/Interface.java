package nembar.server.http;

import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.EncodedResourceResolver;

/**
 * The interface's files. Its places have addresses of their own, which all lead to the one page;
 * its assets carry their content in their name, may be kept for ever, and lie there compressed.
 */
@Configuration
class Interface implements WebMvcConfigurer {
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).immutable())
                .resourceChain(true)
                .addResolver(new EncodedResourceResolver());
        registry.addResourceHandler("/*.*")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache());
    }

    @Controller
    static class Page {
        @GetMapping({
            "/",
            "/{place:[a-z-]+}",
            "/desk/**",
            "/ask/**",
            "/bench/**",
            "/ledger/**",
            "/catalogue/**",
            "/look/**",
            "/people/**",
            "/record/**",
            "/come-in",
            "/join"
        })
        String page() {
            return "forward:/index.html";
        }
    }
}
