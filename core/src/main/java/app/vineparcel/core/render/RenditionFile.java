package app.vineparcel.core.render;

import app.vineparcel.core.Notice;
import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.metadata.WrittenMetadata;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
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

    private final OpenSources sources;
    private final RenditionSink sink;
    private final RenditionPixels.RenderContext context;
    private final FramedSources framedSources;
    private final SharedSizes sharedSizes;

    /**
     * For renditions of the same source.
     *
     * @param unit in the order in which they will be made
     */
    RenditionFile(
            List<PlannedRendition> unit,
            OpenSources sources,
            RenditionSink sink,
            RenditionPixels.RenderContext context) {
        this.sources = sources;
        this.sink = sink;
        this.context = context;
        this.framedSources = new FramedSources(sources, context);
        this.sharedSizes = new SharedSizes(unit, framedSources, context);
    }

    Outcome make(PlannedRendition planned, long began) throws ProblemException {
        OutputFormat format = planned.column().recipe().format();
        return format.copies()
                ? copy(planned, began)
                : format.isVector() ? shapes(planned, began) : picture(planned, began);
    }

    private Outcome copy(PlannedRendition planned, long began) throws ProblemException {
        SourceCopy copy = new SourceCopy(planned);
        RenditionSink.Placed placed = place(planned, file -> {
            copy.write(file);
            requireWithinLimit(planned.column().recipe(), file);
        });
        return new Outcome.Done(
                planned.size(), placed, 0, planned.column().recipe().format(), RenderRun.since(began), List.of());
    }

    private Outcome picture(PlannedRendition planned, long began) throws ProblemException {
        Recipe recipe = planned.column().recipe();
        FramedSources.FramedSource framed = framedSources.of(planned);
        SourceInfo source = framed.source().source().info();
        List<Notice> notices = unannounced(planned, source.notices());
        requireWhole(source, notices);
        sharedSizes.prepare(planned, framed);
        RenditionPixels pixels = RenditionPixels.of(framed, recipe, context);
        FileTags tags = tags(
                recipe,
                pixels.picture(),
                framed.source(),
                planned.piece().known().altText());
        PictureEncoding encoding = new PictureEncoding(recipe, pixels.picture(), tags, context);
        AtomicReference<PictureEncoding.Written> written = new AtomicReference<>();
        RenditionSink.Placed placed = place(
                planned,
                file -> written.set(encoding.writeFrom(
                        framed.source().source(), planned.piece().file(), file)));
        return new Outcome.Done(
                pixels.picture().pixels().size(),
                placed,
                pixels.clipped(),
                written.get().format(),
                RenderRun.since(began),
                Stream.concat(notices.stream(), written.get().notices().stream())
                        .toList());
    }

    private Outcome shapes(PlannedRendition planned, long began) throws ProblemException {
        Recipe recipe = planned.column().recipe();
        ShapesFile shapes = new ShapesFile(sources, framedSources, context, planned);
        RenditionSink.Placed placed = place(planned, file -> {
            shapes.write(file);
            requireWithinLimit(recipe, file);
        });
        return new Outcome.Done(
                planned.size(),
                placed,
                0,
                recipe.format(),
                RenderRun.since(began),
                unannounced(planned, sources.drawnNotices()));
    }

    /** Of what cannot be made lighter. */
    private static void requireWithinLimit(Recipe recipe, Path file) throws IOException {
        long bytes = Files.size(file);
        if (bytes > recipe.maxBytes().orElse(Long.MAX_VALUE)) {
            throw new IOException("it would be %,d bytes, more than the limit of %,d."
                    .formatted(bytes, recipe.maxBytes().getAsLong()));
        }
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
                                            LocationRule.require(planned, file);
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
