package app.vineparcel.web.storage;

import app.vineparcel.core.source.SourceReader;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The core, set up by the settings. */
@Configuration
class CoreBeans {

    @Bean
    SourceReader sourceReader(StorageSettings settings) {
        return new SourceReader(settings.pixelLimit() * 1_000_000);
    }
}
