package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Some renditions of one piece, made and lying open beside their source. Tiles are cut of pixels that are kept at the renditions' size, so that how large
 * the source is makes no difference. Used by one thread at a time.
 */
public final class ProofSession implements AutoCloseable {

    /** The edge of a tile, px. */
    public static final int TILE = 256;

    /** Tiles that are kept packed. */
    private static final int MOST_TILES = 600;
    /** The pixels at which shares are counted. */
    private static final double COUNTED = 600_000;

    private record Key(String column, ProofLayer layer, int gain, int level, int x, int y) {}

    private record Shown(PlannedRendition planned, RecipePreview preview, PreviewViews views, ProofLayers layers) {}

    private final PreviewSession session;
    private final Map<String, Shown> open = new LinkedHashMap<>();
    private final Map<Key, byte[]> tiles = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, byte[]> eldest) {
            return size() > MOST_TILES;
        }
    };

    /**
     * An empty session.
     *
     * @param threads at most so many work at once
     */
    public ProofSession(SourceReader reader, Shelf shelf, int threads) {
        this.session = new PreviewSession(reader, shelf, threads);
    }

    /**
     * Makes a rendition, unless it lies open already.
     *
     * @param column whatever the caller knows it by
     * @throws ProblemException if it cannot be made, for the same reasons as in a run
     */
    public RecipePreview put(String column, PlannedRendition planned) throws ProblemException {
        Shown known = open.get(column);
        if (known != null && known.planned().equals(planned)) {
            return known.preview();
        }
        RecipePreview made = session.put(planned, () -> false).orElseThrow();
        PreviewViews views = session.views().orElseThrow();
        tiles.keySet().removeIf(key -> key.column().equals(column));
        open.put(
                column,
                new Shown(
                        planned,
                        made,
                        views,
                        new ProofLayers(
                                views, planned.column().recipe().background(), () -> session.clearPiece(planned))));
        return made;
    }

    /** Whether a rendition lies open. */
    public boolean isOpen(String column) {
        return open.containsKey(column);
    }

    /** A ladder of what is planned. */
    public Ladder ladder(PlannedRendition planned, Box about) throws ProblemException {
        return session.ladder(planned, about);
    }

    /** Closes what is no longer looked at. */
    public void keepOnly(Collection<String> columns) {
        open.keySet().retainAll(columns);
        tiles.keySet().removeIf(key -> !columns.contains(key.column()));
    }

    /**
     * A tile as PNG in sRGB, with its profile; empty where there is none.
     *
     * @param gain how many times differences are multiplied
     * @param level 0 at actual pixels, one more for each halving
     */
    public Optional<byte[]> tile(String column, ProofLayer layer, int gain, int level, int x, int y)
            throws ProblemException {
        Shown shown = open.get(column);
        if (shown == null || level < 0 || level > 16 || x < 0 || y < 0) {
            return Optional.empty();
        }
        Key key = new Key(column, layer, gain, level, x, y);
        byte[] known = tiles.get(key);
        if (known != null) {
            return Optional.of(known);
        }
        long edge = (long) TILE << level;
        Optional<Box> part = new Box(x * (double) edge, y * (double) edge, edge, edge)
                .intersection(shown.views().size().box());
        if (part.isEmpty()) {
            return Optional.empty();
        }
        PixelSize wanted = new PixelSize((int) Math.max(1, Math.round(part.get().width() / (1 << level))), (int)
                Math.max(1, Math.round(part.get().height() / (1 << level))));
        byte[] png = ScreenTile.png(shown.layers().view(layer, gain, part.get(), wanted));
        tiles.put(key, png);
        return Optional.of(png);
    }

    /** The share, 0 to 1, of a rendition that a layer marks; counted at a smaller size where it is large. */
    public double share(String column, ProofLayer layer) throws ProblemException {
        return ProofLayers.share(whole(column, layer));
    }

    private PreviewViews.View whole(String column, ProofLayer layer) throws ProblemException {
        Shown shown = open.get(column);
        if (shown == null) {
            throw new IllegalArgumentException(column + " does not lie open");
        }
        PixelSize size = shown.views().size();
        double shrink = Math.min(1, Math.sqrt(COUNTED / size.pixels()));
        PixelSize wanted = new PixelSize((int) Math.max(1, Math.round(size.width() * shrink)), (int)
                Math.max(1, Math.round(size.height() * shrink)));
        return shown.layers().view(layer, 1, size.box(), wanted);
    }

    /**
     * How far a rendition is from its source, of 255 codes for the screen.
     *
     * @param mean of all channels
     * @param worst of any
     */
    public record Distance(double mean, int worst) {}

    /** Counted at a smaller size where it is large. */
    public Distance distance(String column) throws ProblemException {
        byte[] rgba = whole(column, ProofLayer.DIFFERENCE).rgba();
        long sum = 0;
        int worst = 0;
        for (int i = 0; i < rgba.length; i++) {
            if (i % 4 != 3) {
                int off = Math.abs((rgba[i] & 0xff) - 128);
                sum += off;
                worst = Math.max(worst, off);
            }
        }
        return new Distance(sum / (rgba.length * 0.75), worst);
    }

    /** For each channel of a rendition the shares, 0 to 1, of what is not clear, at its lower and at its upper end. */
    public double[][] clipped(String column) {
        Shown shown = open.get(column);
        if (shown == null) {
            throw new IllegalArgumentException(column + " does not lie open");
        }
        Pixels pixels = shown.views().decoded().source().pixels();
        double[][] shares = new double[pixels.colourBands()][2];
        int most = pixels.levels() - 1;
        long seen = 0;
        for (int y = 0; y < pixels.size().height(); y++) {
            for (int x = 0; x < pixels.size().width(); x++) {
                if (pixels.hasAlpha() && pixels.sample(x, y, pixels.bands() - 1) == 0) {
                    continue; // what is clear has no colour
                }
                seen++;
                for (int band = 0; band < shares.length; band++) {
                    int code = pixels.sample(x, y, band);
                    shares[band][0] += code == 0 ? 1 : 0;
                    shares[band][1] += code == most ? 1 : 0;
                }
            }
        }
        for (double[] channel : shares) {
            channel[0] /= Math.max(1, seen);
            channel[1] /= Math.max(1, seen);
        }
        return shares;
    }

    @Override
    public void close() {
        session.close();
        open.clear();
        tiles.clear();
    }
}
