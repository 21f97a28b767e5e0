package app.vineparcel.core.colour;

import java.awt.color.CMMException;
import java.awt.color.ICC_Profile;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;

/** One profile's device values to another's at 16 bits, through the colour engine of the JDK. */
final class EngineTransform {

    private final ColorConvertOp operation;
    private final int inBands;
    private final int outBands;

    /**
     * Prepares the transform.
     *
     * @throws BadProfileException if the engine refuses one of them
     */
    EngineTransform(IccProfile from, IccProfile to, RenderingIntent intent) throws BadProfileException {
        inBands = from.model().bands();
        outBands = to.model().bands();
        try {
            ICC_Profile[] chain = {
                ICC_Profile.getInstance(from.forEngine(intent)), ICC_Profile.getInstance(to.forEngine(intent))
            };
            operation = new ColorConvertOp(chain, null);
            convert(new short[inBands]);
        } catch (IllegalArgumentException | CMMException e) {
            throw new BadProfileException("the colour engine refuses it");
        }
    }

    /** Interleaved values, full scale 65535, to interleaved values of the other profile. */
    short[] convert(short[] device) {
        int pixels = device.length / inBands;
        WritableRaster in = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, pixels, 1, inBands, null);
        in.setDataElements(0, 0, pixels, 1, device);
        WritableRaster out = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, pixels, 1, outBands, null);
        operation.filter(in, out);
        return (short[]) out.getDataElements(0, 0, pixels, 1, null);
    }
}
