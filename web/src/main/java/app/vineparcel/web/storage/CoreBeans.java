package app.vineparcel.web.storage;

import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.source.process.ReaderProcess;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The core, set up by the settings. */
@Configuration
class CoreBeans {

    @Bean
    SourceReader sourceReader(StorageSettings settings, SourceRoots roots) {
        return new SourceReader(settings.limits(), roots::allows);
    }

    @Bean
    ReaderProcess readerProcess(StorageSettings settings) {
        return new ReaderProcess(settings.readerMegabytes(), settings.limits());
    }
}
