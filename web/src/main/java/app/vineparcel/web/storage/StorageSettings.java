package app.vineparcel.web.storage;

import app.vineparcel.core.WorkLimits;
import app.vineparcel.core.codec.SourceFormat;
import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
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
 * @param sourceSeconds how long reading or drawing from one source may take
 * @param renditionSeconds how long making one rendition may take
 * @param untrusted formats, such as {@code svg}, whose sources are read by processes of their own
 * @param readerMegabytes the heap of such a process
 * @param destinationRoots folders below which destinations may be named, besides the delivery root
 * @param secretKey seals secrets, 32 bytes in base 64; without one a file of the data folder holds it
 * @param address under which others reach these pages; without one the own machine's
 * @param printer where jobs go, an {@code ipp:} address; without one nothing can be printed
 */
@ConfigurationProperties("vine-parcel")
public record StorageSettings(
        Path dataFolder,
        Path deliveryRoot,
        List<Path> sourceRoots,
        long pixelLimit,
        long uploadLimit,
        @DefaultValue("0") int renderThreads,
        @DefaultValue("60") int sourceSeconds,
        @DefaultValue("300") int renditionSeconds,
        @DefaultValue List<String> untrusted,
        @DefaultValue("512") int readerMegabytes,
        Optional<URI> printer,
        @DefaultValue List<Path> destinationRoots,
        Optional<String> secretKey,
        Optional<URI> address) {

    public StorageSettings {
        untrusted = List.copyOf(untrusted);
        destinationRoots = List.copyOf(destinationRoots);
    }

    /** Without the key, whoever may write it down. */
    @Override
    public String toString() {
        return "StorageSettings[data %s, deliveries %s]".formatted(dataFolder, deliveryRoot);
    }

    /** What work on one foreign file may use. */
    public WorkLimits limits() {
        return WorkLimits.usual(pixelLimit * 1_000_000)
                .within(Duration.ofSeconds(sourceSeconds), Duration.ofSeconds(renditionSeconds));
    }

    /** Whether sources of a format are read by processes of their own. */
    public boolean distrusts(SourceFormat format) {
        return untrusted.stream().anyMatch(word -> word.strip().equalsIgnoreCase(format.name()));
    }

    /** How many threads render. */
    public int threads() {
        return renderThreads > 0 ? renderThreads : Runtime.getRuntime().availableProcessors();
    }
}
