package app.vineparcel.core.raster;

/** Sampled Gaussians, cut off at three sigma. */
final class Gaussian {

    private Gaussian() {}

    /** An odd number of weights that sum to 1, the middle one at distance 0. */
    static float[] weights(double sigma) {
        int reach = (int) Math.max(1, Math.ceil(3 * sigma));
        double[] exact = new double[2 * reach + 1];
        double sum = 0;
        for (int i = 0; i < exact.length; i++) {
            double distance = (i - reach) / sigma;
            exact[i] = Math.exp(-distance * distance / 2);
            sum += exact[i];
        }
        float[] weights = new float[exact.length];
        for (int i = 0; i < weights.length; i++) {
            weights[i] = (float) (exact[i] / sum);
        }
        return weights;
    }
}
