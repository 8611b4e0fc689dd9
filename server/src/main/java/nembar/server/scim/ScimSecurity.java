package nembar.server.scim;

import com.unboundid.scim2.common.messages.ErrorResponse;
import nembar.server.sources.Sources;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;

/** Sources knock with a bearer token that was made for them in the interface. */
@Configuration
class ScimSecurity {
    @Bean
    @Order(0)
    SecurityFilterChain sourcesByToken(HttpSecurity http, Sources sources) throws Exception {
        return http.securityMatcher("/scim/**")
                .authorizeHttpRequests(all -> all.anyRequest().authenticated())
                .sessionManagement(
                        session -> session.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .csrf(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .addFilterBefore(new ScimTokenFilter(sources), AuthorizationFilter.class)
                .exceptionHandling(
                        errors ->
                                errors.authenticationEntryPoint(
                                        (request, response, failed) -> {
                                            ErrorResponse error = new ErrorResponse(401);
                                            error.setDetail(
                                                    "Send a bearer token that was made for this"
                                                            + " source in Nembar and is not"
                                                            + " revoked.");
                                            response.setStatus(401);
                                            response.setHeader("WWW-Authenticate", "Bearer");
                                            response.setContentType(ScimJson.TYPE);
                                            response.getOutputStream().write(ScimJson.bytes(error));
                                        }))
                .build();
    }
}
