package app.vineparcel.core.codec;

import app.vineparcel.core.codec.ExternalProgram.InFolder;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** The two programs of this machine that write and read a format for us, and the Debian package that brings them. May be used from several threads. */
public final class CodecPrograms {

    private static final String UNKNOWN = "none";

    private final String format;
    private final ExternalProgram encoder;
    private final ExternalProgram decoder;
    private final String debianPackage;
    private @Nullable String version;

    /**
     * Programs, installed or not.
     *
     * @param format its title
     * @param encoder the name of the program that writes it
     * @param decoder the name of the program that reads it
     */
    public CodecPrograms(String format, String encoder, String decoder, String debianPackage) {
        this.format = format;
        this.encoder = new ExternalProgram(encoder);
        this.decoder = new ExternalProgram(decoder);
        this.debianPackage = debianPackage;
    }

    /** Why the format cannot be written on this machine; empty if it can. */
    public Optional<String> missing() {
        return encoder.isInstalled()
                ? Optional.empty()
                : Optional.of("%s needs the program %s, which is not installed. Install Debian's package %s."
                        .formatted(format, encoder.name(), debianPackage));
    }

    /** What settings pages show: the encoder, or what brings it. */
    public String equipment() {
        return encoder.isInstalled()
                ? encoder.name()
                : "not installed; Debian's package %s brings it".formatted(debianPackage);
    }

    /** The encoder's own word for its version, asked for once; "none" where it is not installed or says nothing. */
    public synchronized String version() {
        if (version == null) {
            version = encoder.isInstalled() ? encoder.says(List.of("--version")).orElse(UNKNOWN) : UNKNOWN;
        }
        return version;
    }

    /**
     * Encodes in a folder that is gone afterwards.
     *
     * @param options writes what the encoder reads into the folder, and gives the encoder's options
     * @param finish takes what the encoder wrote out of the folder
     * @throws IOException in words, if the encoder is not installed or does not succeed
     */
    public void encode(InFolder<List<String>> options, InFolder<Path> finish) throws IOException {
        Optional<String> missing = missing();
        if (missing.isPresent()) {
            throw new IOException(missing.get());
        }
        ExternalProgram.inTemporaryFolder(folder -> {
            encoder.run(options.done(folder), folder, encoder.name() + " cannot encode this picture.");
            return finish.done(folder);
        });
    }

    /**
     * Decodes into a PNG that is gone afterwards; empty where the decoder is not installed.
     *
     * @param options the decoder's options, by the path of the PNG that it writes
     * @param read reads the PNG
     * @throws IOException in words, if the decoder does not succeed
     */
    public <T> Optional<T> decode(Function<String, List<String>> options, InFolder<T> read) throws IOException {
        if (!decoder.isInstalled()) {
            return Optional.empty();
        }
        return Optional.of(ExternalProgram.inTemporaryFolder(folder -> {
            Path png = folder.resolve("out.png");
            decoder.run(options.apply(png.toString()), folder, "the %s cannot be decoded.".formatted(format));
            return read.done(png);
        }));
    }
}
