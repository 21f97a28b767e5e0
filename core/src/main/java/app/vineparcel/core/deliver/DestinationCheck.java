package app.vineparcel.core.deliver;

import app.vineparcel.core.plan.Finding;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Looks whether a folder can take what a plan would put there. Makes and changes nothing. */
public final class DestinationCheck {

    /** Predictions may be off, and files are written beside those that they replace. */
    private static final double SPARE = 1.1;

    private static final double MEGA = 1e6;

    private DestinationCheck() {}

    /**
     * What stands in the way; nothing usually.
     *
     * @param folder the destination; it may not be there yet
     * @param bytes about what will be written
     */
    public static List<Finding> findings(Path folder, long bytes) {
        Path there = folder.toAbsolutePath();
        while (!Files.exists(there) && there.getParent() != null) {
            there = there.getParent();
        }
        if (!Files.isDirectory(there) || !Files.isWritable(there)) {
            return List.of(new Finding(
                    Finding.Level.BLOCKER,
                    "destination-closed",
                    "%s cannot be written to. Give the program permission, or set another delivery root."
                            .formatted(folder.getFileName())));
        }
        try {
            long room = Files.getFileStore(there).getUsableSpace();
            return room < bytes * SPARE
                    ? List.of(new Finding(
                            Finding.Level.BLOCKER,
                            "destination-full",
                            "The plan needs about %,.0f MB, and %,.0f MB are free. Free some space, or leave some out."
                                    .formatted(bytes / MEGA, room / MEGA)))
                    : List.of();
        } catch (IOException unknown) {
            return List.of(); // whoever writes there will see
        }
    }
}
