package app.vineparcel.core.source;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.WorkLimits;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.FoundBlocks;
import app.vineparcel.core.codec.formats.PictureReaders;
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
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Opens files. A file is known by its content; what is broken, foreign or larger than the pixel budget is refused with a
 * {@link Problem} before memory is taken for it.
 */
public final class SourceReader {

    /** The usual limit: 300 million pixels, room for the largest single-shot cameras and stitched work. */
    public static final long USUAL_BUDGET = 300_000_000;

    private final WorkLimits limits;
    private final long pixelBudget;
    private final WorkBudget.Pool pool;
    private final Predicate<Path> opens;

    /**
     * A reader with the usual limits of time and memory.
     *
     * @param pixelBudget the most pixels that one picture may have; at most 500 million
     */
    public SourceReader(long pixelBudget) {
        this(WorkLimits.usual(pixelBudget));
    }

    /** A reader that opens whatever it is asked to. All that is read through it shares the limits' memory. */
    public SourceReader(WorkLimits limits) {
        this(limits, file -> true);
    }

    /**
     * A reader that opens some files only.
     *
     * @param opens asked each time before a file is opened, since what a path leads to may have changed
     */
    public SourceReader(WorkLimits limits, Predicate<Path> opens) {
        this.opens = opens;
        this.limits = limits;
        this.pixelBudget = limits.pixels();
        this.pool = new WorkBudget.Pool(limits.bytes(), System::nanoTime);
    }

    /** What work on one file may use. */
    public WorkLimits limits() {
        return limits;
    }

    /** The memory that all work through this reader shares. */
    public WorkBudget.Pool pool() {
        return pool;
    }

    /** Whether a file of this name may be one that can be read, by its ending; folders are searched by it. */
    public static boolean mayBe(String name) {
        return SourceFormat.mayBe(name);
    }

    /** Header, profile and metadata, without the pixels; of a document also what its first piece is like. */
    public SourceInfo inspect(Path file) throws ProblemException {
        return contents(file, SourceOptions.PLAIN).info();
    }

    /**
     * What a file is, by its content.
     *
     * @throws ProblemException if it is nothing that can be read
     */
    public SourceFormat format(Path file) throws ProblemException {
        return guarded(file, () -> format(file, file.getFileName().toString()));
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

    /** Whatever a foreign file makes a reader do ends in words about that file, and in time. */
    private <T> T guarded(Path file, ForeignWork.Task<T> work) throws ProblemException {
        String name = file.getFileName().toString();
        if (!opens.test(file)) {
            throw new ProblemException(new Problem.BadRequest(
                    name, "It leads outside the source roots.", "Name a folder without links that lead elsewhere."));
        }
        try {
            return ForeignWork.within(pool, limits.source(), work);
        } catch (WorkBudget.Exceeded e) {
            throw ReadProblems.exceeded(name, e);
        } catch (PdfDocument.LockedException e) {
            throw new ProblemException(
                    new Problem.Locked(
                            name, "The file cannot be read: " + e.getMessage(), "Give the password that opens it."),
                    e);
        } catch (IOException e) {
            throw ReadProblems.unreadable(file, name, e);
        } catch (OutOfMemoryError e) {
            throw new ProblemException(
                    new Problem.OverBudget(
                            name,
                            "It does not fit into the memory that is free.",
                            "Render fewer sources at once, ask for fewer pixels, or give the program more memory."),
                    e);
        } catch (StackOverflowError e) {
            throw ReadProblems.unreadable(file, name, new IOException("its elements are nested too deeply.", e));
        } catch (RuntimeException | Error e) { // libraries throw all kinds
            throw ReadProblems.unreadable(
                    file, name, new IOException("its data is damaged or of a kind that is not read.", e));
        }
    }

    /** Looks into a file. */
    public Contents contents(Path file, SourceOptions options) throws ProblemException {
        return guarded(file, () -> seen(file, options));
    }

    private Contents seen(Path file, SourceOptions options) throws ProblemException, IOException {
        String name = file.getFileName().toString();
        SourceFormat format = format(file, name);
        if (format != SourceFormat.TIFF && format.isDocument()) {
            return documentContents(file, name, format, options);
        }
        SourceInfo info = inspection(file).info();
        if (format == SourceFormat.TIFF) {
            try (Document pages = document(file, options)) {
                info = info.with(pages.notices());
                if (pages.pieces().size() > 1) {
                    return new Contents(info, pages.pieces(), List.of());
                }
            }
        }
        Piece piece = Piece.picture(info.stem(), info.size());
        if (PictureReaders.of(format).seemsWhole(file)) {
            return new Contents(info, List.of(piece), List.of());
        }
        SourceInfo decoded = open(file).info(); // only its pixels say how much of it is there
        boolean cut = CutShort.isAmong(decoded.notices());
        return new Contents(decoded, List.of(cut ? piece.onDemand() : piece), List.of());
    }

    private Contents documentContents(Path file, String name, SourceFormat format, SourceOptions options)
            throws ProblemException, IOException {
        try (Document document = document(file, options)) {
            List<Piece> pieces = document.pieces();
            SourceInfo info = new SourceInfo(
                    name,
                    Files.size(file),
                    format,
                    pieces.get(0).pixels(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    PhotoFacts.NONE,
                    document.notices());
            return new Contents(info, pieces, document.layers());
        }
    }

    /** The named parts of a document that can be pieces too. */
    public List<Piece> objects(Path file, SourceOptions options) throws ProblemException {
        try (Document document = document(file, options)) {
            return document.objects();
        }
    }

    /**
     * Opens a document of any kind that {@link SourceFormat#isDocument may hold several pieces}.
     *
     * @throws ProblemException also if it wants a password
     */
    public Document document(Path file, SourceOptions options) throws ProblemException {
        String name = file.getFileName().toString();
        String stem = name.lastIndexOf('.') > 0 ? name.substring(0, name.lastIndexOf('.')) : name;
        return guarded(file, () -> switch (format(file, name)) {
            case SVG -> SvgDocument.read(Files.readAllBytes(file), stem, options);
            case PDF -> PdfDocument.open(file, "", options, pixelBudget);
            case OPENRASTER -> OpenRasterDocument.open(file, stem, options, pixelBudget);
            case TIFF -> TiffDocument.open(file, stem, pixelBudget);
            default -> throw new IOException("it is a single picture.");
        });
    }

    /**
     * A part of a piece, drawn at exactly that many pixels; see {@link DrawnDocument#draw}.
     *
     * @return an untagged source, which is read as sRGB
     */
    public Pixels draw(Path file, DrawnDocument document, Piece piece, Box part, PixelSize size, OptionalInt matte)
            throws ProblemException {
        return guarded(file, () -> document.draw(piece, part, size, matte));
    }

    /**
     * A piece of a document with its pixels.
     *
     * @param known what inspecting the file gave
     */
    public OpenedSource open(Path file, PixelDocument document, Piece piece, SourceInfo known) throws ProblemException {
        return guarded(file, () -> {
            Decoded opened = document.open(piece);
            SourceInfo info = known.sized(opened.pixels().size()).with(opened.notices());
            if (known.format() == SourceFormat.TIFF) {
                Inspection inspection = inspection(file);
                return new OpenedSource(
                        info,
                        opened.implied().or(inspection::profile),
                        inspection.metadata(),
                        opened.pixels(),
                        opened.model());
            }
            return new OpenedSource(info, opened.implied(), CarriedMetadata.NONE, opened.pixels(), opened.model());
        });
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
            throw ReadProblems.unreadable(file, name, e);
        }
    }

    /** What can be known without pixels, and the profile itself. */
    private record Inspection(SourceInfo info, Optional<IccProfile> profile, CarriedMetadata metadata) {}

    private Inspection inspection(Path file) throws ProblemException, IOException {
        String name = file.getFileName().toString();
        SourceFormat format = format(file, name);
        PixelSize stored = PictureReaders.of(format).size(file);
        requireWithinBudget(stored, name);
        EmbeddedBlocks embedded = FoundBlocks.in(file, format);
        boolean turned = format.turnsItself();
        PhotoFacts said = MetadataReader.read(embedded.metadata());
        PhotoFacts facts = turned ? said.upright() : said;
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
                facts,
                embedded.notices());
        return new Inspection(info, profile, embedded.metadata());
    }

    /** Everything, pixels included, turned upright. */
    public OpenedSource open(Path file) throws ProblemException {
        return open(file, Integer.MAX_VALUE);
    }

    /**
     * The same with fewer pixels where the format has them for less; the size that it tells is that of the pixels.
     *
     * @param leastEdge the long edge, px, that is expected at least
     */
    @SuppressWarnings("try") // a hold counts by being open
    public OpenedSource open(Path file, int leastEdge) throws ProblemException {
        return guarded(file, () -> {
            Inspection inspection = inspection(file);
            SourceInfo info = inspection.info();
            Decoded decoded;
            Pixels upright;
            try (WorkBudget.Hold ignored =
                    WorkBudget.hold(info.size().pixels() * Canvas.BYTES_A_PIXEL)) { // for what decoding needs besides
                decoded = PictureReaders.of(info.format()).read(file, leastEdge);
                upright = Turning.upright(decoded.pixels(), info.facts().orientation());
            }
            if (!isOf(upright.size(), info.size(), leastEdge)) {
                throw new IOException("its header and its data contradict each other.");
            }
            return new OpenedSource(
                    info.sized(upright.size())
                            .with(Stream.concat(info.notices().stream(), decoded.notices().stream())
                                    .distinct()
                                    .toList()),
                    decoded.implied().or(inspection::profile),
                    inspection.metadata(),
                    upright,
                    decoded.model());
        });
    }

    /** Whether pixels are those that a header promised, or a half, a quarter or an eighth of them if so few are expected. */
    private static boolean isOf(PixelSize found, PixelSize promised, int leastEdge) {
        if (found.equals(promised)) {
            return true;
        }
        for (int share = 2; share <= 8; share *= 2) {
            PixelSize part =
                    new PixelSize((promised.width() + share - 1) / share, (promised.height() + share - 1) / share);
            if (part.longEdge() >= leastEdge && part.equals(found)) {
                return true;
            }
        }
        return false;
    }

    private static SourceFormat format(Path file, String name) throws IOException, ProblemException {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] start = in.readNBytes(SourceFormat.SIGNATURE_LENGTH);
            if (start.length == 0) {
                throw new ProblemException(
                        new Problem.Unreadable(name, "The file is empty.", "Import it again from where it was made."));
            }
            return SourceFormat.of(start)
                    .orElseThrow(() -> new ProblemException(new Problem.Unsupported(
                            name,
                            "This is not a picture or document of a kind that can be read%s."
                                    .formatted(ReadProblems.claimed(name)),
                            "Use %s.".formatted(SourceFormat.list()))));
        }
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
                    "If the file is sound and there is enough memory, raise the pixel limit in the settings."));
        }
    }
}
