package app.vineparcel.core.colour;

/**
 * Device values of a profile that works by tables (CMYK and the like) to 16-bit ROMM RGB. ROMM RGB holds every printable colour, so
 * nothing is clipped on the way, and goes on through {@link LinearSpace}.
 *
 * <p>The engine's Java face has no black point compensation and no absolute intent; {@link #connectingSpace()} has both: the black point
 * in its curves (ISO 18619, towards a perfect black), the medium's white in its matrix.
 */
public final class DeviceToRomm {

    private static final BuiltInProfile ROMM = BuiltInProfile.ROMM_RGB;

    private final EngineTransform transform;
    private final LinearSpace connectingSpace;

    /**
     * Prepares the conversion.
     *
     * @param blackPointCompensation whether the darkest ink becomes black; has no meaning for the absolute intent
     * @throws BadProfileException if the engine refuses the profile
     */
    public DeviceToRomm(IccProfile from, RenderingIntent intent, boolean blackPointCompensation)
            throws BadProfileException {
        transform = new EngineTransform(from, ROMM.profile(), intent);
        if (intent == RenderingIntent.ABSOLUTE) {
            connectingSpace = ROMM.space().underWhite(from.mediaWhite());
        } else {
            double black = blackPointCompensation ? BlackPoint.of(from, intent) : 0;
            connectingSpace =
                    ROMM.space().withCurve(new BlackScaledCurve(ROMM.space().curve(0), black));
        }
    }

    /** What the converted values mean: ROMM RGB, with black or white moved where asked. */
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
        return transform.convert(device);
    }
}
