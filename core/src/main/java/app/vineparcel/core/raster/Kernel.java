package app.vineparcel.core.raster;

/** A reconstruction filter, in units of source pixels at 1:1. Symmetric about 0. */
public enum Kernel {

    /** The sinc windowed by its own main lobe, three lobes wide (Duchon 1979): sharp, for making pictures smaller. */
    LANCZOS_3(3) {
        @Override
        double at(double x) {
            if (x == 0) {
                return 1;
            }
            double angle = Math.PI * x;
            return Math.abs(x) >= 3 ? 0 : 3 * Math.sin(angle) * Math.sin(angle / 3) / (angle * angle);
        }
    },

    /** The cubic of Mitchell and Netravali (1988) with B = C = 1/3: hardly any overshoot, for enlarging. */
    MITCHELL(2) {
        @Override
        double at(double x) {
            double t = Math.abs(x);
            if (t < 1) {
                return (21 * t * t * t - 36 * t * t + 16) / 18;
            }
            return t < 2 ? (-7 * t * t * t + 36 * t * t - 60 * t + 32) / 18 : 0;
        }
    };

    private final double support;

    Kernel(double support) {
        this.support = support;
    }

    /** Beyond this distance the filter is zero. */
    double support() {
        return support;
    }

    abstract double at(double x);
}
