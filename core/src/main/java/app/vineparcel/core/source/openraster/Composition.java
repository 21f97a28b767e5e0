package app.vineparcel.core.source.openraster;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;

/** A canvas that layers are items on: straight RGBA of 16 bits, as encoded. */
final class Composition implements AutoCloseable {

    private static final float FULL = 65535f;
    private static final int BYTES_A_PIXEL = 8;

    private final PixelSize size;
    private final short[] samples;
    private final WorkBudget.Hold memory;

    Composition(PixelSize size) {
        this.size = size;
        this.memory = WorkBudget.hold(size.pixels() * BYTES_A_PIXEL);
        this.samples = new short[Math.toIntExact(size.pixels() * 4)];
    }

    /** Lays a layer over, with its upper left corner at a place that may lie outside. */
    void lay(Pixels layer, int left, int top, float opacity, Blend blend) {
        boolean clears = blend == Blend.DST_IN || blend == Blend.DST_ATOP;
        float[] over = new float[4];
        float[] under = new float[4];
        float full = layer.levels() - 1f;
        for (int y = 0; y < size.height(); y++) {
            WorkBudget.check();
            boolean rowInside = y >= top && y - top < layer.size().height();
            for (int x = 0; x < size.width(); x++) {
                boolean inside =
                        rowInside && x >= left && x - left < layer.size().width();
                if (!inside && !clears) {
                    continue;
                }
                read(layer, x - left, y - top, full, inside, over);
                over[3] *= opacity;
                apply(blend, (y * size.width() + x) * 4, under, over);
            }
        }
    }

    /** Lays a group over. */
    void lay(Composition group, float opacity, Blend blend) {
        lay(Pixels.of16(size, 4, true, group.samples), 0, 0, opacity, blend);
    }

    private static void read(Pixels layer, int x, int y, float full, boolean inside, float[] over) {
        if (!inside) {
            over[3] = 0;
            return;
        }
        int colours = layer.colourBands();
        for (int c = 0; c < 3; c++) {
            over[c] = layer.sample(x, y, Math.min(c, colours - 1)) / full;
        }
        over[3] = layer.hasAlpha() ? layer.sample(x, y, colours) / full : 1;
    }

    private void apply(Blend blend, int at, float[] under, float[] over) {
        for (int c = 0; c < 4; c++) {
            under[c] = (samples[at + c] & 0xffff) / FULL;
        }
        blend.apply(under, over);
        for (int c = 0; c < 4; c++) {
            samples[at + c] = (short) Math.round(Math.max(0, Math.min(1, under[c])) * FULL);
        }
    }

    /** What has been items together; 8 bits, since that is what the layers have. */
    Pixels pixels() {
        byte[] bytes = new byte[samples.length];
        for (int i = 0; i < samples.length; i++) {
            bytes[i] = (byte) Math.round((samples[i] & 0xffff) / 257f);
        }
        return Pixels.of8(size, 4, true, bytes);
    }

    @Override
    public void close() {
        memory.close();
    }
}
