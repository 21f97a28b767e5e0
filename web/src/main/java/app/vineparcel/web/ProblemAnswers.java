package app.vineparcel.web;

import app.vineparcel.core.Problem;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.ui.Model;

/**
 * How the application answers that something is wrong, in each of its forms: a page, JSON for scripts, one line of text for uploads, a header beside a
 * fragment. All carry the problem's code and the same words.
 */
public final class ProblemAnswers {

    private static final String CODE = "X-Problem-Code";
    private static final String WORDS = "X-Problem";

    private ProblemAnswers() {}

    /** The status that goes with a problem. */
    public static HttpStatus status(Problem problem) {
        return switch (problem.code()) {
            case "vanished" -> HttpStatus.NOT_FOUND;
            case "over-budget" -> HttpStatus.CONTENT_TOO_LARGE;
            default -> HttpStatus.BAD_REQUEST;
        };
    }

    /** Whether somebody looks at the answer, rather than a script of a page. */
    public static boolean wantsPage(HttpServletRequest request) {
        String accepted = request.getHeader(HttpHeaders.ACCEPT);
        return accepted == null || accepted.contains(MediaType.TEXT_HTML_VALUE);
    }

    /** A page of its own; returns its template. */
    public static String page(Problem problem, HttpStatus status, Model model, HttpServletResponse response) {
        response.setStatus(status.value());
        response.setHeader(CODE, problem.code());
        model.addAttribute("problem", problem);
        return "shell/problem";
    }

    /** What is wrong, for a script, with the status that goes with it. */
    public static ResponseEntity<Map<String, Object>> json(Problem problem, HttpStatus status) {
        return ResponseEntity.status(status)
                .header(CODE, problem.code())
                .contentType(MediaType.APPLICATION_JSON)
                .body(body(problem));
    }

    /** The same where the script shows it as a matter of course: what a person can do otherwise is an answer and no failed request. */
    public static ResponseEntity<Map<String, Object>> expected(Problem problem) {
        boolean foreseen = problem.code().equals("bad-request");
        return json(problem, foreseen ? HttpStatus.OK : status(problem));
    }

    /** Words of a finding instead of a problem, in the same place of the same JSON. */
    public static ResponseEntity<Map<String, Object>> words(String words) {
        return ResponseEntity.ok(Map.of("problem", words, "sentence", words));
    }

    /** One line of text, as uploads show it behind the file's name. */
    public static ResponseEntity<String> text(Problem problem) {
        return ResponseEntity.status(status(problem))
                .header(CODE, problem.code())
                .contentType(MediaType.TEXT_PLAIN)
                .body(reasons(problem));
    }

    /** Beside a fragment that is shown as it was; escaped as addresses are. */
    public static void header(Problem problem, HttpServletResponse response) {
        response.setHeader(CODE, problem.code());
        response.setHeader(
                WORDS,
                URLEncoder.encode(sentence(problem), StandardCharsets.UTF_8).replace("+", "%20"));
    }

    private static Map<String, Object> body(Problem problem) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("code", problem.code());
        body.put("file", problem.file());
        body.put("problem", reasons(problem));
        body.put("sentence", sentence(problem));
        return body;
    }

    private static String reasons(Problem problem) {
        return problem.reason() + " " + problem.remedy();
    }

    private static String sentence(Problem problem) {
        return problem.file() + ": " + reasons(problem);
    }
}
