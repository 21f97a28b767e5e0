package app.vineparcel.demo;

/** Rows of a crop running to the horizon under a wide sky, with ridges of hills in the haze. */
final class FieldScene implements Scene {

    private final Noise noise;
    private final Noise plants;
    private final float[] zenith;
    private final float[] glow;
    private final float[] leaf;
    private final float[] crop;
    private final float[] soil = Scene.colour(0x5d4632);
    private final double vanishing;
    private final double horizon;
    private final double mist;
    private final boolean hedge;

    /**
     * A field.
     *
     * @param seed of its shapes
     * @param sky colours of the upper sky and of the light at the horizon
     * @param plants colours of leaf and of bloom
     * @param vanishing where the rows meet, across
     * @param horizon how far down it lies
     * @param mist 0 for clear air, 1 for thick
     * @param hedge whether a hedge stands across the field
     */
    FieldScene(int seed, int[] sky, int[] plants, double vanishing, double horizon, double mist, boolean hedge) {
        this.noise = new Noise(seed);
        this.plants = new Noise(seed + 100);
        this.zenith = Scene.colour(sky[0]);
        this.glow = Scene.colour(sky[1]);
        this.leaf = Scene.colour(plants[0]);
        this.crop = Scene.colour(plants[1]);
        this.vanishing = vanishing;
        this.horizon = horizon;
        this.mist = mist;
        this.hedge = hedge;
    }

    @Override
    public void light(double x, double y, float[] light) {
        double ground = horizon + 0.015 * (noise.smooth(x * 2, 40) - 0.5);
        if (y > ground) {
            field(x, y - ground + 0.004, light);
        } else {
            sky(x, y, light);
            for (int ridge = 0; ridge < 4 && y > horizon - 0.3; ridge++) {
                ridge(x, y, ridge, light);
            }
        }
        if (hedge && y > horizon - 0.05 && y < horizon + 0.24) {
            hedge(x, y, light);
        }
    }

    private void sky(double x, double y, float[] light) {
        float down = Scene.step(0, horizon, y);
        for (int band = 0; band < 3; band++) {
            light[band] = Scene.mix(zenith[band], glow[band], down * down);
        }
        double flat = 2.2 / (0.25 + horizon - Math.min(y, horizon));
        float cloud = Scene.step(0.5, 0.78, noise.octaves(x * flat * 0.6 + 3, y * flat * 1.4, 6));
        float shade = 0.75f + 0.25f * noise.smooth(x * 5, y * 9);
        Scene.blend(light, new float[] {0.93f * shade, 0.9f * shade, 0.88f * shade}, 0.75f * cloud * (1 - 0.5f * down));
    }

    private void ridge(double x, double y, int ridge, float[] light) {
        double top = horizon
                - 0.17
                + 0.045 * ridge
                - (0.13 - 0.022 * ridge) * (noise.octaves(x * (0.9 + 0.5 * ridge) + 31 * ridge, ridge, 5) - 0.45);
        float inside = Scene.step(top - 0.0008, top + 0.0008, y);
        if (inside == 0) {
            return;
        }
        float haze = (float) Math.min(0.96, (0.82 - 0.2 * ridge) + mist * 0.4);
        float wood = 0.55f + 0.7f * noise.octaves(x * 60, y * 90 + ridge * 7, 4);
        float[] hill = {leaf[0] * wood * 0.55f, leaf[1] * wood * 0.55f, leaf[2] * wood * 0.6f};
        for (int band = 0; band < 3; band++) {
            hill[band] = Scene.mix(hill[band], Scene.mix(glow[band], zenith[band], 0.35f), haze);
        }
        Scene.blend(light, hill, inside);
    }

    private void field(double x, double depth, float[] light) {
        double near = 0.16 / depth;
        double across = (x - vanishing) * near;
        double along = near * 3;
        double row = across * 4.2 + 0.25 * (plants.smooth(across, along * 0.6) - 0.5);
        double inRow = Math.abs(row - Math.floor(row) - 0.5) * 2;
        float detail = (float) Math.min(1, 0.9 / near);
        float tuft = plants.octaves(across * 14, along * 10, 5);
        float plant = Scene.step(0.25, 0.75, (1 - inRow) + 0.55 * (tuft - 0.5));
        float bloom = Scene.step(0.4, 0.66, plants.octaves(across * 44 + 5, along * 26, 4));
        float shade = Scene.mix(0.85f, 0.45f + 0.9f * tuft, detail);
        float lit = (float) (0.8 + 0.35 * Math.sin(row * 2 * Math.PI + 0.8));
        for (int band = 0; band < 3; band++) {
            float green = Scene.mix(leaf[band], crop[band], bloom) * shade * lit;
            float earth = soil[band] * (0.5f + 0.7f * plants.octaves(across * 40, along * 30, 3));
            light[band] = Scene.mix(earth, green, plant);
        }
        float far = (float) Math.exp(-depth * (9 - 5 * mist));
        Scene.blend(light, glow, far * (float) (0.35 + 0.6 * mist));
    }

    private void hedge(double x, double y, float[] light) {
        double base = horizon + 0.2 - 0.02 * x;
        double top = base - 0.16 - 0.07 * plants.octaves(x * 7, 3, 5);
        float inside = Scene.step(top - 0.004, top + 0.004, y + 0.012 * (plants.smooth(x * 120, y * 120) - 0.5))
                * (1 - Scene.step(base, base + 0.012, y));
        if (inside > 0) {
            float clump = plants.octaves(x * 26, y * 34, 6);
            float side = Scene.step(base, top, y) * 0.7f + 0.25f;
            float shade = side * (0.2f + 1.5f * clump * clump);
            Scene.blend(light, new float[] {leaf[0] * shade, leaf[1] * shade, leaf[2] * shade}, inside);
        }
    }
}
