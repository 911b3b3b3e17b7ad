package foldback.web.page;

import foldback.web.Role;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.header.writers.CrossOriginOpenerPolicyHeaderWriter.CrossOriginOpenerPolicy;
import org.springframework.security.web.header.writers.CrossOriginResourcePolicyHeaderWriter.CrossOriginResourcePolicy;

/**
 * What protects a server on loopback from other pages in the same browser: a CSRF token in a cookie (so that it
 * outlives a restart), a strict content-security policy, and the refusal of foreign hosts and origins. There is no
 * log-in: only this machine reaches the port.
 */
@Configuration
@Profile(Role.PAGES)
class SecuritySettings {

    private static final String CONTENT_POLICY = "default-src 'self'; img-src 'self' blob: data:; "
            + "media-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    @Bean
    SecurityFilterChain chain(HttpSecurity http) throws Exception {
        return http.authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
                .csrf(csrf -> csrf.spa())
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .frameOptions(frame -> frame.deny())
                        .crossOriginOpenerPolicy(opener -> opener.policy(CrossOriginOpenerPolicy.SAME_ORIGIN))
                        .crossOriginResourcePolicy(resource -> resource.policy(CrossOriginResourcePolicy.SAME_ORIGIN))
                        .cacheControl(cache -> cache.disable()))
                .addFilterBefore(new LocalRequestFilter(), AuthorizationFilter.class)
                .addFilterAfter(new BodyLimitFilter(), LocalRequestFilter.class)
                .build();
    }

    /** Nobody can log in; without this bean a default user with a printed password would be made. */
    @Bean
    UserDetailsService nobody() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }
}
