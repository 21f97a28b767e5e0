package app.vineparcel.web.storage;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.springframework.http.MediaType;

/** A few short text files in one ZIP, as recipes and channels are passed on. */
public final class SmallArchive {

    /** As browsers know it. */
    public static final MediaType TYPE = MediaType.parseMediaType("application/zip");

    private static final int LARGEST = 5_000_000;

    private static final int MOST_ENTRIES = 500;
    private static final int LARGEST_ENTRY = 1_000_000;
    private static final int LARGEST_IN_ALL = 10_000_000;

    private SmallArchive() {}

    /**
     * The body of a request that brings such a file in, or one of its texts by itself.
     *
     * @throws ProblemException if it is larger than recipes ever are
     */
    public static byte[] received(String name, InputStream body) throws ProblemException, IOException {
        byte[] file = body.readNBytes(LARGEST + 1);
        if (file.length > LARGEST) {
            throw new ProblemException(new Problem.OverBudget(
                    name, Text.of("storage.it-has-more-than-2"), Text.of("storage.import-recipes-and-channels")));
        }
        return file;
    }

    /** Whether a file begins as a ZIP does. */
    public static boolean isOne(byte[] file) {
        return file.length > 3 && file[0] == 'P' && file[1] == 'K';
    }

    /**
     * The files in it by their bare names, folders and hidden files left out. Of several files of one name in different folders, those behind the
     * first go by their whole paths.
     *
     * @param name of the archive, for what is said of it
     * @throws ProblemException if it is broken, or unpacks to more than recipes ever have
     */
    public static Map<String, String> read(String name, byte[] file) throws ProblemException {
        Map<String, String> texts = new LinkedHashMap<>();
        long unpacked = 0;
        int entries = 0;
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                String bare = entry.getName().substring(entry.getName().lastIndexOf('/') + 1);
                byte[] bytes =
                        in.readNBytes(LARGEST_ENTRY + 1); // also what is left out, since passing over it unpacks it too
                unpacked += bytes.length;
                if (bytes.length > LARGEST_ENTRY || ++entries > MOST_ENTRIES || unpacked > LARGEST_IN_ALL) {
                    throw new ProblemException(new Problem.OverBudget(
                            name,
                            Text.of("storage.it-unpacks-to-more", MOST_ENTRIES, LARGEST_IN_ALL / 1_000_000),
                            Text.of("storage.import-recipes-only-in")));
                }
                if (entry.isDirectory()
                        || bare.startsWith(".")
                        || entry.getName().startsWith("__MACOSX/")) {
                    continue;
                }
                texts.put(texts.containsKey(bare) ? entry.getName() : bare, new String(bytes, StandardCharsets.UTF_8));
            }
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw new ProblemException(
                    new Problem.Unreadable(
                            name, Text.of("storage.the-archive-is-damaged"), Text.of("storage.get-a-fresh-copy")),
                    e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return texts;
    }

    /** Files of these names and texts. */
    public static byte[] write(Map<String, String> texts) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes, StandardCharsets.UTF_8)) {
            for (Map.Entry<String, String> text : texts.entrySet()) {
                ZipEntry entry = new ZipEntry(text.getKey());
                entry.setTime(0); // equal recipes make equal archives
                out.putNextEntry(entry);
                out.write(text.getValue().getBytes(StandardCharsets.UTF_8));
                out.closeEntry();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }
}
