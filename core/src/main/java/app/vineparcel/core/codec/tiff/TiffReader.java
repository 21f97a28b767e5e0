package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.AwtPixels;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.LibraryReader;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.raster.Pixels;
import java.awt.color.ColorSpace;
import java.awt.image.ColorModel;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;

/**
 * Reads TIFF and BigTIFF page by page: 1 to 32 bits a sample and floating point; grey, RGB, palettes, CMYK, YCbCr and L*a*b*. What is packed as
 * JPEG is left to a library.
 */
public final class TiffReader extends LibraryReader {

    private static final int MOST_PAGES = 10_000;

    /** A reader; as a {@link PictureReader} it reads the first page. */
    public TiffReader() {
        super("tiff", "com.twelvemonkeys.");
    }

    /**
     * A page, or why it cannot be read.
     *
     * @param directory its place among the file's directories, from 0
     * @param page what it says of itself
     * @param fault why it cannot be read, in words
     */
    public record Entry(int directory, Optional<TiffPage> page, Optional<IOException> fault) {}

    /**
     * All pages; smaller copies of a page and masks are none.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public List<Entry> pages(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file)) {
            List<TiffDirectory> directories = TiffDirectory.all(channel, MOST_PAGES + 1);
            if (directories.isEmpty()) {
                throw new IOException("its directory of tags is damaged.");
            }
            if (directories.size() > MOST_PAGES) {
                throw new IOException("it has more than %d pages; up to that many are read.".formatted(MOST_PAGES));
            }
            List<Entry> entries = new ArrayList<>();
            for (int i = 0; i < directories.size(); i++) {
                entry(i, directories.get(i)).filter(TiffReader::isWanted).ifPresent(entries::add);
            }
            return entries.isEmpty() ? List.of(entry(0, directories.get(0)).orElseThrow()) : List.copyOf(entries);
        }
    }

    private static boolean isWanted(Entry entry) {
        return entry.page().map(TiffPage::isPicture).orElse(true);
    }

    private static Optional<Entry> entry(int place, TiffDirectory directory) {
        try {
            TiffPage page = TiffPage.of(directory);
            return Optional.of(new Entry(place, Optional.of(page), TiffDecoding.fault(page)));
        } catch (IOException e) {
            return Optional.of(new Entry(place, Optional.empty(), Optional.of(e)));
        }
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        return first(file).page().orElseThrow().size();
    }

    @Override
    public boolean seemsWhole(Path file) throws IOException {
        return first(file).page().orElseThrow().endsWithin(Files.size(file));
    }

    @Override
    public EmbeddedBlocks blocks(Path file) throws IOException {
        return TiffBlocks.in(file);
    }

    @Override
    public Decoded read(Path file) throws IOException {
        return read(file, first(file));
    }

    /** The first page that can be read. */
    private Entry first(Path file) throws IOException {
        List<Entry> entries = pages(file);
        for (Entry entry : entries) {
            if (entry.fault().isEmpty()) {
                return entry;
            }
        }
        throw entries.get(0).fault().orElseThrow();
    }

    /**
     * All pixels of a page, as stored.
     *
     * @throws IOException with a reason in words
     */
    public Decoded read(Path file, Entry entry) throws IOException {
        if (entry.fault().isPresent()) {
            throw entry.fault().get();
        }
        TiffPage page = entry.page().orElseThrow();
        if (TiffDecoding.byLibrary(page)) {
            Decoded stored = with(file, reader -> decode(reader, entry.directory()));
            return new Decoded(
                    YccLevels.applied(stored.pixels(), page), stored.model(), stored.implied(), stored.notices());
        }
        try (FileChannel channel = FileChannel.open(file)) {
            return decoded(TiffDecoding.decode(channel, page));
        } catch (IndexOutOfBoundsException | ArithmeticException | NegativeArraySizeException e) {
            throw new IOException("its directory contradicts itself.", e);
        }
    }

    private static Decoded decoded(TiffSamples samples) {
        List<Notice> notices = new ArrayList<>(samples.notices());
        if (samples.share() < 1) {
            notices.add(CutShort.notice(samples.share()));
        }
        Optional<IccProfile> implied =
                samples.romm() ? Optional.of(BuiltInProfile.ROMM_RGB.profile()) : Optional.empty();
        return new Decoded(samples.pixels(), samples.model(), implied, notices);
    }

    @Override
    protected Decoded decode(ImageReader reader, int page) throws IOException {
        ImageTypeSpecifier type = reader.getRawImageType(page);
        ColorModel model = type == null ? null : type.getColorModel();
        if (model == null || model.getColorSpace().getType() != ColorSpace.TYPE_CMYK) {
            return super.decode(reader, page);
        }
        Pixels inks = AwtPixels.of(reader.read(page, rawParam(reader, type)).getRaster(), model.hasAlpha());
        return new Decoded(inks, ColourModel.CMYK);
    }

    private static ImageReadParam rawParam(ImageReader reader, ImageTypeSpecifier raw) {
        ImageReadParam param = reader.getDefaultReadParam();
        param.setDestinationType(raw);
        return param;
    }
}
