package app.vineparcel.demo;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.deliver.SentFiles;
import app.vineparcel.core.deliver.bucket.Bucket;
import app.vineparcel.core.deliver.bucket.BucketAddress;
import app.vineparcel.core.deliver.sftp.SftpAddress;
import app.vineparcel.core.deliver.sftp.SftpFolder;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.standins.StandIns;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;

/** Sends one large file to a simulated server and a simulated bucket of another process, and prints how long it took and the heap at every eighth. */
public final class SendBench {

    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final long MEGA = 1_000_000;
    private static final int EIGHTHS = 8;

    private SendBench() {}

    /** The folder that everything goes into, and how many megabytes are sent. */
    public static void main(String[] arguments) throws IOException, ProblemException {
        Path folder = Files.createDirectories(Path.of(arguments[0]));
        Destination.Outgoing file = noise(folder.resolve("large.bin"), Long.parseLong(arguments[1]));
        Process places = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        StandIns.class.getName(),
                        folder.resolve("places").toString(),
                        folder.resolve("inbox").toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try {
            Map<String, String> at = addresses(places);
            SftpAddress server = new SftpAddress(
                    "127.0.0.1",
                    Integer.parseInt(at.get("sftp.port")),
                    at.get("sftp.user"),
                    "bench",
                    at.get("sftp.password"),
                    Optional.of(at.get("sftp.fingerprint")),
                    PATIENCE);
            try (Destination sftp = SftpFolder.open(server, SentFiles.in(folder.resolve("sent-sftp")))) {
                send("SFTP", sftp, file);
            }
            BucketAddress service = new BucketAddress(
                    URI.create(at.get("bucket.endpoint")),
                    "local",
                    at.get("bucket.name"),
                    "bench",
                    at.get("bucket.access-key"),
                    at.get("bucket.secret"),
                    PATIENCE);
            try (Destination bucket = Bucket.open(service, SentFiles.in(folder.resolve("sent-bucket")))) {
                send("bucket", bucket, file);
            }
        } finally {
            places.destroy();
        }
    }

    private static Map<String, String> addresses(Process places) throws IOException {
        Map<String, String> at = new HashMap<>();
        BufferedReader lines =
                new BufferedReader(new InputStreamReader(places.getInputStream(), StandardCharsets.UTF_8));
        while (!at.containsKey("sftp.user")) {
            String[] told = lines.readLine().split("=", 2);
            at.put(told[0], told[1]);
        }
        return at;
    }

    private static Destination.Outgoing noise(Path file, long megabytes) throws IOException {
        byte[] block = new byte[(int) MEGA];
        Random random = new Random(1);
        try (OutputStream out = Files.newOutputStream(file)) {
            for (long i = 0; i < megabytes; i++) {
                random.nextBytes(block);
                out.write(block);
            }
        }
        return new Destination.Outgoing(file, Files.size(file), FileContent.sum(file));
    }

    private static void send(String name, Destination to, Destination.Outgoing file) throws ProblemException {
        List<Long> seen = new ArrayList<>();
        Runtime runtime = Runtime.getRuntime();
        long began = System.nanoTime();
        to.remove("large.bin");
        to.place("large.bin", file, sent -> {
            if (sent * EIGHTHS / file.bytes() > seen.size()) {
                seen.add((runtime.totalMemory() - runtime.freeMemory()) / MEGA);
            }
            return true;
        });
        double seconds = (System.nanoTime() - began) / 1e9;
        System.out.printf(
                "%-7s %,d MB in %.1f s, %.1f MB/s; heap at every eighth, MB: %s%n",
                name, file.bytes() / MEGA, seconds, file.bytes() / 1e6 / seconds, seen);
    }
}
