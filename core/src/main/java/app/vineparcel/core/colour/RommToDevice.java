package app.vineparcel.core.colour;

/**
 * 16-bit ROMM RGB to the device values of a profile that works by tables: separation into inks, or an RGB or grey device measured as a
 * whole. Black point and medium white are in {@link #connectingSpace()}, as in {@link DeviceToRomm}.
 */
public final class RommToDevice {

    private static final BuiltInProfile ROMM = BuiltInProfile.ROMM_RGB;
    /** Nodes each way of the cube in which it is marked what the device can show. */
    private static final int NODES = 33;
    /** ΔE2000 from which on a colour counts as clipped by the device. */
    private static final double CLIPPED = 3;

    private final EngineTransform transform;
    private final IccProfile to;
    private final LinearSpace connectingSpace;
    private final boolean[] shown;

    /**
     * Prepares the conversion.
     *
     * @param blackPointCompensation whether black becomes the darkest ink; has no meaning for the absolute intent
     * @throws BadProfileException if the profile cannot be a target or the engine refuses it
     */
    public RommToDevice(IccProfile to, RenderingIntent intent, boolean blackPointCompensation)
            throws BadProfileException {
        if (!to.canBeTarget()) {
            throw new BadProfileException("it has no table towards the device, so nothing can be converted to it");
        }
        this.to = to;
        transform = new EngineTransform(ROMM.profile(), to, intent);
        if (intent == RenderingIntent.ABSOLUTE) {
            connectingSpace = ROMM.space().underWhite(to.mediaWhite());
        } else {
            double black = blackPointCompensation ? BlackPoint.of(to, intent) : 0;
            connectingSpace =
                    ROMM.space().withCurve(new BlackScaledCurve(ROMM.space().curve(0), black));
        }
        shown = shown(new EngineTransform(to, ROMM.profile(), RenderingIntent.RELATIVE));
    }

    /** What values have to be given in. */
    public LinearSpace connectingSpace() {
        return connectingSpace;
    }

    public IccProfile profile() {
        return to;
    }

    /**
     * Converts pixels.
     *
     * @param romm interleaved values of the connecting space, full scale 65535, 3 a pixel
     * @return interleaved device values, full scale 65535
     */
    public short[] convert(short[] romm) {
        return transform.convert(romm);
    }

    /** Whether the device can show a colour of the connecting space, judged on a grid of 33 × 33 × 33: there and back within ΔE2000 3. */
    public boolean shows(int red, int green, int blue) {
        return shown[(node(red) * NODES + node(green)) * NODES + node(blue)];
    }

    private static int node(int code) {
        return (code * (NODES - 1) + 32767) / 65535;
    }

    private boolean[] shown(EngineTransform back) {
        short[] grid = new short[NODES * NODES * NODES * 3];
        for (int i = 0; i < NODES * NODES * NODES; i++) {
            grid[3 * i] = (short) (i / NODES / NODES * 65535 / (NODES - 1));
            grid[3 * i + 1] = (short) (i / NODES % NODES * 65535 / (NODES - 1));
            grid[3 * i + 2] = (short) (i % NODES * 65535 / (NODES - 1));
        }
        short[] returned = back.convert(convert(grid));
        boolean[] within = new boolean[NODES * NODES * NODES];
        for (int i = 0; i < within.length; i++) {
            within[i] = lab(grid, i).differenceTo(lab(returned, i)) <= CLIPPED;
        }
        return within;
    }

    private static Lab lab(short[] romm, int pixel) {
        double[] light = new double[3];
        for (int band = 0; band < 3; band++) {
            light[band] = ROMM.space().curve(band).linear((romm[3 * pixel + band] & 0xffff) / 65535.0);
        }
        return Lab.ofXyz(ROMM.space().toXyz().times(light));
    }
}
