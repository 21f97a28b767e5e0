package app.vineparcel.web.shell;

import app.vineparcel.web.Text;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** The words of the scripts, as a module that they import. Asked for again each time, since scripts of another version ask for other words. */
@RestController
class ScriptWords {

    private static final String PREFIX = "js.";

    private final String module = "export default " + JsonMapper.shared().writeValueAsString(Text.all(PREFIX)) + ";\n";

    @GetMapping("/js/words.js")
    ResponseEntity<String> words() {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/javascript;charset=UTF-8"))
                .cacheControl(CacheControl.noCache())
                .eTag(Integer.toHexString(module.hashCode()))
                .body(module);
    }
}
