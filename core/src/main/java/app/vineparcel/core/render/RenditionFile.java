package app.vineparcel.core.render;

import app.vineparcel.core.Notice;
import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.DataUri;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.JpegRepacker;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.WeightLimit;
import app.vineparcel.core.codec.formats.FoundMetadata;
import app.vineparcel.core.codec.formats.StrippedPicture;
import app.vineparcel.core.codec.pdf.CarriedData;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.measure.look.Visibility;
import app.vineparcel.core.metadata.LocationCheck;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.metadata.WrittenMetadata;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.SourceInfo;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;

/** Makes one planned file. Used by one thread. */
final class RenditionFile {

    private static final System.Logger LOG = System.getLogger(RenditionFile.class.getName());

    private final OpenSources sources;
    private final RenditionSink sink;
    private final RenditionPixels.RenderContext context;
    private final FramedSources framedSources;

    RenditionFile(OpenSources sources, RenditionSink sink, RenditionPixels.RenderContext context) {
        this.sources = sources;
        this.sink = sink;
        this.context = context;
        this.framedSources = new FramedSources(sources, context);
    }

    Outcome make(PlannedRendition planned, long began) throws ProblemException {
        OutputFormat format = planned.column().recipe().format();
        return format.copies()
                ? copy(planned, began)
                : format.isVector() ? shapes(planned, began) : picture(planned, began);
    }

    private Outcome copy(PlannedRendition planned, long began) throws ProblemException {
        SourceCopy copy = new SourceCopy(planned);
        RenditionSink.Placed placed = place(planned, copy::write);
        return new Outcome.Done(
                planned.size(), placed, 0, planned.column().recipe().format(), RenderRun.since(began), List.of());
    }

    private Outcome picture(PlannedRendition planned, long began) throws ProblemException {
        Recipe recipe = planned.column().recipe();
        FramedSources.FramedSource framed = framedSources.of(planned);
        SourceInfo source = framed.source().source().info();
        List<Notice> notices = unannounced(planned, source.notices());
        requireWhole(source, notices);
        RenditionPixels pixels = RenditionPixels.of(framed, recipe, context);
        FileTags tags = tags(
                recipe,
                pixels.picture(),
                framed.source(),
                planned.piece().known().altText());
        AtomicReference<Written> written = new AtomicReference<>(new Written(recipe.format(), List.of()));
        RenditionSink.Placed placed = place(planned, file -> {
            if (!repacked(planned, pixels, framed.source(), tags, file)) {
                written.set(encode(recipe, pixels.picture(), tags, file, context));
            }
        });
        return new Outcome.Done(
                pixels.picture().pixels().size(),
                placed,
                pixels.clipped(),
                written.get().format(),
                RenderRun.since(began),
                Stream.concat(notices.stream(), written.get().notices().stream())
                        .toList());
    }

    /** Where nothing but the packing of a JPEG changes, its own data are packed. */
    private static boolean repacked(
            PlannedRendition planned, RenditionPixels pixels, PreparedSource source, FileTags tags, Path file)
            throws IOException {
        Recipe recipe = planned.column().recipe();
        OpenedSource opened = source.source();
        Optional<JpegRepacker> repacker = recipe.format().repacker();
        if (repacker.isEmpty()
                || opened.info().format() != SourceFormat.JPEG
                || opened.info().facts().orientation() != Orientation.TOP_LEFT
                || pixels.picture().pixels() != opened.pixels()
                || !recipe.colour().embed() && opened.info().profileTitle().isPresent()) {
            return false;
        }
        try {
            repacker.get()
                    .repack(
                            StrippedPicture.of(
                                    Files.readAllBytes(planned.piece().file())),
                            tags,
                            file);
            return Files.size(file) <= recipe.maxBytes().orElse(Long.MAX_VALUE);
        } catch (IOException odd) {
            LOG.log(System.Logger.Level.DEBUG, "a JPEG cannot be packed anew; its pixels are", odd);
            return false;
        }
    }

    private Outcome shapes(PlannedRendition planned, long began) throws ProblemException {
        Recipe recipe = planned.column().recipe();
        ShapesFile shapes = new ShapesFile(sources, framedSources, context, planned);
        RenditionSink.Placed placed = place(planned, file -> {
            shapes.write(file);
            long bytes = Files.size(file);
            if (bytes > recipe.maxBytes().orElse(Long.MAX_VALUE)) {
                throw new IOException("it would be %,d bytes, more than the limit of %,d."
                        .formatted(bytes, recipe.maxBytes().getAsLong()));
            }
        });
        return new Outcome.Done(
                planned.size(),
                placed,
                0,
                recipe.format(),
                RenderRun.since(began),
                unannounced(planned, sources.drawnNotices()));
    }

    /** Half a picture is rendered only for those who knew that it is one. */
    static void requireWhole(SourceInfo source, List<Notice> unannounced) throws ProblemException {
        if (CutShort.isAmong(unannounced)) {
            throw new ProblemException(new Problem.Unreadable(
                    source.fileName(),
                    "The file is cut off before the end of its picture.",
                    "Copy it again from the original, or import it again to use what is there."));
        }
    }

    /** What the plan did not say. */
    private static List<Notice> unannounced(PlannedRendition planned, List<Notice> notices) {
        return notices.stream()
                .distinct()
                .filter(notice -> planned.findings().stream()
                        .noneMatch(finding -> finding.message().endsWith(notice.text())))
                .toList();
    }

    private RenditionSink.Placed place(PlannedRendition planned, RenditionSink.Content content)
            throws ProblemException {
        ProblemException[] own = new ProblemException[1];
        try {
            return context.clock()
                    .time(
                            Stage.WRITE,
                            () -> sink.place(
                                    planned.path(), file -> context.clock().time(Stage.ENCODE, () -> {
                                        try {
                                            content.writeTo(file);
                                            requireNoLocation(planned, file);
                                        } catch (ShapesFile.PieceException e) {
                                            own[0] = e.problem();
                                            throw e;
                                        }
                                        return true;
                                    })));
        } catch (ProblemException e) {
            throw own[0] == null ? e : own[0];
        }
    }

    /** What the plan found by the recipe is looked at again in the file itself. */
    private static void requireNoLocation(PlannedRendition planned, Path file) throws IOException {
        if (planned.column().rules().withoutLocation()
                && saysPlace(planned.column().recipe().format(), file)) {
            throw new IOException("it would say where the picture was taken, which this channel does not allow.");
        }
    }

    private static boolean saysPlace(OutputFormat format, Path file) throws IOException {
        Optional<Shapes.Container> container = format.shapes().map(Shapes::container);
        if (container.filter(Shapes.Container.PDF::equals).isPresent()) {
            CarriedData.Found carried = CarriedData.in(file);
            return carried.jpegs().stream().anyMatch(jpeg -> LocationCheck.finds(FoundMetadata.picture(jpeg)))
                    || carried.packets().stream().anyMatch(LocationCheck::findsInXmp);
        }
        return container.filter(Shapes.Container.SVG::equals).isPresent()
                ? DataUri.allIn(Files.readString(file)).stream()
                        .anyMatch(picture -> LocationCheck.finds(FoundMetadata.picture(picture.content())))
                : LocationCheck.finds(FoundMetadata.file(file));
    }

    /**
     * What was written.
     *
     * @param format with the quality that was found, where it was looked for
     * @param notices what is not as the recipe wants it
     */
    record Written(OutputFormat format, List<Notice> notices) {}

    /** Writes a picture as a recipe wants it, within its weight limit and as near as it must look. */
    static Written encode(
            Recipe recipe, Picture picture, FileTags tags, Path file, RenditionPixels.RenderContext context)
            throws IOException {
        if (recipe.looksLike().isPresent()) {
            return lightest(recipe, picture, tags, file, context);
        }
        if (recipe.maxBytes().isPresent()) {
            return new Written(
                    WeightLimit.write(
                                    recipe.format(),
                                    picture,
                                    tags,
                                    file,
                                    recipe.maxBytes().getAsLong())
                            .format(),
                    List.of());
        }
        recipe.format().writer().write(picture, tags, file);
        return new Written(recipe.format(), List.of());
    }

    private static Written lightest(
            Recipe recipe, Picture picture, FileTags tags, Path file, RenditionPixels.RenderContext context)
            throws IOException {
        double wanted = recipe.looksLike().getAsDouble();
        LightestFile.Found found;
        try {
            found = LightestFile.write(
                    recipe.format(),
                    picture,
                    tags,
                    file,
                    Likeness.to(picture, context.conversions(), context.threads()),
                    wanted,
                    recipe.maxBytes());
        } catch (ProblemException e) {
            throw new IOException(e.problem().reason(), e);
        }
        return new Written(
                found.format(),
                found.near()
                        ? List.of()
                        : List.of(Notice.caution(
                                "less-alike",
                                "It comes no nearer to its picture than %.0f (%s); the recipe wants %.0f. %s"
                                        .formatted(
                                                Math.floor(found.score()),
                                                Visibility.of(found.score()).words(),
                                                wanted,
                                                recipe.maxBytes().isPresent()
                                                        ? "Raise the weight limit, or choose another format."
                                                        : "Choose another format, or ask for less."))));
    }

    /** What goes into the file besides its pixels. */
    static FileTags tags(Recipe recipe, Picture picture, PreparedSource source, Optional<String> altText) {
        boolean srgb = picture.profile()
                .linearSpace()
                .filter(space -> space.looksLike(BuiltInProfile.SRGB.space()))
                .isPresent();
        WrittenMetadata written = recipe.metadata()
                .write(
                        source.source().metadata(),
                        new MetadataPolicy.Facts(picture.pixels().size(), recipe.ppi(), srgb, altText));
        return new FileTags(recipe.colour().embed(), recipe.ppi(), written.exif(), written.iptc(), written.xmp());
    }
}
