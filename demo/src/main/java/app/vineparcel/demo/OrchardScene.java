package app.vineparcel.demo;

/** Fruit trees in a row on wet grass, light coming from the left. */
final class OrchardScene implements Scene {

    private static final int LUMPS = 7;

    private final Noise noise;
    private final float[] sky;
    private final float[] horizonGlow;
    private final float[] leaf;
    private final float[] fruit;
    private final float[] grass = Scene.colour(0x5f7d35);
    private final float[] bark = Scene.colour(0x4a3b2f);
    private final double spacing;

    OrchardScene(int seed, int[] sky, int leaf, int fruit, double spacing) {
        this.noise = new Noise(seed);
        this.sky = Scene.colour(sky[0]);
        this.horizonGlow = Scene.colour(sky[1]);
        this.leaf = Scene.colour(leaf);
        this.fruit = Scene.colour(fruit);
        this.spacing = spacing;
    }

    @Override
    public void light(double x, double y, float[] light) {
        float down = Scene.step(0, 0.6, y);
        for (int band = 0; band < 3; band++) {
            light[band] = Scene.mix(sky[band], horizonGlow[band], down);
        }
        Scene.blend(
                light,
                new float[] {0.85f, 0.86f, 0.88f},
                0.7f * Scene.step(0.5, 0.75, noise.octaves(x * 1.6, y * 3.2, 5)));
        farTrees(x, y, light);
        if (y > 0.62) {
            meadow(x, y, light);
        }
        for (int row = 2; row >= 0; row--) {
            row(x, y, row, light);
        }
    }

    private void farTrees(double x, double y, float[] light) {
        double top = 0.57 - 0.05 * noise.octaves(x * 9, 2, 5);
        float inside = Scene.step(top, top + 0.004, y);
        float shade = 0.5f + 0.6f * noise.octaves(x * 50, y * 60, 3);
        Scene.blend(light, new float[] {0.1f * shade + 0.08f, 0.16f * shade + 0.1f, 0.1f * shade + 0.11f}, inside);
    }

    private void meadow(double x, double y, float[] light) {
        double near = 0.2 / (y - 0.6);
        float blade = noise.octaves(x * near * 30, near * 40, 4);
        float fine = noise.octaves(x * 160, y * 60, 2);
        float shade = 0.35f + 0.75f * Scene.mix(blade, fine, 0.4f);
        for (int band = 0; band < 3; band++) {
            light[band] = grass[band] * shade * (band == 0 ? 0.8f + 0.5f * blade : 1);
        }
    }

    /** Trees of one row; rows farther back are smaller, higher up and paler. */
    private void row(double x, double y, int row, float[] light) {
        double size = new double[] {0.33, 0.21, 0.14}[row];
        double foot = new double[] {0.9, 0.75, 0.69}[row];
        double gap = spacing * size * 3;
        int nearest = (int) Math.floor(x / gap);
        for (int tree = nearest - 1; tree <= nearest + 1; tree++) {
            double middle = (tree + 0.5 + 0.3 * (noise.at(tree, row) - 0.5)) * gap;
            tree(x, y, middle, foot, size * (0.85 + 0.3 * noise.at(tree, row + 9)), tree * 31 + row, row * 0.2f, light);
        }
    }

    private void tree(double x, double y, double middle, double foot, double size, int id, float haze, float[] light) {
        if (Math.abs(x - middle) > size * 1.15 || y > foot + 0.04 || y < foot - size * 2.4) {
            return;
        }
        double shadow = Scene.length((x - middle - size * 0.2) / (size * 0.95), (y - foot) / (size * 0.13));
        if (y > foot - size * 0.13 && shadow < 1) {
            Scene.blend(light, new float[] {0.02f, 0.035f, 0.015f}, 0.65f * Scene.step(1, 0.5, shadow));
        }
        double bend = 0.05 * size * Math.sin(y * 20 + id);
        double trunk = Math.abs(x - middle - bend) / (size * 0.055 * (1 + 0.6 * Math.max(0, (y - foot) / size + 0.3)));
        if (trunk < 1 && y < foot && y > foot - size) {
            float round = (float) (0.55 - 0.45 * (x - middle - bend) / (size * 0.06))
                    * (0.5f + noise.octaves(x * 90, y * 18, 3));
            Scene.blend(light, new float[] {bark[0] * round, bark[1] * round, bark[2] * round}, 1 - haze);
        }
        crown(x, y, middle, foot - size * 1.25, size, id, haze, light);
    }

    private void crown(
            double x, double y, double middle, double centre, double size, int id, float haze, float[] light) {
        double ragged = 0.34 * (noise.octaves(x * 16 / size * 0.3, y * 16 / size * 0.3, 4) - 0.5);
        for (int lump = 0; lump < LUMPS; lump++) {
            double angle = lump * 2.4 + noise.at(id, lump);
            double out = lump == LUMPS - 1 ? 0.1 : 0.48 + 0.1 * noise.at(id, lump + 50);
            double cx = middle + size * out * Math.cos(angle) * 0.95;
            double cy = centre + size * out * Math.sin(angle) * 0.8;
            double radius = size * (0.5 + 0.16 * noise.at(id, lump + 20));
            double dx = (x - cx) / radius;
            double dy = (y - cy) / radius;
            double distance = Scene.length(dx, dy) + ragged;
            if (distance < 1) {
                double grain = 70 / (size * 3);
                float leaves = noise.octaves(x * grain, y * grain, 4);
                float gaps = Scene.step(0.24, 0.42, leaves + 0.4 * (1 - distance));
                float facing = (float) Math.max(0, 0.5 - 0.42 * dx - 0.5 * dy);
                float shade = (0.22f + 0.95f * facing) * (0.25f + 1.3f * leaves);
                float[] colour = {leaf[0] * shade, leaf[1] * shade, leaf[2] * shade};
                fruit(x, y, size, id, shade, colour);
                Scene.blend(colour, horizonGlow, haze * 0.5f);
                Scene.blend(light, colour, gaps * Scene.step(1, 0.96, distance));
            }
        }
    }

    /** Round fruits on a loose grid, some of its places empty. */
    private void fruit(double x, double y, double size, int id, float shade, float[] colour) {
        double gap = size * 0.14;
        int column = (int) Math.floor(x / gap);
        int row = (int) Math.floor(y / gap);
        if (noise.at(column + id * 57, row) < 0.55) {
            return;
        }
        double dx = (x / gap - column - 0.3 - 0.4 * noise.at(column, row + 1000)) / 0.24;
        double dy = (y / gap - row - 0.3 - 0.4 * noise.at(column + 1000, row)) / 0.25;
        double distance = dx * dx + dy * dy;
        if (distance < 1) {
            float round = (float) (0.5 + 0.6 * Math.max(0, Math.sqrt(1 - distance) * 0.7 - 0.45 * dx - 0.5 * dy))
                    * (0.5f + 0.7f * shade);
            Scene.blend(
                    colour,
                    new float[] {fruit[0] * round, fruit[1] * round, fruit[2] * round},
                    Scene.step(1, 0.85, distance));
        }
    }
}
