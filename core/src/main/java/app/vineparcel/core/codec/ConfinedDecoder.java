package app.vineparcel.core.codec;

import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * A program of this machine that makes plain pixels of foreign files, confined to them. May be used from several threads.
 *
 * @param format the title of what it reads
 * @param program as it is called
 * @param debianPackage what brings it
 */
public record ConfinedDecoder(String format, ExternalProgram program, String debianPackage) {

    /** The program's options, by the paths of the file and of the folder that it may write to. */
    @FunctionalInterface
    public interface Options {
        List<String> of(String file, String folder);
    }

    /** Whether it is there. */
    public boolean isInstalled() {
        return program.isInstalled();
    }

    /**
     * Decodes a file.
     *
     * @param size of its picture, by its header; more pixels are refused
     * @param made the name of what the program makes in its folder
     * @param read reads the folder, which is gone afterwards
     * @throws MissingProgram where the program is not installed
     * @throws IOException in words, if it does not succeed
     */
    public <T> T decode(Path file, PixelSize size, Options options, String made, ExternalProgram.InFolder<T> read)
            throws IOException {
        if (!isInstalled()) {
            throw new MissingProgram(format, program.name(), debianPackage);
        }
        return ExternalProgram.inTemporaryFolder(folder -> {
            Confinement.run(
                    program,
                    options.of(Confinement.SOURCE, Confinement.FOLDER),
                    file,
                    folder,
                    Confinement.Limits.of(size.pixels()),
                    "its data is damaged.");
            if (!Files.exists(folder.resolve(made))) {
                throw new IOException("%s makes no picture of it.".formatted(program.name()));
            }
            return read.done(folder);
        });
    }
}
