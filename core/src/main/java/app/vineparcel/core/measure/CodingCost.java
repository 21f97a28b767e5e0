package app.vineparcel.core.measure;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * How many bits a pixel a picture takes at some sizes, by three coders that stand for all: one of blocks and
 * frequencies, one that foretells blocks from their neighbours first, one without loss.
 *
 * @param sizes from the largest; at least one
 */
public record CodingCost(List<AtSize> sizes) {

    /** The qualities at which blocks are counted. */
    public static final List<Integer> QUALITIES = List.of(30, 60, 82, 94);

    private static final double LEAST_BITS = 0.005;
    /** JPEG files of photographs have this times the counted bits to this power. */
    private static final double FILES_SHARE = 0.993;

    private static final double FILES_POWER = 0.957;
    /** By how much a file may be off what smaller sizes make expect. */
    private static final double LEAST_MORE = 0.4;

    private static final double MOST_MORE = 4;
    /** Noise counts for less at a low quality: at 30 with the power 0.7, from 90 on wholly. */
    private static final double COARSE_NOISE = 0.55;
    /** Without loss bits grow as this power of those of blocks; measured between the sizes of photographs. */
    private static final double PACKED_NOISE = 0.82;

    private static final int LEVELS = 3;
    private static final int LEAST_EDGE = 48;
    /** Of larger pictures so many tiles from all over them are looked at. */
    private static final int TILES = 24;

    private static final int TILE_WIDTH = 128;
    private static final int TILE_HEIGHT = 32;
    /** Steps of an evenly filling sequence in two dimensions: one over the plastic number, and its square. */
    private static final double STEP_X = 0.7548776662466927;

    private static final double STEP_Y = 0.5698402909980532;

    /**
     * At one size.
     *
     * @param edge the long edge, px
     * @param blocks bits a pixel at each of {@link #QUALITIES}
     * @param foretold bits a pixel at one quality of a coder that foretells
     * @param packed bits a pixel without loss
     */
    public record AtSize(int edge, List<Double> blocks, double foretold, double packed) {
        public AtSize {
            blocks = List.copyOf(blocks);
        }
    }

    public CodingCost {
        sizes = List.copyOf(sizes);
    }

    /**
     * Counts.
     *
     * @param picture sRGB or grey, 8 bits, without alpha; looked at itself, halved and quartered
     * @param foretelling bits a pixel of the coder that foretells
     */
    public static CodingCost of(Pixels picture, ToDoubleFunction<Pixels> foretelling) {
        List<AtSize> sizes = new ArrayList<>();
        Pixels level = picture;
        for (int i = 0; i < LEVELS && (i == 0 || level.size().longEdge() >= LEAST_EDGE); i++) {
            sizes.add(counted(sampled(level), level.size().longEdge(), foretelling));
            level = halved(level);
        }
        return new CodingCost(sizes);
    }

    private static AtSize counted(Pixels sample, int edge, ToDoubleFunction<Pixels> foretelling) {
        List<Double> blocks = new ArrayList<>();
        int[] qualities = QUALITIES.stream().mapToInt(Integer::intValue).toArray();
        for (double bits : BlockCost.of(sample, qualities)) {
            blocks.add(bits);
        }
        return new AtSize(edge, blocks, foretelling.applyAsDouble(sample), PackedCost.of(sample));
    }

    /**
     * The same with what was counted at the picture's full size, of which only a smaller one was looked at so far.
     *
     * @param whole all of its pixels, grey or RGB by any profile, with or without alpha
     * @param foretelling bits a pixel of the coder that foretells
     */
    public CodingCost with(Pixels whole, ToDoubleFunction<Pixels> foretelling) {
        int edge = whole.size().longEdge();
        return edge <= sizes.get(0).edge() ? this : with(counted(Codes.of(sampled(whole)), edge, foretelling));
    }

    /**
     * The same with what a file of the full size weighs: noise, which smaller pictures have no longer, shows in it.
     *
     * @param edge the long edge at full size, px
     * @param bits a pixel, of a JPEG file of that quality
     * @param quality 1 to 100
     */
    public CodingCost with(int edge, double bits, int quality) {
        if (edge <= sizes.get(0).edge()) {
            return this;
        }
        double counted = Math.pow(bits / FILES_SHARE, 1 / FILES_POWER);
        double more = Math.max(LEAST_MORE, Math.min(MOST_MORE, counted / blocks(edge, quality)));
        List<Double> blocks = new ArrayList<>();
        for (int one : QUALITIES) {
            blocks.add(blocks(edge, one) * Math.pow(more, Math.min(1, COARSE_NOISE + one / 200.0)));
        }
        return with(new AtSize(edge, blocks, foretold(edge) * more, packed(edge) * Math.pow(more, PACKED_NOISE)));
    }

    private CodingCost with(AtSize largest) {
        List<AtSize> all = new ArrayList<>(List.of(largest));
        all.addAll(sizes);
        return new CodingCost(all);
    }

    /**
     * Bits a pixel of blocks at a size and quality, between and beyond those that were counted by straight lines over logarithms.
     *
     * @param edge the long edge, px
     * @param quality 1 to 100
     */
    public double blocks(double edge, int quality) {
        double at = coarseness(quality);
        return overSizes(edge, size -> {
            int upper = 1;
            while (upper < QUALITIES.size() - 1 && coarseness(QUALITIES.get(upper)) > at) {
                upper++;
            }
            double from = coarseness(QUALITIES.get(upper - 1));
            double to = coarseness(QUALITIES.get(upper));
            double low = Math.log(Math.max(LEAST_BITS, size.blocks().get(upper - 1)));
            double high = Math.log(Math.max(LEAST_BITS, size.blocks().get(upper)));
            return low + (at - from) / (to - from) * (high - low);
        });
    }

    /** Bits a pixel of the coder that foretells, at a size. */
    public double foretold(double edge) {
        return overSizes(edge, size -> Math.log(Math.max(LEAST_BITS, size.foretold())));
    }

    /** Bits a pixel without loss, at a size. */
    public double packed(double edge) {
        return overSizes(edge, size -> Math.log(Math.max(LEAST_BITS, size.packed())));
    }

    /** How coarse a quality quantises, as a logarithm. */
    private static double coarseness(int quality) {
        return Math.log((quality < 50 ? 5000.0 / quality : 200 - 2 * quality) + 2);
    }

    private double overSizes(double edge, ToDoubleFunction<AtSize> logarithm) {
        double last = logarithm.applyAsDouble(sizes.get(sizes.size() - 1));
        if (sizes.size() == 1) {
            return Math.exp(last);
        }
        int upper = sizes.size() - 2; // they fall
        while (upper > 0 && sizes.get(upper).edge() < edge) {
            upper--;
        }
        double from = Math.log(sizes.get(upper + 1).edge());
        double to = Math.log(sizes.get(upper).edge());
        double low = logarithm.applyAsDouble(sizes.get(upper + 1));
        double high = logarithm.applyAsDouble(sizes.get(upper));
        return Math.exp(low + (Math.log(edge) - from) / (to - from) * (high - low));
    }

    /** Tiles from all over a picture, below one another; a small picture as it is. */
    private static Pixels sampled(Pixels picture) {
        PixelSize size = picture.size();
        if (size.pixels() <= (long) TILES * TILE_WIDTH * TILE_HEIGHT
                || size.width() < TILE_WIDTH
                || size.height() < TILE_HEIGHT) {
            return picture;
        }
        List<Pixels> tiles = new ArrayList<>();
        for (int tile = 0; tile < TILES; tile++) {
            int left = (int) ((0.5 + tile * STEP_X) % 1 * (size.width() - TILE_WIDTH + 1));
            int top = (int) ((0.5 + tile * STEP_Y) % 1 * (size.height() - TILE_HEIGHT + 1));
            tiles.add(Codes.of(picture.part(left, top, new PixelSize(TILE_WIDTH, TILE_HEIGHT))));
        }
        int bands = tiles.get(0).bands();
        byte[] to = new byte[TILES * TILE_HEIGHT * TILE_WIDTH * bands];
        for (int tile = 0; tile < TILES; tile++) {
            byte[] from = tiles.get(tile).bytes();
            System.arraycopy(from, 0, to, tile * from.length, from.length);
        }
        return Pixels.of8(new PixelSize(TILE_WIDTH, TILES * TILE_HEIGHT), bands, false, to);
    }

    /** Means of four pixels by their codes. */
    static Pixels halved(Pixels picture) {
        int bands = picture.bands();
        int width = picture.size().width();
        int height = picture.size().height();
        PixelSize size = new PixelSize(Math.max(1, width / 2), Math.max(1, height / 2));
        byte[] from = picture.bytes();
        byte[] to = new byte[Math.toIntExact(size.pixels() * bands)];
        int right = width > 1 ? bands : 0;
        int below = height > 1 ? width * bands : 0;
        for (int y = 0, at = 0; y < size.height(); y++) {
            int row = 2 * y * width * bands;
            for (int x = 0; x < size.width(); x++) {
                int corner = row + 2 * x * bands;
                for (int band = 0; band < bands; band++, corner++) {
                    int sum = (from[corner] & 0xff)
                            + (from[corner + right] & 0xff)
                            + (from[corner + below] & 0xff)
                            + (from[corner + below + right] & 0xff);
                    to[at++] = (byte) ((sum + 2) / 4);
                }
            }
        }
        return Pixels.of8(size, bands, picture.hasAlpha(), to);
    }
}
