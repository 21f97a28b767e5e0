package app.vineparcel.core.source;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Encoding;
import app.vineparcel.core.raster.LinearImage;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.raster.Opacity;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Resampler;
import app.vineparcel.core.raster.Rotation;
import java.util.Optional;

/** A mark that is a picture: resampled in linear light like any other, then turned. */
final class PictureMark implements Mark {

    private final Pixels pixels;
    private final LinearSpace space;

    /**
     * A picture as a mark.
     *
     * @param pixels grey or RGB
     * @param space what they mean
     */
    PictureMark(Pixels pixels, LinearSpace space) {
        this.pixels = pixels.hasAlpha() ? pixels : Opacity.added(pixels);
        this.space = space;
    }

    @Override
    public Pixels draw(int width, double rotation) {
        PixelSize natural = pixels.size();
        int height = (int) Math.max(1, Math.round((double) natural.height() * width / natural.width()));
        LinearImage sized =
                Resampler.resample(LinearisedPixels.of(pixels, space), natural.box(), new PixelSize(width, height), 1);
        LinearImage turned = rotation == 0 ? sized : Rotation.turned(sized, rotation);
        return Encoding.between(space, BuiltInProfile.SRGB.space(), 8, Optional.empty())
                .apply(turned, 1)
                .pixels();
    }
}
