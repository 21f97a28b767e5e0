package app.vineparcel.web.channels;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.storage.SmallArchive;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Channels out to files and in from them. */
@Controller
class ChannelFileController {

    private final ChannelService channels;
    private final ChannelFiles files;

    ChannelFileController(ChannelService channels, ChannelFiles files) {
        this.channels = channels;
        this.files = files;
    }

    /** A channel with its recipes. */
    @GetMapping("/channels/{id}/file")
    ResponseEntity<byte[]> file(@PathVariable long id) throws ProblemException {
        ChannelService.Band band = channels.get(id);
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(ChannelFiles.name(band.channel()), StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .contentType(MediaType.parseMediaType("application/zip"))
                .body(ChannelFiles.write(band));
    }

    /** A channel's archive as the body of the request; answers with its address, or with what is wrong. */
    @PostMapping(path = "/channels/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    ResponseEntity<Map<String, Object>> bringIn(@RequestParam String name, HttpServletRequest request)
            throws IOException {
        byte[] archive = request.getInputStream().readNBytes(SmallArchive.LARGEST + 1);
        try {
            if (archive.length > SmallArchive.LARGEST) {
                throw new ProblemException(
                        new Problem.OverBudget(name, "It has more than 5 MB.", "Bring in channels only."));
            }
            return ResponseEntity.ok(Map.of(
                    "address", "/channels/" + files.bringIn(name, archive).id()));
        } catch (ProblemException e) {
            Problem problem = e.problem();
            return ResponseEntity.badRequest().body(Map.of("problem", problem.reason() + " " + problem.remedy()));
        }
    }
}
