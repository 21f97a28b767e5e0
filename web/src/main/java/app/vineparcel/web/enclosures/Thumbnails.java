package app.vineparcel.web.enclosures;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.enclosures.ContactSheet;
import app.vineparcel.core.deliver.enclosures.Delivered;
import app.vineparcel.core.deliver.enclosures.PageSnippet;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PrintLayout;
import app.vineparcel.core.render.MainColour;
import app.vineparcel.core.render.PrintFile;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.storage.Previews;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Small versions of delivered files, for the sheet and for pages. */
@Component
class Thumbnails {

    private static final Logger LOG = LoggerFactory.getLogger(Thumbnails.class);

    private final Previews previews;
    private final SourceReader reader;

    Thumbnails(Previews previews, SourceReader reader) {
        this.previews = previews;
        this.reader = reader;
    }

    /**
     * A file on a contact sheet: a page or a drawing as shapes, anything else as a small picture.
     *
     * @param scratch a folder for pages that are made for this, which whoever asks removes
     */
    Optional<ContactSheet.Thumbnail> of(Delivered delivered, Path file, Path scratch) {
        try {
            return switch (delivered.mediaType()) {
                case "application/pdf" -> Optional.of(new ContactSheet.Thumbnail.Page(file));
                case "image/svg+xml" -> Optional.of(new ContactSheet.Thumbnail.Page(page(delivered, file, scratch)));
                default ->
                    Optional.of(new ContactSheet.Thumbnail.Picture(Files.readAllBytes(
                            previews.of(Previews.Kind.SHEET, "rendition-" + delivered.sha256(), file))));
            };
        } catch (ProblemException | IOException unreadable) {
            LOG.debug("no thumbnail of {}: {}", delivered.path(), unreadable.getMessage());
            return Optional.empty();
        }
    }

    /** A drawing as a page of a PDF. */
    private Path page(Delivered delivered, Path file, Path scratch) throws ProblemException, IOException {
        SourceReader.Contents contents = reader.contents(file, SourceOptions.PLAIN);
        Piece piece = contents.pieces().get(0);
        PlanPiece planned = new PlanPiece(
                "1",
                file,
                delivered.piece(),
                contents.info(),
                Optional.of(FocalPoint.CENTRE),
                1,
                PlanPiece.Part.plain(piece));
        Path page = Files.createTempFile(scratch, "page", ".pdf");
        PrintLayout layout = new PrintLayout(
                new Extent(piece.size().width(), piece.size().height()), 1, 1, PrintLayout.Fit.FIT, 0, 0);
        PrintFile.write(reader, List.of(planned), layout, false, delivered.piece(), page);
        return page;
    }

    /** How a picture looks before it is there; empty where it cannot be read. */
    Optional<PageSnippet.Sketch> sketch(Delivered delivered, Path file) {
        try {
            Path small = previews.of(Previews.Kind.SKETCH, "rendition-" + delivered.sha256(), file);
            return Optional.of(new PageSnippet.Sketch(
                    MainColour.of(reader, small),
                    "data:image/png;base64," + Base64.getEncoder().encodeToString(Files.readAllBytes(small))));
        } catch (ProblemException | IOException unreadable) {
            LOG.debug("no sketch of {}: {}", delivered.path(), unreadable.getMessage());
            return Optional.empty();
        }
    }
}
