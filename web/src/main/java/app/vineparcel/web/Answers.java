package app.vineparcel.web;

import java.nio.charset.StandardCharsets;
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
}
