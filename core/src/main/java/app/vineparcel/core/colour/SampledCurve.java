package app.vineparcel.core.colour;

/** A table of equally spaced samples, joined by straight lines (ICC.1:2022, 10.6 curveType). */
public final class SampledCurve implements TransferCurve {

    private final double[] samples;

    /**
     * Takes the samples over.
     *
     * @param samples at least two values 0 to 1; a value lower than the one before it is raised to it, so that the curve can
     *     be turned round
     */
    public SampledCurve(double[] samples) {
        if (samples.length < 2) {
            throw new IllegalArgumentException("a sampled curve needs two samples");
        }
        this.samples = samples.clone();
        for (int i = 1; i < this.samples.length; i++) {
            this.samples[i] = Math.max(this.samples[i], this.samples[i - 1]);
        }
    }

    @Override
    public double linear(double encoded) {
        double at = Math.max(0, Math.min(1, encoded)) * (samples.length - 1);
        int i = (int) Math.min(samples.length - 2, Math.floor(at));
        return samples[i] + (at - i) * (samples[i + 1] - samples[i]);
    }

    @Override
    public double encoded(double linear) {
        int low = 0;
        int high = samples.length - 1;
        if (linear <= samples[low]) {
            return 0;
        }
        if (linear >= samples[high]) {
            return firstAtOrAbove(samples[high]) / (samples.length - 1.0);
        }
        while (high - low > 1) {
            int middle = (low + high) >>> 1;
            if (samples[middle] <= linear) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return (low + (linear - samples[low]) / (samples[high] - samples[low])) / (samples.length - 1);
    }

    private int firstAtOrAbove(double value) {
        int i = samples.length - 1;
        while (i > 0 && samples[i - 1] >= value) {
            i--;
        }
        return i;
    }
}
