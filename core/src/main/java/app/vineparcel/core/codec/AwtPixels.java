package app.vineparcel.core.codec;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Paletted;
import app.vineparcel.core.raster.Pixels;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.ComponentSampleModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.DataBufferUShort;
import java.awt.image.IndexColorModel;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.IOException;

/** Between the JDK's pictures and ours. Samples are moved, never converted. */
public final class AwtPixels {

    private AwtPixels() {}

    /** The samples of an image; palettes are looked up, fewer than 8 bits are widened to 8, packed pixels unpacked. */
    public static Pixels of(BufferedImage image) throws IOException {
        ColorModel model = image.getColorModel();
        if (model instanceof IndexColorModel palette) {
            return ofPalette(image.getRaster(), palette);
        }
        if (model.isAlphaPremultiplied()) {
            image.coerceData(false);
        }
        return of(image.getRaster(), model.hasAlpha());
    }

    /** The samples of a raster. */
    public static Pixels of(Raster raster, boolean alpha) throws IOException {
        PixelSize size = new PixelSize(raster.getWidth(), raster.getHeight());
        int bands = raster.getNumBands();
        int bits = raster.getSampleModel().getSampleSize(0);
        if (raster.getSampleModel() instanceof ComponentSampleModel layout && (bits == 8 || bits == 16)) {
            if (raster.getDataBuffer() instanceof DataBufferByte buffer && bits == 8 && buffer.getNumBanks() == 1) {
                return Pixels.of8(size, bands, alpha, gather(buffer.getData(), layout, raster));
            }
            if (raster.getDataBuffer() instanceof DataBufferUShort buffer && bits == 16 && buffer.getNumBanks() == 1) {
                return Pixels.of16(size, bands, alpha, gather(buffer.getData(), layout, raster));
            }
        }
        if (bits > 16 || raster.getTransferType() > DataBuffer.TYPE_INT) {
            throw new IOException("it has " + bits + " bits a sample; up to 16 are read.");
        }
        return bits > 8 ? widened16(raster, size, alpha) : widened8(raster, size, alpha);
    }

    private static byte[] gather(byte[] data, ComponentSampleModel layout, Raster raster) {
        int bands = layout.getNumBands();
        int width = raster.getWidth();
        int[] offsets = layout.getBandOffsets();
        boolean inOrder = layout.getPixelStride() == bands;
        for (int band = 0; band < bands; band++) {
            inOrder &= offsets[band] == band;
        }
        if (inOrder
                && layout.getScanlineStride() == width * bands
                && data.length == width * bands * raster.getHeight()) {
            return data;
        }
        byte[] samples = new byte[width * bands * raster.getHeight()];
        int to = 0;
        for (int y = 0; y < raster.getHeight(); y++) {
            int from = origin(raster, layout) + y * layout.getScanlineStride();
            for (int x = 0; x < width; x++, from += layout.getPixelStride()) {
                for (int band = 0; band < bands; band++) {
                    samples[to++] = data[from + offsets[band]];
                }
            }
        }
        return samples;
    }

    private static short[] gather(short[] data, ComponentSampleModel layout, Raster raster) {
        int bands = layout.getNumBands();
        short[] samples = new short[raster.getWidth() * bands * raster.getHeight()];
        int[] offsets = layout.getBandOffsets();
        int to = 0;
        for (int y = 0; y < raster.getHeight(); y++) {
            int from = origin(raster, layout) + y * layout.getScanlineStride();
            for (int x = 0; x < raster.getWidth(); x++, from += layout.getPixelStride()) {
                for (int band = 0; band < bands; band++) {
                    samples[to++] = data[from + offsets[band]];
                }
            }
        }
        return samples;
    }

    private static int origin(Raster raster, ComponentSampleModel layout) {
        return raster.getDataBuffer().getOffset()
                - raster.getSampleModelTranslateX() * layout.getPixelStride()
                - raster.getSampleModelTranslateY() * layout.getScanlineStride();
    }

    private static Pixels widened8(Raster raster, PixelSize size, boolean alpha) {
        int bands = raster.getNumBands();
        byte[] samples = new byte[Math.toIntExact(size.pixels() * bands)];
        int[] row = new int[size.width() * bands];
        int to = 0;
        for (int y = 0; y < size.height(); y++) {
            raster.getPixels(raster.getMinX(), raster.getMinY() + y, size.width(), 1, row);
            for (int i = 0; i < row.length; i++) {
                int most = (1 << raster.getSampleModel().getSampleSize(i % bands)) - 1;
                samples[to++] = (byte) ((row[i] * 255 + most / 2) / most);
            }
        }
        return Pixels.of8(size, bands, alpha, samples);
    }

    private static Pixels widened16(Raster raster, PixelSize size, boolean alpha) {
        int bands = raster.getNumBands();
        short[] samples = new short[Math.toIntExact(size.pixels() * bands)];
        int[] row = new int[size.width() * bands];
        int to = 0;
        for (int y = 0; y < size.height(); y++) {
            raster.getPixels(raster.getMinX(), raster.getMinY() + y, size.width(), 1, row);
            for (int i = 0; i < row.length; i++) {
                long most = (1L << raster.getSampleModel().getSampleSize(i % bands)) - 1;
                samples[to++] = (short) ((row[i] * 65535L + most / 2) / most);
            }
        }
        return Pixels.of16(size, bands, alpha, samples);
    }

    private static Pixels ofPalette(Raster raster, IndexColorModel palette) {
        PixelSize size = new PixelSize(raster.getWidth(), raster.getHeight());
        int bands = palette.hasAlpha() ? 4 : 3;
        byte[] samples = new byte[Math.toIntExact(size.pixels() * bands)];
        int[] colours = new int[palette.getMapSize()];
        palette.getRGBs(colours);
        int[] row = new int[size.width()];
        int to = 0;
        for (int y = 0; y < size.height(); y++) {
            raster.getSamples(raster.getMinX(), raster.getMinY() + y, size.width(), 1, 0, row);
            for (int index : row) {
                int argb = colours[Math.min(index, colours.length - 1)];
                samples[to++] = (byte) (argb >> 16);
                samples[to++] = (byte) (argb >> 8);
                samples[to++] = (byte) argb;
                if (bands == 4) {
                    samples[to++] = (byte) (argb >> 24);
                }
            }
        }
        return Pixels.of8(size, bands, bands == 4, samples);
    }

    /** Our samples as a raster; nothing is said about what they mean. */
    public static WritableRaster raster(Pixels pixels) {
        DataBuffer buffer = pixels.depth() == 16
                ? new DataBufferUShort(pixels.shorts(), pixels.shorts().length)
                : new DataBufferByte(pixels.bytes(), pixels.bytes().length);
        int bands = pixels.bands();
        int[] offsets = new int[bands];
        for (int band = 0; band < bands; band++) {
            offsets[band] = band;
        }
        PixelSize size = pixels.size();
        return Raster.createInterleavedRaster(
                buffer, size.width(), size.height(), size.width() * bands, bands, offsets, null);
    }

    /** Our samples as an image that a writer of the JDK takes: grey or RGB, with or without alpha, 8 or 16 bits. */
    public static BufferedImage image(Pixels pixels) {
        WritableRaster raster = raster(pixels);
        ColorModel model = new ComponentColorModel(
                ColorSpace.getInstance(pixels.colourBands() == 1 ? ColorSpace.CS_GRAY : ColorSpace.CS_sRGB),
                pixels.hasAlpha(),
                false,
                pixels.hasAlpha() ? Transparency.TRANSLUCENT : Transparency.OPAQUE,
                raster.getTransferType());
        return new BufferedImage(model, raster, false, null);
    }

    /** A palette picture as an image that a writer of the JDK takes, with as few bits a pixel as the palette needs. */
    public static BufferedImage image(Paletted picture) {
        int count = picture.colours().size();
        int bits = count <= 2 ? 1 : count <= 4 ? 2 : count <= 16 ? 4 : 8;
        int[] colours = picture.colours().stream().mapToInt(Integer::intValue).toArray();
        boolean alpha = picture.colours().stream().anyMatch(argb -> argb >>> 24 < 255);
        int clear = picture.colours().indexOf(0);
        IndexColorModel model =
                new IndexColorModel(bits, count, colours, 0, alpha, alpha ? clear : -1, DataBuffer.TYPE_BYTE);
        PixelSize size = picture.size();
        BufferedImage image = new BufferedImage(
                size.width(),
                size.height(),
                bits == 8 ? BufferedImage.TYPE_BYTE_INDEXED : BufferedImage.TYPE_BYTE_BINARY,
                model);
        int[] row = new int[size.width()];
        for (int y = 0; y < size.height(); y++) {
            for (int x = 0; x < row.length; x++) {
                row[x] = picture.indexes()[y * row.length + x] & 0xff;
            }
            image.getRaster().setSamples(0, y, row.length, 1, 0, row);
        }
        return image;
    }
}
