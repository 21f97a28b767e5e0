package app.vineparcel.core.codec.natives;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import com.sun.jna.Memory;

/** Pixels as libraries take them: RGB or RGBA, rows without gaps; grey goes into all three. The caller closes the memory. */
final class InterleavedSamples {

    private InterleavedSamples() {}

    static Memory of(Pixels pixels) {
        int bands = pixels.hasAlpha() ? 4 : 3;
        Memory memory = new Memory(pixels.size().pixels() * bands * (pixels.depth() / 8));
        if (pixels.colourBands() == 3) {
            memory.write(0, pixels.bytes(), 0, pixels.bytes().length);
            memory.write(0, pixels.shorts(), 0, pixels.shorts().length);
            return memory;
        }
        PixelSize size = pixels.size();
        byte[] bytes = new byte[pixels.depth() == 8 ? size.width() * bands : 0];
        short[] shorts = new short[pixels.depth() == 16 ? size.width() * bands : 0];
        for (int y = 0; y < size.height(); y++) {
            for (int x = 0, at = 0; x < size.width(); x++) {
                for (int band = 0; band < bands; band++, at++) {
                    int code = pixels.sample(x, y, band < 3 ? 0 : 1);
                    if (bytes.length > 0) {
                        bytes[at] = (byte) code;
                    } else {
                        shorts[at] = (short) code;
                    }
                }
            }
            memory.write((long) y * bytes.length, bytes, 0, bytes.length);
            memory.write(2L * y * shorts.length, shorts, 0, shorts.length);
        }
        return memory;
    }
}
