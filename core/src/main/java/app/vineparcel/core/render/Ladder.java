package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.measure.Ssim;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Background;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.OptionalLong;
import java.util.concurrent.ConcurrentHashMap;

/**
 * One rendition before it is encoded, on which formats and qualities are tried beside each other. Every rung is a real file of the whole rendition,
 * encoded once; its look is measured on a region. May be used from several threads.
 */
public final class Ladder {

    /** A larger rendition is tried by a part of this many pixels about the region, and its weight is scaled up. */
    private static final long MOST_PIXELS = 8_000_000;

    private static final long PART_PIXELS = 4_000_000;

    private final FramedSources.FramedSource framed;
    private final Background background;
    private final Picture flat;
    private final Picture clear;
    private final RenditionPixels.RenderContext context;
    private final Map<OutputFormat, byte[]> files = new ConcurrentHashMap<>();
    private final Map<OutputFormat, Double> scores = new ConcurrentHashMap<>();
    private final Box part;

    /**
     * A ladder.
     *
     * @param flat the rendition for formats without transparency
     * @param clear the same for those that have it
     * @param about the middle of what is looked at first, px
     */
    Ladder(
            FramedSources.FramedSource framed,
            Background background,
            Picture flat,
            Picture clear,
            Box about,
            RenditionPixels.RenderContext context) {
        this.framed = framed;
        this.background = background;
        this.context = new RenditionPixels.RenderContext(context.shelf(), context.conversions(), new StageClock(), 1);
        this.part = part(flat.pixels().size(), about);
        this.flat = cut(flat);
        this.clear = clear == flat ? this.flat : cut(clear);
    }

    /**
     * A format and quality, tried.
     *
     * @param bytes of the whole file
     * @param estimated whether the file was too large to be made as a whole for this
     * @param score how near the region looks, 100 where nothing was lost
     * @param similarity of the region, by structure, 1 where nothing was lost
     * @param view the region as the file has it
     */
    public record Rung(long bytes, boolean estimated, double score, double similarity, PreviewViews.View view) {}

    /** The size of the rendition, px. */
    public PixelSize size() {
        return framed.framing().canvas();
    }

    /** Whether a format can hold it. */
    public boolean holds(OutputFormat format) {
        return flat.pixels().colourBands() <= 3 || format.takesInks();
    }

    /**
     * Tries a format.
     *
     * @param region px of the rendition
     * @throws ProblemException in words if it cannot be encoded or read back
     */
    public Rung rung(OutputFormat format, Box region) throws ProblemException {
        Picture picture = format.keepsAlpha() ? clear : flat;
        try {
            byte[] file = files.get(format);
            if (file == null) {
                file = encoded(format, picture);
                files.put(format, file);
            }
            Pixels back = decoded(format, file);
            Box inside = region.movedBy(-part.x(), -part.y())
                    .intersection(back.size().box())
                    .orElse(back.size().box());
            PixelSize size = new PixelSize((int) Math.max(1, inside.width()), (int) Math.max(1, inside.height()));
            Pixels one = picture.pixels().part((int) inside.x(), (int) inside.y(), size);
            Pixels other = back.part((int) inside.x(), (int) inside.y(), size);
            double score = Likeness.to(new Picture(one, picture.profile()), context.conversions(), 1)
                    .score(other);
            double share = share(picture);
            return new Rung(
                    Math.round(file.length * share),
                    share > 1,
                    score,
                    Ssim.of(one, other, 1),
                    new PreviewViews(framed, background, new Picture(other, picture.profile()), context)
                            .after(other.size().box(), other.size()));
        } catch (IOException e) {
            throw untried(format, e);
        }
    }

    /**
     * The lightest file of a format that looks near enough.
     *
     * @param format at the step that was found
     * @param bytes of the whole file
     * @param score of it
     * @param near whether that is as near as was wanted; else it is the nearest that the format comes
     */
    public record Lightest(OutputFormat format, long bytes, double score, boolean near) {}

    /**
     * Finds the lightest file.
     *
     * @param format of any quality
     * @param wanted the least score, up to 100
     * @throws ProblemException in words if it cannot be encoded or read back
     */
    public Lightest lightest(OutputFormat format, double wanted) throws ProblemException {
        Picture picture = format.keepsAlpha() ? clear : flat;
        try {
            Path file = Files.createTempFile("vine-parcel-ladder", ".part");
            try {
                LightestFile.Found found = LightestFile.write(
                        format,
                        new Picture(picture.pixels(), picture.profile()),
                        FileTags.profiled(72),
                        file,
                        Likeness.to(picture, context.conversions(), 1),
                        wanted,
                        OptionalLong.empty());
                return new Lightest(
                        found.format(), Math.round(Files.size(file) * share(picture)), found.score(), found.near());
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            throw untried(format, e);
        }
    }

    /** How near a format's files look as it is. */
    public double score(OutputFormat format) throws ProblemException {
        Double known = scores.get(format);
        if (known != null) {
            return known;
        }
        Picture picture = format.keepsAlpha() ? clear : flat;
        try {
            double score =
                    Likeness.to(picture, context.conversions(), 1).score(decoded(format, encoded(format, picture)));
            scores.put(format, score);
            return score;
        } catch (IOException e) {
            throw untried(format, e);
        }
    }

    /** What a format's file weighs as it is, bytes. */
    public long bytes(OutputFormat format) throws ProblemException {
        Picture picture = format.keepsAlpha() ? clear : flat;
        try {
            return Math.round(encoded(format, picture).length * share(picture));
        } catch (IOException e) {
            throw untried(format, e);
        }
    }

    private double share(Picture picture) {
        return (double) size().pixels() / picture.pixels().size().pixels();
    }

    private static ProblemException untried(OutputFormat format, IOException e) {
        return new ProblemException(
                new Problem.BadRequest(format.title(), "It cannot be tried: " + e.getMessage(), "Try another format."),
                e);
    }

    private byte[] encoded(OutputFormat format, Picture picture) throws IOException {
        Path file = Files.createTempFile("vine-parcel-ladder", ".part");
        try {
            format.writer().write(new Picture(picture.pixels(), picture.profile()), FileTags.profiled(72), file);
            return Files.readAllBytes(file);
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private static Pixels decoded(OutputFormat format, byte[] bytes) throws IOException {
        Path file = Files.createTempFile("vine-parcel-ladder", "." + format.ending());
        try {
            Files.write(file, bytes);
            return format.kind()
                    .readBack(file)
                    .map(Decoded::pixels)
                    .orElseThrow(() -> new IOException(format.title() + " cannot be read here."));
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private Picture cut(Picture whole) {
        PixelSize size = new PixelSize((int) part.width(), (int) part.height());
        return size.equals(whole.pixels().size())
                ? whole
                : new Picture(whole.pixels().part((int) part.x(), (int) part.y(), size), whole.profile());
    }

    private static Box part(PixelSize size, Box about) {
        if (size.pixels() <= MOST_PIXELS) {
            return size.box();
        }
        double shrink = Math.sqrt((double) PART_PIXELS / size.pixels());
        int width = (int) (size.width() * shrink);
        int height = (int) (size.height() * shrink);
        double x = about.x() + (about.width() - width) / 2;
        double y = about.y() + (about.height() - height) / 2;
        return new Box(
                Math.floor(Math.max(0, Math.min(size.width() - width, x))),
                Math.floor(Math.max(0, Math.min(size.height() - height, y))),
                width,
                height);
    }

    /** Whether a region lies within what is tried; else another ladder is wanted. */
    public boolean covers(Box region) {
        return part.intersection(region).filter(region::equals).isPresent();
    }
}
