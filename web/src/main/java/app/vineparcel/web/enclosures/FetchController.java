package app.vineparcel.web.enclosures;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.runs.RunService;
import java.nio.file.Path;
import java.util.Optional;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Gives files of a delivery to whoever was told of it, by the word in the call. */
@Controller
class FetchController {

    private final FetchLinks links;
    private final RunService runs;
    private final EnclosedFiles enclosed;
    private final ChannelService channels;

    FetchController(FetchLinks links, RunService runs, EnclosedFiles enclosed, ChannelService channels) {
        this.links = links;
        this.runs = runs;
        this.enclosed = enclosed;
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
        Optional<Path> file = runs.content(run, channel, whole).or(() -> enclosed.content(run, channel, whole));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .body(new FileSystemResource(file.orElseThrow(() -> none(below))));
    }

    private static ProblemException none(String path) {
        return new ProblemException(
                new Problem.Vanished(path, Text.of("enclosures.no-such-file"), Text.of("enclosures.take-a-path-of")));
    }
}
