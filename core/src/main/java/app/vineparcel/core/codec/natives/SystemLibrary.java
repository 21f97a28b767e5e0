package app.vineparcel.core.codec.natives;

import com.sun.jna.Library;
import com.sun.jna.Native;
import java.io.IOException;
import java.util.Optional;

/**
 * A library of this machine, or the lack of it.
 *
 * @param format the title of what it writes
 * @param file its name with the version of its interface
 * @param debianPackage what brings it
 * @param functions what it offers; empty where it is not installed
 */
record SystemLibrary<T extends Library>(String format, String file, String debianPackage, Optional<T> functions) {

    static <T extends Library> SystemLibrary<T> load(
            String format, String file, String debianPackage, Class<T> functions) {
        Optional<T> found;
        try {
            found = Optional.of(Native.load(file, functions));
        } catch (LinkageError absent) {
            found = Optional.empty();
        }
        return new SystemLibrary<>(format, file, debianPackage, found);
    }

    Optional<String> missing() {
        return functions.isPresent()
                ? Optional.empty()
                : Optional.of("%s needs the library %s, which is not installed. Install Debian's package %s."
                        .formatted(format, file, debianPackage));
    }

    /** What settings pages show. */
    String equipment(String version) {
        return functions.isPresent()
                ? version
                : "not installed; Debian's package %s brings it".formatted(debianPackage);
    }

    /** @throws IOException in words where it is not installed */
    T required() throws IOException {
        return functions.orElseThrow(() -> new IOException(missing().orElseThrow()));
    }
}
