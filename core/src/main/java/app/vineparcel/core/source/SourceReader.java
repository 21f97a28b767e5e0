package app.vineparcel.core.source;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.MetadataReader;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Turning;
import app.vineparcel.core.source.openraster.OpenRasterDocument;
import app.vineparcel.core.source.pdf.PdfDocument;
import app.vineparcel.core.source.svg.SvgDocument;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Opens files. A file is known by its content; what is broken, foreign or larger than the pixel budget is refused with a
 * {@link Problem} before memory is taken for it.
 */
public final class SourceReader {

    /** The usual limit: 300 million pixels, room for the largest single-shot cameras and stitched work. */
    public static final long USUAL_BUDGET = 300_000_000;

    private final long pixelBudget;

    /**
     * A reader.
     *
     * @param pixelBudget the most pixels that one picture may have; at most 500 million
     */
    public SourceReader(long pixelBudget) {
        this.pixelBudget = Math.min(500_000_000, pixelBudget);
    }

    /** Header, profile and metadata, without the pixels; of a document also what its first piece is like. */
    public SourceInfo inspect(Path file) throws ProblemException {
        return contents(file, Taking.PLAIN).info();
    }

    /**
     * What is known of a file without drawing or decoding it.
     *
     * @param info the file as a whole
     * @param pieces what it holds, in its own order; at least one
     * @param layers what can be kept out
     */
    public record Contents(SourceInfo info, List<Piece> pieces, List<Layer> layers) {

        /** Whether it is of a kind that may hold several pieces. */
        public boolean isDocument() {
            return info.format().isDocument();
        }
    }

    /** Looks into a file. */
    public Contents contents(Path file, Taking taking) throws ProblemException {
        String name = file.getFileName().toString();
        try {
            SourceFormat format = format(file, name);
            if (format != SourceFormat.TIFF && format.isDocument()) {
                return documentContents(file, name, format, taking);
            }
            SourceInfo info = look(file).info();
            if (format == SourceFormat.TIFF) {
                try (Document pages = document(file, taking)) {
                    if (pages.pieces().size() > 1) {
                        return new Contents(info, pages.pieces(), List.of());
                    }
                }
            }
            return new Contents(info, List.of(Piece.picture(info.stem(), info.size())), List.of());
        } catch (IOException e) {
            throw unreadable(file, name, e);
        }
    }

    private Contents documentContents(Path file, String name, SourceFormat format, Taking taking)
            throws ProblemException, IOException {
        try (Document document = document(file, taking)) {
            List<Piece> pieces = document.pieces();
            SourceInfo info = new SourceInfo(
                    name,
                    Files.size(file),
                    format,
                    pieces.get(0).pixels(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    PhotoFacts.NONE);
            return new Contents(info, pieces, document.layers());
        }
    }

    /** The named parts of a document that can be pieces too. */
    public List<Piece> objects(Path file, Taking taking) throws ProblemException {
        try (Document document = document(file, taking)) {
            return document.objects();
        }
    }

    /**
     * Opens a document of any kind that {@link SourceFormat#isDocument may hold several pieces}.
     *
     * @throws ProblemException also if it wants a password
     */
    public Document document(Path file, Taking taking) throws ProblemException {
        String name = file.getFileName().toString();
        String stem = name.lastIndexOf('.') > 0 ? name.substring(0, name.lastIndexOf('.')) : name;
        try {
            return switch (format(file, name)) {
                case SVG -> SvgDocument.read(Files.readAllBytes(file), stem, taking);
                case PDF -> PdfDocument.open(file, "", taking, pixelBudget);
                case OPENRASTER -> OpenRasterDocument.open(file, stem, taking, pixelBudget);
                case TIFF -> TiffDocument.open(file, stem, pixelBudget);
                case JPEG, PNG, WEBP, GIF, BMP -> throw new IOException("it is a single picture.");
            };
        } catch (PdfDocument.LockedException e) {
            throw new ProblemException(
                    new Problem.Locked(
                            name, "The file cannot be read: " + e.getMessage(), "Give the password that opens it."),
                    e);
        } catch (IOException e) {
            throw unreadable(file, name, e);
        } catch (OutOfMemoryError e) {
            throw new ProblemException(
                    new Problem.OverBudget(
                            name, "It does not fit into the memory that is free.", "Give the program more memory."),
                    e);
        }
    }

    /**
     * A part of a piece, drawn at exactly that many pixels; see {@link DrawnDocument#draw}.
     *
     * @return an untagged source, which is read as sRGB
     */
    public Pixels draw(Path file, DrawnDocument document, Piece piece, Box part, PixelSize size, OptionalInt matte)
            throws ProblemException {
        String name = file.getFileName().toString();
        try {
            return document.draw(piece, part, size, matte);
        } catch (IOException e) {
            throw unreadable(file, name, e);
        } catch (OutOfMemoryError e) {
            throw new ProblemException(
                    new Problem.OverBudget(
                            name,
                            "%s px do not fit into the memory that is free.".formatted(size),
                            "Render fewer pieces at once, ask for fewer pixels, or give the program more memory."),
                    e);
        }
    }

    /**
     * A piece of a document with its pixels.
     *
     * @param known what inspecting the file gave
     */
    public OpenedSource open(Path file, PixelDocument document, Piece piece, SourceInfo known) throws ProblemException {
        String name = file.getFileName().toString();
        try {
            PixelDocument.Opened opened = document.open(piece);
            SourceInfo info = known.sized(opened.pixels().size());
            if (known.format() == SourceFormat.TIFF) {
                Look look = look(file);
                return new OpenedSource(info, look.profile(), look.metadata(), opened.pixels(), opened.model());
            }
            return new OpenedSource(info, Optional.empty(), CarriedMetadata.NONE, opened.pixels(), opened.model());
        } catch (IOException e) {
            throw unreadable(file, name, e);
        }
    }

    /**
     * Writes a copy of a locked PDF that needs no password.
     *
     * @throws ProblemException if the password does not open it
     */
    public static void unlock(Path file, String password, Path into) throws ProblemException {
        String name = file.getFileName().toString();
        try {
            PdfDocument.unlock(file, password, into);
        } catch (PdfDocument.LockedException e) {
            throw new ProblemException(
                    new Problem.Locked(
                            name, "The file stays locked: " + e.getMessage(), "Give the password that opens it."),
                    e);
        } catch (IOException e) {
            throw unreadable(file, name, e);
        }
    }

    /** What can be known without pixels, and the profile itself. */
    private record Look(SourceInfo info, Optional<IccProfile> profile, CarriedMetadata metadata) {}

    private Look look(Path file) throws ProblemException {
        String name = file.getFileName().toString();
        try {
            SourceFormat format = format(file, name);
            PixelSize stored = PictureReader.of(format).size(file);
            requireWithinBudget(stored, name);
            PhotoFacts facts = MetadataReader.read(file);
            EmbeddedBlocks embedded = EmbeddedBlocks.in(file, format);
            Optional<IccProfile> profile = Optional.empty();
            Optional<String> fault = Optional.empty();
            if (embedded.icc().isPresent()) {
                try {
                    profile = Optional.of(IccProfile.read(embedded.icc().get()));
                } catch (BadProfileException e) {
                    fault = Optional.of(e.getMessage());
                }
            }
            SourceInfo info = new SourceInfo(
                    name,
                    Files.size(file),
                    format,
                    facts.orientation().seen(stored),
                    profile.map(IccProfile::title),
                    profile.map(IccProfile::model),
                    fault,
                    facts);
            return new Look(info, profile, embedded.metadata());
        } catch (IOException e) {
            throw unreadable(file, name, e);
        }
    }

    /** Everything, pixels included, turned upright. */
    public OpenedSource open(Path file) throws ProblemException {
        Look look = look(file);
        SourceInfo info = look.info();
        try {
            Decoded decoded = PictureReader.of(info.format()).read(file);
            return new OpenedSource(
                    info,
                    look.profile(),
                    look.metadata(),
                    Turning.upright(decoded.pixels(), info.facts().orientation()),
                    decoded.model());
        } catch (IOException e) {
            throw unreadable(file, info.fileName(), e);
        } catch (OutOfMemoryError e) {
            throw new ProblemException(
                    new Problem.OverBudget(
                            info.fileName(),
                            "its %s px do not fit into the memory that is free.".formatted(info.size()),
                            "Render fewer sources at once or give the program more memory."),
                    e);
        }
    }

    private static SourceFormat format(Path file, String name) throws IOException, ProblemException {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] start = in.readNBytes(SourceFormat.SIGNATURE_LENGTH);
            if (start.length == 0) {
                throw new ProblemException(new Problem.Unreadable(
                        name, "The file is empty.", "Bring it in again from where it was made."));
            }
            return SourceFormat.of(start)
                    .orElseThrow(() -> new ProblemException(new Problem.Unsupported(
                            name,
                            "This is not a picture or document of a kind that can be read%s.".formatted(claimed(name)),
                            "Use JPEG, PNG, TIFF, WebP, GIF, BMP, SVG, PDF or OpenRaster.")));
        }
    }

    private static String claimed(String name) {
        int dot = name.lastIndexOf('.');
        return dot > 0
                ? ", whatever its ending “%s” says"
                        .formatted(name.substring(dot).toLowerCase(Locale.ROOT))
                : "";
    }

    private void requireWithinBudget(PixelSize size, String name) throws ProblemException {
        if (size.pixels() > pixelBudget) {
            throw new ProblemException(new Problem.OverBudget(
                    name,
                    String.format(
                            Locale.ROOT,
                            "It has %s px, %,d million; the limit is %,d million.",
                            size,
                            size.pixels() / 1_000_000,
                            pixelBudget / 1_000_000),
                    "Raise the pixel limit in the settings if the file is sound and the memory large enough."));
        }
    }

    private static ProblemException unreadable(Path file, String name, IOException e) {
        if (!Files.isReadable(file)) {
            boolean there = Files.exists(file);
            return new ProblemException(
                    new Problem.Vanished(
                            name,
                            there ? "The file may not be read." : "The file is no longer there.",
                            there ? "Give the program the right to read it." : "Put it back or bring it in again."),
                    e);
        }
        String reason = e.getMessage() == null ? "its data is damaged." : e.getMessage();
        return new ProblemException(
                new Problem.Unreadable(
                        name, "The file cannot be read: " + reason, "Copy it again from the camera or the original."),
                e);
    }
}
