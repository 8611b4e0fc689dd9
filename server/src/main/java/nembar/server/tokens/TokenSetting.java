package nembar.server.tokens;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Holds every request of a program against its token. */
@Configuration
class TokenSetting implements WebMvcConfigurer {
    private final TokenGate gate;

    TokenSetting(TokenGate gate) {
        this.gate = gate;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(gate).addPathPatterns("/access/**", "/api/**");
    }
}
