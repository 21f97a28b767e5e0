package app.vineparcel.core.codec.webp;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.jpeg.JpegEngine;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.natives.LibWebp;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;

/** How many bits a pixel a picture takes as WebP, found by packing it. */
public final class WebpCost {

    private static final int QUALITY = 80;
    /** Of what a JPEG of that quality takes, by the median of twelve photographs; half of them are within a third of it. */
    private static final double SHARE_OF_JPEG = 0.5;

    private static final WebpWriter WRITER = new WebpWriter(new WebpFormat(QUALITY, false));

    private WebpCost() {}

    /**
     * Bits a pixel at quality 80, without the container; where the library is not installed, as JPEG lets them be foretold.
     *
     * @param picture sRGB or grey, 8 bits, up to 16,383 px an edge
     */
    public static double bits(Pixels picture) {
        return LibWebp.missing().isPresent() ? foretold(picture) : packed(picture);
    }

    static double packed(Pixels picture) {
        try {
            byte[] bare = WRITER.bare(new Picture(
                    picture,
                    picture.colourBands() == 1 ? BuiltInProfile.greyLikeSrgb() : BuiltInProfile.SRGB.profile()));
            return 8.0 * bare.length / picture.size().pixels();
        } catch (IOException e) {
            throw new IllegalStateException("a small picture could not be packed", e);
        }
    }

    static double foretold(Pixels picture) {
        try {
            byte[] jpeg = JpegEngine.usual().encode(picture, new JpegFormat(QUALITY, false, Chroma.HALF));
            return SHARE_OF_JPEG * 8.0 * jpeg.length / picture.size().pixels();
        } catch (IOException e) {
            throw new IllegalStateException("a small picture could not be packed", e);
        }
    }
}
