package app.vineparcel.web;

import app.vineparcel.core.ProblemException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Answers that several features give alike. */
public final class Answers {

    private Answers() {}

    /** A file that the browser keeps under a name instead of showing it; the body is still to be set. */
    public static ResponseEntity.BodyBuilder kept(String name, MediaType type) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .contentType(type);
    }

    /** What is wrong, for a script that shows it on its page. */
    public static ResponseEntity<Map<String, Object>> refused(ProblemException e) {
        return ResponseEntity.badRequest()
                .body(Map.of("problem", e.problem().reason() + " " + e.problem().remedy()));
    }
}
