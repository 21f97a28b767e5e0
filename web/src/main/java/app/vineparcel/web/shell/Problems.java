package app.vineparcel.web.shell;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.ui.Model;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;

/** Answers what went wrong in words: a page to a person, JSON to a script. What nobody foresaw goes into the log, never onto the page. */
@ControllerAdvice
class Problems {

    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);
    /** The class of SQLSTATE for values that do not fit (ISO/IEC 9075-2, clause 24), and PostgreSQL's states for what leads nowhere and a second one of a kind. */
    private static final String DATA_EXCEPTION = "22";

    /** The class of SQLSTATE for connections, and PostgreSQL's states for a server that is ending or starting. */
    private static final String AWAY = "08...|57P0[1-3]";

    private static final String NOT_THERE = "23503";
    private static final String NOT_UNIQUE = "23505";

    @ExceptionHandler(ProblemException.class)
    Object foreseen(ProblemException e, Model model, HttpServletRequest request, HttpServletResponse response) {
        return answer(e.problem(), ProblemAnswers.status(e.problem()), model, request, response);
    }

    private static Object answer(
            Problem problem, HttpStatus status, Model model, HttpServletRequest request, HttpServletResponse response) {
        return ProblemAnswers.wantsPage(request)
                ? ProblemAnswers.page(problem, status, model, response)
                : ProblemAnswers.json(problem, status);
    }

    private static Object answer(
            HttpStatus status, Model model, HttpServletRequest request, HttpServletResponse response) {
        return answer(ErrorPages.problem(status.value()), status, model, request, response);
    }

    /** The other side went away in the middle; there is nobody left to tell. */
    @ExceptionHandler({AsyncRequestNotUsableException.class, org.apache.catalina.connector.ClientAbortException.class})
    void gone() {
        LOG.debug("the browser left before its answer was through");
    }

    /** An address with a word where a number should be. */
    @ExceptionHandler(TypeMismatchException.class)
    Object noSuchAddress(Model model, HttpServletRequest request, HttpServletResponse response) {
        return answer(HttpStatus.NOT_FOUND, model, request, response);
    }

    /** What the database refuses: a text that no page offers to send, or what somebody else did in the same moment. */
    @ExceptionHandler(DataIntegrityViolationException.class)
    Object refusedByTheDatabase(
            DataIntegrityViolationException e, Model model, HttpServletRequest request, HttpServletResponse response) {
        String state =
                e.getMostSpecificCause() instanceof SQLException cause ? String.valueOf(cause.getSQLState()) : "";
        if (state.startsWith(DATA_EXCEPTION)) {
            return foreseen(
                    new ProblemException(new Problem.BadRequest(
                            Text.of("shell.your-entry"),
                            Text.of("shell.it-contains-a-character"),
                            Text.of("shell.go-back-and-make"))),
                    model,
                    request,
                    response);
        }
        if (state.equals(NOT_THERE)) {
            return foreseen(
                    new ProblemException(new Problem.Vanished(
                            Text.of("shell.your-entry"),
                            Text.of("shell.it-refers-to-something"),
                            Text.of("shell.reload-the-page-and"))),
                    model,
                    request,
                    response);
        }
        if (state.equals(NOT_UNIQUE)) {
            return foreseen(
                    new ProblemException(new Problem.BadRequest(
                            Text.of("shell.your-entry"),
                            Text.of("shell.somebody-else-saved-the"),
                            Text.of("shell.go-back-check-what"))),
                    model,
                    request,
                    response);
        }
        return unforeseen(e, model, request, response);
    }

    @ExceptionHandler(Exception.class)
    Object unforeseen(Exception e, Model model, HttpServletRequest request, HttpServletResponse response) {
        if (e instanceof ErrorResponse known) {
            return answer(HttpStatus.valueOf(known.getStatusCode().value()), model, request, response);
        }
        if (isAway(e)) {
            LOG.warn("{} {} found no database", request.getMethod(), request.getRequestURI());
            return answer(HttpStatus.SERVICE_UNAVAILABLE, model, request, response);
        }
        LOG.error("{} {} failed", request.getMethod(), request.getRequestURI(), e);
        return answer(HttpStatus.INTERNAL_SERVER_ERROR, model, request, response);
    }

    /** Whether the database cannot be reached, or is being ended. */
    private static boolean isAway(Throwable e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLTransientConnectionException
                    || cause instanceof SQLException sql
                            && String.valueOf(sql.getSQLState()).matches(AWAY)) {
                return true;
            }
        }
        return false;
    }
}
