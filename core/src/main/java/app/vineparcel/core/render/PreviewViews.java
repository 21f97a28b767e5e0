package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Background;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.OpenedSource;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Parts of a tried rendition and of what it was made from, at the same place and scale, as sRGB for the screen. Used by one thread at a time.
 */
public final class PreviewViews {

    /**
     * A part as the screen shows it.
     *
     * @param size px
     * @param rgba sRGB, 8 bits a sample, red, green, blue and alpha interleaved, alpha not multiplied in
     */
    public record View(PixelSize size, byte[] rgba) {

        static View of(Pixels pixels) {
            int count = Math.toIntExact(pixels.size().pixels());
            byte[] from = pixels.bytes();
            if (pixels.hasAlpha()) {
                return new View(pixels.size(), from);
            }
            byte[] rgba = new byte[count * 4];
            for (int i = 0; i < count; i++) {
                rgba[i * 4] = from[i * 3];
                rgba[i * 4 + 1] = from[i * 3 + 1];
                rgba[i * 4 + 2] = from[i * 3 + 2];
                rgba[i * 4 + 3] = (byte) 0xff;
            }
            return new View(pixels.size(), rgba);
        }
    }

    private record Before(PreparedSource source, Framing framing, Background background) {}

    private final FramedSources.FramedSource framed;
    private final Background background;
    private final RenditionPixels.RenderContext context;
    private final PreparedSource after;
    private final PixelSize size;
    private @Nullable Before key;
    private @Nullable PreparedSource before;

    /**
     * Views of a rendition.
     *
     * @param picture its pixels before encoding
     * @param decoded its pixels as the file has them
     * @param former whose source is used again where it fits
     */
    PreviewViews(
            FramedSources.FramedSource framed,
            Background background,
            Picture picture,
            Optional<Pixels> decoded,
            RenditionPixels.RenderContext context,
            @Nullable PreviewViews former) {
        this.framed = framed;
        this.background = background;
        this.context = new RenditionPixels.RenderContext(
                context.shelf(), context.conversions(), context.clock(), context.threads());
        this.size = picture.pixels().size();
        this.after = prepared(new Picture(decoded.orElse(picture.pixels()), picture.profile()));
        if (former != null && new Before(framed.source(), framed.framing(), background).equals(former.key)) {
            this.key = former.key;
            this.before = former.before;
        }
    }

    /** Views of a decoded part of a rendition alone. */
    PreviewViews(
            FramedSources.FramedSource framed,
            Background background,
            Picture part,
            RenditionPixels.RenderContext context) {
        this(framed, background, part, Optional.empty(), context, null);
    }

    /** The rendition's pixels as its file has them, in its own colours. */
    PreparedSource decoded() {
        return after;
    }

    /** What it was made from, and how. */
    FramedSources.FramedSource framed() {
        return framed;
    }

    RenditionPixels.RenderContext context() {
        return context;
    }

    /** The size of the rendition, px. */
    public PixelSize size() {
        return size;
    }

    /**
     * The rendition as the file has it.
     *
     * @param part px of the rendition; what lies beyond its edges is left out
     * @param wanted how many pixels that part gets
     */
    public View after(Box part, PixelSize wanted) throws ProblemException {
        return view(after, part, wanted);
    }

    /** The same part of the source, scaled alike and otherwise untouched. */
    public View before(Box part, PixelSize wanted) throws ProblemException {
        if (before == null) {
            RenditionPixels plain = RenditionPixels.of(framed, plain(background), context);
            before = prepared(plain.picture());
            key = new Before(framed.source(), framed.framing(), background);
        }
        return view(before, part, wanted);
    }

    private View view(PreparedSource source, Box part, PixelSize wanted) throws ProblemException {
        Box inside = part.intersection(size.box()).orElse(size.box());
        PixelSize fitting =
                new PixelSize((int) Math.max(1, Math.round(wanted.width() * inside.width() / part.width())), (int)
                        Math.max(1, Math.round(wanted.height() * inside.height() / part.height())));
        if (fitting.equals(Extent.of(inside).rounded()) && isForScreen(source)) {
            return View.of(
                    source.source().pixels().part((int) Math.round(inside.x()), (int) Math.round(inside.y()), fitting));
        }
        FramedSources.FramedSource window =
                new FramedSources.FramedSource(source, new Framing(inside, fitting, fitting));
        return View.of(RenditionPixels.of(window, plain(Background.TRANSPARENT), context)
                .picture()
                .pixels());
    }

    /** Whether its numbers are what a screen wants already. */
    private static boolean isForScreen(PreparedSource source) {
        Pixels pixels = source.source().pixels();
        return pixels.depth() == 8
                && pixels.colourBands() == 3
                && source.source()
                        .profile()
                        .linearSpace()
                        .filter(space -> space.looksLike(BuiltInProfile.SRGB.space()))
                        .isPresent();
    }

    private PreparedSource prepared(Picture picture) {
        Pixels pixels = picture.pixels();
        ColourModel model =
                switch (pixels.colourBands()) {
                    case 1 -> ColourModel.GREY;
                    case 4 -> ColourModel.CMYK;
                    default -> ColourModel.RGB;
                };
        OpenedSource opened = new OpenedSource(
                framed.source().source().info().sized(pixels.size()),
                Optional.of(picture.profile()),
                CarriedMetadata.NONE,
                pixels,
                model);
        return new PreparedSource(opened, context.conversions(), context.clock());
    }

    private static Recipe plain(Background background) {
        return Recipe.plain("view", new PngFormat(32))
                .background(background)
                .name("view")
                .build();
    }
}
