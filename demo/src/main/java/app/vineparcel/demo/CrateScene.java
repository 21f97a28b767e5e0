package app.vineparcel.demo;

/** Fruit in a wooden crate, seen from above at a slant: two layers of round things, shaded by a window at the upper left. */
final class CrateScene implements Scene {

    private final Noise noise;
    private final float[] skin;
    private final float[] blush;
    private final double cell;
    private final double speckle;
    private final float[] wood = Scene.colour(0xb98d5c);

    /**
     * A crate.
     *
     * @param skin colours of the fruit and of its ripe side
     * @param cell distance between fruits, in frame heights
     * @param speckle 0 for smooth skin, 1 for freckles all over
     */
    CrateScene(int seed, int[] skin, double cell, double speckle) {
        this.noise = new Noise(seed);
        this.skin = Scene.colour(skin[0]);
        this.blush = Scene.colour(skin[1]);
        this.cell = cell;
        this.speckle = speckle;
    }

    @Override
    public void light(double x, double y, float[] light) {
        float dim = 0.012f + 0.02f * noise.smooth(x * 9, y * 9);
        light[0] = dim * 1.3f;
        light[1] = dim;
        light[2] = dim * 0.8f;
        if (y > 0.86 || y < 0.05) {
            slat(x, y, light);
        } else {
            layer(x, y, 0, 0.62f, light);
            layer(x, y, 1, 1f, light);
        }
        float fall = (float) (1.12 - 0.3 * x / 1.5 - 0.28 * y);
        for (int band = 0; band < 3; band++) {
            light[band] *= fall;
        }
    }

    private void layer(double x, double y, int layer, float brightness, float[] light) {
        double shift = layer * 0.53;
        int column = (int) Math.floor(x / cell + shift);
        int row = (int) Math.floor(y / cell + shift);
        double best = -1;
        int bestId = 0;
        double bestX = 0;
        double bestY = 0;
        double bestRadius = 1;
        double covered = 0;
        for (int j = row - 1; j <= row + 1; j++) {
            for (int i = column - 1; i <= column + 1; i++) {
                int id = i * 131 + j * 17 + layer * 7919;
                if (layer == 1 && noise.at(id, 77) < 0.24) {
                    continue;
                }
                double cx = (i + 0.5 - shift + 0.34 * (noise.at(id, 1) - 0.5)) * cell;
                double cy = (j + 0.5 - shift + 0.34 * (noise.at(id, 2) - 0.5)) * cell;
                double radius = cell * (0.5 + 0.13 * noise.at(id, 3));
                double dx = (x - cx) / radius;
                double dy = (y - cy) / radius;
                double below = dx * dx + dy * dy;
                double cast = Scene.length(x - cx - 0.1 * cell, y - cy - 0.14 * cell) / radius;
                covered = Math.max(covered, 1 - Scene.step(0.75, 1.25, cast));
                if (below < 1) {
                    double height = Math.sqrt(1 - below) * radius + 0.2 * radius * noise.at(id, 4);
                    if (height > best) {
                        best = height;
                        bestId = id;
                        bestX = dx;
                        bestY = dy;
                        bestRadius = radius;
                    }
                }
            }
        }
        if (best < 0) {
            for (int band = 0; band < 3; band++) {
                light[band] *= (float) (1 - 0.8 * covered * layer);
            }
            return;
        }
        fruit(x, y, bestX, bestY, bestId, bestRadius, brightness, light);
    }

    private void fruit(
            double x, double y, double dx, double dy, int id, double radius, float brightness, float[] light) {
        double dz = Math.sqrt(Math.max(0, 1 - dx * dx - dy * dy));
        double turn = noise.at(id, 5) * 6.28;
        float ripe = Scene.step(
                -0.5, 0.9, dx * Math.cos(turn) + dy * Math.sin(turn) + 0.6 * (noise.octaves(x * 9, y * 9, 3) - 0.5));
        float facing = (float) Math.max(0, -0.5 * dx - 0.55 * dy + 0.67 * dz);
        float rim = (float) Math.pow(dz, 0.45);
        float bloom = 0.8f + 0.4f * noise.octaves(x * 28, y * 28, 4);
        float freckle = 1 - (float) (0.45 * speckle) * Scene.step(0.7, 0.8, noise.smooth(x * 260, y * 260));
        float shine = (float) (0.55 * Math.pow(Math.max(0, -0.38 * dx - 0.43 * dy + 0.82 * dz), 42));
        double stalk = Scene.length(dx - 0.32 * Math.cos(turn), dy - 0.32 * Math.sin(turn));
        float dimple = 0.25f + 0.75f * Scene.step(0.03, 0.2, stalk);
        float shade = (0.07f + 0.9f * facing) * rim * bloom * freckle * dimple * brightness;
        float edge = Scene.step(0, 0.012 / radius * 0.1, dz);
        float[] colour = new float[3];
        for (int band = 0; band < 3; band++) {
            colour[band] = Scene.mix(skin[band], blush[band], ripe) * shade * 1.25f + shine * brightness;
        }
        Scene.blend(light, colour, edge);
    }

    private void slat(double x, double y, float[] light) {
        double inset = y < 0.05 ? y / 0.05 : (y - 0.86) / 0.14;
        double ring = noise.octaves(x * 1.3, y * 26, 5) * 9;
        float grain =
                (float) (0.72 + 0.2 * Math.sin(ring * 6.28) * 0.6) * (0.75f + 0.4f * noise.octaves(x * 30, y * 300, 3));
        float edge = 0.35f + 0.65f * Scene.step(0, 0.09, inset) * (1 - 0.5f * Scene.step(0.85, 1, inset));
        double nail = Scene.length(x % 0.7 - 0.35, y - 0.93) / 0.011;
        float shade = grain * edge * (nail < 1 ? 0.25f : 0.9f);
        for (int band = 0; band < 3; band++) {
            light[band] = wood[band] * shade;
        }
    }
}
