package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.DeviceToRomm;
import app.vineparcel.core.colour.Gamut;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.Matrix;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.colour.RenderingIntent;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Encoding;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.ThroughTables;
import app.vineparcel.core.recipe.Background;
import app.vineparcel.core.recipe.ColourClause;
import app.vineparcel.core.recipe.Recipe;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** What can be laid over a rendition in a proof, worked out for the part that is looked at. Used by one thread at a time. */
final class ProofLayers {

    /** A colour that nothing in a picture is likely to have. */
    private static final int[] MARK = {226, 0, 170};

    private static final int MIDDLE = 128;
    /** Codes that artwork may differ from the matte and still be lost on it. */
    private static final int LOST = 10;
    /** Alpha from which on artwork is there to be seen. */
    private static final int THERE = 77;
    /** Light that counts as beyond a gamut: what rounding alone does not reach. */
    private static final double BEYOND = 0.002;

    /** The piece with what is clear left clear, wherever that takes another drawing. */
    @FunctionalInterface
    interface ClearPiece {
        FramedSources.FramedSource get() throws ProblemException;
    }

    private final PreviewViews views;
    private final Background background;
    private final ClearPiece clearPiece;
    private FramedSources.@Nullable FramedSource clear;

    ProofLayers(PreviewViews views, Background background, ClearPiece clearPiece) {
        this.views = views;
        this.background = background;
        this.clearPiece = clearPiece;
    }

    /**
     * A layer.
     *
     * @param gain how many times differences are multiplied
     * @param part px of the rendition
     * @param wanted how many pixels that part gets
     */
    PreviewViews.View view(ProofLayer layer, int gain, Box part, PixelSize wanted) throws ProblemException {
        return switch (layer) {
            case SOURCE -> views.before(part, wanted);
            case RENDITION -> views.after(part, wanted);
            case DIFFERENCE -> difference(views.before(part, wanted), views.after(part, wanted), gain);
            case CLIPPING -> clipping(part, views.after(part, wanted));
            case GAMUT -> gamut(part, views.after(part, wanted));
            case PRESS -> press(part, wanted);
            case MATTE -> matte(part, views.after(part, wanted));
        };
    }

    private static PreviewViews.View difference(PreviewViews.View before, PreviewViews.View after, int gain) {
        byte[] a = before.rgba();
        byte[] b = after.rgba();
        byte[] rgba = new byte[b.length];
        for (int i = 0; i < rgba.length; i++) {
            int signed = i % 4 == 3 ? 255 : MIDDLE + gain * ((b[i] & 0xff) - (a[i] & 0xff));
            rgba[i] = (byte) Math.max(0, Math.min(255, signed));
        }
        return new PreviewViews.View(after.size(), rgba);
    }

    /** The picture in quiet grey, with channels at their upper end in their own colour and what is at the lower end in the dark. */
    private PreviewViews.View clipping(Box part, PreviewViews.View after) {
        Pixels own = views.decoded().source().pixels();
        int channels = own.colourBands();
        int most = own.levels() - 1;
        byte[] rgba = new byte[after.rgba().length];
        for (int y = 0; y < after.size().height(); y++) {
            for (int x = 0; x < after.size().width(); x++) {
                int at = 4 * (y * after.size().width() + x);
                if (own.hasAlpha() && after.rgba()[at + 3] == 0) {
                    continue; // what is clear has no colour
                }
                int ownX = place(
                        part.x(),
                        part.width(),
                        x,
                        after.size().width(),
                        own.size().width());
                int ownY = place(
                        part.y(),
                        part.height(),
                        y,
                        after.size().height(),
                        own.size().height());
                boolean high = false;
                boolean low = false;
                int[] shown = {0, 0, 0};
                for (int channel = 0; channel < channels; channel++) {
                    int code = own.sample(ownX, ownY, channel);
                    low |= code == 0;
                    if (code == most) {
                        high = true;
                        shown[channels == 1 ? 0 : channel % 3] = 255;
                    }
                }
                int quiet = quiet(after.rgba(), at);
                for (int band = 0; band < 3; band++) {
                    rgba[at + band] = (byte) (high ? channels == 1 ? 255 : shown[band] : low ? 0 : quiet);
                }
                rgba[at + 3] = (byte) 255;
            }
        }
        return new PreviewViews.View(after.size(), rgba);
    }

    private static int place(double from, double length, int at, int of, int most) {
        return Math.max(0, Math.min(most - 1, (int) (from + (at + 0.5) * length / of)));
    }

    private static int quiet(byte[] rgba, int at) {
        int sum = (rgba[at] & 0xff) * 54 + (rgba[at + 1] & 0xff) * 183 + (rgba[at + 2] & 0xff) * 19 >> 8;
        return 70 + sum * 115 / 255;
    }

    private PreviewViews.View gamut(Box part, PreviewViews.View after) throws ProblemException {
        return marked(
                after,
                part,
                views.framed(),
                wide(),
                new PngFormat(48),
                romm -> beyond(romm, views.decoded().source().profile()));
    }

    /** Which pixels of ROMM RGB a profile does not hold. */
    private static boolean[] beyond(Pixels romm, IccProfile profile) {
        boolean[] beyond = new boolean[(int) romm.size().pixels()];
        LinearSpace space = BuiltInProfile.ROMM_RGB.space();
        Optional<LinearSpace> own = profile.linearSpace().filter(known -> known.bands() == 3);
        Optional<Gamut> gamut = own.isPresent() ? Optional.empty() : Gamut.of(profile);
        if (own.isEmpty() && gamut.isEmpty()) {
            return beyond;
        }
        Matrix to = own.map(space::to).orElse(Matrix.diagonal(1, 1, 1));
        LinearisedPixels light = LinearisedPixels.of(romm, space);
        int bands = romm.bands();
        float[] row = new float[romm.size().width() * bands];
        for (int y = 0; y < romm.size().height(); y++) {
            light.row(y, 0, romm.size().width(), row);
            for (int x = 0; x < romm.size().width(); x++) {
                int at = y * romm.size().width() + x;
                if (own.isPresent()) {
                    double[] there = to.times(row[x * bands], row[x * bands + 1], row[x * bands + 2]);
                    beyond[at] = isBeyond(there[0]) || isBeyond(there[1]) || isBeyond(there[2]);
                } else {
                    beyond[at] = !gamut.get().shows(node(romm, x, y));
                }
            }
        }
        return beyond;
    }

    private static boolean isBeyond(double light) {
        return light < -BEYOND || light > 1 + BEYOND;
    }

    private static int node(Pixels romm, int x, int y) {
        int node = 0;
        for (int band = 0; band < 3; band++) {
            node = node * Gamut.NODES + (int) Math.round(romm.sample(x, y, band) * (Gamut.NODES - 1) / 65535.0);
        }
        return node;
    }

    /** On its paper's white, with every ink as it prints: the absolute intent. */
    private PreviewViews.View press(Box part, PixelSize wanted) throws ProblemException {
        IccProfile own = views.decoded().source().profile();
        boolean inks = views.decoded().source().pixels().colourBands() > 3;
        IccProfile press = inks ? own : PressProfile.coated();
        ColourClause clause =
                inks ? new ColourClause(ColourClause.AS_SOURCE, RenderingIntent.RELATIVE, true, true) : pressed();
        Recipe recipe = Recipe.plain("press", new JpegFormat(100, false, Chroma.FULL))
                .colour(clause)
                .background(background)
                .build();
        FramedSources.FramedSource window = new FramedSources.FramedSource(views.decoded(), framing(part, wanted));
        Pixels device =
                RenditionPixels.of(window, recipe, views.context()).picture().pixels();
        try {
            DeviceToRomm absolute = new DeviceToRomm(press, RenderingIntent.ABSOLUTE, false);
            Pixels romm = ThroughTables.toRomm(device, absolute);
            Pixels seen = Encoding.between(absolute.connectingSpace(), BuiltInProfile.SRGB.space(), 8, Optional.empty())
                    .apply(LinearisedPixels.of(romm, absolute.connectingSpace()), 1)
                    .pixels();
            return PreviewViews.View.of(seen);
        } catch (BadProfileException e) {
            throw TargetColours.unknown(press.title());
        }
    }

    private static ColourClause pressed() {
        return new ColourClause(PressProfile.ID, RenderingIntent.RELATIVE, true, true);
    }

    private static ColourClause wide() {
        return new ColourClause(BuiltInProfile.ROMM_RGB.id(), RenderingIntent.RELATIVE, false, true);
    }

    private PreviewViews.View matte(Box part, PreviewViews.View after) throws ProblemException {
        if (background.transparent()) {
            return marked(after, new boolean[(int) after.size().pixels()]);
        }
        if (clear == null) {
            clear = clearPiece.get();
        }
        return marked(after, part, clear, ColourClause.SRGB, new PngFormat(32), this::lost);
    }

    /** Which pixels are artwork in nearly the matte's colour. */
    private boolean[] lost(Pixels source) {
        boolean[] lost = new boolean[(int) source.size().pixels()];
        if (!source.hasAlpha()) {
            return lost;
        }
        byte[] rgba = source.bytes();
        for (int i = 0; i < lost.length; i++) {
            boolean alike = (rgba[4 * i + 3] & 0xff) >= THERE;
            for (int band = 0; band < 3; band++) {
                int matte = background.rgb() >> 16 - 8 * band & 0xff;
                alike &= Math.abs((rgba[4 * i + band] & 0xff) - matte) <= LOST;
            }
            lost[i] = alike;
        }
        return lost;
    }

    /**
     * The picture in quiet grey, with what is found in the same part of the source marked. Where a canvas reaches beyond the piece there is nothing to be
     * found.
     *
     * @param from the source
     * @param colour in which it is looked at
     * @param format at whose depth
     */
    private PreviewViews.View marked(
            PreviewViews.View after,
            Box part,
            FramedSources.FramedSource from,
            ColourClause colour,
            OutputFormat format,
            Function<Pixels, boolean[]> finds)
            throws ProblemException {
        boolean[] marks = new boolean[(int) after.size().pixels()];
        Framing framing = from.framing();
        Box content = framing.content().box().movedBy(framing.left(), framing.top());
        Optional<Box> inside = part.intersection(content);
        if (inside.isPresent()) {
            double across = after.size().width() / part.width();
            double down = after.size().height() / part.height();
            int left = (int) Math.round((inside.get().x() - part.x()) * across);
            int top = (int) Math.round((inside.get().y() - part.y()) * down);
            PixelSize size = new PixelSize(
                    (int) Math.max(
                            1,
                            Math.min(
                                    after.size().width() - left,
                                    Math.round(inside.get().width() * across))),
                    (int) Math.max(
                            1,
                            Math.min(
                                    after.size().height() - top,
                                    Math.round(inside.get().height() * down))));
            boolean[] found = finds.apply(
                    source(from, inside.get().movedBy(-framing.left(), -framing.top()), size, colour, format));
            for (int y = 0; y < size.height(); y++) {
                System.arraycopy(
                        found, y * size.width(), marks, (top + y) * after.size().width() + left, size.width());
            }
        }
        return marked(after, marks);
    }

    /** A part of the piece, px of the rendition within its canvas, in other colours. */
    private Pixels source(
            FramedSources.FramedSource from, Box part, PixelSize size, ColourClause colour, OutputFormat format)
            throws ProblemException {
        Framing framing = from.framing();
        Box crop = framing.crop();
        double across = crop.width() / framing.content().width();
        double down = crop.height() / framing.content().height();
        Box on = new Box(
                crop.x() + part.x() * across, crop.y() + part.y() * down, part.width() * across, part.height() * down);
        Recipe recipe = Recipe.plain("part", format).colour(colour).build();
        FramedSources.FramedSource window = new FramedSources.FramedSource(from.source(), framing(on, size));
        return RenditionPixels.of(window, recipe, views.context()).picture().pixels();
    }

    private static Framing framing(Box part, PixelSize wanted) {
        return new Framing(part, wanted, wanted);
    }

    private static PreviewViews.View marked(PreviewViews.View after, boolean[] marks) {
        byte[] rgba = new byte[after.rgba().length];
        for (int i = 0; i < marks.length; i++) {
            int quiet = quiet(after.rgba(), 4 * i);
            for (int band = 0; band < 3; band++) {
                rgba[4 * i + band] = (byte) (marks[i] ? MARK[band] : quiet);
            }
            rgba[4 * i + 3] = (byte) 255;
        }
        return new PreviewViews.View(after.size(), rgba);
    }

    /** How much of a view is marked, 0 to 1. */
    static double share(PreviewViews.View view) {
        byte[] rgba = view.rgba();
        long marked = 0;
        for (int at = 0; at < rgba.length; at += 4) {
            boolean mark = true;
            for (int band = 0; band < 3; band++) {
                mark &= (rgba[at + band] & 0xff) == MARK[band];
            }
            marked += mark ? 1 : 0;
        }
        return marked / (rgba.length / 4.0);
    }
}
