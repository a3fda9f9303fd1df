package app.pervius.server.http;

import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Serves the screens: hashed assets for a year, the page itself afresh, for every address that is a place. */
@Configuration(proxyBeanMethods = false)
class Screens implements WebMvcConfigurer {

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**").addResourceLocations("classpath:/static/assets/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
    }

    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        for (String place : new String[] {"/", "/sign-in", "/set-up", "/desk", "/folders/**", "/passages/**", "/read/**", "/register/**", "/documents/**", "/rules/**",
                "/numbers/**", "/packages/**", "/project/**", "/routes/**", "/people/**", "/mail-room/**", "/reviews/**", "/invitation/**"}) {
            registry.addViewController(place).setViewName("forward:/index.html");
        }
    }
}
