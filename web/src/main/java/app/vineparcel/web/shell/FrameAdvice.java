package app.vineparcel.web.shell;

import app.vineparcel.web.Words;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** What the frame of every page needs. */
@ControllerAdvice
class FrameAdvice {

    private final Words words = new Words();

    @ModelAttribute("token")
    String token(CsrfToken token) {
        return token.getToken();
    }

    @ModelAttribute("words")
    Words words() {
        return words;
    }
}
