package app.vineparcel.core.codec;

import app.vineparcel.core.codec.ExternalProgram.InFolder;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The program of this machine that writes a format for us, and the Debian package that brings it. May be used from several threads. */
public final class EncoderProgram {

    private static final String UNKNOWN = "none";

    private final String format;
    private final ExternalProgram encoder;
    private final String debianPackage;
    private @Nullable String version;

    /**
     * A program, installed or not.
     *
     * @param format its title
     * @param encoder the name of the program that writes it
     */
    public EncoderProgram(String format, String encoder, String debianPackage) {
        this.format = format;
        this.encoder = new ExternalProgram(encoder);
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
}
