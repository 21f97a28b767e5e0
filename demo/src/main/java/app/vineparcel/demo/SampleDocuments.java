package app.vineparcel.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/** The documents of the autumn catalogue. */
final class SampleDocuments {

    /** Writes one document. */
    @FunctionalInterface
    private interface Writing {
        void to(Path file) throws IOException;
    }

    private static final Map<String, Writing> ALL = new LinkedHashMap<>();

    static {
        ALL.put("documents/jar-labels.svg", file -> Files.writeString(file, JarLabels.svg()));
        ALL.put("documents/stall-signs.svg", file -> Files.writeString(file, StallSigns.svg()));
        ALL.put("documents/catalogue.pdf", Catalogue::write);
        ALL.put("documents/market-poster.ora", Poster::write);
    }

    private SampleDocuments() {}

    /** Makes what is missing, or all of it. */
    static void make(Path folder, boolean anew, MakeSamples.Progress progress) throws IOException {
        for (Map.Entry<String, Writing> document : ALL.entrySet()) {
            Path file = folder.resolve(document.getKey());
            if (anew || !Files.exists(file)) {
                Files.createDirectories(file.getParent());
                document.getValue().to(file);
                progress.line("  sample document  " + document.getKey());
            }
        }
    }
}
