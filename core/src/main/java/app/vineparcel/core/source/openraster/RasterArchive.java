package app.vineparcel.core.source.openraster;

import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.PictureReaders;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** The archive around an OpenRaster picture. Looked over before anything is unpacked; nothing in it is ever unpacked by its own name. */
final class RasterArchive implements Closeable {

    private static final int MOST_ENTRIES = 5000;
    private static final int LARGEST_TEXT = 8_000_000;

    private final ZipFile zip;
    private final long pixelBudget;

    RasterArchive(Path file, long pixelBudget) throws IOException {
        this.zip = open(file);
        this.pixelBudget = pixelBudget;
        try {
            look();
        } catch (IOException e) {
            zip.close();
            throw e;
        }
    }

    private static ZipFile open(Path file) throws IOException {
        try {
            return new ZipFile(file.toFile());
        } catch (IOException e) {
            throw new IOException("its archive is damaged.", e);
        }
    }

    private void look() throws IOException {
        if (zip.size() > MOST_ENTRIES) {
            throw new IOException("its archive has %d entries; up to %d are read.".formatted(zip.size(), MOST_ENTRIES));
        }
        long unpacked = 0;
        for (Enumeration<? extends ZipEntry> entries = zip.entries(); entries.hasMoreElements(); ) {
            ZipEntry entry = entries.nextElement();
            String name = entry.getName();
            if (name.startsWith("/")
                    || name.contains("\\")
                    || java.util.Arrays.asList(name.split("/")).contains("..")) {
                throw new IOException("its archive holds the entry “%s”, which leads out of it.".formatted(name));
            }
            unpacked += Math.max(0, entry.getSize());
            if (unpacked > pixelBudget * 8) {
                throw new IOException(
                        "its archive would unpack to more than %d MB.".formatted(pixelBudget * 8 / 1_000_000));
            }
        }
    }

    byte[] text(String name) throws IOException {
        try (InputStream in = stream(name)) {
            byte[] bytes = in.readNBytes(LARGEST_TEXT + 1);
            if (bytes.length > LARGEST_TEXT) {
                throw new IOException("its %s is larger than %d MB.".formatted(name, LARGEST_TEXT / 1_000_000));
            }
            return bytes;
        } catch (java.util.zip.ZipException | java.io.EOFException e) {
            throw new IOException("its archive is damaged.", e);
        }
    }

    /** A layer's picture, decoded. */
    Pixels picture(String name) throws IOException {
        Path copy = Files.createTempFile("layer", ".png");
        try {
            unpack(name, copy);
            byte[] start = start(copy);
            SourceFormat format = SourceFormat.of(start)
                    .filter(f -> f == SourceFormat.PNG)
                    .orElseThrow(() -> new IOException("its layer “%s” is no PNG.".formatted(name)));
            PictureReader reader = PictureReaders.of(format);
            PixelSize size = reader.size(copy);
            if (size.pixels() > pixelBudget) {
                throw new IOException("its layer “%s” has %s px, more than the limit.".formatted(name, size));
            }
            return reader.read(copy).pixels();
        } finally {
            Files.deleteIfExists(copy);
        }
    }

    private void unpack(String name, Path copy) throws IOException {
        long left = pixelBudget * 8;
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = stream(name);
                OutputStream out = Files.newOutputStream(copy)) {
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                left -= count;
                if (left < 0) {
                    throw new IOException("its layer “%s” unpacks to more than it may.".formatted(name));
                }
                out.write(buffer, 0, count);
            }
        } catch (java.util.zip.ZipException | java.io.EOFException e) {
            throw new IOException("its archive is damaged.", e);
        }
    }

    private static byte[] start(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return in.readNBytes(SourceFormat.SIGNATURE_LENGTH);
        }
    }

    private InputStream stream(String name) throws IOException {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null || entry.isDirectory()) {
            throw new IOException("its archive lacks “%s”.".formatted(name));
        }
        return zip.getInputStream(entry);
    }

    @Override
    public void close() throws IOException {
        zip.close();
    }
}
