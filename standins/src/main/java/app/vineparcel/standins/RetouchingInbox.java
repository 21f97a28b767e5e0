package app.vineparcel.standins;

import java.awt.image.BufferedImage;
import java.awt.image.RescaleOp;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;

/** A folder that stands for a retoucher's program: what lies in it is brightened a little and given back below {@code returned}. */
public final class RetouchingInbox {

    private static final String BACK = "returned";
    private static final float BRIGHTER = 1.12f;

    private final Path folder;

    /** The inbox in a folder, which is made where it is missing. */
    public RetouchingInbox(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder);
    }

    /** What lies in it, relative. */
    public List<String> files() throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile)
                    .map(file -> folder.relativize(file).toString())
                    .filter(path -> !path.startsWith("."))
                    .sorted()
                    .toList();
        }
    }

    /** Retouches every picture that lies there and gives it back under its name; says how many. */
    public int giveBack() throws IOException {
        int count = 0;
        for (String path : files()) {
            if (path.startsWith(BACK + "/") || !path.matches("(?i).*\\.(jpe?g|png|tiff?)")) {
                continue;
            }
            BufferedImage picture = ImageIO.read(folder.resolve(path).toFile());
            if (picture == null || picture.getColorModel().getNumComponents() > 3) {
                continue;
            }
            BufferedImage plain =
                    new BufferedImage(picture.getWidth(), picture.getHeight(), BufferedImage.TYPE_INT_RGB);
            plain.createGraphics().drawImage(picture, 0, 0, null);
            new RescaleOp(BRIGHTER, 0, null).filter(plain, plain);
            Path back = folder.resolve(BACK).resolve(path);
            Files.createDirectories(back.getParent());
            Path part = back.resolveSibling("." + back.getFileName() + ".part");
            String format = path.substring(path.lastIndexOf('.') + 1).toLowerCase(java.util.Locale.ROOT);
            ImageIO.write(plain, format.startsWith("jp") ? "jpg" : format, part.toFile());
            Files.move(part, back, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            count++;
        }
        return count;
    }
}
