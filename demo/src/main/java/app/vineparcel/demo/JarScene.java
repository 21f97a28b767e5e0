package app.vineparcel.demo;

/** Jars of preserve on linen before a plain wall, one window to the left. */
final class JarScene implements Scene {

    private static final double TABLE = 0.74;

    private final Noise noise;
    private final float[][] fillings;
    private final float[] wall;
    private final float[] linen = Scene.colour(0xcdbfa6);
    private final float[] lid = Scene.colour(0x50504a);
    private final float[] paper = Scene.colour(0xf0e8d8);
    private final float[] ink = Scene.colour(0x2e4a3a);
    private final double middle;

    JarScene(int seed, int wall, double middle, int... fillings) {
        this.noise = new Noise(seed);
        this.wall = Scene.colour(wall);
        this.middle = middle;
        this.fillings = new float[fillings.length][];
        for (int i = 0; i < fillings.length; i++) {
            this.fillings[i] = Scene.colour(fillings[i]);
        }
    }

    @Override
    public void light(double x, double y, float[] light) {
        double window = Math.exp(-1.1 * Scene.length(x - 0.1, (y - 0.2) * 1.3));
        float back = (float) (0.42 + 0.75 * window) * (0.97f + 0.06f * noise.octaves(x * 3, y * 3, 3));
        for (int band = 0; band < 3; band++) {
            light[band] = wall[band] * back;
        }
        if (y > TABLE) {
            table(x, y, light);
        }
        for (int i = 0; i < fillings.length; i++) {
            double centre = middle + (i - (fillings.length - 1) / 2.0) * 0.37;
            shadow(x, y, centre, light);
        }
        for (int i = 0; i < fillings.length; i++) {
            double centre = middle + (i - (fillings.length - 1) / 2.0) * 0.37;
            jar((x - centre) / 0.145, y - 0.02 * (i % 2), x, fillings[i], light);
        }
    }

    private void table(double x, double y, float[] light) {
        double near = 0.35 / (y - TABLE + 0.12);
        double u = x * 520 * Math.min(1, near);
        double v = near * 190;
        float weave = (float) (0.86 + 0.09 * Math.sin(u) * Math.cos(v * 3))
                * (0.85f + 0.3f * noise.octaves(x * 18, near * 12, 4));
        float fold = 0.86f + 0.28f * noise.octaves(x * 1.6 + 5, near * 1.8, 3);
        float lit = (float) (1.05 - 0.3 * x) * Scene.mix(0.8f, 1.05f, Scene.step(TABLE, 1, y));
        for (int band = 0; band < 3; band++) {
            light[band] = linen[band] * weave * fold * lit;
        }
    }

    private void shadow(double x, double y, double centre, float[] light) {
        double away = (y - 0.82) / 0.055;
        double side = (x - centre - 0.12 - 0.05 * away) / 0.24;
        double distance = Scene.length(side, away);
        if (y > TABLE && distance < 1.3) {
            float dark = 0.62f * (1 - Scene.step(0.15, 1.3, distance));
            for (int band = 0; band < 3; band++) {
                light[band] *= 1 - dark;
            }
        }
    }

    /** {@code across} runs from -1 at the jar's left side to 1 at its right. */
    private void jar(double across, double y, double x, float[] filling, float[] light) {
        double top = 0.27;
        double bottom = 0.83 + 0.018 * Math.sqrt(Math.max(0, 1 - across * across));
        if (Math.abs(across) > 1 || y < top || y > bottom) {
            return;
        }
        double shoulder = y < 0.41 ? 1 - 0.13 * Scene.step(0.41, 0.34, y) : 1 - 0.1 * Scene.step(0.8, 0.85, y);
        double at = across / shoulder;
        if (Math.abs(at) > 1) {
            return;
        }
        float edge = Scene.step(1, 0.985, Math.abs(at));
        double round = Math.sqrt(1 - Math.min(1, at * at));
        float facing = (float) (0.3 + 0.75 * Math.max(0, -0.55 * at + 0.72 * round));
        float[] colour = new float[3];
        if (y < 0.345) {
            float rib = (float) (0.9 + 0.1 * Math.sin(Math.asin(at) * 60));
            float band = 0.7f + 0.5f * Scene.step(top, top + 0.012, y) - 0.4f * Scene.step(0.33, 0.345, y);
            fill(colour, lid, facing * rib * band + 0.35f * glint(at, -0.5, 0.14));
        } else if (y > 0.49 && y < 0.72 && Math.abs(at) < 0.8) {
            label(at, y, facing, colour);
        } else {
            float depth = 0.45f + 0.55f * (float) Math.pow(1 - round, 0.7);
            float bits = 0.55f + 0.9f * noise.octaves(x * 46, y * 46, 4);
            float level = Scene.step(0.385, 0.395, y + 0.004 * at * at);
            float through = Scene.mix(1.5f, depth * bits * 1.5f, level);
            for (int band = 0; band < 3; band++) {
                float glass = wall[band] * 0.62f;
                colour[band] = Scene.mix(glass, filling[band] * through * facing * 1.7f, level);
            }
            add(
                    colour,
                    0.85f * glint(at, -0.62, 0.05) * (0.4f + 0.6f * Scene.step(0.8, 0.45, y))
                            + 0.16f * glint(at, 0.72, 0.05));
        }
        Scene.blend(light, colour, edge);
    }

    private void label(double at, double y, float facing, float[] colour) {
        float fibre = 0.94f + 0.1f * noise.octaves(at * 60, y * 240, 3);
        fill(colour, paper, facing * fibre * 1.1f);
        double flat = Math.asin(at);
        double leaf = Scene.length(flat / 0.2, (y - 0.575) / 0.052);
        boolean mark = leaf < 1 && Math.abs(leaf - 0.82) > 0.06 && Math.abs(flat) > 0.012;
        boolean line =
                y > 0.652 && y < 0.66 && Math.abs(flat) < 0.52 || y > 0.675 && y < 0.681 && Math.abs(flat) < 0.34;
        if (mark || line) {
            fill(colour, ink, facing * 1.05f);
        }
    }

    private static float glint(double at, double where, double width) {
        double t = (at - where) / width;
        return (float) Math.exp(-t * t);
    }

    private static void fill(float[] into, float[] colour, float shade) {
        for (int band = 0; band < 3; band++) {
            into[band] = colour[band] * shade;
        }
    }

    private static void add(float[] into, float light) {
        for (int band = 0; band < 3; band++) {
            into[band] += light;
        }
    }
}
