package app.vineparcel.core.codec.tiff;

/** How a TIFF is packed, without loss. */
public enum Compression {
    NONE,
    LZW,
    DEFLATE
}
