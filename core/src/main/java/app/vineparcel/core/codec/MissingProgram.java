package app.vineparcel.core.codec;

import app.vineparcel.core.NotRead;

/** A format is read by a program that this machine lacks. */
public final class MissingProgram extends NotRead {

    private static final long serialVersionUID = 1L;

    public MissingProgram(String format, String program, String debianPackage) {
        super(
                "%s needs the program %s, which is not installed.".formatted(format, program),
                "Install Debian's package %s, then import the file again.".formatted(debianPackage));
    }
}
