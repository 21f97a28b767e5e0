package app.vineparcel.core.deliver;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.bucket.Bucket;
import app.vineparcel.core.deliver.bucket.BucketAddress;
import app.vineparcel.core.deliver.sftp.SftpAddress;
import app.vineparcel.core.deliver.sftp.SftpFolder;
import app.vineparcel.standins.Fault;
import app.vineparcel.standins.ObjectStore;
import app.vineparcel.standins.SftpHost;
import app.vineparcel.standins.StoredObjects;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A place of each kind, with what stands in it seen from the other side. */
interface Places extends AutoCloseable {

    Destination open() throws ProblemException;

    /** Paths and texts of the files that stand there, apart from our hidden folder. */
    List<String> seen() throws IOException;

    /** Puts a file there as somebody else would. */
    void foreign(String path, String text) throws IOException;

    Fault fault();

    @Override
    void close() throws IOException;

    static List<String> below(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile)
                    .map(file -> folder.relativize(file).toString())
                    .filter(path -> !path.startsWith(".vine-parcel"))
                    .sorted()
                    .toList();
        }
    }

    static Places local(Path folder) {
        Path there = folder.resolve("there");
        Fault none = new Fault();
        return new Places() {
            @Override
            public Destination open() throws ProblemException {
                return LocalFolder.at(there);
            }

            @Override
            public List<String> seen() throws IOException {
                return below(there);
            }

            @Override
            public void foreign(String path, String text) throws IOException {
                Files.createDirectories(there.resolve(path).getParent());
                Files.writeString(there.resolve(path), text);
            }

            @Override
            public Fault fault() {
                return none;
            }

            @Override
            public void close() {
                // nothing was started
            }
        };
    }

    static Places sftp(Path folder) throws IOException {
        Path there = folder.resolve("there");
        SftpHost host = new SftpHost(there, folder.resolve("host.key"), "a secret of the test");
        String key = host.fingerprint();
        return new Places() {
            @Override
            public Destination open() throws ProblemException {
                SftpAddress address = new SftpAddress(
                        "127.0.0.1",
                        host.port(),
                        SftpHost.USER,
                        "incoming",
                        "a secret of the test",
                        Optional.of(key),
                        Duration.ofSeconds(5));
                return SftpFolder.open(address, SentFiles.in(folder.resolve("sent")));
            }

            @Override
            public List<String> seen() throws IOException {
                return below(there.resolve("incoming"));
            }

            @Override
            public void foreign(String path, String text) throws IOException {
                Path file = there.resolve("incoming").resolve(path);
                Files.createDirectories(file.getParent());
                Files.writeString(file, text);
            }

            @Override
            public Fault fault() {
                return host.fault();
            }

            @Override
            public void close() throws IOException {
                host.close();
            }
        };
    }

    static Places bucket(Path folder) throws IOException {
        ObjectStore store = new ObjectStore(folder.resolve("objects"), "a secret of the test");
        return new Places() {
            @Override
            public Destination open() throws ProblemException {
                BucketAddress address = new BucketAddress(
                        store.endpoint(),
                        "local",
                        ObjectStore.BUCKET,
                        "incoming",
                        ObjectStore.ACCESS_KEY,
                        "a secret of the test",
                        Duration.ofSeconds(5));
                return Bucket.open(address, SentFiles.in(folder.resolve("sent")));
            }

            @Override
            public List<String> seen() {
                return store.objects().all("incoming/").stream()
                        .map(StoredObjects.Stored::key)
                        .map(key -> key.substring("incoming/".length()))
                        .filter(key -> !key.startsWith(".vine-parcel"))
                        .toList();
            }

            @Override
            public void foreign(String path, String text) throws IOException {
                store.objects().putForeign("incoming/" + path, text);
            }

            @Override
            public Fault fault() {
                return store.fault();
            }

            @Override
            public void close() {
                store.close();
            }
        };
    }
}
