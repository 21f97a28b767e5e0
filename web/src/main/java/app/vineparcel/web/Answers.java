package app.vineparcel.web;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
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

    /** The same with what it is about; what a person can do otherwise is an answer, what no page asks for is refused. */
    public static ResponseEntity<Map<String, Object>> said(ProblemException e) {
        HttpStatus status = e.problem() instanceof Problem.BadRequest ? HttpStatus.OK : HttpStatus.BAD_REQUEST;
        return ResponseEntity.status(status).body(Map.of("problem", sentence(e.problem())));
    }

    /** The same where the body is of another kind: escaped as addresses are. */
    public static String inHeader(Problem problem) {
        return URLEncoder.encode(sentence(problem), StandardCharsets.UTF_8).replace("+", "%20");
    }

    private static String sentence(Problem problem) {
        return Text.of("common.text", problem.file(), problem.reason(), problem.remedy());
    }
}
