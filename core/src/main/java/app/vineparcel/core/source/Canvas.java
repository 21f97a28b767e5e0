package app.vineparcel.core.source;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.io.IOException;
import java.util.OptionalInt;
import org.apache.batik.ext.awt.image.GraphicsUtil;

/** Draws shapes into sRGB pixels: antialiased, with exact outlines. */
public final class Canvas {

    /** What a pixel of 8 bits with alpha takes. */
    public static final int BYTES_A_PIXEL = 4;

    /** The most px that are drawn at once; more are refused before memory is taken. */
    private static final long MOST_PIXELS = 500_000_000;

    /** Draws. */
    @FunctionalInterface
    public interface Art {
        void onto(Graphics2D graphics) throws IOException;
    }

    private Canvas() {}

    /**
     * Draws something.
     *
     * @param matte the ground, 0xRRGGBB; empty leaves it clear
     * @return 8 bits, with alpha unless there is a matte
     * @throws IOException with a reason in words, also for what the drawing could not cope with
     */
    @SuppressWarnings("try") // a hold counts by being open
    public static Pixels draw(PixelSize size, OptionalInt matte, Art art) throws IOException {
        if (size.pixels() > MOST_PIXELS) {
            throw new IOException(
                    "it would have to be drawn at %s px, which is more than 500 million.".formatted(size));
        }
        try (WorkBudget.Hold ignored = WorkBudget.hold(size.pixels() * BYTES_A_PIXEL)) {
            return drawn(size, matte, art);
        }
    }

    private static Pixels drawn(PixelSize size, OptionalInt matte, Art art) throws IOException {
        BufferedImage image = new BufferedImage(
                size.width(),
                size.height(),
                matte.isPresent() ? BufferedImage.TYPE_INT_RGB : BufferedImage.TYPE_INT_ARGB_PRE);
        Graphics2D graphics = GraphicsUtil.createGraphics(image);
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        graphics.setRenderingHint(RenderingHints.KEY_RENDERING, RenderingHints.VALUE_RENDER_QUALITY);
        graphics.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        graphics.setBackground(matte.isPresent() ? new Color(matte.getAsInt()) : new Color(0, true));
        if (matte.isPresent()) {
            graphics.setColor(new Color(matte.getAsInt()));
            graphics.fillRect(0, 0, size.width(), size.height());
        }
        try {
            art.onto(graphics);
        } catch (StackOverflowError | RuntimeException e) {
            throw new IOException("it holds something that cannot be drawn.", e);
        } finally {
            graphics.dispose();
        }
        return pixels(image, size, matte.isEmpty());
    }

    /** Pixels of 8 bits, with or without alpha, as an image. */
    public static BufferedImage image(Pixels pixels) {
        PixelSize size = pixels.size();
        BufferedImage image = new BufferedImage(size.width(), size.height(), BufferedImage.TYPE_INT_ARGB);
        int[] packed = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        boolean grey = pixels.colourBands() == 1;
        for (int y = 0, at = 0; y < size.height(); y++) {
            for (int x = 0; x < size.width(); x++, at++) {
                int opaque = pixels.hasAlpha() ? pixels.sample(x, y, pixels.bands() - 1) : 255;
                packed[at] = opaque << 24
                        | pixels.sample(x, y, 0) << 16
                        | pixels.sample(x, y, grey ? 0 : 1) << 8
                        | pixels.sample(x, y, grey ? 0 : 2);
            }
        }
        return image;
    }

    private static Pixels pixels(BufferedImage image, PixelSize size, boolean alpha) {
        int[] packed = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        int bands = alpha ? 4 : 3;
        byte[] samples = new byte[packed.length * bands];
        for (int i = 0, at = 0; i < packed.length; i++, at += bands) {
            int pixel = packed[i];
            int opaque = alpha ? pixel >>> 24 : 255;
            samples[at] = (byte) straight(pixel >> 16 & 0xff, opaque);
            samples[at + 1] = (byte) straight(pixel >> 8 & 0xff, opaque);
            samples[at + 2] = (byte) straight(pixel & 0xff, opaque);
            if (alpha) {
                samples[at + 3] = (byte) opaque;
            }
        }
        return Pixels.of8(size, bands, alpha, samples);
    }

    /** A premultiplied sample as a straight one. */
    private static int straight(int sample, int opaque) {
        return opaque == 255 || opaque == 0 ? sample : Math.min(255, (sample * 255 + opaque / 2) / opaque);
    }
}
