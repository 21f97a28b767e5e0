package app.vineparcel.core.codec;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Decodes what was just written, so that it can be looked at and compared. */
public final class ReadBack {

    private static final ExternalProgram AVIF = new ExternalProgram("avifdec");

    private ReadBack() {}

    /**
     * The pixels in a file; empty where its format holds shapes or nothing here decodes it.
     *
     * @param format what the file was written as
     */
    public static Optional<Decoded> of(OutputFormat format, Path file) throws IOException {
        if (format instanceof OutputFormat.Avif) {
            return AVIF.isInstalled() ? Optional.of(avif(file)) : Optional.empty();
        }
        if (format.isVector()) {
            return Optional.empty();
        }
        SourceFormat same =
                switch (format.type()) {
                    case "jpeg" -> SourceFormat.JPEG;
                    case "png" -> SourceFormat.PNG;
                    case "webp" -> SourceFormat.WEBP;
                    case "gif" -> SourceFormat.GIF;
                    default -> SourceFormat.TIFF;
                };
        return Optional.of(PictureReader.of(same).read(file));
    }

    private static Decoded avif(Path file) throws IOException {
        return ExternalProgram.inRoom(room -> {
            Path png = room.resolve("out.png");
            AVIF.run(
                    List.of("--depth", "8", "--png-compress", "0", file.toString(), png.toString()),
                    room,
                    "the AVIF cannot be decoded.");
            return PictureReader.of(SourceFormat.PNG).read(png);
        });
    }
}
