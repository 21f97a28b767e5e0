package app.vineparcel.core.deliver.sftp;

import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.extensions.CheckFileNameExtension;

/** The SHA-256 of a file at the other end: worked out there where the server can, else by reading the file back. */
final class RemoteSum {

    private static final int BUFFER = 1 << 16;

    private RemoteSum() {}

    /** In lower-case hexadecimal. */
    static String of(SftpClient files, String path, long bytes) throws IOException {
        CheckFileNameExtension there = files.getExtension(CheckFileNameExtension.class);
        if (bytes > 0 && there != null && there.isSupported()) {
            try {
                Map.Entry<String, Collection<byte[]>> told = there.checkFileName(path, List.of("sha256"), 0, bytes, 0);
                if (told.getKey().equals("sha256") && told.getValue().size() == 1) {
                    return HexFormat.of().formatHex(told.getValue().iterator().next());
                }
            } catch (IOException unable) {
                // it says that it can and cannot; read back
            }
        }
        MessageDigest digest = FileContent.digest();
        try (InputStream in = files.read(path, BUFFER)) {
            byte[] buffer = new byte[BUFFER];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                digest.update(buffer, 0, count);
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }
}
