package app.vineparcel.core.render;

import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.png.PngWriter;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.raster.Opacity;
import app.vineparcel.core.raster.Pixels;

/** A part of a picture as the screen shows it, as PNG in sRGB with its profile. */
final class ScreenTile {

    private ScreenTile() {}

    static byte[] png(PreviewViews.View view) {
        Pixels rgba = Pixels.of8(view.size(), 4, true, view.rgba());
        Pixels shown = isClear(view.rgba()) ? rgba : Opacity.removed(rgba);
        return PngWriter.forScreen(new Picture(shown, BuiltInProfile.SRGB.profile()));
    }

    private static boolean isClear(byte[] rgba) {
        for (int at = 3; at < rgba.length; at += 4) {
            if (rgba[at] != (byte) 0xff) {
                return true;
            }
        }
        return false;
    }
}
