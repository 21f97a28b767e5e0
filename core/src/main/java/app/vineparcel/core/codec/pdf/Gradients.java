package app.vineparcel.core.codec.pdf;

import java.awt.Color;
import java.awt.geom.AffineTransform;
import java.awt.geom.NoninvertibleTransformException;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.batik.ext.awt.LinearGradientPaint;
import org.apache.batik.ext.awt.MultipleGradientPaint;
import org.apache.batik.ext.awt.RadialGradientPaint;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSBoolean;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.shading.PDShading;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;

/** Gradients as axial and radial shadings with stitched functions (ISO 32000-1, 8.7.4.5 and 7.10), transparency as a soft mask. */
final class Gradients {

    private static final int MOST_REPEATS = 64;

    private final PdfTarget target;
    private final int rasterPpi;

    Gradients(PdfTarget target, int rasterPpi) {
        this.target = target;
        this.rasterPpi = rasterPpi;
    }

    /** Fills the current clip with a gradient. */
    void put(MultipleGradientPaint paint, Rectangle2D bounds, AffineTransform toForm, PDFormContentStream out)
            throws IOException {
        Rectangle2D seen = inGradient(paint, bounds);
        if (seen.isEmpty()) {
            return;
        }
        boolean clear = false;
        for (Color stop : paint.getColors()) {
            clear |= stop.getAlpha() < 255;
        }
        if (clear) {
            PDFormXObject light = Groups.of(target, toForm, bounds, rasterPpi, ScenePainter.EVERYWHERE, p -> {});
            try (PDFormContentStream mask = new PDFormContentStream(light)) {
                Paths.transform(paint.getTransform(), mask);
                mask.shadingFill(shading(paint, seen, Channel.ALPHA));
            }
            PDExtendedGraphicsState state = new PDExtendedGraphicsState();
            Groups.luminosity(light, state);
            out.setGraphicsStateParameters(state);
        }
        Paths.transform(paint.getTransform(), out);
        out.shadingFill(shading(paint, seen, Channel.COLOUR));
    }

    private static Rectangle2D inGradient(MultipleGradientPaint paint, Rectangle2D bounds) {
        try {
            return paint.getTransform()
                    .createInverse()
                    .createTransformedShape(bounds)
                    .getBounds2D();
        } catch (NoninvertibleTransformException e) {
            return new Rectangle2D.Double();
        }
    }

    private enum Channel {
        COLOUR,
        ALPHA
    }

    private PDShading shading(MultipleGradientPaint paint, Rectangle2D seen, Channel channel) throws IOException {
        COSDictionary shading = new COSDictionary();
        // an alpha is light without a profile: 0 to 1 as it stands
        shading.setItem(
                COSName.COLORSPACE,
                channel == Channel.ALPHA ? COSName.DEVICEGRAY : target.srgb().getCOSObject());
        double[] span = {0, 1};
        if (paint instanceof LinearGradientPaint linear) {
            span = cycles(paint) ? linearSpan(linear, seen) : span;
            Point2D from = along(linear, span[0]);
            Point2D to = along(linear, span[1]);
            shading.setInt(COSName.SHADING_TYPE, PDShading.SHADING_TYPE2);
            shading.setItem(COSName.COORDS, numbers(from.getX(), from.getY(), to.getX(), to.getY()));
        } else {
            RadialGradientPaint radial = (RadialGradientPaint) paint;
            Point2D centre = radial.getCenterPoint();
            Point2D focus = focus(radial);
            span = cycles(paint) ? radialSpan(radial, seen) : span;
            double reach = span[1];
            shading.setInt(COSName.SHADING_TYPE, PDShading.SHADING_TYPE3);
            shading.setItem(
                    COSName.COORDS,
                    numbers(
                            focus.getX(),
                            focus.getY(),
                            0,
                            focus.getX() + (centre.getX() - focus.getX()) * reach,
                            focus.getY() + (centre.getY() - focus.getY()) * reach,
                            radial.getRadius() * reach));
        }
        shading.setItem(COSName.FUNCTION, function(paint, span, channel));
        COSArray extend = new COSArray();
        extend.add(COSBoolean.TRUE);
        extend.add(COSBoolean.TRUE);
        shading.setItem(COSName.EXTEND, extend);
        return PDShading.create(shading);
    }

    private static boolean cycles(MultipleGradientPaint paint) {
        return paint.getCycleMethod() != MultipleGradientPaint.NO_CYCLE;
    }

    /** A focus on or beyond the edge is moved just inside (SVG 1.1, 13.2.3). */
    private static Point2D focus(RadialGradientPaint radial) {
        Point2D centre = radial.getCenterPoint();
        Point2D focus = radial.getFocusPoint();
        double away = centre.distance(focus);
        double most = radial.getRadius() * 0.99;
        return away <= most
                ? focus
                : new Point2D.Double(
                        centre.getX() + (focus.getX() - centre.getX()) * most / away,
                        centre.getY() + (focus.getY() - centre.getY()) * most / away);
    }

    private static Point2D along(LinearGradientPaint linear, double t) {
        Point2D a = linear.getStartPoint();
        Point2D b = linear.getEndPoint();
        return new Point2D.Double(a.getX() + (b.getX() - a.getX()) * t, a.getY() + (b.getY() - a.getY()) * t);
    }

    /** The whole cycles that cover what is seen. */
    private static double[] linearSpan(LinearGradientPaint linear, Rectangle2D seen) {
        Point2D a = linear.getStartPoint();
        double dx = linear.getEndPoint().getX() - a.getX();
        double dy = linear.getEndPoint().getY() - a.getY();
        double length = Math.max(1e-9, dx * dx + dy * dy);
        double low = 0;
        double high = 1;
        for (double x : new double[] {seen.getMinX(), seen.getMaxX()}) {
            for (double y : new double[] {seen.getMinY(), seen.getMaxY()}) {
                double t = ((x - a.getX()) * dx + (y - a.getY()) * dy) / length;
                low = Math.min(low, t);
                high = Math.max(high, t);
            }
        }
        double from = Math.max(-MOST_REPEATS, Math.floor(low));
        return new double[] {from, Math.min(MOST_REPEATS, Math.ceil(high))};
    }

    private static double[] radialSpan(RadialGradientPaint radial, Rectangle2D seen) {
        Point2D centre = radial.getCenterPoint();
        double far = Math.hypot(
                Math.max(seen.getMaxX() - centre.getX(), centre.getX() - seen.getMinX()),
                Math.max(seen.getMaxY() - centre.getY(), centre.getY() - seen.getMinY()));
        double off = centre.distance(radial.getFocusPoint());
        double rim = Math.max(radial.getRadius() * 0.01, radial.getRadius() - off);
        return new double[] {0, Math.max(1, Math.min(MOST_REPEATS, Math.ceil((far + off) / rim)))};
    }

    private static COSBase function(MultipleGradientPaint paint, double[] span, Channel channel) {
        List<COSBase> parts = new ArrayList<>();
        List<Double> ends = new ArrayList<>();
        List<Boolean> turned = new ArrayList<>();
        float[] at = fromEndToEnd(paint.getFractions());
        Color[] stops = fromEndToEnd(paint.getFractions(), paint.getColors());
        boolean reflects = paint.getCycleMethod() == MultipleGradientPaint.REFLECT;
        for (int cycle = (int) span[0]; cycle < span[1]; cycle++) {
            boolean back = reflects && Math.floorMod(cycle, 2) == 1;
            for (int i = 0; i + 1 < at.length; i++) {
                int k = back ? at.length - 2 - i : i;
                double end = cycle + (back ? 1 - at[k] : at[k + 1]);
                parts.add(between(stops[k], stops[k + 1], channel));
                turned.add(back);
                ends.add((end - span[0]) / (span[1] - span[0]));
            }
        }
        if (parts.size() == 1) {
            return parts.get(0);
        }
        COSDictionary stitched = new COSDictionary();
        stitched.setInt(COSName.FUNCTION_TYPE, 3);
        stitched.setItem(COSName.DOMAIN, numbers(0, 1));
        COSArray functions = new COSArray();
        COSArray bounds = new COSArray();
        COSArray encode = new COSArray();
        for (int i = 0; i < parts.size(); i++) {
            functions.add(parts.get(i));
            if (i + 1 < parts.size()) {
                bounds.add(new COSFloat((float) Math.max(0, Math.min(1, ends.get(i)))));
            }
            encode.add(COSInteger.get(turned.get(i) ? 1 : 0));
            encode.add(COSInteger.get(turned.get(i) ? 0 : 1));
        }
        stitched.setItem(COSName.FUNCTIONS, functions);
        stitched.setItem(COSName.BOUNDS, bounds);
        stitched.setItem(COSName.ENCODE, encode);
        return stitched;
    }

    /** The first and the last colour go on to the ends (SVG 1.1, 13.2.4). */
    private static float[] fromEndToEnd(float[] at) {
        int first = at[0] > 0 ? 1 : 0;
        float[] all = new float[at.length + first + (at[at.length - 1] < 1 ? 1 : 0)];
        all[all.length - 1] = 1;
        System.arraycopy(at, 0, all, first, at.length);
        return all;
    }

    private static Color[] fromEndToEnd(float[] at, Color[] stops) {
        List<Color> all = new ArrayList<>(List.of(stops));
        if (at[0] > 0) {
            all.add(0, stops[0]);
        }
        if (at[at.length - 1] < 1) {
            all.add(stops[stops.length - 1]);
        }
        return all.toArray(Color[]::new);
    }

    private static COSDictionary between(Color from, Color to, Channel channel) {
        COSDictionary part = new COSDictionary();
        part.setInt(COSName.FUNCTION_TYPE, 2);
        part.setItem(COSName.DOMAIN, numbers(0, 1));
        part.setItem(COSName.C0, values(from, channel));
        part.setItem(COSName.C1, values(to, channel));
        part.setInt(COSName.N, 1);
        return part;
    }

    private static COSArray values(Color colour, Channel channel) {
        return channel == Channel.ALPHA
                ? numbers(colour.getAlpha() / 255.0)
                : numbers(colour.getRed() / 255.0, colour.getGreen() / 255.0, colour.getBlue() / 255.0);
    }

    static COSArray numbers(double... values) {
        COSArray array = new COSArray();
        for (double value : values) {
            array.add(new COSFloat((float) value));
        }
        return array;
    }
}
