package app.vineparcel.web;

import app.vineparcel.web.shell.TimelyEnd;
import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Starts the application. */
@EnableScheduling
@SpringBootApplication
@ConfigurationPropertiesScan
public class VineParcelApplication {

    /** The entry. */
    public static void main(String[] args) {
        TimelyEnd.promise();
        SpringApplication.run(VineParcelApplication.class, args);
    }

    @Bean
    Clock clock() {
        return Clock.systemDefaultZone();
    }
}
