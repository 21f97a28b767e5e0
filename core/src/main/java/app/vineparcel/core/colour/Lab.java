package app.vineparcel.core.colour;

/**
 * CIE 1976 L*a*b* under D50 (ISO/CIE 11664-4).
 *
 * @param l lightness, 0 to 100
 * @param a green to red
 * @param b blue to yellow
 */
public record Lab(double l, double a, double b) {

    private static final double EPSILON = 216 / 24389.0;
    private static final double KAPPA = 24389 / 27.0;

    /** From XYZ under D50, Y = 1 for white. */
    public static Lab ofXyz(double[] xyz) {
        double[] white = WhitePoint.d50();
        double x = root(xyz[0] / white[0]);
        double y = root(xyz[1] / white[1]);
        double z = root(xyz[2] / white[2]);
        return new Lab(116 * y - 16, 500 * (x - y), 200 * (y - z));
    }

    /** To XYZ under D50, Y = 1 for white. */
    public double[] xyz() {
        double[] white = WhitePoint.d50();
        double y = (l + 16) / 116;
        return new double[] {white[0] * cube(y + a / 500), white[1] * cube(y), white[2] * cube(y - b / 200)};
    }

    private static double cube(double root) {
        double cubed = root * root * root;
        return cubed > EPSILON ? cubed : (116 * root - 16) / KAPPA;
    }

    private static double root(double t) {
        return t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
    }

    /**
     * The colour difference ΔE2000 to another colour (ISO/CIE 11664-6), with all weights 1. About 1 is just visible side by
     * side.
     */
    public double differenceTo(Lab that) {
        double meanChroma = (Math.hypot(a, b) + Math.hypot(that.a, that.b)) / 2;
        double g = 0.5 * (1 - Math.sqrt(pow7(meanChroma) / (pow7(meanChroma) + pow7(25))));
        double a1 = (1 + g) * a;
        double a2 = (1 + g) * that.a;
        double c1 = Math.hypot(a1, b);
        double c2 = Math.hypot(a2, that.b);
        double h1 = hue(a1, b);
        double h2 = hue(a2, that.b);
        boolean coloured = c1 * c2 != 0;
        double turn = !coloured ? 0 : Math.abs(h2 - h1) <= 180 ? h2 - h1 : h2 > h1 ? h2 - h1 - 360 : h2 - h1 + 360;
        double deltaHue = 2 * Math.sqrt(c1 * c2) * Math.sin(Math.toRadians(turn / 2));
        double meanL = (l + that.l) / 2;
        double meanC = (c1 + c2) / 2;
        double sum = h1 + h2;
        double meanH =
                !coloured ? sum : Math.abs(h1 - h2) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
        double t = 1
                - 0.17 * cosine(meanH - 30)
                + 0.24 * cosine(2 * meanH)
                + 0.32 * cosine(3 * meanH + 6)
                - 0.20 * cosine(4 * meanH - 63);
        double fromMiddle = (meanL - 50) * (meanL - 50);
        double dl = (that.l - l) / (1 + 0.015 * fromMiddle / Math.sqrt(20 + fromMiddle));
        double dc = (c2 - c1) / (1 + 0.045 * meanC);
        double dh = deltaHue / (1 + 0.015 * meanC * t);
        double bend = 60 * Math.exp(-Math.pow((meanH - 275) / 25, 2));
        double rotation = -Math.sin(Math.toRadians(bend)) * 2 * Math.sqrt(pow7(meanC) / (pow7(meanC) + pow7(25)));
        return Math.sqrt(dl * dl + dc * dc + dh * dh + rotation * dc * dh);
    }

    private static double hue(double a, double b) {
        double degrees = Math.toDegrees(Math.atan2(b, a));
        return degrees < 0 ? degrees + 360 : degrees;
    }

    private static double cosine(double degrees) {
        return Math.cos(Math.toRadians(degrees));
    }

    private static double pow7(double x) {
        return Math.pow(x, 7);
    }
}
