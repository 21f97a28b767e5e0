package app.vineparcel.web.shell;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpHeaders;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.XorCsrfTokenRequestAttributeHandler;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** One person on one machine: no sign-in, but nothing another page in the same browser could misuse. */
@Configuration
@ConditionalOnWebApplication
class SecurityRules {

    private static final String POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' blob:; "
                    + "font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    private static final String SHIPPED = "/(css|js|fonts|img|webjars)/.*";

    @Bean
    SecurityFilterChain rules(HttpSecurity http) {
        CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
        XorCsrfTokenRequestAttributeHandler handler = new XorCsrfTokenRequestAttributeHandler();
        handler.setCsrfRequestAttributeName(null);
        return http.authorizeHttpRequests(all -> all.dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.ASYNC)
                        .permitAll()
                        .anyRequest()
                        .permitAll())
                .csrf(csrf -> csrf.csrfTokenRepository(tokens).csrfTokenRequestHandler(handler))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(POLICY))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN))
                        .cacheControl(cache -> cache.disable())
                        .addHeaderWriter(SecurityRules::keepNothing))
                .addFilterBefore(new OwnHostFilter(), SecurityContextHolderFilter.class)
                .addFilterAfter(new BodyPaceFilter(System::nanoTime), SecurityContextHolderFilter.class)
                .requestCache(cache -> cache.disable())
                .anonymous(anonymous -> anonymous.disable())
                .logout(logout -> logout.disable())
                .build();
    }

    /** Pages and downloads show private pictures; what may be kept says so itself. */
    private static void keepNothing(HttpServletRequest request, HttpServletResponse response) {
        if (!response.containsHeader(HttpHeaders.CACHE_CONTROL)
                && !request.getRequestURI().matches(SHIPPED)) {
            response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        }
    }

    /** The server would refuse TRACE by a page that is then itself asked for by TRACE; here it comes to where all else is refused. */
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> traceIsRefusedHere() {
        return server -> server.addConnectorCustomizers(connector -> connector.setAllowTrace(true));
    }

    /** Addresses and methods that nothing here has; refused before anything looks at them. */
    @Bean
    RequestRejectedHandler noSuchRequest() {
        return (request, response, why) -> {
            response.setStatus(HttpServletResponse.SC_BAD_REQUEST);
            response.setContentType("text/plain;charset=UTF-8");
            response.getWriter().write("This address or method is not one of Vine Parcel's. Go to the start page.");
        };
    }

    /** Nobody signs in; this keeps the framework from making an account of its own. */
    @Bean
    UserDetailsService nobody() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }
}
