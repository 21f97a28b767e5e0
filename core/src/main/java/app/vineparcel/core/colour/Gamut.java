package app.vineparcel.core.colour;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Which colours a profile's device can show, judged on a cube of {@value #NODES} steps each way over ROMM RGB (ISO 22028-2) by its codes. A node counts
 * as shown if there is a shown colour within ΔE2000 {@value #APART} of it: what one hardly sees, 3, and half a step of the cube.
 */
public final class Gamut {

    /** Steps of the cube, each way. */
    public static final int NODES = 33;

    private static final double APART = 4.5;
    private static final int FULL = 65535;
    private static final int MOST_KEPT = 12;
    private static final LinearSpace ROMM = BuiltInProfile.ROMM_RGB.space();

    private static final Map<IccProfile, Optional<Gamut>> KEPT =
            Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
                private static final long serialVersionUID = 1L;

                @Override
                protected boolean removeEldestEntry(Map.Entry<IccProfile, Optional<Gamut>> eldest) {
                    return size() > MOST_KEPT;
                }
            });

    private final boolean[] shown;

    private Gamut(boolean[] shown) {
        this.shown = shown;
    }

    /** That of a profile; empty if colours cannot be converted to it and back. The last ones asked for are kept. */
    public static Optional<Gamut> of(IccProfile profile) {
        return KEPT.computeIfAbsent(profile, Gamut::worked);
    }

    private static Optional<Gamut> worked(IccProfile profile) {
        short[] grid = grid();
        Optional<LinearSpace> space = profile.linearSpace();
        if (space.isPresent()) {
            return space.get().bands() == 1 ? Optional.empty() : Optional.of(new Gamut(within(grid, space.get())));
        }
        if (profile.model() == ColourModel.GREY || !profile.canBeTarget()) {
            return Optional.empty();
        }
        try {
            IccProfile romm = BuiltInProfile.ROMM_RGB.profile();
            short[] device = new EngineTransform(romm, profile, RenderingIntent.RELATIVE).convert(grid);
            short[] back = new EngineTransform(profile, romm, RenderingIntent.RELATIVE).convert(device);
            boolean[] shown = new boolean[grid.length / 3];
            for (int i = 0; i < shown.length; i++) {
                shown[i] = lab(light(grid, i)).differenceTo(lab(light(back, i))) <= APART;
            }
            return Optional.of(new Gamut(shown));
        } catch (BadProfileException unusable) {
            return Optional.empty();
        }
    }

    private static boolean[] within(short[] grid, LinearSpace space) {
        Matrix there = ROMM.to(space);
        Matrix back = space.to(ROMM);
        boolean[] shown = new boolean[grid.length / 3];
        for (int i = 0; i < shown.length; i++) {
            double[] light = light(grid, i);
            double[] device = there.times(light);
            boolean clipped = false;
            for (int band = 0; band < 3; band++) {
                clipped |= device[band] < 0 || device[band] > 1;
                device[band] = Math.max(0, Math.min(1, device[band]));
            }
            shown[i] = !clipped || lab(light).differenceTo(lab(back.times(device))) <= APART;
        }
        return shown;
    }

    private static short[] grid() {
        short[] grid = new short[NODES * NODES * NODES * 3];
        for (int i = 0; i < grid.length / 3; i++) {
            grid[3 * i] = code(i / NODES / NODES);
            grid[3 * i + 1] = code(i / NODES % NODES);
            grid[3 * i + 2] = code(i % NODES);
        }
        return grid;
    }

    private static short code(int step) {
        return (short) (step * FULL / (NODES - 1));
    }

    private static double[] light(short[] romm, int pixel) {
        double[] light = new double[3];
        for (int band = 0; band < 3; band++) {
            light[band] = ROMM.curve(band).linear((romm[3 * pixel + band] & 0xffff) / (double) FULL);
        }
        return light;
    }

    private static Lab lab(double[] light) {
        return Lab.ofXyz(ROMM.toXyz().times(light));
    }

    /**
     * Whether a node is shown.
     *
     * @param node {@code (red × 33 + green) × 33 + blue}
     */
    public boolean shows(int node) {
        return shown[node];
    }
}
