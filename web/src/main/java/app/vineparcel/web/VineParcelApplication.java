package app.vineparcel.web;

import app.vineparcel.web.shell.GracefulShutdown;
import app.vineparcel.web.storage.SharedSettings;
import java.sql.SQLException;
import java.time.Clock;
import java.util.Arrays;
import java.util.Map;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.MessageSource;
import org.springframework.context.annotation.Bean;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.web.servlet.LocaleResolver;
import org.springframework.web.servlet.i18n.FixedLocaleResolver;

/** Starts the application, or one process that works for it. */
@EnableScheduling
@SpringBootApplication
@ConfigurationPropertiesScan
public class VineParcelApplication {

    private static final String WORKER = "--vine-parcel.work.role=worker";
    private static final int NO_DATABASE = 3;

    /** The entry. */
    public static void main(String[] args) {
        GracefulShutdown.promise();
        SpringApplication application = new SpringApplication(VineParcelApplication.class);
        if (Arrays.asList(args).contains(WORKER)) {
            beWorker(application);
        }
        application.run(args);
    }

    /** It has no pages, and takes what it has to know from the database; what it is told itself counts more. */
    private static void beWorker(SpringApplication application) {
        application.setWebApplicationType(WebApplicationType.NONE);
        application.setKeepAlive(true);
        Map<String, String> given = System.getenv();
        try {
            Map<String, Object> shared = SharedSettings.read(
                    given.getOrDefault("VINE_PARCEL_DB_URL", "jdbc:postgresql://127.0.0.1:5432/app"),
                    given.getOrDefault("VINE_PARCEL_DB_USER", "app"),
                    given.getOrDefault("VINE_PARCEL_DB_PASSWORD", ""));
            application.addInitializers(context -> context.getEnvironment()
                    .getPropertySources()
                    .addAfter(
                            StandardEnvironment.SYSTEM_ENVIRONMENT_PROPERTY_SOURCE_NAME,
                            new MapPropertySource("shared settings", shared)));
        } catch (SQLException e) {
            System.err.println(
                    "The worker cannot begin: " + e.getMessage()
                            + ". Start the application first, and give this process the same VINE_PARCEL_DB_URL, _USER and _PASSWORD.");
            System.exit(NO_DATABASE);
        }
    }

    @Bean
    Clock clock() {
        return Clock.systemDefaultZone();
    }

    @Bean
    MessageSource messageSource() {
        return Text.messages();
    }

    @Bean
    LocaleResolver localeResolver() {
        return new FixedLocaleResolver(Text.LANGUAGE);
    }
}
