package app.vineparcel.standins;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What a simulated bucket holds: content in a folder, what is known of it in memory. An object is there when all of it is. */
public final class StoredObjects {

    /** An object. */
    public record Stored(String key, Path file, long bytes, String tag, Map<String, String> meta) {}

    /** A part of an upload that is not complete. */
    record UploadPart(int number, Path file, long bytes, String tag, String sum) {}

    private record Upload(String key, Map<String, String> meta, Map<Integer, UploadPart> parts) {}

    private static final String NOTE = ".note";

    private final Path folder;
    private final Fault fault;
    private final AtomicInteger last = new AtomicInteger();
    private final Map<String, Stored> objects = new ConcurrentHashMap<>();
    private final Map<String, Upload> uploads = new ConcurrentHashMap<>();
    private final AtomicInteger puts = new AtomicInteger();

    StoredObjects(Path folder, Fault fault) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.fault = fault;
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : (Iterable<Path>) files.filter(one -> one.toString().endsWith(NOTE))::iterator) {
                Properties note = new Properties();
                try (InputStream in = Files.newInputStream(file)) {
                    note.load(in);
                }
                Map<String, String> meta = new LinkedHashMap<>();
                note.stringPropertyNames().forEach(name -> meta.put(name, note.getProperty(name)));
                Path content = folder.resolve(file.getFileName().toString().replace(NOTE, ""));
                String key = meta.remove("key");
                objects.put(key, new Stored(key, content, Files.size(content), meta.remove("tag"), meta));
                last.accumulateAndGet(Integer.parseInt(content.getFileName().toString()), Math::max);
            }
        }
    }

    /** An object is there, also after the next start. */
    private void keep(Stored object) throws IOException {
        Properties note = new Properties();
        note.putAll(object.meta());
        note.setProperty("key", object.key());
        note.setProperty("tag", object.tag());
        try (OutputStream out = Files.newOutputStream(note(object))) {
            note.store(out, null);
        }
        Stored before = objects.put(object.key(), object);
        if (before != null) {
            forget(before);
        }
    }

    private static Path note(Stored object) {
        return object.file().resolveSibling(object.file().getFileName() + NOTE);
    }

    private static void forget(Stored object) throws IOException {
        Files.deleteIfExists(note(object));
        Files.deleteIfExists(object.file());
    }

    /** Those whose keys begin so, in order. */
    public List<Stored> all(String prefix) {
        return objects.values().stream()
                .filter(one -> one.key().startsWith(prefix))
                .sorted(Comparator.comparing(Stored::key))
                .toList();
    }

    /** One of them; null if there is none. */
    public @Nullable Stored find(String key) {
        return objects.get(key);
    }

    /** How many objects and parts were put since it began. */
    public int puts() {
        return puts.get();
    }

    /** Puts something there that nobody sent, as another program would. */
    public void putForeign(String key, String text) throws IOException {
        Path file = folder.resolve(String.valueOf(last.incrementAndGet()));
        Files.writeString(file, text);
        keep(new Stored(key, file, Files.size(file), "\"foreign\"", Map.of()));
    }

    String put(String key, HttpExchange exchange, Map<String, String> meta) throws IOException {
        UploadPart whole = received(1, exchange);
        if ("*".equals(exchange.getRequestHeaders().getFirst("If-None-Match")) && objects.containsKey(key)) {
            throw new ObjectStore.Refused(412, "PreconditionFailed");
        }
        keep(new Stored(key, whole.file(), whole.bytes(), whole.tag(), meta));
        return whole.tag();
    }

    void remove(String key) throws IOException {
        Stored gone = objects.remove(key);
        if (gone != null) {
            forget(gone);
        }
    }

    String begin(String key, Map<String, String> meta) {
        String id = "upload-" + last.incrementAndGet();
        uploads.put(id, new Upload(key, meta, new TreeMap<>()));
        return id;
    }

    private Upload upload(String id) throws IOException {
        Upload upload = uploads.get(id);
        if (upload == null) {
            throw new ObjectStore.Refused(404, "NoSuchUpload");
        }
        return upload;
    }

    String part(String id, int number, HttpExchange exchange) throws IOException {
        Upload upload = upload(id);
        UploadPart part = received(number, exchange);
        upload.parts().put(number, part);
        return part.tag();
    }

    List<UploadPart> parts(String id) throws IOException {
        return new ArrayList<>(upload(id).parts().values());
    }

    void abort(String id) {
        uploads.remove(id);
    }

    String complete(String id, boolean onlyNew) throws IOException {
        Upload upload = upload(id);
        if (onlyNew && objects.containsKey(upload.key())) {
            throw new ObjectStore.Refused(412, "PreconditionFailed");
        }
        Path file = folder.resolve(String.valueOf(last.incrementAndGet()));
        try (OutputStream out = Files.newOutputStream(file)) {
            for (UploadPart part : upload.parts().values()) {
                Files.copy(part.file(), out);
                Files.delete(part.file());
            }
        }
        String tag = "\"" + id + "-" + upload.parts().size() + "\"";
        keep(new Stored(upload.key(), file, Files.size(file), tag, new LinkedHashMap<>(upload.meta())));
        uploads.remove(id);
        return tag;
    }

    /** Takes the body of a request and checks it against the sums that came with it. */
    private UploadPart received(int number, HttpExchange exchange) throws IOException {
        Path part = folder.resolve(last.incrementAndGet() + ".part");
        MessageDigest digest = digest();
        try (InputStream in = exchange.getRequestBody();
                OutputStream out = Files.newOutputStream(part)) {
            byte[] buffer = new byte[1 << 16];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                fault.came(count);
                out.write(buffer, 0, count);
                digest.update(buffer, 0, count);
            }
        }
        byte[] sum = digest.digest();
        String told = exchange.getRequestHeaders().getFirst("X-Amz-Content-Sha256");
        String checksum = exchange.getRequestHeaders().getFirst("x-amz-checksum-sha256");
        String own = Base64.getEncoder().encodeToString(sum);
        if (!HexFormat.of().formatHex(sum).equals(told) || checksum != null && !checksum.equals(own)) {
            Files.delete(part);
            throw new ObjectStore.Refused(400, "BadDigest");
        }
        puts.incrementAndGet();
        Path file = part.resolveSibling(String.valueOf(last.incrementAndGet()));
        Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        String tag = "\"" + HexFormat.of().formatHex(sum, 0, 16) + "\"";
        return new UploadPart(number, file, Files.size(file), tag, own);
    }

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The content of an object as text. */
    public static String text(Stored object) throws IOException {
        return Files.readString(object.file(), StandardCharsets.UTF_8);
    }
}
