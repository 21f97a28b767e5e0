package app.vineparcel.web.storage;

import java.nio.file.Path;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Where things lie and how much is allowed.
 *
 * @param dataFolder uploads and previews
 * @param deliveryRoot below which every delivery lies
 * @param sourceRoots folders below which sources may be named
 * @param pixelLimit the most million pixels a source may have
 * @param uploadLimit the most million bytes one upload may have
 * @param renderThreads how many sources are rendered at once; 0 for as many as there are processors
 */
@ConfigurationProperties("vine-parcel")
public record StorageSettings(
        Path dataFolder,
        Path deliveryRoot,
        List<Path> sourceRoots,
        long pixelLimit,
        long uploadLimit,
        @DefaultValue("0") int renderThreads) {

    /** How many threads render. */
    public int threads() {
        return renderThreads > 0 ? renderThreads : Runtime.getRuntime().availableProcessors();
    }
}
