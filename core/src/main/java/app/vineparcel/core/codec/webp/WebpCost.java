package app.vineparcel.core.codec.webp;

import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;

/** How many bits a pixel a picture takes as WebP, found by packing it. */
public final class WebpCost {

    private static final WebpWriter WRITER = new WebpWriter(new WebpFormat(80, false));

    private WebpCost() {}

    /**
     * Bits a pixel at quality 80, without the container.
     *
     * @param picture sRGB or grey, 8 bits, up to 16,383 px an edge
     */
    public static double bits(Pixels picture) {
        try {
            byte[] bare = WRITER.bare(new Picture(
                    picture,
                    picture.colourBands() == 1 ? BuiltInProfile.greyLikeSrgb() : BuiltInProfile.SRGB.profile()));
            return 8.0 * bare.length / picture.size().pixels();
        } catch (IOException e) {
            throw new IllegalStateException("a small picture could not be packed", e);
        }
    }
}
