package app.vineparcel.core.codec.png;

import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.metadata.CarriedMetadata;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.InflaterInputStream;

/** What the chunks of a PNG say beside its picture. */
public final class PngBlocks {

    private static final Set<String> WANTED =
            Set.of("IHDR", "iCCP", "cICP", "sRGB", "gAMA", "cHRM", "eXIf", "iTXt", "acTL");
    private static final String XMP = "XML:com.adobe.xmp";
    private static final Notice BROKEN_SUM = Notice.caution(
            "broken-checksum",
            "One of its blocks does not match its checksum, so something in the file was changed. Compare the picture with its original.");

    private PngBlocks() {}

    public static EmbeddedBlocks in(Path file) throws IOException {
        Map<String, byte[]> found = new HashMap<>();
        List<Notice> notices = new ArrayList<>();
        try (PngChunks chunks = new PngChunks(file, true)) {
            while (chunks.next() && !chunks.type().equals("IEND")) {
                if (WANTED.contains(chunks.type()) && chunks.left() < EmbeddedBlocks.LARGEST) {
                    keep(chunks.type(), chunks.content(), found);
                }
            }
            if (chunks.hasBrokenSum()) {
                notices.add(BROKEN_SUM);
            }
        }
        notices.addAll(EmbeddedBlocks.animated(found.containsKey("acTL")));
        return new EmbeddedBlocks(
                PngColour.profile(found, Optional.ofNullable(found.get("iCCP")).flatMap(PngBlocks::inflated)),
                new CarriedMetadata(
                        Optional.ofNullable(found.get("eXIf")).flatMap(EmbeddedBlocks::directory),
                        Optional.empty(),
                        Optional.ofNullable(found.get("iTXt")).flatMap(PngBlocks::text)),
                notices);
    }

    private static void keep(String type, byte[] content, Map<String, byte[]> found) {
        if (!type.equals("iTXt") || new String(content, StandardCharsets.ISO_8859_1).startsWith(XMP)) {
            found.putIfAbsent(type, content);
        }
    }

    /** Name, a zero, the method, then deflated bytes (11.3.2.3). */
    private static Optional<byte[]> inflated(byte[] chunk) {
        int name = 0;
        while (name < chunk.length - 2 && chunk[name] != 0) {
            name++;
        }
        return inflated(chunk, Math.min(chunk.length, name + 2));
    }

    private static Optional<byte[]> inflated(byte[] chunk, int from) {
        try (InflaterInputStream in =
                new InflaterInputStream(new ByteArrayInputStream(chunk, from, chunk.length - from))) {
            return Optional.of(in.readNBytes(EmbeddedBlocks.LARGEST));
        } catch (IOException damaged) {
            return Optional.of(new byte[0]);
        }
    }

    /** Keyword, zero, two bytes about compression, language, zero, translated keyword, zero, text (11.3.4.5). */
    private static Optional<byte[]> text(byte[] chunk) {
        int at = XMP.length() + 1;
        if (at + 2 > chunk.length || chunk[at - 1] != 0) {
            return Optional.empty();
        }
        at += 2;
        for (int zeros = 0; zeros < 2 && at < chunk.length; at++) {
            zeros += chunk[at] == 0 ? 1 : 0;
        }
        return chunk[XMP.length() + 1] == 0
                ? Optional.of(Arrays.copyOfRange(chunk, at, chunk.length))
                : inflated(chunk, at);
    }
}
