package app.vineparcel.web.shell;

import app.vineparcel.core.Problem;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/** The page for what never reached a controller: no such address, a token that is out of date. */
@Controller
class ErrorPages implements ErrorController {

    @RequestMapping("/error")
    String page(HttpServletRequest request, Model model) {
        Object status = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        model.addAttribute("problem", problem(status instanceof Integer code ? code : 500));
        return "shell/problem";
    }

    static Problem problem(int status) {
        return switch (status) {
            case 404 ->
                new Problem.Vanished(
                        "This address", "There is no such page.", "Go to the assignments and choose from there.");
            case 403 ->
                new Problem.BadRequest(
                        "This page",
                        "It was opened before the application was started anew, so its form no longer counts.",
                        "Reload it and try again.");
            case 500 ->
                new Problem.Unforeseen(
                        "Vine Parcel",
                        "Something went wrong that nobody foresaw.",
                        "Try again; the program's log says what happened.");
            case 503 ->
                new Problem.Unforeseen(
                        "The database",
                        "The database does not answer.",
                        "Nothing is lost, and runs go on by themselves once it is back. Reload the page in a while.");
            default -> new Problem.BadRequest("This request", "It cannot be answered.", "Go back and try again.");
        };
    }
}
