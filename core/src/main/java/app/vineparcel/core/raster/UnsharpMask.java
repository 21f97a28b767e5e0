package app.vineparcel.core.raster;

/** How an unsharp mask works: a Gaussian blur is taken away from the picture, and a part of the difference is added to it. */
public final class UnsharpMask {

    private final float[] weights;
    private final float amount;
    private final float limit;

    /**
     * A mask.
     *
     * @param sigma of the Gaussian, px of the rendition, above 0 to 20; it is cut off at three sigma
     * @param amount how much of the difference is added, 0 and above
     * @param limit how far a pixel may go beyond its neighbours, as a share of the whole lightness, 0 to 1
     */
    public UnsharpMask(double sigma, double amount, double limit) {
        if (!(sigma > 0 && sigma <= 20 && amount >= 0 && limit >= 0 && limit <= 1)) {
            throw new IllegalArgumentException("no such mask: sigma " + sigma + ", amount " + amount);
        }
        this.weights = Gaussian.weights(sigma);
        this.amount = (float) amount;
        this.limit = (float) limit;
    }

    /** An odd number of weights that sum to 1, the middle one at distance 0. Not a copy. */
    float[] weights() {
        return weights;
    }

    float amount() {
        return amount;
    }

    float limit() {
        return limit;
    }
}
