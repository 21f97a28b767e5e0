package app.vineparcel.web.recipes;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.web.storage.SmallArchive;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
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
        return download(RecipeFiles.name(recipe), MediaType.APPLICATION_JSON, text.getBytes(StandardCharsets.UTF_8));
    }

    /** All recipes that are in use, in one ZIP. */
    @GetMapping("/recipes/files")
    ResponseEntity<byte[]> files() {
        List<Recipe> all = recipes.inUse().stream().map(StoredRecipe::recipe).toList();
        return download(
                "recipes.zip",
                MediaType.parseMediaType("application/zip"),
                SmallArchive.write(RecipeFiles.written(all)));
    }

    private static ResponseEntity<byte[]> download(String name, MediaType type, byte[] bytes) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .contentType(type)
                .body(bytes);
    }

    /** One recipe file or a ZIP of several as the body of the request; answers with the first one's key, or with what is wrong. */
    @PostMapping(path = "/recipes/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    @Transactional
    ResponseEntity<Map<String, Object>> bringIn(@RequestParam String name, HttpServletRequest request)
            throws IOException {
        byte[] file = request.getInputStream().readNBytes(SmallArchive.LARGEST + 1);
        try {
            if (file.length > SmallArchive.LARGEST) {
                throw new ProblemException(
                        new Problem.OverBudget(name, "It has more than 5 MB.", "Bring in recipes only."));
            }
            List<StoredRecipe> kept =
                    RecipeFiles.read(name, file).stream().map(recipes::addCopy).toList();
            return ResponseEntity.ok(Map.of("address", "/recipes/" + kept.get(0).id(), "count", kept.size()));
        } catch (ProblemException e) {
            Problem problem = e.problem();
            return ResponseEntity.badRequest().body(Map.of("problem", problem.reason() + " " + problem.remedy()));
        }
    }
}
