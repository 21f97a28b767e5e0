package app.vineparcel.core.raster;

/**
 * Pixels in the colours of their target.
 *
 * @param pixels encoded
 * @param clipped the share, 0 to 1, of pixels whose colour the target's gamut does not hold
 */
public record Encoded(Pixels pixels, double clipped) {}
