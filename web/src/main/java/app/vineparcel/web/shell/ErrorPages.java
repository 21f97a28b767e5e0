package app.vineparcel.web.shell;

import app.vineparcel.core.Problem;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/** The page for what never reached a controller: no such address, a token that is out of date. */
@Controller
class ErrorPages implements ErrorController {

    @RequestMapping("/error")
    String page(HttpServletRequest request, HttpServletResponse response, Model model) {
        Object given = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus status = given instanceof Integer code ? HttpStatus.valueOf(code) : HttpStatus.INTERNAL_SERVER_ERROR;
        return ProblemAnswers.page(problem(status.value()), status, model, response);
    }

    static Problem problem(int status) {
        return switch (status) {
            case 404 ->
                new Problem.Vanished(
                        Text.of("shell.this-address"),
                        Text.of("shell.there-is-no-such"),
                        Text.of("shell.go-to-the-assignments"));
            case 403 ->
                new Problem.BadRequest(
                        Text.of("shell.this-page"),
                        Text.of("shell.it-was-opened-before"),
                        Text.of("shell.reload-it-and-try"));
            case 500 ->
                new Problem.Unforeseen(
                        Text.of("shell.vine-parcel"),
                        Text.of("shell.something-unexpected-went-wrong"),
                        Text.of("shell.try-again-the-log"));
            case 503 ->
                new Problem.Unforeseen(
                        Text.of("shell.the-database"),
                        Text.of("shell.the-database-does-not"),
                        Text.of("shell.nothing-is-lost-and"));
            default ->
                new Problem.BadRequest(
                        Text.of("shell.this-request"),
                        Text.of("shell.it-cannot-be-answered"),
                        Text.of("shell.go-back-and-try"));
        };
    }
}
