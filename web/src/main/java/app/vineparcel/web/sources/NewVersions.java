package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.Uploads;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.stereotype.Component;

/** Takes a picture that came back from elsewhere as the new version of its source; the former file stays where it is. */
@Component
public class NewVersions {

    private final SourceService sources;
    private final DocumentService documents;
    private final SourceReader reader;
    private final Uploads uploads;

    NewVersions(SourceService sources, DocumentService documents, SourceReader reader, Uploads uploads) {
        this.sources = sources;
        this.documents = documents;
        this.reader = reader;
        this.uploads = uploads;
    }

    /**
     * Takes one.
     *
     * @throws ProblemException if it cannot be read, or holds less than its source does
     */
    public void take(long sourceId, Path file) throws ProblemException {
        Source source = sources.get(sourceId);
        SourceInfo found = reader.inspect(file);
        PixelSize now = found.size();
        PixelSize before = reader.inspect(source.file()).size();
        boolean smaller = now.longEdge() < before.longEdge()
                || Math.abs((double) now.width() / now.height() - (double) before.width() / before.height()) > 0.01;
        if (smaller) {
            throw new ProblemException(new Problem.BadRequest(
                    found.fileName(),
                    Text.of(
                            "sources.came-back-smaller",
                            now.width() + " × " + now.height(),
                            before.width() + " × " + before.height()),
                    Text.of("sources.hand-over-in-full-size")));
        }
        try (InputStream content = Files.newInputStream(file)) {
            documents.replace(sourceId, uploads.store(file.getFileName().toString(), content));
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.Unreadable(
                            found.fileName(),
                            Text.of("sources.came-back-unreadable"),
                            Text.of("sources.save-it-again")),
                    e);
        }
    }
}
