package app.vineparcel.core.raster;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** The steps on pixels, one thread each, on a soft picture with grain: milliseconds a call. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(value = 1, jvmArgs = {"-Xmx2g", "-XX:+UseParallelGC"})
public class PixelBenchmark {

    private static final LinearSpace P3 = BuiltInProfile.DISPLAY_P3.space();
    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    private final PixelSize size = new PixelSize(6000, 4000);
    private final List<Pyramid.Sized> sizes = List.of(
            new Pyramid.Sized(size.box(), new PixelSize(2048, 1365)),
            new Pyramid.Sized(size.box(), new PixelSize(1600, 1067)),
            new Pyramid.Sized(new Box(1000, 0, 4000, 4000), new PixelSize(1080, 1080)),
            new Pyramid.Sized(size.box(), new PixelSize(400, 267)));
    private final float[] row = new float[6000 * 3];
    private final float[] into = new float[3000 * 3];
    private final Halving.Columns halves = new Halving(size, 3).columns(0, 3000, 0);
    private final Resampler resampler = new Resampler(size, 3, size.box(), new PixelSize(2048, 1365));
    private LinearRows large;
    private LinearImage screen;
    private Pixels small;

    /** Makes the pictures. */
    @Setup
    public void pictures() {
        byte[] samples = new byte[6000 * 4000 * 3];
        for (int i = 0; i < samples.length; i++) {
            int grain = (i * 0x9e3779b1) >>> 29;
            samples[i] = (byte) (100 + 60 * Math.sin(i * 1e-5) + grain);
        }
        large = LinearisedPixels.of(Pixels.of8(size, 3, false, samples), P3);
        screen = Resampler.resample(large, size.box(), new PixelSize(2048, 1365), 1);
        small = Encoding.between(P3, SRGB, 8, Optional.empty())
                .apply(Resampler.resample(large, size.box(), new PixelSize(400, 267), 1), 1)
                .pixels();
    }

    /** Thousand rows of three bands halved across, as it is done. */
    @Benchmark
    public float[] acrossFast() {
        for (int i = 0; i < 1000; i++) {
            halves.acrossInner(2, 2900, into);
        }
        return into;
    }

    /** The same by the plain loop. */
    @Benchmark
    public float[] acrossPlain() {
        for (int i = 0; i < 1000; i++) {
            halves.acrossRim(2, 2900, into);
        }
        return into;
    }

    /** Thousand rows of three bands brought from 6,000 to 2,048 px, as it is done. */
    @Benchmark
    public float[] squeezeFast() {
        for (int i = 0; i < 1000; i++) {
            resampler.squeeze3(row, 0, 0, 2048, into);
        }
        return into;
    }

    /** The same by the plain loop. */
    @Benchmark
    public float[] squeezePlain() {
        for (int i = 0; i < 1000; i++) {
            resampler.squeezeAny(row, 0, 0, 2048, into);
        }
        return into;
    }

    /** 24 megapixels in four sizes, one after the other. */
    @Benchmark
    public LinearImage sizesAlone() {
        Pyramid pyramid = new Pyramid(large);
        LinearImage last = screen;
        for (Pyramid.Sized sized : sizes) {
            last = pyramid.resample(sized.crop(), sized.target(), 1);
        }
        return last;
    }

    /** The same in one pass over the rows. */
    @Benchmark
    public LinearImage sizesTogether() {
        Pyramid pyramid = new Pyramid(large);
        pyramid.prepare(sizes);
        return pyramid.resample(sizes.get(0).crop(), sizes.get(0).target(), 1);
    }

    /** 24 megapixels to half their size. */
    @Benchmark
    public LinearImage halve() {
        return Halving.of(large, 1);
    }

    /** 24 megapixels to 2048 px, without a pyramid. */
    @Benchmark
    public LinearImage resample() {
        return Resampler.resample(large, large.size().box(), new PixelSize(2048, 1365), 1);
    }

    /** 24 megapixels from Display P3 to sRGB. */
    @Benchmark
    public Encoded colour() {
        return Encoding.between(P3, SRGB, 8, Optional.empty()).apply(large, 1);
    }

    /** 2.8 megapixels sharpened for screen and encoded. */
    @Benchmark
    public Encoded sharpen() {
        LinearRows sharp = new SharpenedRows(screen, P3, new UnsharpMask(0.6, 0.56, 0.04));
        return Encoding.between(P3, SRGB, 8, Optional.empty()).apply(sharp, 1);
    }

    /** 0.1 megapixels to 256 colours, dithered. */
    @Benchmark
    public Paletted quantise() {
        return new Quantiser(small, SRGB, false).palette(256, true);
    }
}
