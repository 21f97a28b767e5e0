package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.Matrix;
import app.vineparcel.core.metadata.TiffField;
import java.io.IOException;
import java.util.Arrays;

/** From the samples of a page to ours: grey, RGB or CMYK, alpha last and not premultiplied, 8 or 16 bits. */
final class TiffColours {

    private static final int ASSOCIATED = 1;
    private static final int UNASSOCIATED = 2;
    private static final int EXTRA_SAMPLES = 338;
    private static final int COLOUR_MAP = 320;

    private final TiffPage page;
    private final int colours;
    private final int alphaAt;
    private final boolean associated;
    private final int depth;
    private final int[] most;
    private final int[][] map;

    TiffColours(TiffPage page) throws IOException {
        this.page = page;
        boolean floating = page.kind() == TiffPage.SampleKind.FLOATING;
        int needed = page.colours().bands();
        boolean lightnessOnly = isLab() && page.samples() == 1;
        if (page.samples() < needed && !lightnessOnly) {
            throw new IOException(
                    "it has %d samples a pixel where its kind of colour needs %d.".formatted(page.samples(), needed));
        }
        requireReadable(floating);
        if (page.packing() == Packing.FAX && (page.samples() > 1 || page.depth() > 1)) {
            throw new IOException("its fax compression is for one bit a pixel, and it has more.");
        }
        int behind = lightnessOnly ? 1 : needed;
        int alpha = -1;
        boolean multiplied = false;
        boolean unsaid = page.fields().field(EXTRA_SAMPLES).isEmpty();
        if (unsaid && page.samples() == behind + 1 && page.colours() != Photometric.INKS) {
            alpha = behind; // writers that forget to say so mean alpha
        }
        for (int i = 0; i < page.extra().length && behind + i < page.samples(); i++) {
            int kind = page.extra()[i];
            if (alpha < 0 && (kind == ASSOCIATED || kind == UNASSOCIATED)) {
                alpha = behind + i;
                multiplied = kind == ASSOCIATED;
            }
        }
        this.alphaAt = alpha;
        this.associated = multiplied;
        this.colours = page.colours() == Photometric.PALETTE || isLab() ? 3 : needed;
        this.most = Arrays.stream(page.bits())
                .map(bits -> SampleRow.most(bits, floating))
                .toArray();
        boolean deep = page.colours() == Photometric.PALETTE ? alpha >= 0 && page.bits()[alpha] > 8 : page.depth() > 8;
        this.depth = deep || isLab() ? 16 : 8;
        this.map = page.colours() == Photometric.PALETTE ? colourMap(page) : new int[0][];
    }

    private void requireReadable(boolean floating) throws IOException {
        for (int bits : page.bits()) {
            if (bits < 1 || bits > 32 && !(floating && bits == 64)) {
                throw new NotRead("TIFF of %d bits a sample is not read.".formatted(bits));
            }
            if (floating && bits != 16 && bits != 24 && bits != 32 && bits != 64) {
                throw new NotRead("TIFF of %d floating-point bits a sample is not read.".formatted(bits));
            }
        }
        if (page.kind() == TiffPage.SampleKind.SIGNED && !isLab()) {
            throw new NotRead("TIFF with signed samples is not read.");
        }
        if (floating && (isLab() || page.colours() == Photometric.PALETTE)) {
            throw new NotRead("TIFF with floating-point samples of this kind of colour is not read.");
        }
        if (page.colours() == Photometric.INKS && TiffPage.number(page.fields(), 332, 1) != 1) {
            throw new NotRead("TIFF with inks other than CMYK is not read.");
        }
    }

    private boolean isLab() {
        return page.colours() == Photometric.CIE_LAB || page.colours() == Photometric.ICC_LAB;
    }

    /** What its colours then are; L*a*b* becomes ROMM RGB. */
    ColourModel model() {
        return switch (colours) {
            case 1 -> ColourModel.GREY;
            case 4 -> ColourModel.CMYK;
            default -> ColourModel.RGB;
        };
    }

    boolean becomesRomm() {
        return isLab();
    }

    int depth() {
        return depth;
    }

    boolean hasAlpha() {
        return alphaAt >= 0;
    }

    int bands() {
        return colours + (hasAlpha() ? 1 : 0);
    }

    /** How many samples of a pixel mean nothing here. */
    int leftOut() {
        int used = isLab() && page.samples() == 1 ? 1 : page.colours().bands();
        return page.samples() - used - (hasAlpha() ? 1 : 0);
    }

    /** Whether samples go over as they stand, so that whole rows can be moved. */
    boolean isPlain() {
        boolean direct = page.colours() == Photometric.RGB
                || page.colours() == Photometric.BLACK_IS_ZERO
                || page.colours() == Photometric.INKS;
        return direct
                && !page.planar()
                && !associated
                && page.kind() == TiffPage.SampleKind.UNSIGNED
                && page.samples() == bands()
                && Arrays.stream(page.bits()).allMatch(bits -> bits == depth);
    }

    /**
     * Works out pixels.
     *
     * @param raw the samples of the page, pixel by pixel
     * @param into gets our samples, 0 to full scale
     */
    void convert(int[] raw, int count, int[] into) {
        int samples = page.samples();
        int full = depth == 16 ? 65535 : 255;
        int bands = bands();
        for (int pixel = 0; pixel < count; pixel++) {
            int from = pixel * samples;
            int to = pixel * bands;
            colour(raw, from, into, to, full);
            if (hasAlpha()) {
                int alpha = scaled(raw[from + alphaAt], most[alphaAt], full);
                into[to + colours] = alpha;
                if (associated && alpha > 0 && alpha < full) {
                    for (int band = 0; band < colours; band++) {
                        into[to + band] = Math.min(full, (int) (((long) into[to + band] * full + alpha / 2) / alpha));
                    }
                }
            }
        }
    }

    private void colour(int[] raw, int from, int[] into, int to, int full) {
        switch (page.colours()) {
            case PALETTE -> {
                int index = Math.min(raw[from], map[0].length - 1);
                for (int band = 0; band < 3; band++) {
                    into[to + band] = full == 255 ? (map[band][index] * 255 + 32767) / 65535 : map[band][index];
                }
            }
            case WHITE_IS_ZERO -> into[to] = full - scaled(raw[from], most[0], full);
            case CIE_LAB, ICC_LAB -> lab(raw, from, into, to);
            default -> {
                for (int band = 0; band < colours; band++) {
                    into[to + band] = scaled(raw[from + band], most[band], full);
                }
            }
        }
    }

    private static int scaled(int value, int most, int full) {
        return most == full ? value : (int) (((long) value * full + most / 2) / most);
    }

    /** TIFF 6.0, section 23; Adobe's note on ICC L*a*b* (PageMaker 6.0 technical notes), where a* and b* are not signed. */
    private void lab(int[] raw, int from, int[] into, int to) {
        boolean wide = page.bits()[0] > 8;
        boolean icc = page.colours() == Photometric.ICC_LAB;
        double lightness = icc && wide ? raw[from] / 65280.0 * 100 : raw[from] / (double) most[0] * 100;
        double a = page.samples() == 1 ? 0 : chroma(raw[from + 1], wide, icc);
        double b = page.samples() == 1 ? 0 : chroma(raw[from + 2], wide, icc);
        double[] light = Romm.FROM_XYZ.times(new Lab(lightness, a, b).xyz());
        for (int band = 0; band < 3; band++) {
            double clipped = Math.max(0, Math.min(1, light[band]));
            into[to + band] = (int) Math.round(Romm.SPACE.curve(band).encoded(clipped) * 65535);
        }
    }

    private static double chroma(int raw, boolean wide, boolean icc) {
        if (icc) {
            return wide ? raw / 256.0 - 128 : raw - 128;
        }
        return wide ? (short) raw / 256.0 : (byte) raw;
    }

    private static final class Romm {
        static final LinearSpace SPACE = BuiltInProfile.ROMM_RGB.space();
        static final Matrix FROM_XYZ = SPACE.toXyz().inverse();
    }

    /** Three times as many numbers of 16 bits as there are codes; some writers put numbers of 8 bits there. */
    private static int[][] colourMap(TiffPage page) throws IOException {
        int codes = 1 << page.bits()[0];
        long[] all = page.fields().field(COLOUR_MAP).map(TiffField::numbers).orElse(new long[0]);
        if (page.bits()[0] > 16 || all.length < 3 || all.length % 3 != 0) {
            throw new IOException("its palette is missing or has no colours.");
        }
        int held = Math.min(codes, all.length / 3);
        boolean small = Arrays.stream(all).allMatch(value -> value < 256);
        int[][] map = new int[3][held];
        for (int band = 0; band < 3; band++) {
            for (int i = 0; i < held; i++) {
                int value = (int) all[band * (all.length / 3) + i];
                map[band][i] = small ? value * 257 : value;
            }
        }
        return map;
    }
}
