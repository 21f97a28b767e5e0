package app.vineparcel.core.codec;

import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.plugins.tiff.BaselineTIFFTagSet;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.stream.FileImageOutputStream;

/** Writes TIFF 6.0 at 8 or 16 bits, uncompressed, LZW or deflate, with profile, resolution and XMP in their tags. */
final class TiffWriter implements PictureWriter {

    private static final LibraryWriter LIBRARY = new LibraryWriter("tiff", "com.sun.");
    private static final int XMP = 700;

    private final OutputFormat.Tiff options;

    TiffWriter(OutputFormat.Tiff options) {
        this.options = options;
    }

    @Override
    public void write(Pixels pixels, FileTags tags, Path file) throws IOException {
        java.nio.file.Files.deleteIfExists(file);
        try (FileImageOutputStream out = new FileImageOutputStream(file.toFile())) {
            LIBRARY.write(AwtPixels.image(pixels), (writer, param) -> setup(writer, param, pixels, tags), out);
        }
    }

    private IIOMetadata setup(ImageWriter writer, ImageWriteParam param, Pixels pixels, FileTags tags)
            throws IOException {
        if (options.compression() != OutputFormat.Compression.NONE) {
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionType(options.compression() == OutputFormat.Compression.LZW ? "LZW" : "ZLib");
        }
        ImageTypeSpecifier type = new ImageTypeSpecifier(AwtPixels.image(pixels));
        TIFFDirectory directory = TIFFDirectory.createFromMetadata(writer.getDefaultImageMetadata(type, param));
        rational(directory, BaselineTIFFTagSet.TAG_X_RESOLUTION, tags.ppi());
        rational(directory, BaselineTIFFTagSet.TAG_Y_RESOLUTION, tags.ppi());
        directory.addTIFFField(new TIFFField(
                BaselineTIFFTagSet.getInstance().getTag(BaselineTIFFTagSet.TAG_RESOLUTION_UNIT),
                TIFFTag.TIFF_SHORT,
                1,
                new char[] {BaselineTIFFTagSet.RESOLUTION_UNIT_INCH}));
        tags.profile()
                .ifPresent(profile ->
                        bytes(directory, BaselineTIFFTagSet.TAG_ICC_PROFILE, profile.bytes(), TIFFTag.TIFF_UNDEFINED));
        tags.xmp().ifPresent(xmp -> bytes(directory, XMP, xmp, TIFFTag.TIFF_BYTE));
        if (tags.exif().isPresent()) {
            ExifFields.into(directory, tags.exif().get());
        }
        return directory.getAsMetadata();
    }

    private static void rational(TIFFDirectory directory, int tag, int value) {
        directory.addTIFFField(new TIFFField(
                BaselineTIFFTagSet.getInstance().getTag(tag), TIFFTag.TIFF_RATIONAL, 1, new long[][] {{value, 1}}));
    }

    private static void bytes(TIFFDirectory directory, int number, byte[] data, int type) {
        TIFFTag known = BaselineTIFFTagSet.getInstance().getTag(number);
        TIFFTag tag = known != null ? known : new TIFFTag("Tag" + number, number, 1 << type);
        directory.addTIFFField(new TIFFField(tag, type, data.length, data));
    }
}
