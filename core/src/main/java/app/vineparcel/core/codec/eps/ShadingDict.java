package app.vineparcel.core.codec.eps;

import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.util.Optional;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBoolean;
import org.apache.pdfbox.pdmodel.graphics.shading.PDShading;
import org.apache.pdfbox.pdmodel.graphics.shading.PDShadingType2;
import org.apache.pdfbox.pdmodel.graphics.shading.PDShadingType3;
import org.apache.pdfbox.util.Matrix;

/**
 * An axial or radial shading (PostScript Language Reference, 4.9.3) with its colours sampled.
 *
 * @param dictionary as PostScript writes it
 * @param placed from its coordinates to the page
 */
record ShadingDict(String dictionary, AffineTransform placed) {

    private static final int SAMPLES = 512;

    static Optional<ShadingDict> of(PDShading shading, Matrix matrix) throws IOException {
        if (!(shading instanceof PDShadingType2 axial) || shading.getBBox() != null) {
            return Optional.empty();
        }
        int type = shading instanceof PDShadingType3 ? 3 : 2;
        double[] domain = numbers(axial.getDomain(), 0, 1);
        double[] coords = numbers(axial.getCoords());
        StringBuilder samples = new StringBuilder();
        for (int i = 0; i < SAMPLES; i++) {
            double t = domain[0] + (domain[1] - domain[0]) * i / (SAMPLES - 1);
            float[] rgb = shading.getColorSpace().toRGB(shading.evalFunction((float) t));
            for (float band : rgb) {
                samples.append("%02x".formatted(Math.round(Math.max(0, Math.min(1, band)) * 255)));
            }
            samples.append(i % 20 == 19 ? "\n" : "");
        }
        COSArray extend = axial.getExtend();
        String dictionary =
                """
                << /ShadingType %d /ColorSpace /DeviceRGB /Coords [%s] /Domain [0 1] /Extend [%s %s]
                /Function << /FunctionType 0 /Domain [0 1] /Range [0 1 0 1 0 1] /Size [%d] /BitsPerSample 8 /DataSource <
                %s> >> >>"""
                        .formatted(type, Numbers.joined(coords), flag(extend, 0), flag(extend, 1), SAMPLES, samples);
        return Optional.of(new ShadingDict(dictionary, matrix.createAffineTransform()));
    }

    private static boolean flag(@org.jspecify.annotations.Nullable COSArray array, int at) {
        return array != null && array.getObject(at) instanceof COSBoolean flag && flag.getValue();
    }

    private static double[] numbers(@org.jspecify.annotations.Nullable COSArray array, double... usual) {
        if (array == null) {
            return usual;
        }
        float[] found = array.toFloatArray();
        double[] numbers = new double[found.length];
        for (int i = 0; i < found.length; i++) {
            numbers[i] = found[i];
        }
        return numbers;
    }
}
