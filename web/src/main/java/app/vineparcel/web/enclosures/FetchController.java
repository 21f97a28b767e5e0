package app.vineparcel.web.enclosures;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Path;
import java.util.List;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Gives files of a delivery to whoever was told of it, by the word in the call. */
@Controller
class FetchController {

    private static final String FILE =
            """
            select run.assignment_id, r.path, r.sha256 from rendition r join run on run.id = r.run_id
            where r.run_id = ? and r.channel_id = ? and r.path = ? and r.state in ('DONE', 'UNCHANGED')
            union all
            select run.assignment_id, e.path, e.sha256 from enclosure e join run on run.id = e.run_id
            where e.run_id = ? and e.channel_id = ? and e.path = ? limit 1""";

    private record Found(long assignmentId, String path, String sha256) {}

    private final JdbcTemplate database;
    private final FetchLinks links;
    private final DeliveryFolders folders;
    private final ChannelService channels;

    FetchController(JdbcTemplate database, FetchLinks links, DeliveryFolders folders, ChannelService channels) {
        this.database = database;
        this.links = links;
        this.folders = folders;
        this.channels = channels;
    }

    @GetMapping("/fetch/{run:\\d+}.{channel:\\d+}.{word:[0-9a-f]{64}}/{*path}")
    ResponseEntity<Resource> file(
            @PathVariable long run, @PathVariable long channel, @PathVariable String word, @PathVariable String path)
            throws ProblemException {
        String below = path.startsWith("/") ? path.substring(1) : path;
        if (!links.opens(run, channel, word)) {
            throw none(below);
        }
        String folder = ChannelFolder.of(channels.get(channel).channel());
        String whole = folder.isEmpty() ? below : folder + "/" + below;
        List<Found> found = database.query(
                FILE,
                (row, at) -> new Found(row.getLong(1), row.getString(2), row.getString(3)),
                run,
                channel,
                whole,
                run,
                channel,
                whole);
        if (found.isEmpty()) {
            throw none(below);
        }
        Path file = folders.content(
                        found.get(0).assignmentId(),
                        found.get(0).path(),
                        found.get(0).sha256())
                .orElseThrow(() -> none(below));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .body(new FileSystemResource(file));
    }

    private static ProblemException none(String path) {
        return new ProblemException(
                new Problem.Vanished(path, Text.of("enclosures.no-such-file"), Text.of("enclosures.take-a-path-of")));
    }
}
