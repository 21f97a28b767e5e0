package app.vineparcel.core.colour;

import java.awt.color.CMMException;
import java.awt.color.ICC_Profile;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;

/**
 * Device values of a profile that works by tables (CMYK and the like) to 16-bit ROMM RGB, through the colour engine of the
 * JDK. ROMM RGB holds every printable colour, so nothing is clipped on the way, and goes on through {@link LinearSpace}.
 *
 * <p>Relative colorimetric. The engine's Java face has no black point compensation; {@link #connectingSpace()} has it in its
 * curves instead (ISO 18619, towards a perfect black).
 */
public final class TableConversion {

    private final ColorConvertOp operation;
    private final int bands;
    private final LinearSpace connectingSpace;

    /**
     * Prepares the conversion.
     *
     * @param blackPointCompensation whether the darkest ink becomes black
     * @throws BadProfileException if the engine refuses the profile
     */
    public TableConversion(IccProfile from, boolean blackPointCompensation) throws BadProfileException {
        bands = from.model().bands();
        try {
            ICC_Profile romm =
                    ICC_Profile.getInstance(BuiltInProfile.ROMM_RGB.profile().bytes());
            operation = new ColorConvertOp(new ICC_Profile[] {ICC_Profile.getInstance(from.bytes()), romm}, null);
            double black = blackPointCompensation ? darkest() : 0;
            TransferCurve curve = BuiltInProfile.ROMM_RGB.space().curve(0);
            connectingSpace = BuiltInProfile.ROMM_RGB.space().withCurve(new BlackScaledCurve(curve, black));
        } catch (IllegalArgumentException | CMMException e) {
            throw new BadProfileException("the colour engine refuses it");
        }
    }

    /** What the converted values mean: ROMM RGB, with the black point moved where asked. */
    public LinearSpace connectingSpace() {
        return connectingSpace;
    }

    /**
     * Converts pixels.
     *
     * @param device interleaved device values, full scale 65535
     * @return interleaved ROMM RGB, full scale 65535, 3 values a pixel
     */
    public short[] convert(short[] device) {
        int pixels = device.length / bands;
        WritableRaster in = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, pixels, 1, bands, null);
        in.setDataElements(0, 0, pixels, 1, device);
        WritableRaster out = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, pixels, 1, 3, null);
        operation.filter(in, out);
        return (short[]) out.getDataElements(0, 0, pixels, 1, null);
    }

    /** The darkest light, 0 to 1, of the profile: all inks, or no light. */
    private double darkest() {
        short[] device = new short[bands];
        java.util.Arrays.fill(device, bands == ColourModel.CMYK.bands() ? (short) 0xffff : 0);
        short[] romm = convert(device);
        double light = 0;
        for (short band : romm) {
            light += BuiltInProfile.ROMM_RGB.space().curve(0).linear((band & 0xffff) / 65535.0) / 3;
        }
        return Math.min(0.5, light);
    }
}
