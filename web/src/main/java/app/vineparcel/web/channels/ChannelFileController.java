package app.vineparcel.web.channels;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Answers;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.storage.SmallArchive;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Map;
import org.springframework.http.HttpStatus;
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
        return Answers.kept(ChannelFiles.name(band.channel()), SmallArchive.TYPE)
                .body(ChannelFiles.write(band));
    }

    /** A channel's archive as the body of the request; answers with its address, or with what is wrong. */
    @PostMapping(path = "/channels/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    ResponseEntity<Map<String, Object>> bringIn(@RequestParam String name, HttpServletRequest request)
            throws IOException {
        try {
            byte[] archive = SmallArchive.received(name, request.getInputStream());
            return ResponseEntity.ok(Map.of(
                    "address", "/channels/" + files.bringIn(name, archive).id()));
        } catch (ProblemException e) {
            return ProblemAnswers.json(e.problem(), HttpStatus.BAD_REQUEST);
        }
    }
}
