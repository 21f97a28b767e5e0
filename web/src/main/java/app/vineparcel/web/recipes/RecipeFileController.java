package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.web.Answers;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.storage.SmallArchive;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Recipes out to files and in from them. */
@Controller
class RecipeFileController {

    private final RecipeService recipes;

    RecipeFileController(RecipeService recipes) {
        this.recipes = recipes;
    }

    /** One recipe as its file. */
    @GetMapping("/recipes/{id}/file")
    ResponseEntity<byte[]> file(@PathVariable long id) throws ProblemException {
        Recipe recipe = recipes.get(id).recipe();
        String text = RecipeFiles.written(List.of(recipe)).values().iterator().next();
        return Answers.kept(RecipeFiles.name(recipe), MediaType.APPLICATION_JSON)
                .body(text.getBytes(StandardCharsets.UTF_8));
    }

    /** All recipes that are in use, in one ZIP. */
    @GetMapping("/recipes/files")
    ResponseEntity<byte[]> files() {
        List<Recipe> all = recipes.inUse().stream().map(StoredRecipe::recipe).toList();
        return Answers.kept("recipes.zip", SmallArchive.TYPE).body(SmallArchive.write(RecipeFiles.written(all)));
    }

    /** One recipe file or a ZIP of several as the body of the request; answers with the first one's key, or with what is wrong. */
    @PostMapping(path = "/recipes/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    @Transactional
    ResponseEntity<Map<String, Object>> bringIn(@RequestParam String name, HttpServletRequest request)
            throws IOException {
        try {
            byte[] file = SmallArchive.received(name, request.getInputStream());
            List<StoredRecipe> kept =
                    RecipeFiles.read(name, file).stream().map(recipes::addCopy).toList();
            return ResponseEntity.ok(Map.of("address", "/recipes/" + kept.get(0).id(), "count", kept.size()));
        } catch (ProblemException e) {
            return ProblemAnswers.json(e.problem(), HttpStatus.BAD_REQUEST);
        }
    }
}
