package foldback.web.page;

import foldback.web.Role;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Which addresses are costly to answer. */
@Configuration
@Profile(Role.PAGES)
class PageSettings implements WebMvcConfigurer {

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(new CostlyWork())
                .addPathPatterns(
                        "/api/takes/*/sphere",
                        "/api/takes/*/thumbnail",
                        "/api/takes/*/revisions/*/sphere",
                        "/api/takes/*/revisions/*/lens/*",
                        "/api/takes/*/revisions/*/close-up/*",
                        "/api/takes/*/revisions/*/disc/*",
                        "/api/takes/*/revisions/*/values",
                        "/api/takes/*/revisions/*/coverage",
                        "/api/takes/*/revisions/*/lanes/*",
                        "/api/takes/*/revisions/*/listen",
                        "/api/takes/*/revisions/*/waveform/*",
                        "/api/takes/*/revisions/*/noise-cost",
                        "/api/takes/*/revisions/*/film",
                        "/api/projects/*/clips/*/still");
    }
}
