package app.vineparcel.web.proof;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.ProblemAnswers;
import java.util.List;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Writes, settles and removes the notes of a piece; each answers with all of them. */
@Controller
class NoteController {

    private final Notes notes;

    NoteController(Notes notes) {
        this.notes = notes;
    }

    @PostMapping("/pieces/{piece}/notes")
    @ResponseBody
    List<Note> write(
            @PathVariable String piece,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam String said,
            @RequestParam String author)
            throws ProblemException {
        return notes.write(piece, x, y, said, author);
    }

    @PostMapping("/pieces/{piece}/notes/{id}/settled")
    @ResponseBody
    List<Note> settle(@PathVariable String piece, @PathVariable long id, @RequestParam boolean settled)
            throws ProblemException {
        return notes.settle(piece, id, settled);
    }

    @PostMapping("/pieces/{piece}/notes/{id}/remove")
    @ResponseBody
    List<Note> remove(@PathVariable String piece, @PathVariable long id) throws ProblemException {
        return notes.remove(piece, id);
    }

    /** What is wrong, for the script to show. */
    @ExceptionHandler(ProblemException.class)
    ResponseEntity<Map<String, Object>> refused(ProblemException e) {
        return ProblemAnswers.expected(e.problem());
    }
}
