package app.vineparcel.cli;

import app.vineparcel.core.render.Equipment;

/** {@code parcel help --about}: what this build is and what it found on the machine. */
public final class About {

    private About() {}

    /** Prints it. */
    public static void main(String[] args) {
        System.out.println(new RenderCommand.Version().getVersion()[0]);
        Equipment.found().forEach((format, by) -> System.out.println("%-9s %s".formatted(format, by)));
        System.out.println("Java      " + Runtime.version());
    }
}
