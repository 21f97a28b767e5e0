package app.vineparcel.core.source;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.codec.PictureFormat;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.MetadataReader;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.raster.Turning;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/**
 * Opens picture files. A file is known by its content; what is broken, foreign or larger than the pixel budget is refused with a
 * {@link Problem} before memory is taken for it.
 */
public final class SourceReader {

    /** The usual limit: 300 million pixels, room for the largest single-shot cameras and stitched work. */
    public static final long USUAL_BUDGET = 300_000_000;

    private final long pixelBudget;

    /**
     * A reader.
     *
     * @param pixelBudget the most pixels that one picture may have; at most 500 million
     */
    public SourceReader(long pixelBudget) {
        this.pixelBudget = Math.min(500_000_000, pixelBudget);
    }

    /** Header, profile and metadata, without the pixels. */
    public SourceInfo inspect(Path file) throws ProblemException {
        return look(file).info();
    }

    /** What can be known without pixels, and the profile itself. */
    private record Look(SourceInfo info, Optional<IccProfile> profile, CarriedMetadata metadata) {}

    private Look look(Path file) throws ProblemException {
        String name = file.getFileName().toString();
        try {
            PictureFormat format = format(file, name);
            PixelSize stored = PictureReader.of(format).size(file);
            requireWithinBudget(stored, name);
            PhotoFacts facts = MetadataReader.read(file);
            EmbeddedBlocks embedded = EmbeddedBlocks.in(file, format);
            Optional<IccProfile> profile = Optional.empty();
            Optional<String> fault = Optional.empty();
            if (embedded.icc().isPresent()) {
                try {
                    profile = Optional.of(IccProfile.read(embedded.icc().get()));
                } catch (BadProfileException e) {
                    fault = Optional.of(e.getMessage());
                }
            }
            SourceInfo info = new SourceInfo(
                    name,
                    Files.size(file),
                    format,
                    facts.orientation().seen(stored),
                    profile.map(IccProfile::title),
                    profile.map(IccProfile::model),
                    fault,
                    facts);
            return new Look(info, profile, embedded.metadata());
        } catch (IOException e) {
            throw unreadable(file, name, e);
        }
    }

    /** Everything, pixels included, turned upright. */
    public OpenedSource open(Path file) throws ProblemException {
        Look look = look(file);
        SourceInfo info = look.info();
        try {
            Decoded decoded = PictureReader.of(info.format()).read(file);
            return new OpenedSource(
                    info,
                    look.profile(),
                    look.metadata(),
                    Turning.upright(decoded.pixels(), info.facts().orientation()),
                    decoded.model());
        } catch (IOException e) {
            throw unreadable(file, info.fileName(), e);
        } catch (OutOfMemoryError e) {
            throw new ProblemException(
                    new Problem.OverBudget(
                            info.fileName(),
                            "its %s px do not fit into the memory that is free.".formatted(info.size()),
                            "Render fewer sources at once or give the program more memory."),
                    e);
        }
    }

    private static PictureFormat format(Path file, String name) throws IOException, ProblemException {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] start = in.readNBytes(PictureFormat.SIGNATURE_LENGTH);
            if (start.length == 0) {
                throw new ProblemException(new Problem.Unreadable(
                        name, "The file is empty.", "Bring it in again from where it was made."));
            }
            return PictureFormat.of(start)
                    .orElseThrow(() -> new ProblemException(new Problem.Unsupported(
                            name,
                            "This is not a picture of a kind that can be read%s.".formatted(claimed(name)),
                            "Use JPEG, PNG, TIFF, WebP, GIF or BMP.")));
        }
    }

    private static String claimed(String name) {
        int dot = name.lastIndexOf('.');
        return dot > 0
                ? ", whatever its ending “%s” says"
                        .formatted(name.substring(dot).toLowerCase(Locale.ROOT))
                : "";
    }

    private void requireWithinBudget(PixelSize size, String name) throws ProblemException {
        if (size.pixels() > pixelBudget) {
            throw new ProblemException(new Problem.OverBudget(
                    name,
                    String.format(
                            Locale.ROOT,
                            "It has %s px, %,d million; the limit is %,d million.",
                            size,
                            size.pixels() / 1_000_000,
                            pixelBudget / 1_000_000),
                    "Raise the pixel limit in the settings if the file is sound and the memory large enough."));
        }
    }

    private static ProblemException unreadable(Path file, String name, IOException e) {
        if (!Files.isReadable(file)) {
            boolean there = Files.exists(file);
            return new ProblemException(
                    new Problem.Vanished(
                            name,
                            there ? "The file may not be read." : "The file is no longer there.",
                            there ? "Give the program the right to read it." : "Put it back or bring it in again."),
                    e);
        }
        String reason = e.getMessage() == null ? "its data is damaged." : e.getMessage();
        return new ProblemException(
                new Problem.Unreadable(
                        name, "The file cannot be read: " + reason, "Copy it again from the camera or the original."),
                e);
    }
}
