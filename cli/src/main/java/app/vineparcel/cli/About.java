package app.vineparcel.cli;

/** {@code parcel help --about}: what this build is and what it found on the machine. */
public final class About {

    private About() {}

    /** Prints it. */
    public static void main(String[] args) {
        System.out.println(new RenderCommand.Version().getVersion()[0]);
        System.out.println("JPEG      " + JpegEngine.usual().name());
        System.out.println(
                "AVIF      " + (AvifWriter.isInstalled() ? "avifenc" : "not here (Debian's package libavif-bin)"));
        System.out.println("Java      " + Runtime.version());
    }
}
