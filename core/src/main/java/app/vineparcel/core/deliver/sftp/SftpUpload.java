package app.vineparcel.core.deliver.sftp;

import app.vineparcel.core.deliver.Destination;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.util.EnumSet;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.impl.SftpOutputStreamAsync;

/** Sends the bytes of one file, from where an earlier attempt broke off. Several packets are under way at once. */
final class SftpUpload {

    private static final int PACKET = 32_000;
    private static final int PACKETS_TOLD = 16;

    private SftpUpload() {}

    static void send(SftpClient files, String part, Destination.Outgoing file, Destination.Progress progress)
            throws IOException {
        SftpClient.Attributes before = SftpConnection.attributes(files, part);
        long sent = before == null ? 0 : before.getSize();
        if (sent > file.bytes()) {
            files.remove(part);
            sent = 0;
        }
        try (InputStream in = Files.newInputStream(file.file());
                OutputStream out =
                        files.write(part, PACKET, EnumSet.of(SftpClient.OpenMode.Write, SftpClient.OpenMode.Create))) {
            in.skipNBytes(sent);
            ((SftpOutputStreamAsync) out).setOffset(sent);
            byte[] packet = new byte[PACKET];
            int untold = 0;
            for (int count = in.readNBytes(packet, 0, PACKET); count > 0; count = in.readNBytes(packet, 0, PACKET)) {
                out.write(packet, 0, count);
                sent += count;
                if (++untold == PACKETS_TOLD) {
                    untold = 0;
                    if (!progress.at(sent)) {
                        throw new InterruptedIOException("stopped");
                    }
                }
            }
        }
        progress.at(sent);
    }
}
